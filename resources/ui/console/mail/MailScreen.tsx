import { Link, useParams, useSearchParams } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { FilterChip } from '../../kit/Button';
import { Empty, Screen } from '../../kit/Layout';
import { When } from '../../kit/Text';
import { api, FIGURES_EVERY } from '../api';
import { Failure } from '../Failure';
import { More } from '../More';
import { useListKeys } from '../useListKeys';
import { usePages } from '../usePages';
import { MessagePane } from './MessagePane';
import { MessageStateMark } from './MessageStateMark';

type State = Schemas['MessageState'];

const STATES: readonly State[] = ['queued', 'sending', 'retrying', 'held', 'sent', 'failed'];

/** The outbox: every message as it was or would have been sent. */
export function MailScreen() {
  const { id } = useParams();
  const [search, setSearch] = useSearchParams();
  const state = search.get('state') as State | null;
  const suffix = search.size > 0 ? `?${search}` : '';
  const list = usePages(
    ['messages', 'all', state],
    (cursor) =>
      answer(
        api.GET('/messages', {
          params: { query: { ...(state === null ? {} : { state }), ...(cursor === undefined ? {} : { cursor }) } },
        }),
      ),
    FIGURES_EVERY,
  );
  const rows = useListKeys<HTMLUListElement>(id ?? null, (to) => `/mail${to === null ? '' : `/${to}`}${suffix}`);
  return (
    <div className="flex h-full">
      <div className={`min-w-0 flex-1 ${id === undefined ? '' : 'max-lg:hidden'}`}>
        <Screen title="Mail" wide aside="held by the built-in stand-in until a relay is set">
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
          <Failure error={list.error} />
          {list.items.length === 0 && !list.isPending ? (
            <Empty>
              {state === null
                ? 'No message yet. Sign up on an account page and one appears here.'
                : `No message is ${state}.`}
            </Empty>
          ) : null}
          <ul ref={rows}>
            {list.items.map((message) => (
              <li
                key={message.id}
                className={`relative grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 border-b border-line px-2 py-1.5 hover:bg-well ${message.id === id ? 'bg-petrol-wash shadow-[inset_3px_0_0_var(--petrol)]' : ''}`}
              >
                <Link
                  to={`/mail/${message.id}${suffix}`}
                  data-row={message.id}
                  aria-current={message.id === id ? 'true' : undefined}
                  className="truncate after:absolute after:inset-0"
                >
                  {message.subject}
                </Link>
                <MessageStateMark state={message.state} />
                <span className="truncate font-mono text-small text-ink-soft">{message.recipient}</span>
                <span className="text-right text-small text-ink-soft">
                  <When at={message.created_at} />
                </span>
              </li>
            ))}
          </ul>
          <More list={list} />
        </Screen>
      </div>
      {id === undefined ? null : <MessagePane key={id} id={id} back={`/mail${suffix}`} />}
    </div>
  );
}
