import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Failure } from '../../kit/Failure';
import { Note, Text } from '../../kit/Text';
import { returnFocus } from '../../kit/focus';
import { Row } from '../../kit/Layout';
import { InlineLink, LinkButton } from '../../kit/Link';
import { useToast } from '../../kit/Toast';
import { exact, When } from '../../kit/Time';
import { counted } from '../../text/figures';
import { api, refresh, useMay } from '../api';
import { proofOf } from '../signin/proofOf';
import { actorName } from '../audit/actorName';

/** How many of each an account's page shows at first sight; the stations have the rest. */
const SHOWN = 20;
const EVERY = 5000;

interface Of {
  accountId: string;
}

/** What of an account is read by itself: nothing is claimed before the answer, and a failure can be tried again. */
function Part<T>({
  label,
  of,
  none,
  children,
}: {
  label: string;
  of: { data: { items: T[] } | undefined; error: Error | null; refetch: () => unknown };
  none: string;
  children: (item: T) => ReactNode;
}) {
  return (
    <Row label={label}>
      <Failure error={of.error} onRetry={of.refetch} />
      {of.data === undefined && of.error === null ? (
        <Text tone="soft" className="kit-late">
          Loading…
        </Text>
      ) : null}
      {of.data?.items.length === 0 ? <Text tone="soft">{none}</Text> : null}
      {of.data?.items.map(children)}
    </Row>
  );
}

export function Sessions({ accountId }: Of) {
  const list = useQuery({
    queryKey: ['sessions', accountId, SHOWN],
    queryFn: ({ signal }) =>
      answer(api.GET('/sessions', { params: { query: { account: accountId, limit: SHOWN } }, signal })),
    refetchInterval: EVERY,
  });
  return (
    <Part label="Sessions" of={list} none="none live">
      {(session) => (
        <div key={session.id} className="flex items-start justify-between gap-2">
          <span className="min-w-0">
            {session.device}, <When at={session.seen_at} />
            <Note as="span" className="block">
              {session.surface === 'console' ? 'console' : 'account pages'} · {proofOf(session)} ·{' '}
              <Text face="mono">{session.source}</Text>
            </Note>
          </span>
          <EndSession session={session} />
        </div>
      )}
    </Part>
  );
}

export function EndSession({ session }: { session: Schemas['LiveSession'] }) {
  const client = useQueryClient();
  const toast = useToast();
  const may = useMay();
  const end = useMutation({
    mutationFn: () => answer(api.DELETE('/sessions/{id}', { params: { path: { id: session.id } } })),
    onSuccess: () => {
      if (session.is_own) return window.location.reload();
      toast(`Session of ${session.account.name} on ${session.device} ended.`);
      refresh(client);
      // The row and the button in it will be gone.
      returnFocus(null);
    },
  });
  if (!session.is_own && !may('kennel:sessions.end')) return null;
  return (
    <span className="shrink-0">
      <LinkButton
        aria-disabled={end.isPending}
        onClick={() => (end.isPending ? undefined : end.mutate())}
        aria-label={`End the session of ${session.account.name}: ${session.device}`}
      >
        End{session.is_own ? ' (yours)' : ''}
      </LinkButton>
      <Failure error={end.error} />
    </span>
  );
}

const PURPOSES: Record<Schemas['Challenge']['purpose'], string> = {
  verify_address: 'verify the address',
  reset_password: 'reset the password',
  change_address: 'verify a new address',
  undo_address: 'undo a change of address',
  sign_in: 'sign in',
};

/** What used it, or made it pointless. */
const ENDED_BY: Readonly<Record<string, string>> = {
  link: 'by its link',
  code: 'by its code',
  newer: 'by a newer one',
  password_set: 'when a password was set',
  status: 'when the status changed',
  address: 'when the address was settled',
  claim: 'when the sign-up it was for was dropped',
  restored: 'when a backup was restored',
};

export function Challenges({ accountId }: Of) {
  const list = useQuery({
    queryKey: ['challenges', accountId],
    queryFn: ({ signal }) =>
      answer(api.GET('/challenges', { params: { query: { account: accountId, limit: SHOWN } }, signal })),
    refetchInterval: EVERY,
  });
  return (
    <Part label="Challenges" of={list} none="none">
      {(challenge) => (
        <div key={challenge.id}>
          {PURPOSES[challenge.purpose]}, <When at={challenge.created_at} />: <strong>{challenge.state}</strong>
          {challenge.state === 'open' ? (
            <Text tone="soft"> until {exact(new Date(challenge.expires_at))}</Text>
          ) : challenge.ended_by === null ? null : (
            <Text tone="soft"> {ENDED_BY[challenge.ended_by] ?? challenge.ended_by}</Text>
          )}
          {challenge.has_code ? (
            <Note as="span" className="block">
              With a code
              {challenge.code_attempts === 0
                ? ''
                : `, typed wrong ${counted(challenge.code_attempts, 'time', 'times')}`}
              {challenge.code_attempts >= challenge.code_most_attempts ? ': another is needed' : ''}
            </Note>
          ) : null}
        </div>
      )}
    </Part>
  );
}

export function Messages({ accountId }: Of) {
  const list = useQuery({
    queryKey: ['messages', accountId],
    queryFn: ({ signal }) =>
      answer(api.GET('/messages', { params: { query: { account: accountId, limit: SHOWN } }, signal })),
    refetchInterval: EVERY,
  });
  return (
    <Part label="Messages" of={list} none="none">
      {(message) => (
        <div key={message.id}>
          <InlineLink to={`/mail/${message.id}`}>
            <bdi>{message.subject}</bdi>
          </InlineLink>{' '}
          <Text tone="soft">
            {message.state}, <When at={message.created_at} />
          </Text>
        </div>
      )}
    </Part>
  );
}

export function History({ accountId }: Of) {
  const list = useQuery({
    queryKey: ['audit', accountId],
    queryFn: ({ signal }) =>
      answer(api.GET('/audit-events', { params: { query: { account: accountId, limit: SHOWN } }, signal })),
    refetchInterval: EVERY,
  });
  return (
    <Part label="Audit" of={list} none="none">
      {(event) => (
        <div key={event.id} className="flex justify-between gap-2">
          <span className="min-w-0">
            <Text face="mono" size="small">
              {event.event}
            </Text>{' '}
            <Text tone="soft">
              by <bdi>{actorName(event)}</bdi>
            </Text>
            {event.reason === null ? null : (
              <Note as="bdi" className="block">
                {event.reason}
              </Note>
            )}
          </span>
          <When at={event.at} />
        </div>
      )}
    </Part>
  );
}
