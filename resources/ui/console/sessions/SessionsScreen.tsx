import { answer, type Schemas } from '../../api/client';
import { DataTable, type Column } from '../../kit/DataTable';
import { Disclosure } from '../../kit/Disclosure';
import { Screen } from '../../kit/Layout';
import { InlineLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { EndSession } from '../accounts/AccountParts';
import { api, FIGURES_EVERY } from '../api';
import { More, Newer } from '../More';
import { RulesInForce } from '../rules/RulesInForce';
import { useListKeys } from '../useListKeys';
import { usePages } from '../usePages';

const COLUMNS: readonly Column<Schemas['LiveSession']>[] = [
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
      <Text face="mono" size="small">
        {source}
      </Text>
    ),
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

export function SessionsScreen() {
  const list = usePages(
    ['sessions', 'all'],
    (cursor, signal) =>
      answer(api.GET('/sessions', { params: { query: cursor === undefined ? {} : { cursor } }, signal })),
    FIGURES_EVERY,
  );
  const rows = useListKeys(null, () => '/sessions');
  return (
    <Screen title="Sessions" aside="live now, newest first">
      <RulesInForce section="sessions" />
      <Disclosure className="mb-4" summary="Limits for strangers, and brakes on failed sign-ins">
        <div className="mt-3">
          <RulesInForce section="throttles" />
        </div>
      </Disclosure>
      <Newer list={list} />
      <QueryState of={list} what="the sessions" isEmpty={list.items.length === 0} empty="Nobody is signed in.">
        <DataTable
          label="Live sessions"
          columns={COLUMNS}
          rows={list.items}
          rowKey={({ id }) => id}
          isStale={list.isStale}
          rowsRef={rows}
        />
      </QueryState>
      <More list={list} />
    </Screen>
  );
}
