import { answer, type Schemas } from '../../api/client';
import { Failure } from '../../kit/Failure';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import { AccountActDialog, type Condition } from './AccountActDialog';
import { StillBelieved } from './StillBelieved';
import { useLiveSessions } from './useLiveSessions';

export type StatusAct = 'suspend' | 'restore' | 'close' | 'reopen';

interface Words {
  verb: string;
  done: string;
  kind: 'act' | 'stop';
  means: (sessions: string) => string;
  post: (params: Condition, body: { reason: string }) => Promise<unknown>;
}

const ACTS: Record<StatusAct, Words> = {
  suspend: {
    verb: 'Suspend',
    done: 'suspended',
    kind: 'stop',
    means: (sessions) => `They cannot sign in until restored, and are told by mail. ${sessions}`,
    post: (params, body) => answer(api.POST('/accounts/{id}/suspend', { params, body })),
  },
  restore: {
    verb: 'Restore',
    done: 'restored',
    kind: 'act',
    means: () => 'They can sign in again, and are told by mail. Sessions that were ended stay ended.',
    post: (params, body) => answer(api.POST('/accounts/{id}/restore', { params, body })),
  },
  close: {
    verb: 'Close',
    done: 'closed',
    kind: 'stop',
    means: (sessions) =>
      `They cannot sign in, mailed links no longer work, and they are told by mail. ${sessions} The account can be reopened until it is deleted, which the rules on retention do by themselves.`,
    post: (params, body) => answer(api.POST('/accounts/{id}/close', { params, body })),
  },
  reopen: {
    verb: 'Reopen',
    done: 'open again',
    kind: 'act',
    means: () => 'They can sign in again, with everything that was in the account, and are told by mail.',
    post: (params, body) => answer(api.POST('/accounts/{id}/reopen', { params, body })),
  },
};

/** Changes the status, says beforehand what that does, and asks why. */
export function ChangeStatusDialog({
  account,
  act,
  onClose,
}: {
  account: Schemas['Account'];
  act: StatusAct;
  onClose: () => void;
}) {
  const toast = useToast();
  const { verb, done, kind, means, post } = ACTS[act];
  const sessions = useLiveSessions(account.id, act === 'suspend' || act === 'close');
  return (
    <AccountActDialog
      account={account}
      title={
        <>
          {verb} <bdi>{account.name}</bdi>?
        </>
      }
      act={`${verb} account`}
      kind={kind}
      onClose={onClose}
      run={(params, reason) => post(params, { reason }).then(() => toast(`${account.name} is ${done}.`))}
    >
      <p>{means(sessions.words)}</p>
      {act === 'suspend' || act === 'close' ? <StillBelieved /> : null}
      <Failure error={sessions.error} onRetry={sessions.refetch} />
    </AccountActDialog>
  );
}
