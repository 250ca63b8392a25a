import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer } from '../../api/client';
import { Button } from '../../kit/Button';
import { Table } from '../../kit/Layout';
import { When } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import type { DraftInHand } from '../rules/useDraft';
import { Changes } from '../rules/Changes';

/** What was published, by whom and why. Any of it can be compared, and brought back as a draft. */
export function RevisionsTab({ hand }: { hand: DraftInHand }) {
  const list = useQuery({ queryKey: ['revisions'], queryFn: () => answer(api.GET('/rules/revisions')) });
  const [chosen, setChosen] = useState<number | null>(null);
  const [against, setAgainst] = useState<number | null>(null);
  const newest = list.data?.items[0]?.number ?? 0;
  return (
    <div className="flex gap-6 max-lg:flex-col">
      <div className="min-w-0 flex-1">
        <Failure error={list.error} />
        <Table label="Revisions" head={['', 'Published', 'By', 'Why', '']}>
          {list.data?.items.map((revision) => (
            <tr key={revision.number} className={revision.number === chosen ? 'bg-petrol-wash' : ''}>
              <td className="font-semibold whitespace-nowrap">
                {revision.number}
                {revision.number === newest ? ' in force' : ''}
              </td>
              <td className="whitespace-nowrap">
                <When at={revision.published_at} never="as it ships" />
              </td>
              <td className="whitespace-nowrap">{revision.published_by}</td>
              <td>
                {revision.reason}
                {revision.overruled === null ? null : (
                  <span className="block text-small text-amber">Cases overruled: {revision.overruled}</span>
                )}
              </td>
              <td>
                <button
                  type="button"
                  onClick={() => setChosen(revision.number)}
                  className="min-h-6 text-petrol underline underline-offset-2"
                  aria-label={`Compare revision ${revision.number}`}
                >
                  Compare
                </button>
              </td>
            </tr>
          ))}
        </Table>
      </div>
      {chosen === null ? null : (
        <Compared
          number={chosen}
          against={against ?? newest}
          numbers={list.data?.items.map(({ number }) => number) ?? []}
          onAgainst={setAgainst}
          newest={newest}
          hand={hand}
        />
      )}
    </div>
  );
}

function Compared({
  number,
  against,
  numbers,
  onAgainst,
  newest,
  hand,
}: {
  number: number;
  against: number;
  numbers: number[];
  onAgainst: (number: number) => void;
  newest: number;
  hand: DraftInHand;
}) {
  const navigate = useNavigate();
  const revision = useQuery({
    queryKey: ['revisions', number, against],
    queryFn: () => answer(api.GET('/rules/revisions/{number}', { params: { path: { number }, query: { against } } })),
  });
  return (
    <section aria-label={`Revision ${number}`} className="w-[460px] shrink-0 max-lg:w-full">
      <h2 className="mb-2 flex items-center gap-2 font-bold">
        Revision {number} against
        <select
          aria-label="Compared with"
          value={against}
          onChange={(event) => onAgainst(Number(event.target.value))}
          className="h-7 rounded-control border border-line-strong bg-sheet px-1"
        >
          {numbers.map((one) => (
            <option key={one} value={one}>
              {one === newest ? `${one}, in force` : one}
            </option>
          ))}
        </select>
      </h2>
      <Failure error={revision.error} />
      {revision.data === undefined ? null : (
        <>
          <Changes changes={revision.data.changes} />
          {number === newest ? null : (
            <div className="mt-3">
              <Button
                onClick={() => {
                  hand.replace(revision.data.document);
                  void navigate('/sign-up/rules');
                }}
              >
                Bring it back, as a draft
              </Button>
            </div>
          )}
        </>
      )}
    </section>
  );
}
