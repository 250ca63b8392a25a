import { NeedMark } from '../../kit/Marks';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { DataTable, type Column, type Selection } from '../../kit/DataTable';
import { SearchInput } from '../../kit/Filter';
import { ListPane } from '../../kit/Layout';
import { InlineLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { SmallSelect } from '../../kit/SmallSelect';
import { Address, Note, Text } from '../../kit/Text';
import { RowTime } from '../../kit/Time';
import { useSettled } from '../../kit/useSettled';
import { api, FIGURES_EVERY, useMay } from '../api';
import { MessageStateMark } from '../mail/MessageStateMark';
import { More } from '../More';
import { apps as appsQuery, roles as rolesQuery } from '../queries';
import { useListKeys } from '../useListKeys';
import { usePages } from '../usePages';
import { useQuestion } from '../useQuestion';
import { InvitationPane } from './InvitationPane';
import { figures } from './queries';
import { TendBar } from './TendBar';

type Invitation = Schemas['InvitationRow'];
type State = 'open' | 'accepted' | 'lapsed' | 'withdrawn';

const WHEN: Record<State, { head: string; at: (one: Invitation) => string | null }> = {
  open: { head: 'Open until', at: ({ expires_at }) => expires_at },
  accepted: { head: 'Accepted', at: ({ ended_at }) => ended_at },
  lapsed: { head: 'Lapsed', at: ({ ended_at }) => ended_at },
  withdrawn: { head: 'Withdrawn', at: ({ ended_at }) => ended_at },
};

const columns = (state: State): readonly Column<Invitation>[] => [
  {
    key: 'email',
    head: 'Address',
    width: 'minmax(150px, 1.2fr)',
    fold: 'first',
    isCut: true,
    cell: ({ email }) => <Address>{email}</Address>,
  },
  {
    key: 'name',
    head: 'Name',
    width: 'minmax(100px, 1fr)',
    fold: 'second',
    isCut: true,
    cell: ({ name }) => <bdi title={name}>{name}</bdi>,
  },
  {
    key: 'to',
    head: 'To, as',
    width: 'minmax(110px, 0.9fr)',
    fold: 'line',
    isCut: true,
    cell: ({ app, roles }) => [app, ...roles].join(', '),
  },
  {
    key: 'by',
    head: 'By',
    width: 'minmax(90px, 0.8fr)',
    fold: 'line',
    isCut: true,
    cell: ({ inviter }) =>
      inviter.may_invite === false ? (
        <Text
          tone="caution"
          className="inline-flex items-center gap-1"
          title={`${inviter.name} may not invite any more`}
        >
          <NeedMark calls />
          <bdi>{inviter.name}</bdi>
          <span className="sr-only">, who may not invite any more</span>
        </Text>
      ) : (
        <bdi title={inviter.name}>{inviter.name}</bdi>
      ),
  },
  ...(state === 'open'
    ? [
        {
          key: 'message',
          head: 'Message',
          width: '96px',
          fold: 'second-end' as const,
          cell: ({ message }: Invitation) => (message === null ? null : <MessageStateMark state={message.state} />),
        },
      ]
    : []),
  {
    key: 'when',
    head: WHEN[state].head,
    width: '86px',
    fold: 'first-end',
    isFigure: true,
    cell: (one) =>
      one.lapses_soon ? (
        <Text tone="caution" weight="strong">
          <RowTime at={WHEN[state].at(one)} />
        </Text>
      ) : (
        <RowTime at={WHEN[state].at(one)} />
      ),
  },
];

/** Invitations of one state, with what can be done about them, one or many. */
export function InvitationList({ state }: { state: State }) {
  const may = useMay();
  const { id } = useParams();
  const [search] = useSearchParams();
  const [{ to, app, inviter, role, batch, soon }, ask] = useQuestion('to', 'app', 'inviter', 'role', 'batch', 'soon');
  const [typed, setTyped] = useState(to);
  const settled = useSettled(typed, 150);
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set());
  const apps = useQuery(appsQuery).data?.items ?? [];
  const roles = useQuery({ ...rolesQuery, enabled: may('kennel:roles.read') }).data?.items ?? [];
  const inviters = useQuery(figures(null, 90)).data?.inviters ?? [];
  const path = `/invitations/${state}`;
  const filter = search.size === 0 ? '' : `?${search.toString()}`;
  const question = { to, app, inviter, role, batch };
  const list = usePages(
    ['invitations', state, question, soon],
    (cursor, signal) =>
      answer(
        api.GET('/invitations', {
          params: {
            query: {
              state: soon === '' ? state : 'lapsing',
              ...Object.fromEntries(Object.entries(question).filter(([, value]) => value !== '')),
              ...(cursor === undefined ? {} : { cursor }),
            },
          },
          signal,
        }),
      ),
    FIGURES_EVERY,
  );
  useEffect(() => {
    if (settled !== to) ask({ to: settled });
    // When somebody pauses; what a link says is no reason to write it back.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [settled]);
  const rows = useListKeys(id ?? null, (next) => `${path}${next === null ? '' : `/${next}`}${filter}`);
  const shown = list.items.filter((one) => ids.has(one.id));
  const canTend = may('kennel:invitations.send') && (state === 'open' || state === 'lapsed');
  const selection: Selection<Invitation> = {
    has: (one) => ids.has(one.id),
    shown: shown.length === 0 ? 'none' : shown.length === list.items.length ? 'all' : 'some',
    name: ({ email }) => email,
    onSelect: (one, isSelected) =>
      setIds((before) => new Set(isSelected ? [...before, one.id] : [...before].filter((other) => other !== one.id))),
    onSelectShown: (isSelected) => setIds(new Set(isSelected ? list.items.map((one) => one.id) : [])),
  };
  const isNarrowed = [to, app, inviter, role, batch, soon].some((part) => part !== '');
  return (
    <ListPane
      list={
        <div className="flex h-full flex-col">
          <div className="min-h-0 flex-1 overflow-y-auto px-5 py-4 max-sm:px-3">
            <div className="mb-2.5 flex flex-wrap items-center gap-2">
              <div className="w-80 max-w-full">
                <SearchInput
                  label="Invited address"
                  prompt="How the address begins"
                  value={typed}
                  onType={setTyped}
                  found=""
                />
              </div>
              <SmallSelect
                label="App"
                value={app}
                onChange={(event) => ask({ app: event.target.value })}
                choices={[
                  { value: '', label: 'Every app' },
                  ...apps.map(({ key, name }) => ({ value: key, label: name })),
                ]}
              />
              <SmallSelect
                label="Inviter"
                value={inviter}
                onChange={(event) => ask({ inviter: event.target.value })}
                choices={[
                  { value: '', label: 'By anybody' },
                  ...inviters.map((one) => ({ value: one.id, label: `By ${one.name}` })),
                ]}
              />
              {roles.length === 0 ? null : (
                <SmallSelect
                  label="Role"
                  value={role}
                  onChange={(event) => ask({ role: event.target.value })}
                  choices={[
                    { value: '', label: 'As anything' },
                    ...roles.map(({ key, label }) => ({ value: key, label: `As ${label}` })),
                  ]}
                />
              )}
              {state === 'open' ? (
                <SmallSelect
                  label="Lapsing"
                  value={soon}
                  onChange={(event) => ask({ soon: event.target.value })}
                  choices={[
                    { value: '', label: 'However long' },
                    { value: 'yes', label: 'Lapsing soon' },
                  ]}
                />
              ) : null}
              {batch === '' ? null : (
                <Note as="span">
                  Sent together. <InlineLink to={path}>Show all</InlineLink>
                </Note>
              )}
            </div>
            <QueryState
              of={list}
              what="the invitations"
              isEmpty={list.items.length === 0}
              empty={
                isNarrowed
                  ? 'None is like that.'
                  : state === 'open'
                    ? may('kennel:invitations.send')
                      ? 'Nobody is invited at present. Press n, or open Invite, to invite somebody.'
                      : 'Nobody is invited at present.'
                    : `None is ${state}.`
              }
            >
              <DataTable
                label="Invitations"
                columns={columns(state)}
                rows={list.items}
                rowKey={(one) => one.id}
                opens={(one) => ({ to: `${path}/${one.id}${filter}`, isOpen: one.id === id })}
                isStale={list.isStale}
                rowsRef={rows}
                selection={canTend ? selection : undefined}
              />
            </QueryState>
            <More list={list} />
          </div>
          {canTend && ids.size > 0 ? <TendBar ids={[...ids]} onDone={() => setIds(new Set())} /> : null}
        </div>
      }
      pane={id === undefined ? null : <InvitationPane key={id} id={id} back={`${path}${filter}`} />}
    />
  );
}
