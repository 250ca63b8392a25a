import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Checkbox } from '../../kit/Field';
import { Dialog } from '../../kit/Dialog';
import { Notice } from '../../kit/Marks';
import { Segments } from '../../kit/Segments';
import { Copy } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { Acts, useAct, Why } from './act';

type Way = 'asked' | 'temporary' | 'compromised';

const MEANS = {
  asked: 'They sign in with the password they have and are limited until they have chosen another.',
  temporary: 'The password they have stops working, every session ends, and they sign in with the temporary one.',
  compromised:
    'Every session ends, and a message with a link goes out. Knowing the present password is not enough to choose another: it may not be the holder who knows it.',
};
const ACT = { asked: 'Ask for it', temporary: 'Set it', compromised: 'End sessions, send the link' };

/** Has the holder choose a new password: after their next sign-in, with a temporary one, or by the link in a message. */
export function NewPasswordDialog({ account, onClose }: { account: Schemas['Account']; onClose: () => void }) {
  const [way, setWay] = useState<Way>('asked');
  const [reason, setReason] = useState('');
  const [mailed, setMailed] = useState(false);
  const [temporary, setTemporary] = useState<string | null>(null);
  const act = useAct(
    account,
    () => (way === 'temporary' && !mailed ? undefined : onClose()),
    (params) =>
      way === 'temporary'
        ? answer(api.POST('/accounts/{id}/temporary-password', { params, body: { reason, mailed } })).then(
            ({ password }) => setTemporary(password),
          )
        : answer(
            api.POST('/accounts/{id}/require-new-password', {
              params,
              body: { reason, compromised: way === 'compromised' },
            }),
          ),
  );
  if (temporary !== null) {
    return (
      <Dialog open isShownOnce onClose={onClose} title={`Temporary password of ${account.name}`}>
        <div className="space-y-3">
          <p className="text-[17px]">
            <Copy text={temporary} label="the temporary password" />
          </p>
          <Notice tone="caution">
            It is shown this once. It works for 24 hours, and a new one has to be chosen after signing in with it.
          </Notice>
          <div className="flex justify-end">
            <Button kind="act" onClick={onClose}>
              I have it
            </Button>
          </div>
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
            { value: 'compromised', label: 'others may know it' },
          ]}
        />
        <p className="text-ink-soft">{MEANS[way]}</p>
        {way === 'temporary' ? (
          <Checkbox
            label="Mail it to the holder instead of showing it here"
            checked={mailed}
            onChange={(event) => setMailed(event.target.checked)}
          />
        ) : null}
        <Failure error={act.reasonError === undefined ? act.error : null} />
        <Why value={reason} onChange={setReason} error={act.reasonError} />
        <Acts onClose={onClose} act={ACT[way]} busy={act.busy} />
      </form>
    </Dialog>
  );
}
