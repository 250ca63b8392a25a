import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, type Schemas } from '../../api/client';
import { Row } from '../../kit/Layout';
import { InlineLink, When } from '../../kit/Text';
import { api, refresh } from '../api';
import { actorName } from '../audit/actorName';
import { Failure } from '../Failure';

/** How many of each an account's page shows at first sight; the stations have the rest. */
const SHOWN = 20;
const EVERY = 5000;

interface Of {
  accountId: string;
}

export function Sessions({ accountId }: Of) {
  const list = useQuery({
    queryKey: ['sessions', accountId],
    queryFn: () => answer(api.GET('/sessions', { params: { query: { account: accountId, limit: SHOWN } } })),
    refetchInterval: EVERY,
  });
  return (
    <Row label="Sessions">
      <Failure error={list.error} />
      {list.data?.items.length === 0 ? <span className="text-ink-soft">none live</span> : null}
      {list.data?.items.map((session) => (
        <div key={session.id} className="flex items-start justify-between gap-2">
          <span>
            {session.device}, <When at={session.seen_at} />
            <span className="block text-small text-ink-soft">
              {session.surface === 'console' ? 'console' : 'account pages'} · {session.proven_by} ·{' '}
              <span className="font-mono">{session.source}</span>
            </span>
          </span>
          <EndSession session={session} />
        </div>
      ))}
    </Row>
  );
}

export function EndSession({ session }: { session: Schemas['LiveSession'] }) {
  const client = useQueryClient();
  const end = useMutation({
    mutationFn: () => answer(api.DELETE('/sessions/{id}', { params: { path: { id: session.id } } })),
    onSuccess: () => (session.is_own ? client.resetQueries({ queryKey: ['session'] }) : refresh(client)),
  });
  return (
    <span className="shrink-0">
      <button
        type="button"
        disabled={end.isPending}
        onClick={() => end.mutate()}
        aria-label={`End the session of ${session.account.name}: ${session.device}`}
        className="min-h-6 rounded-[4px] px-1 text-petrol underline underline-offset-2 disabled:opacity-55"
      >
        End{session.is_own ? ' (yours)' : ''}
      </button>
      <Failure error={end.error} />
    </span>
  );
}

export function Challenges({ accountId }: Of) {
  const list = useQuery({
    queryKey: ['challenges', accountId],
    queryFn: () => answer(api.GET('/challenges', { params: { query: { account: accountId, limit: SHOWN } } })),
    refetchInterval: EVERY,
  });
  return (
    <Row label="Challenges">
      <Failure error={list.error} />
      {list.data?.items.length === 0 ? <span className="text-ink-soft">none kept</span> : null}
      {list.data?.items.map((challenge) => (
        <div key={challenge.id}>
          {challenge.purpose === 'reset_password' ? 'set a new password' : 'prove the address'},{' '}
          <When at={challenge.created_at} />: <strong>{challenge.state}</strong>
          {challenge.state === 'open' ? (
            <span className="text-ink-soft">
              {' '}
              for <When at={challenge.expires_at} /> more
            </span>
          ) : null}
        </div>
      ))}
    </Row>
  );
}

export function Messages({ accountId }: Of) {
  const list = useQuery({
    queryKey: ['messages', accountId],
    queryFn: () => answer(api.GET('/messages', { params: { query: { account: accountId, limit: SHOWN } } })),
    refetchInterval: EVERY,
  });
  return (
    <Row label="Messages">
      <Failure error={list.error} />
      {list.data?.items.length === 0 ? <span className="text-ink-soft">none kept</span> : null}
      {list.data?.items.map((message) => (
        <div key={message.id}>
          <InlineLink to={`/mail/${message.id}`}>{message.subject}</InlineLink>{' '}
          <span className="text-ink-soft">
            {message.state}, <When at={message.created_at} />
          </span>
        </div>
      ))}
    </Row>
  );
}

export function History({ accountId }: Of) {
  const list = useQuery({
    queryKey: ['audit', accountId],
    queryFn: () => answer(api.GET('/audit-events', { params: { query: { account: accountId, limit: SHOWN } } })),
    refetchInterval: EVERY,
  });
  return (
    <Row label="Audit">
      <Failure error={list.error} />
      {list.data?.items.map((event) => (
        <div key={event.id} className="flex justify-between gap-2">
          <span className="min-w-0">
            <span className="font-mono text-small">{event.event}</span>{' '}
            <span className="text-ink-soft">by {actorName(event)}</span>
            {event.reason === null ? null : <span className="block text-small text-ink-soft">{event.reason}</span>}
          </span>
          <When at={event.at} />
        </div>
      ))}
    </Row>
  );
}
