import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { TextArea } from '../../kit/Field';
import { refresh } from '../api';

type Account = Schemas['Account'];

/** An act upon the account as the operator saw it when the dialog opened. */
export function useAct(
  account: Account,
  onDone: () => void,
  act: (params: { path: { id: string }; header: { 'If-Match': string } }) => Promise<unknown>,
) {
  const client = useQueryClient();
  const [version] = useState(account.version);
  const mutation = useMutation({
    mutationFn: () => act({ path: { id: account.id }, header: { 'If-Match': `"v${version}"` } }),
    onSuccess: () => {
      onDone();
      refresh(client);
    },
  });
  const reasons = mutation.error instanceof ApiError ? (mutation.error.problem?.reasons ?? []) : [];
  const errorOf = (field: string) => reasons.find((reason) => reason.field === field)?.message;
  return {
    submit: (event: FormEvent) => {
      event.preventDefault();
      mutation.mutate();
    },
    busy: mutation.isPending,
    errorOf,
    reasonError: errorOf('reason'),
    error: mutation.error,
    /** What concerns no box of the dialog. */
    failure: reasons.length === 0 ? mutation.error : null,
  };
}

/** Every act upon an account says why. */
export function Why({
  value,
  onChange,
  error,
}: {
  value: string;
  onChange: (value: string) => void;
  error: string | undefined;
}) {
  return (
    <TextArea
      label="Why"
      value={value}
      maxLength={500}
      onChange={(event) => onChange(event.target.value)}
      error={error}
      help="Goes into the audit trail. Holders do not see it."
    />
  );
}

export function Acts({
  onClose,
  act,
  busy,
  kind = 'act',
}: {
  onClose: () => void;
  act: string;
  busy: boolean;
  kind?: 'act' | 'stop';
}) {
  return (
    <div className="flex justify-end gap-2">
      <Button onClick={onClose}>Leave as it is</Button>
      <Button type="submit" kind={kind} disabled={busy}>
        {act}
      </Button>
    </div>
  );
}
