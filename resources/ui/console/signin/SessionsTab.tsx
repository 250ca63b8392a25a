import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Bars } from '../../kit/Chart';
import { DataTable, type Column, type Selection } from '../../kit/DataTable';
import { Failure } from '../../kit/Failure';
import { SearchInput } from '../../kit/Filter';
import { InlineLink, LinkButton } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { SmallSelect } from '../../kit/SmallSelect';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';
import { useSettled } from '../../kit/useSettled';
import { counted } from '../../text/figures';
import { EndSession } from '../accounts/AccountParts';
import { api, FIGURES_EVERY, refresh, useMay } from '../api';
import { More, Newer } from '../More';
import { apps as appsQuery } from '../queries';
import { useListKeys } from '../useListKeys';
import { usePages } from '../usePages';
import { useQuestion } from '../useQuestion';
import { proofOf } from './proofOf';

type Session = Schemas['LiveSession'];

const columns = (onSource: (source: string) => void): readonly Column<Session>[] => [
  {
    key: 'account',
    head: 'Account',
    width: 'minmax(140px, 1.2fr)',
    fold: 'first',
    cell: ({ account, surface }) => (
      <>
        <InlineLink to={`/accounts/${account.id}`}>
          <bdi>{account.name}</bdi>
        </InlineLink>
        {surface === 'console' ? <Text tone="soft"> in the console</Text> : null}
      </>
    ),
  },
  {
    key: 'device',
    head: 'Device',
    width: 'minmax(130px, 1fr)',
    fold: 'second',
    cell: ({ device }) => <bdi>{device}</bdi>,
  },
  {
    key: 'from',
    head: 'From',
    width: 'minmax(110px, 0.6fr)',
    fold: 'line',
    cell: ({ source }) => (
      <LinkButton onClick={() => onSource(source)} title="Those from here">
        <Text face="mono" size="small">
          {source}
        </Text>
      </LinkButton>
    ),
  },
  {
    key: 'proof',
    head: 'Proven by',
    width: 'minmax(110px, 0.9fr)',
    fold: 'line',
    isCut: true,
    cell: (session) => proofOf(session),
  },
  {
    key: 'seen',
    head: 'Seen',
    width: '70px',
    fold: 'first-end',
    isFigure: true,
    cell: ({ seen_at }) => <When at={seen_at} />,
  },
  {
    key: 'lapses',
    head: 'Lapses in',
    width: '76px',
    fold: 'line',
    isFigure: true,
    cell: ({ lapses_at }) => <When at={lapses_at} />,
  },
  {
    key: 'end',
    head: 'End it',
    width: '96px',
    fold: 'second-end',
    isFigure: true,
    cell: (session) => <EndSession session={session} />,
  },
];

/** Live sessions: whose, where, by what they were proven; and an end to one or many. */
export function SessionsTab() {
  const may = useMay();
  const [{ who, from, surface, proof, app }, ask] = useQuestion('who', 'from', 'surface', 'proof', 'app');
  const [typed, setTyped] = useState(who);
  const settled = useSettled(typed, 150);
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set());
  const apps = useQuery(appsQuery).data?.items ?? [];
  const question = { who, from, surface, proof, app };
  useEffect(() => {
    if (settled !== who) ask({ who: settled });
    // When somebody pauses; what a link says is no reason to write it back.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [settled]);
  const list = usePages(
    ['sessions', 'all', question],
    (cursor, signal) =>
      answer(
        api.GET('/sessions', {
          params: {
            query: {
              ...Object.fromEntries(Object.entries(question).filter(([, value]) => value !== '')),
              ...(cursor === undefined ? {} : { cursor }),
            },
          },
          signal,
        }),
      ),
    FIGURES_EVERY,
  );
  const rows = useListKeys(null, () => '/sign-in/sessions');
  const isNarrowed = Object.values(question).some((part) => part !== '');
  const selection: Selection<Session> = {
    has: ({ id }) => ids.has(id),
    shown: ids.size === 0 ? 'none' : list.items.every(({ id }) => ids.has(id)) ? 'all' : 'some',
    name: ({ account, device }) => `${account.name}, ${device}`,
    onSelect: ({ id }, isSelected) =>
      setIds((before) => new Set(isSelected ? [...before, id] : [...before].filter((other) => other !== id))),
    onSelectShown: (isSelected) => setIds(new Set(isSelected ? list.items.map(({ id }) => id) : [])),
  };
  return (
    <>
      <div className="min-h-0 flex-1 overflow-y-auto px-5 py-4 max-sm:px-3">
        <Day />
        <div className="mb-2.5 flex flex-wrap items-center gap-2">
          <div className="w-72 max-w-full">
            <SearchInput label="Whose sessions" prompt="Name or address" value={typed} onType={setTyped} found="" />
          </div>
          <SmallSelect
            label="Where"
            value={surface}
            onChange={(event) => ask({ surface: event.target.value })}
            choices={[
              { value: '', label: 'Everywhere' },
              { value: 'console', label: 'In the console' },
              { value: 'pages', label: 'On account pages' },
            ]}
          />
          <SmallSelect
            label="Proven by"
            value={proof}
            onChange={(event) => ask({ proof: event.target.value })}
            choices={[
              { value: '', label: 'However proven' },
              { value: 'one', label: 'By one factor' },
              { value: 'two', label: 'By two factors' },
            ]}
          />
          <SmallSelect
            label="App"
            value={app}
            onChange={(event) => ask({ app: event.target.value })}
            choices={[{ value: '', label: 'Every app' }, ...apps.map(({ key, name }) => ({ value: key, label: name }))]}
          />
          {from === '' ? null : (
            <Note as="span">
              From <Text face="mono">{from}</Text>.{' '}
              <LinkButton onClick={() => ask({ from: '' })}>From anywhere</LinkButton>
            </Note>
          )}
        </div>
        <Newer list={list} />
        <QueryState
          of={list}
          what="the sessions"
          isEmpty={list.items.length === 0}
          empty={isNarrowed ? 'None is like that.' : 'Nobody is signed in.'}
        >
          <DataTable
            label="Live sessions"
            columns={columns((source) => ask({ from: source }))}
            rows={list.items}
            rowKey={({ id }) => id}
            isStale={list.isStale}
            rowsRef={rows}
            selection={may('kennel:sessions.end') ? selection : undefined}
          />
        </QueryState>
        <More list={list} />
      </div>
      {ids.size > 0 ? <EndBar ids={[...ids]} onDone={() => setIds(new Set())} /> : null}
    </>
  );
}

function EndBar({ ids, onDone }: { ids: readonly string[]; onDone: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  const end = useMutation({
    mutationFn: () => answer(api.POST('/sessions/end', { body: { ids: [...ids] } })),
    onSuccess: ({ ended, left }) => {
      const many = (count: number) => counted(count, 'session', 'sessions');
      toast(`${many(ended)} ended.${left === 0 ? '' : ` ${many(left)} ended meanwhile, or are out of your reach.`}`);
      refresh(client);
      onDone();
    },
  });
  return (
    <Surface as="footer" edge="top" className="flex shrink-0 flex-wrap items-center gap-2 px-4 py-2">
      <span role="status" className="mr-2 flex items-center gap-x-2">
        <Text weight="strong">{ids.length} selected</Text>
        <LinkButton onClick={onDone}>none</LinkButton>
      </span>
      <Button
        size="small"
        kind="stop"
        aria-disabled={end.isPending}
        onClick={() => (end.isPending ? undefined : end.mutate())}
      >
        End {counted(ids.length, 'session', 'sessions')}
      </Button>
      <Failure error={end.error} />
    </Surface>
  );
}

/** How many were live through the last day. */
function Day() {
  const day = useQuery({
    queryKey: ['sessions', 'day'],
    queryFn: ({ signal }) => answer(api.GET('/sessions/day', { signal })),
    refetchInterval: FIGURES_EVERY,
  });
  const hours = day.data?.hours ?? [];
  const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
  return hours.length === 0 ? null : (
    <section aria-label="The last day" className="mb-4 max-w-3xl">
      <Text as="h2" weight="strong">
        {counted(hours.at(-1)?.live ?? 0, 'session', 'sessions')} live
      </Text>
      <Bars
        label="Sessions live at the hour"
        values={hours.map(({ at, live }) => ({ key: at, value: live }))}
        says={({ key, value }) => `${clock.format(new Date(key))}: ${value}`}
      />
      <Note>The last 24 hours, by the hour; now on the right.</Note>
    </section>
  );
}
