import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { CloseLink, Row } from '../../kit/Layout';
import { Notice, StatusMark } from '../../kit/Marks';
import { Copy, Count, InlineLink, Tag, When } from '../../kit/Text';
import { api, refresh } from '../api';
import { Failure } from '../Failure';
import { ChangeStatusDialog } from './ChangeStatusDialog';
import { Fields, Owed, Waivers } from './Duties';
import { NewPasswordDialog } from './NewPasswordDialog';
import { Challenges, History, Messages, Sessions } from './AccountParts';

type Account = Schemas['Account'];

/** One account on one page. */
export function AccountPane({ id, back }: { id: string; back: string }) {
  const account = useQuery({
    queryKey: ['account', id],
    queryFn: () => answer(api.GET('/accounts/{id}', { params: { path: { id } } })),
    refetchInterval: 5000,
  });
  return (
    <section
      data-pane
      aria-label="One account"
      className="h-full w-[420px] shrink-0 overflow-y-auto border-l border-line bg-paper px-4 pt-3 pb-8 max-lg:w-full xl:w-[440px]"
    >
      <div className="flex justify-end text-small lg:hidden">
        <InlineLink to={back}>Back to the list</InlineLink>
      </div>
      <Failure error={account.error} />
      {account.data === undefined ? null : <Open account={account.data} back={back} />}
    </section>
  );
}

function Open({ account, back }: { account: Account; back: string }) {
  return (
    <>
      <header className="mb-2.5">
        <div className="flex items-start justify-between gap-2">
          <h2 className="min-w-0 text-title font-bold wrap-anywhere">
            <bdi>{account.name}</bdi>
          </h2>
          <CloseLink to={back} className="max-lg:hidden" />
        </div>
        <div className="flex flex-wrap items-center justify-between gap-x-2 gap-y-1">
          <Copy text={account.email} label="the address" />
          <Tag id={account.id} duties={account.duties.length} />
        </div>
      </header>
      <Standing account={account} />
      <Acts account={account} />
      <dl className="border-b border-line">
        <Row label="Came by">
          {{ import: 'import', signup: 'sign-up', installation: 'installation' }[account.came_by]}
          {account.app === null ? '' : ` ${account.came_by === 'import' ? 'for' : 'on'} ${account.app}`},{' '}
          <When at={account.created_at} />
        </Row>
        <Row label="Address">
          {account.email_proven_at === null ? (
            'not proven'
          ) : (
            <>
              proven, <When at={account.email_proven_at} />
            </>
          )}
          <span className="block text-small text-ink-soft">
            looked up as <span className="font-mono wrap-anywhere">{account.lookup_key}</span>
          </span>
        </Row>
        <Row label="Terms">{account.terms_version ?? 'none accepted'}</Row>
        <Fields account={account} />
        <Waivers account={account} />
        <Row label="Password">
          <span className="font-mono text-small">{account.password_kind}</span>
          {account.refused_signins === 0 ? null : (
            <span className="block text-small text-ink-soft">
              <Count value={account.refused_signins} /> refused {account.refused_signins === 1 ? 'sign-in' : 'sign-ins'}{' '}
              in the last 24 hours
            </span>
          )}
        </Row>
        <Row label="Roles">
          {account.roles.length === 0 ? 'none' : null}
          {account.roles.map((role) => (
            <span key={role.role} className="block">
              {role.role} <span className="text-ink-soft">{role.why}</span>
            </span>
          ))}
        </Row>
        <Sessions accountId={account.id} />
        <Challenges accountId={account.id} />
        <Messages accountId={account.id} />
        <History accountId={account.id} />
      </dl>
    </>
  );
}

function Standing({ account }: { account: Account }) {
  if (account.access === 'full') {
    return (
      <Notice tone="good">
        <strong>Full.</strong> Nothing is owed.
      </Notice>
    );
  }
  return (
    <Notice tone={account.access === 'none' ? 'stop' : 'caution'}>
      <p className="flex items-center gap-1.5">
        <StatusMark status={account.status} />
        <strong>{account.access === 'none' ? 'None.' : 'Limited.'}</strong>{' '}
        {account.access === 'none' ? 'May not sign in.' : 'May sign in to settle what is owed.'}
      </p>
      {account.access === 'none'
        ? account.reasons.map((reason) => <p key={reason.code}>{reason.message}</p>)
        : account.owed.map((owed) => <Owed key={owed.subject} account={account} owed={owed} />)}
      {account.status_reason === null ? null : <p className="text-ink-soft">Reason given: {account.status_reason}</p>}
    </Notice>
  );
}

function Acts({ account }: { account: Account }) {
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  const [newPassword, setNewPassword] = useState(false);
  const resend = useMutation({
    mutationFn: () => answer(api.POST('/accounts/{id}/verification', { params: { path: { id: account.id } } })),
    onSuccess: () => refresh(client),
  });
  const recovery = useMutation({
    mutationFn: () => answer(api.POST('/accounts/{id}/recovery', { params: { path: { id: account.id } } })),
    onSuccess: () => refresh(client),
  });
  const restorable = account.status === 'suspended';
  return (
    <div className="my-3 space-y-2">
      <div className="flex flex-wrap gap-2">
        {account.status === 'pending' ? (
          <Button disabled={resend.isPending} onClick={() => resend.mutate()}>
            Send the proof link again
          </Button>
        ) : null}
        {account.status === 'active' || account.status === 'pending' ? (
          <Button disabled={recovery.isPending} onClick={() => recovery.mutate()}>
            Send a new-password link
          </Button>
        ) : null}
        {account.status === 'active' || account.status === 'pending' ? (
          <Button onClick={() => setNewPassword(true)}>New password…</Button>
        ) : null}
        {account.status === 'closed' ? null : (
          <Button kind={restorable ? 'plain' : 'stop'} onClick={() => setAsking(true)}>
            {restorable ? 'Restore…' : 'Suspend…'}
          </Button>
        )}
      </div>
      {resend.isSuccess || recovery.isSuccess ? (
        <Notice tone="good" role="status">
          Queued. Earlier links no longer work.
        </Notice>
      ) : null}
      <Failure error={resend.error ?? recovery.error} />
      {newPassword ? <NewPasswordDialog account={account} onClose={() => setNewPassword(false)} /> : null}
      {asking ? <ChangeStatusDialog account={account} onClose={() => setAsking(false)} /> : null}
    </div>
  );
}
