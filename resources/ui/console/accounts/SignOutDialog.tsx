import { answer, type Schemas } from '../../api/client';
import { Failure } from '../../kit/Failure';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import { AccountActDialog } from './AccountActDialog';
import { StillBelieved } from './StillBelieved';
import { useLiveSessions } from './useLiveSessions';

/** Ends every session of an account, which may sign in again at once. */
export function SignOutDialog({ account, onClose }: { account: Schemas['Account']; onClose: () => void }) {
  const toast = useToast();
  const sessions = useLiveSessions(account.id);
  return (
    <AccountActDialog
      account={account}
      title={
        <>
          Sign <bdi>{account.name}</bdi> out everywhere?
        </>
      }
      act="Sign out everywhere"
      onClose={onClose}
      run={({ path }, reason) =>
        answer(api.POST('/accounts/{id}/sign-out', { params: { path }, body: { reason } })).then(() =>
          toast(`${account.name} is signed out everywhere.`),
        )
      }
    >
      <p>{sessions.words} They can sign in again with the same password.</p>
      <StillBelieved />
      <Failure error={sessions.error} onRetry={sessions.refetch} />
    </AccountActDialog>
  );
}
