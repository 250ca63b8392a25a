import { useEffect, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { FilterChip } from '../../kit/Chip';
import { DataTable, type Column } from '../../kit/DataTable';
import { ListPane } from '../../kit/Layout';
import { QueryState } from '../../kit/QueryState';
import { SearchInput } from '../../kit/Filter';
import { Address, Note } from '../../kit/Text';
import { RowTime } from '../../kit/Time';
import { useSettled } from '../../kit/useSettled';
import { api, FIGURES_EVERY, useMay } from '../api';
import { More } from '../More';
import { useListKeys } from '../useListKeys';
import { usePages } from '../usePages';
import { HandInBounce } from './HandInBounce';
import { MailHead } from './MailHead';
import { MessagePane } from './MessagePane';
import { MessageStateMark } from './MessageStateMark';
import { TextDialog } from './TextDialog';

type State = Schemas['MessageState'];
type Message = Schemas['MessageRow'];

const STATES: readonly State[] = ['queued', 'sending', 'retrying', 'held', 'sent', 'failed', 'bounced', 'suppressed'];

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
  const to = search.get('to') ?? '';
  const [isTexting, setTexting] = useState(false);
  const [typed, setTyped] = useState(to);
  const [known, setKnown] = useState(to);
  const settled = useSettled(typed, 150);
  // The address says what is searched for; a link may have changed it.
  if (to !== known) {
    setKnown(to);
    if (to !== settled) setTyped(to);
  }
  const filter = search.size === 0 ? '' : `?${search.toString()}`;
  const may = useMay();
  const list = usePages(
    ['messages', 'all', state, to],
    (cursor, signal) =>
      answer(
        api.GET('/messages', {
          params: {
            query: {
              ...(state === null ? {} : { state }),
              ...(to === '' ? {} : { to }),
              ...(cursor === undefined ? {} : { cursor }),
            },
          },
          signal,
        }),
      ),
    FIGURES_EVERY,
  );
  const change = (key: string, value: string) =>
    setSearch(
      (before) => {
        if (value === '') before.delete(key);
        else before.set(key, value);
        return before;
      },
      { replace: true },
    );
  useEffect(() => {
    if (settled !== to) change('to', settled);
    // When somebody pauses; what a link says is no reason to write it back.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [settled]);
  const rows = useListKeys(id ?? null, (next) => `/mail${next === null ? '' : `/${next}`}${filter}`);
  return (
    <section className="flex h-full flex-col" aria-label="Mail">
      <MailHead tab="" aside={<Note className="ml-auto flex items-center">newest first</Note>} />
      <div className="min-h-0 flex-1">
        <ListPane
          list={
            <div className="h-full overflow-y-auto px-5 py-4 max-sm:px-3">
              <div className="mb-2.5 flex flex-wrap items-start gap-2">
                <div className="w-80 max-w-full">
                  <SearchInput
                    label="Sent to"
                    prompt="How the address begins"
                    value={typed}
                    onType={setTyped}
                    found=""
                  />
                </div>
                {may('kennel:messages.send') ? (
                  <>
                    <HandInBounce />
                    <Button size="small" onClick={() => setTexting(true)}>
                      Try a text message…
                    </Button>
                  </>
                ) : null}
              </div>
              <div className="mb-2.5 flex flex-wrap gap-1.5" role="group" aria-label="State">
                {STATES.map((each) => (
                  <FilterChip key={each} pressed={state === each} onPress={(on) => change('state', on ? each : '')}>
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
            </div>
          }
          pane={id === undefined ? null : <MessagePane key={id} id={id} back={`/mail${filter}`} />}
        />
      </div>
      {isTexting ? <TextDialog onClose={() => setTexting(false)} /> : null}
    </section>
  );
}
