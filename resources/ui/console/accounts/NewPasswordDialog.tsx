import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Dialog } from '../../kit/Layout';
import { Notice } from '../../kit/Marks';
import { Segments } from '../../kit/Segments';
import { Copy } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { Acts, useAct, Why } from './act';

/** Has the holder choose a new password: after their next sign-in, or with a temporary one that is shown here once. */
export function NewPasswordDialog({ account, onClose }: { account: Schemas['Account']; onClose: () => void }) {
  const [way, setWay] = useState<'asked' | 'temporary'>('asked');
  const [reason, setReason] = useState('');
  const [temporary, setTemporary] = useState<string | null>(null);
  const act = useAct(
    account,
    () => (way === 'asked' ? onClose() : undefined),
    (params) =>
      way === 'asked'
        ? answer(api.POST('/accounts/{id}/require-new-password', { params, body: { reason } }))
        : answer(api.POST('/accounts/{id}/temporary-password', { params, body: { reason } })).then(({ password }) =>
            setTemporary(password),
          ),
  );
  if (temporary !== null) {
    return (
      <Dialog open onClose={onClose} title={`Temporary password of ${account.name}`}>
        <div className="space-y-3">
          <p className="text-[17px]">
            <Copy text={temporary} label="the temporary password" />
          </p>
          <Notice tone="caution">
            It is shown this once. It works for 24 hours, and a new one has to be chosen after signing in with it.
          </Notice>
        </div>
      </Dialog>
    );
  }
  return (
    <Dialog open onClose={onClose} title={`A new password for ${account.name}?`}>
      <form onSubmit={act.submit} className="space-y-3">
        <Segments
          label="How"
          value={way}
          onChange={setWay}
          choices={[
            { value: 'asked', label: 'after their next sign-in' },
            { value: 'temporary', label: 'with a temporary one' },
          ]}
        />
        <p className="text-ink-soft">
          {way === 'asked'
            ? 'They sign in with the password they have and are limited until they have chosen another.'
            : 'The password they have stops working, every session ends, and you hand them the temporary one.'}
        </p>
        <Failure error={act.reasonError === undefined ? act.error : null} />
        <Why value={reason} onChange={setReason} error={act.reasonError} />
        <Acts onClose={onClose} act={way === 'asked' ? 'Ask for it' : 'Set it'} busy={act.busy} />
      </form>
    </Dialog>
  );
}
