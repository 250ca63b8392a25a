import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { counted } from '../../text/figures';
import { api } from '../api';

/** As many as the server gives at once; more than that and they are not counted. */
const MOST = 100;

/** How many sessions an act would end, in words. */
export function useLiveSessions(accountId: string, isAsked = true) {
  const sessions = useQuery({
    queryKey: ['sessions', accountId, MOST],
    queryFn: ({ signal }) =>
      answer(api.GET('/sessions', { params: { query: { account: accountId, limit: MOST } }, signal })),
    enabled: isAsked,
  });
  return { words: ended(sessions.data), error: sessions.error, refetch: sessions.refetch };
}

function ended(sessions: { items: unknown[]; next: string | null } | undefined): string {
  if (sessions === undefined) return 'Counting their live sessions…';
  if (sessions.next !== null) return `All their sessions, more than ${sessions.items.length}, end at once.`;
  return sessions.items.length === 0
    ? 'No session is live.'
    : `${counted(sessions.items.length, 'live session ends', 'live sessions end')} at once.`;
}
