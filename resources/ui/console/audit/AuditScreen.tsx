import { useSearchParams } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { ValueButton } from '../../kit/SmallButtons';
import { DataTable, type Column } from '../../kit/DataTable';
import { Disclosure } from '../../kit/Disclosure';
import { Screen } from '../../kit/Layout';
import { InlineLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { api, FIGURES_EVERY } from '../api';
import { More, Newer } from '../More';
import { RulesInForce } from '../rules/RulesInForce';
import { useListKeys } from '../useListKeys';
import { usePages } from '../usePages';
import { actorName } from './actorName';

/** The trail; an event's name, pressed, leaves only its kind. */
export function AuditScreen() {
  const [search, setSearch] = useSearchParams();
  const event = search.get('event');
  const list = usePages(
    ['audit', 'all', event],
    (cursor, signal) =>
      answer(
        api.GET('/audit-events', {
          params: { query: { ...(event === null ? {} : { event }), ...(cursor === undefined ? {} : { cursor }) } },
          signal,
        }),
      ),
    FIGURES_EVERY,
  );
  const rows = useListKeys(null, () => '/audit');
  const columns: Column<Schemas['AuditEvent']>[] = [
    { key: 'at', head: 'When', width: '58px', fold: 'first-end', cell: ({ at }) => <When at={at} /> },
    {
      key: 'event',
      head: 'Event',
      width: '196px',
      fold: 'first',
      cell: ({ event: name }) => (
        <ValueButton face="mono" title="Only events of this name" onClick={() => setSearch({ event: name })}>
          {name}
        </ValueButton>
      ),
    },
    {
      key: 'by',
      head: 'By',
      width: 'minmax(96px, 0.7fr)',
      fold: 'second',
      cell: (row) => <bdi>{actorName(row)}</bdi>,
    },
    {
      key: 'on',
      head: 'On',
      width: 'minmax(110px, 0.9fr)',
      fold: 'second-end',
      cell: ({ account, is_erased }) =>
        account === null ? (
          '–'
        ) : is_erased ? (
          <Text tone="soft">erased</Text>
        ) : (
          <InlineLink to={`/accounts/${account.id}`}>
            <bdi>{account.name}</bdi>
          </InlineLink>
        ),
    },
    {
      key: 'from',
      head: 'From',
      width: '112px',
      fold: 'line',
      cell: ({ source }) => (
        <Text face="mono" size="small">
          {source ?? '–'}
        </Text>
      ),
    },
    {
      key: 'changes',
      head: 'What changed',
      width: 'minmax(180px, 2.4fr)',
      fold: 'line',
      cell: ({ changes, reason, is_erased }) => (
        <Text size="small">
          {is_erased ? <Text tone="soft">erased with the account</Text> : null}
          {Object.entries(changes).map(([field, change]) => (
            <span key={field} className="mr-3">
              {field}: <bdi>{show(change.before)}</bdi> → <bdi>{show(change.after)}</bdi>
            </span>
          ))}
          {reason === null || is_erased ? null : (
            <Text as="bdi" tone="soft" className="block">
              {reason}
            </Text>
          )}
        </Text>
      ),
    },
  ];
  return (
    <Screen title="Audit" aside="append-only, newest first">
      <Disclosure className="mb-3" summary="How long other rows are kept">
        <div className="mt-3">
          <Text as="p" tone="soft" className="mb-2 max-w-prose">
            The trail and the revisions of the rules are kept for good. Refused sign-ins are counted by the hour; the
            trail has the first of each.
          </Text>
          <RulesInForce section="retention" />
        </div>
      </Disclosure>
      {event === null ? null : (
        <p className="mb-2">
          Only{' '}
          <Text face="mono" size="small">
            {event}
          </Text>
          .{' '}
          <Button size="small" onClick={() => setSearch({})}>
            Show all events
          </Button>
        </p>
      )}
      <Newer list={list} />
      <QueryState of={list} what="the trail" isEmpty={list.items.length === 0} empty="No event has this name.">
        <DataTable
          label="Audit trail"
          columns={columns}
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

function show(value: unknown): string {
  return value === null || value === undefined ? '–' : String(value);
}
