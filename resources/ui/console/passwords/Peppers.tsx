import { useQuery } from '@tanstack/react-query';
import { answer, type ItemOf } from '../../api/client';
import { DataTable, type Column } from '../../kit/DataTable';
import { Heading } from '../../kit/Heading';
import { InlineLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { grouped } from '../../text/figures';
import { api } from '../api';
import { Text } from '../../kit/Text';
import { accountsWhere } from '../accounts/where';

type Key = ItemOf<'/passwords/peppers'>;

const COLUMNS: readonly Column<Key>[] = [
  {
    key: 'id',
    head: 'Key',
    width: 'minmax(90px, 0.6fr)',
    fold: 'first',
    cell: ({ id }) => (
      <Text face="mono" size="small">
        {id}
      </Text>
    ),
  },
  {
    key: 'accounts',
    head: 'Accounts',
    width: '80px',
    fold: 'first-end',
    isFigure: true,
    cell: ({ accounts }) => grouped(accounts),
  },
  {
    key: 'state',
    head: 'State',
    width: 'minmax(160px, 2fr)',
    fold: 'line',
    cell: (key) => (
      <Text tone={key.is_here ? 'soft' : 'stop'}>
        {state(key)}{' '}
        {key.is_here
          ? null
          : key.kinds.map((kind) => (
              <InlineLink key={kind} to={accountsWhere(['hash', 'is', kind])}>
                See accounts
              </InlineLink>
            ))}
      </Text>
    ),
  },
];

/** The keys that are mixed into passwords: which are here, how many accounts need each, and whom a lost one strands. */
export function Peppers() {
  const keys = useQuery({
    queryKey: ['peppers'],
    queryFn: ({ signal }) => answer(api.GET('/passwords/peppers', { signal })),
  });
  const items = keys.data?.items ?? [];
  return (
    <section aria-label="Pepper" className="mt-5">
      <Heading>Pepper keys</Heading>
      <QueryState
        of={keys}
        what="the pepper keys"
        isEmpty={items.length === 0}
        empty={
          <>
            There is none. <code>php artisan kennel:peppers autumn</code> creates one; the rule is under Hashing.
          </>
        }
      >
        <DataTable label="Pepper keys" columns={COLUMNS} rows={items} rowKey={({ id }) => id} />
      </QueryState>
    </section>
  );
}

function state(key: Key): string {
  if (!key.is_here) return '✕ key missing: nobody with it can sign in by password.';
  if (key.is_rule) return '✓ here, and in force';
  return key.accounts > 0 ? 'here; keep it until no account needs it' : 'here, not in use';
}
