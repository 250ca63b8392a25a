import { useSearchParams } from 'react-router';
import { answer } from '../../api/client';
import { Button } from '../../kit/Button';
import { Empty, Screen, Table } from '../../kit/Layout';
import { InlineLink, When } from '../../kit/Text';
import { api, FIGURES_EVERY } from '../api';
import { RulesInForce } from '../rules/RulesInForce';
import { Failure } from '../Failure';
import { More } from '../More';
import { usePages } from '../usePages';
import { actorName } from './actorName';

/** The trail; an event's name, pressed, leaves only its kind. */
export function AuditScreen() {
  const [search, setSearch] = useSearchParams();
  const event = search.get('event');
  const list = usePages(
    ['audit', 'all', event],
    (cursor) =>
      answer(
        api.GET('/audit-events', {
          params: { query: { ...(event === null ? {} : { event }), ...(cursor === undefined ? {} : { cursor }) } },
        }),
      ),
    FIGURES_EVERY,
  );
  return (
    <Screen title="Audit" aside="append-only, newest first">
      <Failure error={list.error} />
      <details className="mb-3">
        <summary className="cursor-pointer font-semibold">How long other rows are kept</summary>
        <div className="mt-3">
          <p className="mb-2 max-w-prose text-ink-soft">
            The trail and the revisions of the rules are kept for good. Sign-ins that were refused are counted by the
            hour; the trail has the first of each.
          </p>
          <RulesInForce section="retention" />
        </div>
      </details>
      {event === null ? null : (
        <p className="mb-2">
          Only <span className="font-mono text-small">{event}</span>.{' '}
          <Button size="small" onClick={() => setSearch({})}>
            Show all
          </Button>
        </p>
      )}
      {list.items.length === 0 && !list.isPending ? <Empty>No event of this name.</Empty> : null}
      <Table label="Audit trail" head={['When', 'Event', 'By', 'On', 'From', 'What changed']}>
        {list.items.map((event) => (
          <tr key={event.id} className="align-top">
            <td>
              <When at={event.at} />
            </td>
            <td className="whitespace-nowrap">
              <button
                type="button"
                title="Only events of this name"
                onClick={() => setSearch({ event: event.event })}
                className="min-h-6 rounded-[4px] font-mono text-small hover:bg-petrol-wash"
              >
                {event.event}
              </button>
            </td>
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
