import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { DataTable, type Column } from '../../kit/DataTable';
import { Dialog } from '../../kit/Dialog';
import { InlineLink, LinkButton } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Strip } from '../../kit/Strip';
import { api } from '../api';
import { More } from '../More';
import { usePages } from '../usePages';
import { useImpact } from './useDraft';
import { Text } from '../../kit/Text';

type Run = Schemas['ImpactRun'];
type Count = Run['counts'][number];
type Found = Schemas['Finding'];

export type Touches = (count: Count) => boolean;

/** The impact's counts that come of one rule, or of several. */
export function Touched({ touches }: { touches: Touches }) {
  const run = useImpact().data?.run;
  return (
    <>
      {run?.counts.filter(touches).map((count) => (
        <CountLine key={count.message} run={run} count={count} />
      ))}
    </>
  );
}

export function CountLine({ run, count }: { run: Run; count: Count }) {
  const [open, setOpen] = useState(false);
  const isGood = count.kind.endsWith('admitted') || count.kind === 'loses_duty';
  return (
    <Strip
      tone={count.kind === 'collision' ? 'stop' : isGood ? 'good' : 'caution'}
      aside={
        <LinkButton kind="inherit" onClick={() => setOpen(true)} aria-label={`See them: ${count.message}`}>
          See them
        </LinkButton>
      }
    >
      {count.message}
      {open ? <FindingsDialog run={run} count={count} onClose={() => setOpen(false)} /> : null}
    </Strip>
  );
}

const COLUMNS: readonly Column<Found>[] = [
  {
    key: 'who',
    head: 'Who',
    width: 'minmax(0, 1fr)',
    fold: 'line',
    cell: ({ account, sign_up }) => (
      <>
        {account === null ? (
          sign_up === null ? (
            '–'
          ) : (
            `${sign_up.app}, ${sign_up.day}`
          )
        ) : (
          <InlineLink to={`/accounts/${account.id}`}>
            <bdi>{account.name}</bdi>
          </InlineLink>
        )}
        <Text as="bdi" face="mono" size="small" tone="soft" className="block">
          {account?.email ?? sign_up?.domain}
        </Text>
      </>
    ),
  },
  { key: 'why', head: 'Why', width: 'minmax(0, 1.2fr)', fold: 'line', cell: ({ message }) => message },
];

function FindingsDialog({ run, count, onClose }: { run: Run; count: Count; onClose: () => void }) {
  const list = usePages(['findings', run.id, count.kind, count.code, count.field], (cursor, signal) =>
    answer(
      api.GET('/rules/impact/{id}/findings', {
        params: {
          path: { id: run.id },
          query: {
            kind: count.kind,
            code: count.code,
            limit: 50,
            ...(count.field === null ? {} : { field: count.field }),
            ...(cursor === undefined ? {} : { cursor }),
          },
        },
        signal,
      }),
    ),
  );
  return (
    <Dialog open onClose={onClose} title={count.message}>
      <QueryState of={list} what="the findings" isEmpty={list.items.length === 0} empty="Nobody any more.">
        <DataTable label="Who is touched" columns={COLUMNS} rows={list.items} rowKey={(_found, place) => place} />
      </QueryState>
      <More list={list} />
    </Dialog>
  );
}
