import { useParams, useSearchParams } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { FilterChip } from '../../kit/Chip';
import { DataTable, type Column } from '../../kit/DataTable';
import { ListPane, Screen } from '../../kit/Layout';
import { QueryState } from '../../kit/QueryState';
import { Address } from '../../kit/Text';
import { RowTime } from '../../kit/Time';
import { api, FIGURES_EVERY } from '../api';
import { More } from '../More';
import { useListKeys } from '../useListKeys';
import { usePages } from '../usePages';
import { MessagePane } from './MessagePane';
import { MessageStateMark } from './MessageStateMark';

type State = Schemas['MessageState'];
type Message = Schemas['MessageRow'];

const STATES: readonly State[] = ['queued', 'sending', 'retrying', 'held', 'sent', 'failed'];

const COLUMNS: readonly Column<Message>[] = [
  {
    key: 'subject',
    head: 'Subject',
    width: 'minmax(160px, 1.4fr)',
    fold: 'first',
    isCut: true,
    cell: ({ subject }) => <bdi title={subject}>{subject}</bdi>,
  },
  {
    key: 'to',
    head: 'To',
    width: 'minmax(150px, 1fr)',
    fold: 'second',
    isCut: true,
    cell: ({ recipient }) => <Address>{recipient}</Address>,
  },
  {
    key: 'state',
    head: 'State',
    width: '84px',
    fold: 'first-end',
    cell: ({ state }) => <MessageStateMark state={state} />,
  },
  {
    key: 'at',
    head: 'Queued',
    width: '66px',
    fold: 'second-end',
    isFigure: true,
    cell: ({ created_at }) => <RowTime at={created_at} />,
  },
];

/** The outbox: every message as it was or would have been sent. */
export function MailScreen() {
  const { id } = useParams();
  const [search, setSearch] = useSearchParams();
  const state = search.get('state') as State | null;
  const filter = state === null ? '' : `?state=${state}`;
  const list = usePages(
    ['messages', 'all', state],
    (cursor, signal) =>
      answer(
        api.GET('/messages', {
          params: { query: { ...(state === null ? {} : { state }), ...(cursor === undefined ? {} : { cursor }) } },
          signal,
        }),
      ),
    FIGURES_EVERY,
  );
  const rows = useListKeys(id ?? null, (to) => `/mail${to === null ? '' : `/${to}`}${filter}`);
  return (
    <ListPane
      list={
        <Screen title="Mail" aside="newest first">
          <div className="mb-2.5 flex flex-wrap gap-1.5" role="group" aria-label="State">
            {STATES.map((each) => (
              <FilterChip
                key={each}
                pressed={state === each}
                onPress={(on) => setSearch(on ? { state: each } : {}, { replace: true })}
              >
                <MessageStateMark state={each} />
              </FilterChip>
            ))}
          </div>
          <QueryState
            of={list}
            what="the messages"
            isEmpty={list.items.length === 0}
            empty={
              state === null
                ? 'No messages yet. Sign up on an account page and one appears here.'
                : `No message is ${state}.`
            }
          >
            <DataTable
              label="Messages"
              columns={COLUMNS}
              rows={list.items}
              rowKey={(message) => message.id}
              opens={(message) => ({ to: `/mail/${message.id}${filter}`, isOpen: message.id === id })}
              isStale={list.isStale}
              rowsRef={rows}
            />
          </QueryState>
          <More list={list} />
        </Screen>
      }
      pane={id === undefined ? null : <MessagePane key={id} id={id} back={`/mail${filter}`} />}
    />
  );
}
