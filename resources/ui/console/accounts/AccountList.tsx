import { useQuery } from '@tanstack/react-query';
import { Suspense, useEffect, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { answer } from '../../api/client';
import { Button } from '../../kit/Button';
import { useCopy } from '../../kit/Copy';
import { DataTable } from '../../kit/DataTable';
import { later } from '../../kit/later';
import { LinkButton } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { useTitle } from '../../kit/useTitle';
import { useToast } from '../../kit/Toast';
import { grouped } from '../../text/figures';
import { api, useMay } from '../api';
import { useKeys } from '../keys';
import { More } from '../More';
import { bulkAct, fieldDefinitions } from '../queries';
import { useListKeys } from '../useListKeys';
import { usePages } from '../usePages';
import { COLUMNS, columnsOf, keepColumns, keepWidth, keptColumns, keptWidths } from './columns';
import { Filters } from './Filters';
import { BulkBar } from './BulkBar';
import { SearchBox } from './SearchBox';
import { useLabels } from './useLabels';
import { useSelection } from './useSelection';
import { Views } from './Views';
import { readWhere, whereInWords, writeWhere } from './where';

const MakeAccountDialog = later(() => import('./MakeAccountDialog').then((module) => module.MakeAccountDialog));
const ExportDialog = later(() => import('./ExportDialog').then((module) => module.ExportDialog));
const ColumnsDialog = later(() => import('./ColumnsDialog').then((module) => module.ColumnsDialog));

const ORDERS: Record<string, string> = {
  name: 'by name',
  '-name': 'by name, Z to A',
  address: 'by address',
  '-address': 'by address, Z to A',
  created: 'oldest first',
  '-created': 'newest first',
  changed: 'longest unchanged first',
  '-changed': 'last changed first',
  seen: 'longest unseen first',
  '-seen': 'last seen first',
  status: 'by status',
  '-status': 'by status, from the end',
};

export function AccountList({ openId }: { openId: string | null }) {
  useTitle('Accounts');
  const [search, setSearch] = useSearchParams();
  const query = search.get('q') ?? '';
  const where = readWhere(search.get('where'));
  const written = writeWhere(where);
  const sort = search.get('sort') ?? '-seen';
  const set = (changes: Record<string, string | null>) =>
    setSearch(
      (before) => {
        for (const [key, value] of Object.entries(changes)) {
          if (value === null || value === '') before.delete(key);
          else before.set(key, value);
        }
        return before;
      },
      { replace: true },
    );
  const [chosen, setChosen] = useState(keptColumns);
  const columns = search.get('columns')?.split(',') ?? chosen;
  const fields = useQuery(fieldDefinitions).data?.items ?? [];
  const labels = useLabels();
  const shownFields = columns.flatMap((key) => (key.startsWith('field:') ? [key.slice('field:'.length)] : []));
  const list = usePages(['accounts', query, written, sort, shownFields.join()], (cursor, signal) =>
    answer(
      api.GET('/accounts', {
        params: {
          query: {
            sort,
            ...(query === '' ? {} : { q: query }),
            ...(written === null ? {} : { where: written }),
            ...(shownFields.length === 0 ? {} : { fields: shownFields.join() }),
            ...(cursor === undefined ? {} : { cursor }),
          },
        },
        signal,
      }),
    ),
  );
  const total = useTotal(query, written, list.first !== undefined && !list.isStale ? list.first : null);
  const may = useMay();
  const mayMake = may('kennel:accounts.manage');
  const [dialog, setDialog] = useState<'make' | 'columns' | 'export' | 'export selected' | null>(null);
  const [isAdding, setAdding] = useState(false);
  const [widths, setWidths] = useState(keptWidths);
  const resize = (column: string, width: number | null) => setWidths((before) => keepWidth(before, column, width));
  const { copy } = useCopy();
  const toast = useToast();
  const kept = new URLSearchParams(search);
  kept.delete('bulk');
  const suffix = kept.size > 0 ? `?${kept}` : '';
  const selection = useSelection(list.items, `${query} ${written}`);
  // Once it is done to them, they are let go.
  const bulk = search.get('bulk');
  const navigate = useNavigate();
  const begun = useQuery({ ...bulkAct(bulk ?? ''), enabled: bulk !== null }).data;
  const isDone = begun?.state === 'done' || begun?.state === 'running';
  useEffect(() => {
    if (isDone) selection.clear();
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [isDone]);
  const isSelecting = selection.isAll || selection.ids.size > 0;
  const rows = useListKeys(openId, (id) => `/accounts${id === null ? '' : `/${id}`}${suffix}`);
  const copyOf = (what: 'id' | 'email') => () => {
    const id = document.activeElement?.closest('[role="row"]')?.querySelector<HTMLElement>('[data-row]')?.dataset[
      'row'
    ];
    const row = list.items.find((each) => each.id === (id ?? openId));
    if (row === undefined) return;
    copy(row[what]);
    toast(`Copied: ${row[what]}`);
  };
  useKeys({
    ...(mayMake ? { n: () => setDialog('make') } : {}),
    f: () => setAdding(true),
    i: copyOf('id'),
    c: copyOf('email'),
    x: () => {
      const id = rowUnderFocus();
      if (id !== undefined) selection.toggle(id);
    },
  });
  const labelOf = (column: string) =>
    COLUMNS.find(({ value }) => value === column)?.label ??
    fields.find(({ key }) => `field:${key}` === column)?.label ??
    column.replace('field:', '');
  const order =
    ORDERS[sort] ?? `by ${labelOf(sort.replace('-', '')).toLowerCase()}${sort.startsWith('-') ? ', from the end' : ''}`;
  const listed = { search: query, where: JSON.stringify(where), sort, columns };
  return (
    <section aria-label="Accounts" className="flex h-full flex-col">
      <Surface edge="bottom" className="space-y-2.5 px-4 pt-3 pb-2.5 max-sm:px-3">
        <div className="flex flex-wrap items-center justify-between gap-2">
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
            <Text as="h1" size="title" weight="bold">
              Accounts
            </Text>
            <Views
              listed={listed}
              isEverybody={query === '' && where.length === 0}
              onOpen={(view) =>
                set(
                  view === null
                    ? { q: null, where: null, sort: null, columns: null }
                    : {
                        q: view.search,
                        where: writeWhere(view.where),
                        sort: view.sort,
                        columns: view.columns.join() || null,
                      },
                )
              }
            />
          </div>
          <span className="flex gap-2">
            <Button size="small" onClick={() => setDialog('columns')}>
              Columns…
            </Button>
            {may('kennel:accounts.export') ? (
              <Button size="small" onClick={() => setDialog('export')}>
                Export…
              </Button>
            ) : null}
            {mayMake ? (
              <Button size="small" onClick={() => void navigate('/accounts/import')}>
                Import…
              </Button>
            ) : null}
            {mayMake ? (
              <Button size="small" title="New account (n)" onClick={() => setDialog('make')}>
                New account…
              </Button>
            ) : null}
          </span>
        </div>
        <SearchBox value={query} onChange={(value) => set({ q: value })} found={total.shown} />
        <Filters
          where={where}
          isAdding={isAdding}
          onAdding={setAdding}
          onChange={(next) => set({ where: writeWhere(next) })}
        />
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
            columns={columnsOf(columns, labelOf, sort, (next) => set({ sort: next }), widths, resize)}
            rows={list.items}
            rowKey={({ id }) => id}
            opens={({ id }) => ({ to: `/accounts/${id}${suffix}`, isOpen: id === openId })}
            isStale={list.isStale}
            total={total.shown?.total_is_exact === true ? total.shown.total : undefined}
            rowsRef={rows}
            selection={selection.table}
          />
        </QueryState>
        <div className="px-2">
          <More list={list} />
        </div>
      </div>
      {isSelecting ? (
        <BulkBar
          meant={
            selection.isAll ? { all: true, search: query, where: JSON.stringify(where) } : { ids: [...selection.ids] }
          }
          selected={selection.isAll ? null : selection.ids.size}
          total={total.shown}
          isAll={selection.isAll}
          onAll={selection.selectAll}
          onClear={selection.clear}
          onExport={may('kennel:accounts.export') ? () => setDialog('export selected') : undefined}
        />
      ) : null}
      <Surface as="footer" edge="top" className="shrink-0 px-4">
        <Note as="span" className="flex min-h-9 flex-wrap items-center gap-x-2 py-1">
          {list.isPending ? '' : `${grouped(list.items.length)} shown, ${order}`}
          {where.length === 0 ? '' : `; ${whereInWords(where, labels)}`}
          {total.countAll === null ? null : <LinkButton onClick={total.countAll}>Count them all</LinkButton>}
        </Note>
      </Surface>
      <Suspense fallback={null}>
        {dialog === 'make' ? <MakeAccountDialog onClose={() => setDialog(null)} /> : null}
        {dialog === 'export' ? <ExportDialog listed={listed} onClose={() => setDialog(null)} /> : null}
        {dialog === 'export selected' ? (
          <ExportDialog
            listed={listed}
            {...(selection.isAll ? {} : { ids: [...selection.ids] })}
            onClose={() => setDialog(null)}
          />
        ) : null}
        {dialog === 'columns' ? (
          <ColumnsDialog
            columns={columns}
            widths={widths}
            onResize={resize}
            onClose={() => setDialog(null)}
            onChange={(next) => {
              keepColumns(next);
              setChosen(next);
              set({ columns: null });
            }}
          />
        ) : null}
      </Suspense>
    </section>
  );
}

/** The id of the row that has the focus, in whatever part of it. */
const rowUnderFocus = (): string | undefined =>
  document.activeElement?.closest('[role="row"]')?.querySelector<HTMLElement>('[data-row]')?.dataset['row'];

interface Total {
  total: number;
  total_is_exact: boolean;
}

/** What the list counts by itself; where that is too many, ten times as many; and all of them, when somebody asks. */
function useTotal(query: string, where: string | null, first: Total | null) {
  const [asked, setAsked] = useState<string | null>(null);
  const isAsked = asked === `${query} ${where}`;
  const needs = first !== null && !first.total_is_exact;
  const count = useQuery({
    queryKey: ['accounts-count', query, where, isAsked],
    queryFn: ({ signal }) =>
      answer(
        api.GET('/accounts/count', {
          params: {
            query: {
              ...(query === '' ? {} : { q: query }),
              ...(where === null ? {} : { where }),
              ...(isAsked ? { exact: 'true' as const } : {}),
            },
          },
          signal,
        }),
      ),
    enabled: needs,
  }).data;
  const shown: Total | null = needs ? (count ?? first) : first;
  return {
    shown,
    countAll: needs && count?.total_is_exact === false && !isAsked ? () => setAsked(`${query} ${where}`) : null,
  };
}
