import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Suspense, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { later } from '../../kit/later';
import { useToast } from '../../kit/Toast';
import { api, refresh, useMay } from '../api';
import { ChangeStatusDialog, type StatusAct } from './ChangeStatusDialog';
import { NewPasswordDialog } from './NewPasswordDialog';
import { SignOutDialog } from './SignOutDialog';
import { VerifyDialog } from './VerifyDialog';

const EditDialog = later(() => import('./EditDialog').then((module) => module.EditDialog));

type Account = Schemas['Account'];

/** What may be done to an account in its status, by this operator. */
export function AccountActs({ account }: { account: Account }) {
  const client = useQueryClient();
  const toast = useToast();
  const may = useMay();
  const [dialog, setDialog] = useState<StatusAct | 'edit' | 'password' | 'verify' | 'sign-out' | null>(null);
  const close = () => setDialog(null);
  const sent = (what: string) => () => {
    toast(`${what} queued for ${account.email}. Earlier links no longer work.`);
    refresh(client);
  };
  const path = { params: { path: { id: account.id } } };
  const resend = useMutation({
    mutationFn: () => answer(api.POST('/accounts/{id}/verification', path)),
    onSuccess: sent('Verification link'),
  });
  const recovery = useMutation({
    mutationFn: () => answer(api.POST('/accounts/{id}/recovery', path)),
    onSuccess: sent('Reset link'),
  });
  const once = (act: typeof resend) => ({
    'aria-disabled': act.isPending,
    onClick: () => (act.isPending ? undefined : act.mutate()),
  });
  const { status } = account;
  const isOpen = status === 'active' || status === 'pending';
  const [mayManage, maySend] = [may('kennel:accounts.manage'), may('kennel:messages.send')];
  const opens = (label: string, opened: NonNullable<typeof dialog>, kind: 'plain' | 'stop' = 'plain') => (
    <Button size="small" kind={kind} onClick={() => setDialog(opened)}>
      {label}
    </Button>
  );
  return (
    <div className="my-3 space-y-2">
      <div className="flex flex-wrap gap-2">
        {mayManage ? opens('Edit…', 'edit') : null}
        {status === 'pending' && maySend ? (
          <Button size="small" {...once(resend)}>
            Resend the verification link
          </Button>
        ) : null}
        {status === 'pending' && mayManage ? opens('Take address as verified…', 'verify') : null}
        {isOpen && maySend ? (
          <Button size="small" {...once(recovery)}>
            Send a reset link
          </Button>
        ) : null}
        {isOpen && mayManage ? opens('Require a new password…', 'password') : null}
        {isOpen && may('kennel:sessions.end') ? opens('Sign out everywhere…', 'sign-out') : null}
        {isOpen && mayManage ? opens('Suspend account…', 'suspend', 'stop') : null}
        {status === 'suspended' && mayManage ? opens('Restore account…', 'restore') : null}
        {status === 'closed' && mayManage ? opens('Reopen account…', 'reopen') : null}
        {status !== 'closed' && mayManage ? opens('Close account…', 'close', 'stop') : null}
      </div>
      <Failure error={resend.error ?? recovery.error} />
      {dialog === null ? null : dialog === 'edit' ? (
        <Suspense fallback={null}>
          <EditDialog account={account} onClose={close} />
        </Suspense>
      ) : dialog === 'password' ? (
        <NewPasswordDialog account={account} onClose={close} />
      ) : dialog === 'verify' ? (
        <VerifyDialog account={account} onClose={close} />
      ) : dialog === 'sign-out' ? (
        <SignOutDialog account={account} onClose={close} />
      ) : (
        <ChangeStatusDialog account={account} act={dialog} onClose={close} />
      )}
    </div>
  );
}
