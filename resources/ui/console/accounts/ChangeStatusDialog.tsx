import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Dialog } from '../../kit/Dialog';
import { api } from '../api';
import { Failure } from '../Failure';
import { Acts, useAct, Why } from './act';

/** Suspends or restores, says beforehand what that does, and asks why. The typed reason survives a refusal. */
export function ChangeStatusDialog({ account, onClose }: { account: Schemas['Account']; onClose: () => void }) {
  const [reason, setReason] = useState('');
  const restoring = account.status === 'suspended';
  const sessions = useQuery({
    queryKey: ['sessions', account.id, 'all'],
    queryFn: () => answer(api.GET('/sessions', { params: { query: { account: account.id } } })),
  });
  const act = useAct(account, onClose, (params) =>
    answer(
      restoring
        ? api.POST('/accounts/{id}/restore', { params, body: { reason } })
        : api.POST('/accounts/{id}/suspend', { params, body: { reason } }),
    ),
  );
  const live = sessions.data?.items.length ?? 0;
  return (
    <Dialog open onClose={onClose} title={`${restoring ? 'Restore' : 'Suspend'} ${account.name}?`}>
      <form onSubmit={act.submit} className="space-y-3">
        <p>
          {restoring
            ? 'They may sign in again. Sessions that were ended stay ended.'
            : `They can not sign in until restored. ${live === 0 ? 'No session is live.' : `${live} live ${live === 1 ? 'session ends' : 'sessions end'} at once.`}`}
        </p>
        {act.reasonError === undefined ? <Failure error={act.error} /> : null}
        <Why value={reason} onChange={setReason} error={act.reasonError} />
        <Acts
          onClose={onClose}
          act={restoring ? 'Restore' : 'Suspend'}
          kind={restoring ? 'act' : 'stop'}
          busy={act.busy}
        />
      </form>
    </Dialog>
  );
}
