import { answer } from '../../api/client';
import { Screen, Table } from '../../kit/Layout';
import { InlineLink, When } from '../../kit/Text';
import { api, FIGURES_EVERY } from '../api';
import { Failure } from '../Failure';
import { More } from '../More';
import { usePages } from '../usePages';
import { actorName } from './actorName';

export function AuditScreen() {
  const list = usePages(
    ['audit', 'all'],
    (cursor) => answer(api.GET('/audit-events', { params: { query: cursor === undefined ? {} : { cursor } } })),
    FIGURES_EVERY,
  );
  return (
    <Screen title="Audit" aside="append-only, newest first">
      <Failure error={list.error} />
      <Table label="Audit trail" head={['When', 'Event', 'By', 'On', 'From', 'What changed']}>
        {list.items.map((event) => (
          <tr key={event.id} className="align-top">
            <td>
              <When at={event.at} />
            </td>
            <td className="font-mono text-small whitespace-nowrap">{event.event}</td>
            <td>{actorName(event)}</td>
            <td>
              {event.account === null ? (
                '–'
              ) : (
                <InlineLink to={`/accounts/${event.account.id}`}>{event.account.name}</InlineLink>
              )}
            </td>
            <td className="font-mono text-small">{event.source ?? '–'}</td>
            <td className="text-small wrap-anywhere">
              {Object.entries(event.changes).map(([field, change]) => (
                <span key={field} className="mr-2 inline-block">
                  {field}: {show(change.before)} → {show(change.after)}
                </span>
              ))}
              {event.reason === null ? null : <span className="block text-ink-soft">{event.reason}</span>}
            </td>
          </tr>
        ))}
      </Table>
      <More list={list} />
    </Screen>
  );
}

function show(value: unknown): string {
  return value === null || value === undefined ? '–' : String(value);
}
