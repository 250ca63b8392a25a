import { useEffect, useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { FilterChip } from '../../kit/Button';
import { Empty } from '../../kit/Layout';
import { StatusMark, type Status } from '../../kit/Marks';
import { Count, When } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { More } from '../More';
import { useListKeys } from '../useListKeys';
import { usePages } from '../usePages';
import { FieldFilter } from './FieldFilter';

type Sort = 'field' | '-field' | 'name' | '-name' | 'address' | '-address' | 'created' | '-created' | 'seen' | '-seen';
type Page = Schemas['AccountPage'];

const STATUSES: readonly Status[] = ['pending', 'active', 'suspended', 'closed'];
const PAUSE = 40;

export function AccountList({ openId }: { openId: string | null }) {
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
  const list = usePages(['accounts', query, status, field, value, hash, sort], (cursor) =>
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
      }),
    ),
  );
  const suffix = search.size > 0 ? `?${search}` : '';
  const table = useListKeys(openId, (id) => `/accounts${id === null ? '' : `/${id}`}${suffix}`);
  return (
    <section aria-label="Accounts" className="flex h-full flex-col">
      <div className="space-y-2.5 border-b border-line px-4 pt-3 pb-2.5">
        <h1 className="text-title font-bold">Accounts</h1>
        <SearchBox value={query} onChange={(value) => set('q', value)} total={list.first} />
        <div className="flex flex-wrap gap-1.5" role="group" aria-label="Status">
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
              in its order
            </FilterChip>
          )}
        </div>
      </div>
      <Failure error={list.error} />
      <div className="min-h-0 flex-1 overflow-auto">
        <div
          ref={table}
          role="table"
          aria-label="Accounts"
          aria-rowcount={list.first?.total ?? -1}
          className="min-w-[500px]"
        >
          <div role="row" className={`${grid} sticky top-0 z-10 border-b border-line bg-paper text-small`}>
            <SortHead label="Account" field="name" sort={sort} onSort={(next) => set('sort', next)} />
            <SortHead label="Address" field="address" sort={sort} onSort={(next) => set('sort', next)} />
            <span role="columnheader" className="flex h-8 items-center font-semibold text-ink-soft">
              Standing
            </span>
            <SortHead label="Seen" field="seen" sort={sort} onSort={(next) => set('sort', next)} descendingFirst end />
          </div>
          {list.items.map((account) => (
            <AccountRow
              key={account.id}
              account={account}
              to={`/accounts/${account.id}${suffix}`}
              isOpen={account.id === openId}
            />
          ))}
        </div>
        <div className="px-4">
          {list.items.length === 0 && !list.isPending ? (
            <Empty>
              {query === '' ? 'No account is like this.' : `No name or address has a word that begins with “${query}”.`}
            </Empty>
          ) : null}
          <More list={list} />
        </div>
      </div>
      <footer className="flex h-9 shrink-0 items-center border-t border-line px-4 text-small text-ink-soft">
        <span>
          <Count value={list.items.length} /> shown, {words(sort)}
        </span>
      </footer>
    </section>
  );
}

const grid = 'grid grid-cols-[minmax(120px,1fr)_minmax(150px,1.35fr)_118px_68px] gap-x-3 px-4';

function words(sort: Sort): string {
  return {
    name: 'by name',
    '-name': 'by name, from the end',
    address: 'by address',
    '-address': 'by address, from the end',
    created: 'oldest first',
    '-created': 'newest first',
    seen: 'longest unseen first',
    '-seen': 'last seen first',
    field: 'in the field’s order; who holds nothing is left out',
    '-field': 'in the field’s order, from the end',
  }[sort];
}

function SearchBox({
  value,
  onChange,
  total,
}: {
  value: string;
  onChange: (value: string) => void;
  total: Page | undefined;
}) {
  const [typed, setTyped] = useState(value);
  const [sent, setSent] = useState(value);
  const [seen, setSeen] = useState(value);
  if (seen !== value) {
    setSeen(value);
    // The address says something else than was sent from here: a link, or the way back.
    if (value !== sent) {
      setSent(value);
      setTyped(value);
    }
  }
  const changed = useRef(onChange);
  useEffect(() => {
    changed.current = onChange;
  });
  useEffect(() => {
    if (typed === sent) return;
    const timer = setTimeout(() => {
      setSent(typed);
      changed.current(typed);
    }, PAUSE);
    return () => clearTimeout(timer);
  }, [typed, sent]);
  return (
    <div className="relative">
      <input
        type="search"
        aria-label="Search name and address"
        placeholder="Name or address"
        maxLength={100}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        className="h-8 w-full rounded-control border border-line-strong bg-sheet pr-28 pl-3"
      />
      <span aria-live="polite" className="pointer-events-none absolute top-1.5 right-3 text-ink-soft">
        {total === undefined ? null : (
          <>
            <Count value={total.total} />
            {total.total_is_exact ? '' : ' or more'}
          </>
        )}
      </span>
    </div>
  );
}

function SortHead({
  label,
  field,
  sort,
  onSort,
  descendingFirst = false,
  end = false,
}: {
  label: string;
  field: string;
  sort: Sort;
  onSort: (sort: string) => void;
  descendingFirst?: boolean;
  end?: boolean;
}) {
  const order = sort === field ? 'ascending' : sort === `-${field}` ? 'descending' : 'none';
  const next = order === 'none' ? (descendingFirst ? `-${field}` : field) : order === 'ascending' ? `-${field}` : field;
  return (
    <span role="columnheader" aria-sort={order} className={`flex h-8 items-center ${end ? 'justify-end' : ''}`}>
      <button
        type="button"
        onClick={() => onSort(next)}
        className="h-6 rounded-[4px] font-semibold text-ink-soft hover:text-ink"
      >
        {label}
        <span aria-hidden="true">{order === 'ascending' ? ' ↑' : order === 'descending' ? ' ↓' : ''}</span>
      </button>
    </span>
  );
}

function AccountRow({ account, to, isOpen }: { account: Schemas['AccountRow']; to: string; isOpen: boolean }) {
  return (
    <div
      role="row"
      className={`${grid} relative h-8 items-center border-b border-line hover:bg-well has-[[data-row]:focus-visible]:outline-2 has-[[data-row]:focus-visible]:-outline-offset-2 has-[[data-row]:focus-visible]:outline-petrol ${isOpen ? 'bg-petrol-wash shadow-[inset_3px_0_0_var(--petrol)]' : ''}`}
    >
      <span role="cell" className="truncate">
        <Link
          to={to}
          data-row={account.id}
          aria-current={isOpen ? 'true' : undefined}
          className="outline-none after:absolute after:inset-0"
        >
          <bdi>{account.name}</bdi>
        </Link>
      </span>
      <span role="cell" className="truncate font-mono text-small" title={account.email}>
        {account.email}
      </span>
      <span role="cell" className="flex items-center gap-1.5 truncate">
        <StatusMark status={account.status} /> {standing(account)}
      </span>
      <span role="cell" className="text-right">
        <When at={account.seen_at} />
      </span>
    </div>
  );
}

function standing(account: Schemas['AccountRow']): string {
  if (account.access === 'none') return account.status;
  const owed = account.duties.length;
  return owed === 0 ? account.access : `${account.access}, ${owed} ${owed === 1 ? 'duty' : 'duties'}`;
}
