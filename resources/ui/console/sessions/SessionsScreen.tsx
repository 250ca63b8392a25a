import { answer } from '../../api/client';
import { Empty, Screen, Table } from '../../kit/Layout';
import { InlineLink, When } from '../../kit/Text';
import { EndSession } from '../accounts/AccountParts';
import { api, FIGURES_EVERY } from '../api';
import { Failure } from '../Failure';
import { More } from '../More';
import { RulesInForce } from '../rules/RulesInForce';
import { usePages } from '../usePages';

export function SessionsScreen() {
  const list = usePages(
    ['sessions', 'all'],
    (cursor) => answer(api.GET('/sessions', { params: { query: cursor === undefined ? {} : { cursor } } })),
    FIGURES_EVERY,
  );
  return (
    <Screen title="Sessions" aside="live now, newest first">
      <Failure error={list.error} />
      {list.items.length === 0 && !list.isPending ? <Empty>Nobody is signed in.</Empty> : null}
      <RulesInForce section="sessions" />
      <details className="mb-6">
        <summary className="cursor-pointer font-semibold">Limits for strangers, and brakes on failed sign-ins</summary>
        <div className="mt-3">
          <RulesInForce section="throttles" />
        </div>
      </details>
      <Table label="Live sessions" head={['Account', 'Device', 'From', 'Seen', 'Lapses in', '']}>
        {list.items.map((session) => (
          <tr key={session.id}>
            <td>
              <InlineLink to={`/accounts/${session.account.id}`}>{session.account.name}</InlineLink>
              {session.surface === 'console' ? <span className="text-ink-soft"> in the console</span> : null}
            </td>
            <td className="whitespace-nowrap">{session.device}</td>
            <td className="font-mono text-small">{session.source}</td>
            <td>
              <When at={session.seen_at} />
            </td>
            <td>
              <When at={session.lapses_at} />
            </td>
            <td className="text-right">
              <EndSession session={session} />
            </td>
          </tr>
        ))}
      </Table>
      <More list={list} />
    </Screen>
  );
}
