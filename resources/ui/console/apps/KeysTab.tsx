import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { Copy } from '../../kit/Copy';
import { DataTable, type Column } from '../../kit/DataTable';
import { Heading } from '../../kit/Heading';
import { QueryState } from '../../kit/QueryState';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';
import { api, useMay } from '../api';
import { KeyTurns } from './KeyTurns';

type Key = Schemas['SigningKey'];

const STATES: Record<Key['state'], string> = {
  next: 'published, signs later',
  current: 'signs now',
  former: 'signs no more, still verifies',
  gone: 'gone',
  withdrawn: 'withdrawn',
};

const signingKeys = {
  queryKey: ['signing-keys'],
  queryFn: ({ signal }: { signal: AbortSignal }) => answer(api.GET('/signing-keys', { signal })),
};

/** The keys that tokens are signed by, as they take turns. */
export function KeysTab() {
  const query = useQuery(signingKeys);
  const may = useMay()('kennel:rules.manage');
  const client = useQueryClient();
  const toast = useToast();
  const [open, setOpen] = useState<Key | Key['algorithm'] | null>(null);
  const keys = query.data?.items ?? [];
  const users = query.data?.users ?? [];
  const algorithms = [...new Set(keys.map(({ algorithm }) => algorithm))];
  const again = () => client.invalidateQueries({ queryKey: signingKeys.queryKey });
  const columns: readonly Column<Key>[] = [
    {
      key: 'id',
      head: 'Key',
      width: 'minmax(160px, 1.4fr)',
      fold: 'first',
      cell: ({ id }) => <Copy text={id} shown={`${id.slice(0, 12)}…`} label="the key id" />,
    },
    { key: 'state', head: 'State', width: 'minmax(150px, 1fr)', fold: 'first-end', cell: ({ state }) => STATES[state] },
    {
      key: 'from',
      head: 'Signs from',
      width: 'minmax(110px, 0.8fr)',
      fold: 'second',
      cell: ({ used_from }) => <When at={used_from} />,
    },
    {
      key: 'gone',
      head: 'Gone',
      width: 'minmax(110px, 0.8fr)',
      fold: 'second-end',
      cell: ({ gone_at }) => (gone_at === null ? '—' : <When at={gone_at} />),
    },
    {
      key: 'act',
      head: 'Act',
      width: '104px',
      fold: 'line',
      cell: (key) =>
        may && !['gone', 'withdrawn'].includes(key.state) ? (
          <Button size="small" aria-label={`Withdraw ${key.id}`} onClick={() => setOpen(key)}>
            Withdraw…
          </Button>
        ) : null,
    },
  ];
  return (
    <QueryState
      of={query}
      what="the keys"
      isEmpty={keys.length === 0}
      empty="There is no key yet: the first token makes one."
    >
      <div className="max-w-4xl space-y-8">
        {algorithms.map((algorithm) => {
          const own = keys.filter((key) => key.algorithm === algorithm).reverse();
          return (
            <section key={algorithm} aria-label={algorithm}>
              <Heading
                aside={
                  may ? (
                    <Button size="small" onClick={() => setOpen(algorithm)}>
                      Make the next key…
                    </Button>
                  ) : null
                }
              >
                {algorithm}
              </Heading>
              <Note as="p" className="mb-2">
                Signs for{' '}
                {users
                  .filter((one) => one.algorithm === algorithm)
                  .map(({ app }) => app)
                  .join(', ') || 'no app at the moment'}
                .
              </Note>
              <KeyTurns keys={own} />
              <DataTable label={`Keys for ${algorithm}`} columns={columns} rows={own} rowKey={({ id }) => id} />
              {own
                .filter(({ state }) => state === 'withdrawn')
                .map((key) => (
                  <Note key={key.id} as="p">
                    <Text face="mono">{key.id.slice(0, 12)}…</Text> was withdrawn by {key.withdrawn_by}:{' '}
                    {key.withdrawn_why}
                  </Note>
                ))}
            </section>
          );
        })}
      </div>
      {typeof open === 'string' ? (
        <ActDialog
          title={`The next key for ${open}`}
          act="Make it"
          asksWhy={false}
          onClose={() => setOpen(null)}
          run={async () => {
            await answer(api.POST('/signing-keys', { body: { algorithm: open } }));
            await again();
            toast('The next key is published. It signs once everybody who keeps the key set has had time to fetch it.');
          }}
        >
          <Note>No token stops counting: the present key verifies until the last one it signed has run out.</Note>
        </ActDialog>
      ) : null}
      {open === null || typeof open === 'string' ? null : (
        <ActDialog
          title="Withdraw this key"
          act="Withdraw it now"
          kind="stop"
          onClose={() => setOpen(null)}
          run={async (reason) => {
            await answer(
              api.POST('/signing-keys/{kid}/withdraw', { params: { path: { kid: open.id } }, body: { reason } }),
            );
            await again();
            toast('The key is withdrawn. Another one signs.');
          }}
        >
          <Hits signed={open} users={users.filter((one) => one.algorithm === open.algorithm)} />
        </ActDialog>
      )}
    </QueryState>
  );
}

/** What a withdrawal breaks, before it does. */
function Hits({ signed, users }: { signed: Key; users: readonly { app: string; counts_for: number; live: number }[] }) {
  return (
    <div className="space-y-2">
      <p>
        Every token signed by <Text face="mono">{signed.id.slice(0, 12)}…</Text> counts for nothing at once. Apps that
        keep the key set believe them until they fetch it again, five minutes at most.
      </p>
      {users.length === 0 ? (
        <Note>No app signs by {signed.algorithm} at the moment.</Note>
      ) : (
        <ul className="list-disc ps-5">
          {users.map(({ app, counts_for, live }) => (
            <li key={app}>
              <bdi>{app}</bdi>: {live} sign-ins get new tokens the next time they renew; those of the last{' '}
              {Math.round(counts_for / 60)} minutes fail until then
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
