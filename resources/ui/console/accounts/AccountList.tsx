import { Suspense, useState } from 'react';
import { useSearchParams } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { FilterChip } from '../../kit/Chip';
import { later } from '../../kit/later';
import { DataTable, type Column } from '../../kit/DataTable';
import { StatusMark, type Status } from '../../kit/Marks';
import { QueryState } from '../../kit/QueryState';
import { counted, grouped } from '../../text/figures';
import { Surface } from '../../kit/Surface';
import { Address, Note, Text } from '../../kit/Text';
import { RowTime } from '../../kit/Time';
import { useTitle } from '../../kit/useTitle';
import { api, useMay } from '../api';
import { useKeys } from '../keys';
import { More } from '../More';
import { useListKeys } from '../useListKeys';
import { usePages } from '../usePages';
import { FieldFilter } from './FieldFilter';
import { SearchBox } from './SearchBox';

const MakeAccountDialog = later(() => import('./MakeAccountDialog').then((module) => module.MakeAccountDialog));

type Account = Schemas['AccountRow'];
type Sort = 'field' | '-field' | 'name' | '-name' | 'address' | '-address' | 'created' | '-created' | 'seen' | '-seen';

const STATUSES: readonly Status[] = ['pending', 'active', 'suspended', 'closed'];

const ORDERS: Record<Sort, string> = {
  name: 'by name',
  '-name': 'by name, Z to A',
  address: 'by address',
  '-address': 'by address, Z to A',
  created: 'oldest first',
  '-created': 'newest first',
  seen: 'longest unseen first',
  '-seen': 'last seen first',
  field: 'by the field; accounts without a value are left out',
  '-field': 'by the field, from the end; accounts without a value are left out',
};

export function AccountList({ openId }: { openId: string | null }) {
  useTitle('Accounts');
  const [search, setSearch] = useSearchParams();
  const query = search.get('q') ?? '';
  const status = search.get('status') as Status | null;
  const field = search.get('field');
  const value = search.get('value');
  const hash = search.get('hash');
  const sort = (search.get('sort') ?? '-seen') as Sort;
  const set = (key: string, value: string | null) =>
    setSearch(
      (before) => {
        if (value === null || value === '') before.delete(key);
        else before.set(key, value);
        return before;
      },
      { replace: true },
    );
  const list = usePages(['accounts', query, status, field, value, hash, sort], (cursor, signal) =>
    answer(
      api.GET('/accounts', {
        params: {
          query: {
            sort,
            ...(query === '' ? {} : { q: query }),
            ...(status === null ? {} : { status }),
            ...(hash === null ? {} : { hash }),
            ...(field === null ? {} : { field, ...(value === null ? {} : { value }) }),
            ...(cursor === undefined ? {} : { cursor }),
          },
        },
        signal,
      }),
    ),
  );
  const mayMake = useMay()('kennel:accounts.manage');
  const [making, setMaking] = useState(false);
  useKeys(mayMake ? { n: () => setMaking(true) } : {});
  const suffix = search.size > 0 ? `?${search}` : '';
  const rows = useListKeys(openId, (id) => `/accounts${id === null ? '' : `/${id}`}${suffix}`);
  const sortBy = (by: 'name' | 'address' | 'seen', first: Sort = by) => ({
    order: sort === by ? ('ascending' as const) : sort === `-${by}` ? ('descending' as const) : ('none' as const),
    onSort: () => set('sort', sort === by ? `-${by}` : sort === `-${by}` ? by : first),
  });
  const columns: Column<Account>[] = [
    {
      key: 'account',
      head: 'Account',
      width: 'minmax(120px, 1fr)',
      fold: 'first',
      isCut: true,
      sort: sortBy('name'),
      cell: ({ name }) => <bdi title={name}>{name}</bdi>,
    },
    {
      key: 'address',
      head: 'Address',
      width: 'minmax(150px, 1.35fr)',
      fold: 'second',
      isCut: true,
      sort: sortBy('address'),
      cell: ({ email }) => <Address>{email}</Address>,
    },
    {
      key: 'standing',
      head: 'Standing',
      width: '122px',
      fold: 'first-end',
      cell: (account) => (
        <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
          <StatusMark status={account.status} /> {standing(account)}
        </span>
      ),
    },
    {
      key: 'seen',
      head: 'Seen',
      width: '66px',
      fold: 'second-end',
      isFigure: true,
      sort: sortBy('seen', '-seen'),
      cell: ({ seen_at }) => <RowTime at={seen_at} />,
    },
  ];
  return (
    <section aria-label="Accounts" className="flex h-full flex-col">
      <Surface edge="bottom" className="space-y-2.5 px-4 pt-3 pb-2.5 max-sm:px-3">
        <div className="flex items-center justify-between gap-2">
          <Text as="h1" size="title" weight="bold">
            Accounts
          </Text>
          {mayMake ? (
            <Button size="small" title="New account (n)" onClick={() => setMaking(true)}>
              New account…
            </Button>
          ) : null}
        </div>
        <SearchBox
          value={query}
          onChange={(value) => set('q', value)}
          found={list.first === undefined || list.isStale ? null : list.first}
        />
        <div className="flex flex-wrap gap-1.5" role="group" aria-label="Filters">
          {STATUSES.map((each) => (
            <FilterChip key={each} pressed={status === each} onPress={(on) => set('status', on ? each : null)}>
              <StatusMark status={each} /> {each}
            </FilterChip>
          ))}
          {hash === null ? null : (
            <FilterChip pressed onPress={() => set('hash', null)}>
              {hash}
              <span aria-hidden="true">✕</span>
            </FilterChip>
          )}
          <FieldFilter
            field={field}
            value={value}
            onChange={(next) =>
              setSearch(
                (before) => {
                  for (const key of ['field', 'value']) before.delete(key);
                  for (const [key, set] of Object.entries(next)) before.set(key, set);
                  if (next.field === undefined && before.get('sort')?.endsWith('field') === true) before.delete('sort');
                  return before;
                },
                { replace: true },
              )
            }
          />
          {field === null ? null : (
            <FilterChip
              pressed={sort === 'field' || sort === '-field'}
              onPress={(on) => set('sort', on ? 'field' : null)}
            >
              sorted by it
            </FilterChip>
          )}
        </div>
      </Surface>
      <div className="relative min-h-0 flex-1 overflow-y-auto px-2 max-sm:px-1">
        <QueryState
          of={list}
          what="the accounts"
          isEmpty={list.items.length === 0}
          empty={
            query === ''
              ? 'No account matches these filters.'
              : `No account’s name or address has a word that begins with “${query}”.`
          }
        >
          <DataTable
            label="Accounts"
            columns={columns}
            rows={list.items}
            rowKey={({ id }) => id}
            opens={({ id }) => ({ to: `/accounts/${id}${suffix}`, isOpen: id === openId })}
            isStale={list.isStale}
            total={list.first?.total}
            rowsRef={rows}
          />
        </QueryState>
        <div className="px-2">
          <More list={list} />
        </div>
      </div>
      <Surface as="footer" edge="top" className="shrink-0 px-4">
        <Note as="span" className="flex h-9 items-center">
          {list.isPending ? '' : `${grouped(list.items.length)} shown, ${ORDERS[sort]}`}
        </Note>
      </Surface>
      {making ? (
        <Suspense fallback={null}>
          <MakeAccountDialog onClose={() => setMaking(false)} />
        </Suspense>
      ) : null}
    </section>
  );
}

function standing(account: Account): string {
  if (account.access === 'none') return account.status;
  const owed = account.duties.length;
  return owed === 0 ? account.access : `${account.access}, ${counted(owed, 'duty', 'duties')}`;
}
