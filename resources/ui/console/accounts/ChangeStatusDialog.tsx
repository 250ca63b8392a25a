import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { TextArea } from '../../kit/Field';
import { Dialog } from '../../kit/Layout';
import { api, refresh } from '../api';
import { Failure } from '../Failure';

/** Suspends or restores, says beforehand what that does, and asks why. The typed reason survives a refusal. */
export function ChangeStatusDialog({ account, onClose }: { account: Schemas['Account']; onClose: () => void }) {
  const client = useQueryClient();
  const [reason, setReason] = useState('');
  // The version the operator saw when opening this; if the record moves on meanwhile, the server says so.
  const [version] = useState(account.version);
  const restoring = account.status === 'suspended';
  const sessions = useQuery({
    queryKey: ['sessions', account.id],
    queryFn: () => answer(api.GET('/sessions', { params: { query: { account: account.id } } })),
  });
  const change = useMutation({
    mutationFn: () => {
      const params = { path: { id: account.id }, header: { 'If-Match': `"v${version}"` } };
      return answer(
        restoring
          ? api.POST('/accounts/{id}/restore', { params, body: { reason } })
          : api.POST('/accounts/{id}/suspend', { params, body: { reason } }),
      );
    },
    onSuccess: () => {
      onClose();
      refresh(client);
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    change.mutate();
  };
  const refused =
    change.error instanceof ApiError ? change.error.problem?.reasons.find((one) => one.field === 'reason') : undefined;
  const live = sessions.data?.items.length ?? 0;
  return (
    <Dialog open onClose={onClose} title={`${restoring ? 'Restore' : 'Suspend'} ${account.name}?`}>
      <form onSubmit={submit} className="space-y-3">
        <p>
          {restoring
            ? 'They may sign in again. Sessions that were ended stay ended.'
            : `They can not sign in until restored. ${live === 0 ? 'No session is live.' : `${live} live ${live === 1 ? 'session ends' : 'sessions end'} at once.`}`}
        </p>
        {refused === undefined ? <Failure error={change.error} /> : null}
        <TextArea
          label="Why"
          value={reason}
          maxLength={500}
          onChange={(event) => setReason(event.target.value)}
          error={refused?.message}
          help="Goes into the audit trail. Holders do not see it."
        />
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave as it is</Button>
          <Button type="submit" kind={restoring ? 'act' : 'stop'} disabled={change.isPending}>
            {restoring ? 'Restore' : 'Suspend'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
