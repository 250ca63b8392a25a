import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { ApiError } from '../api/client';
import { Dialog } from '../kit/Dialog';
import { Acts, Why } from './accounts/act';
import { refresh } from './api';
import { Failure } from './Failure';

/** Asks why before something that concerns many accounts is begun. */
export function WhyDialog({
  title,
  act,
  begin,
  onClose,
  children,
}: {
  title: string;
  /** What the button says. */
  act: string;
  begin: (reason: string) => Promise<unknown>;
  onClose: () => void;
  children: ReactNode;
}) {
  const client = useQueryClient();
  const [reason, setReason] = useState('');
  const mutation = useMutation({
    mutationFn: () => begin(reason),
    onSuccess: () => {
      onClose();
      refresh(client);
    },
  });
  const refused =
    mutation.error instanceof ApiError
      ? mutation.error.problem?.reasons.find(({ field }) => field === 'reason')?.message
      : undefined;
  return (
    <Dialog open onClose={onClose} title={title}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          mutation.mutate();
        }}
      >
        {children}
        {refused === undefined ? <Failure error={mutation.error} /> : null}
        <Why value={reason} onChange={setReason} error={refused} />
        <Acts onClose={onClose} act={act} busy={mutation.isPending} />
      </form>
    </Dialog>
  );
}
