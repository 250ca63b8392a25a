import { useQuery } from '@tanstack/react-query';
import { answer, type Schemas } from '../../api/client';
import { Failure } from '../../kit/Failure';
import { counted } from '../../text/figures';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import { AccountActDialog } from './AccountActDialog';

/** As many as the server gives at once; more than that and they are not counted. */
const MOST = 100;

/** Suspends or restores, says beforehand what that does, and asks why. */
export function ChangeStatusDialog({ account, onClose }: { account: Schemas['Account']; onClose: () => void }) {
  const toast = useToast();
  const isRestoring = account.status === 'suspended';
  const sessions = useQuery({
    queryKey: ['sessions', account.id, MOST],
    queryFn: ({ signal }) =>
      answer(api.GET('/sessions', { params: { query: { account: account.id, limit: MOST } }, signal })),
    enabled: !isRestoring,
  });
  return (
    <AccountActDialog
      account={account}
      title={
        <>
          {isRestoring ? 'Restore' : 'Suspend'} <bdi>{account.name}</bdi>?
        </>
      }
      act={isRestoring ? 'Restore account' : 'Suspend account'}
      kind={isRestoring ? 'act' : 'stop'}
      onClose={onClose}
      run={(params, reason) =>
        (isRestoring
          ? answer(api.POST('/accounts/{id}/restore', { params, body: { reason } }))
          : answer(api.POST('/accounts/{id}/suspend', { params, body: { reason } }))
        ).then(() => toast(`${account.name} is ${isRestoring ? 'restored' : 'suspended'}.`))
      }
    >
      <p>
        {isRestoring
          ? 'They can sign in again. Sessions that were ended stay ended.'
          : `They cannot sign in until restored. ${ended(sessions.data)}`}
      </p>
      <Failure error={sessions.error} onRetry={sessions.refetch} />
    </AccountActDialog>
  );
}

function ended(sessions: { items: unknown[]; next: string | null } | undefined): string {
  if (sessions === undefined) return 'Counting their live sessions…';
  if (sessions.next !== null) return `All their sessions, more than ${sessions.items.length}, end at once.`;
  return sessions.items.length === 0
    ? 'No session is live.'
    : `${counted(sessions.items.length, 'live session ends', 'live sessions end')} at once.`;
}
