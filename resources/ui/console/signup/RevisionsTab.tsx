import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { DataTable, type Column } from '../../kit/DataTable';
import { Diff } from '../../kit/Diff';
import { Heading } from '../../kit/Heading';
import { LinkButton } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { SmallSelect } from '../../kit/SmallSelect';
import { counted } from '../../text/figures';
import { Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';
import type { RuleBook } from '../../api/rules';
import { api, useMay } from '../api';
import { Changes } from '../rules/Changes';
import { useHand } from '../rules/hand';

type Revision = Schemas['Revision'];

/** What was published, by whom and why. Any of it can be compared, and brought back as a draft. */
export function RevisionsTab() {
  const list = useQuery({
    queryKey: ['revisions'],
    queryFn: ({ signal }) => answer(api.GET('/rules/revisions', { signal })),
  });
  const [search, setSearch] = useSearchParams();
  const set = (changes: Record<string, string>) =>
    setSearch(
      (before) => {
        for (const [key, value] of Object.entries(changes)) before.set(key, value);
        return before;
      },
      { replace: true },
    );
  const items = list.data?.items ?? [];
  const newest = items[0]?.number ?? 0;
  const chosen = search.get('revision') === null ? null : Number(search.get('revision'));
  const columns: Column<Revision>[] = [
    {
      key: 'number',
      head: 'Revision',
      width: '92px',
      fold: 'first',
      cell: ({ number }) => (
        <Text weight="strong">
          {number}
          {number === newest ? ' in force' : ''}
        </Text>
      ),
    },
    {
      key: 'at',
      head: 'Published',
      width: '90px',
      fold: 'first-end',
      cell: ({ published_at }) => <When at={published_at} never="as it ships" />,
    },
    {
      key: 'by',
      head: 'By',
      width: 'minmax(110px, 0.7fr)',
      fold: 'second',
      cell: ({ published_by }) => <bdi>{published_by}</bdi>,
    },
    {
      key: 'why',
      head: 'Reason',
      width: 'minmax(150px, 1.6fr)',
      fold: 'line',
      cell: ({ reason, overruled }) => (
        <>
          <bdi>{reason}</bdi>
          {overruled === null ? null : (
            <Text size="small" tone="caution" className="block">
              Published despite failing cases: <bdi>{overruled}</bdi>
            </Text>
          )}
        </>
      ),
    },
    {
      key: 'compare',
      head: 'Compare',
      width: '76px',
      fold: 'second-end',
      cell: ({ number }) => (
        <LinkButton
          aria-pressed={number === chosen}
          aria-label={`Compare revision ${number}`}
          onClick={() => set({ revision: String(number) })}
        >
          Compare
        </LinkButton>
      ),
    },
  ];
  return (
    <div className="flex gap-6 max-lg:flex-col">
      <div className="min-w-0 flex-1">
        <QueryState of={list} what="the revisions">
          <DataTable label="Revisions" columns={columns} rows={items} rowKey={({ number }) => number} />
        </QueryState>
      </div>
      {chosen === null ? null : (
        <Compared
          number={chosen}
          against={Number(search.get('against') ?? newest)}
          numbers={items.map(({ number }) => number)}
          onAgainst={(number) => set({ against: String(number) })}
          asText={search.get('as') === 'text'}
          onAsText={() => set({ as: search.get('as') === 'text' ? 'changes' : 'text' })}
          newest={newest}
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
  asText,
  onAsText,
  newest,
}: {
  number: number;
  against: number;
  numbers: number[];
  onAgainst: (number: number) => void;
  /** The documents whole, instead of the rules that differ. */
  asText: boolean;
  onAsText: () => void;
  newest: number;
}) {
  const may = useMay();
  const revision = useQuery({
    queryKey: ['revisions', number, against],
    queryFn: ({ signal }) =>
      answer(api.GET('/rules/revisions/{number}', { params: { path: { number }, query: { against } }, signal })),
  });
  const other = useQuery({
    queryKey: ['revisions', against, number],
    enabled: asText,
    queryFn: ({ signal }) =>
      answer(
        api.GET('/rules/revisions/{number}', {
          params: { path: { number: against }, query: { against: number } },
          signal,
        }),
      ),
  });
  return (
    <section aria-label={`Revision ${number}`} className="w-[420px] shrink-0 max-lg:w-full">
      <Heading
        aside={
          <SmallSelect
            label="Compared with"
            value={against}
            onChange={(event) => onAgainst(Number(event.target.value))}
            choices={numbers.map((one) => ({ value: one, label: one === newest ? `${one}, in force` : String(one) }))}
          />
        }
      >
        Revision {number} compared with
      </Heading>
      <QueryState of={asText && other.data === undefined ? other : revision} what="the revision">
        {revision.data === undefined ? null : (
          <>
            {asText && other.data !== undefined ? (
              <Diff
                label={`Revision ${number} beside revision ${against}`}
                before={other.data.document}
                after={revision.data.document}
              />
            ) : (
              <Changes changes={revision.data.changes} />
            )}
            <p className="mt-2">
              <LinkButton onClick={onAsText}>
                {asText ? 'Only the rules that differ' : 'The whole rule book, line by line'}
              </LinkButton>
            </p>
            {number === newest || !may('kennel:rules.manage') ? null : (
              <div className="mt-3">
                <BringBack number={number} document={revision.data.document as unknown as RuleBook} />
              </div>
            )}
          </>
        )}
      </QueryState>
    </section>
  );
}

/** Over somebody's draft it asks first, and can be undone. */
function BringBack({ number, document }: { number: number; document: RuleBook }) {
  const navigate = useNavigate();
  const hand = useHand();
  const toast = useToast();
  const [asking, setAsking] = useState(false);
  const { draft } = hand;
  const bring = () => {
    const before = draft === undefined || draft.version === 0 ? null : draft.document;
    hand.replace(document);
    toast(`Revision ${number} is the draft now.`, before === null ? undefined : () => hand.replace(before));
    void navigate('/sign-up/rules');
  };
  return (
    <>
      <Button onClick={() => (draft === undefined || draft.version === 0 ? bring() : setAsking(true))}>
        Bring revision {number} back as a draft
      </Button>
      {asking && draft !== undefined ? (
        <ActDialog
          title="Replace the draft?"
          act="Replace draft"
          kind="stop"
          asksWhy={false}
          onClose={() => setAsking(false)}
          run={() => {
            bring();
            return Promise.resolve();
          }}
        >
          <p>
            There is a draft with {counted(draft.changes.length, 'change', 'changes')}, last saved by{' '}
            <bdi>{draft.saved_by}</bdi>. Revision {number} would take its place.
          </p>
        </ActDialog>
      ) : null}
    </>
  );
}
