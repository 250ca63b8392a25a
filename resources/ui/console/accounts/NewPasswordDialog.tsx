import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Checkbox } from '../../kit/Field';
import { Segments } from '../../kit/Segments';
import { Text } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { api } from '../api';
import { AccountActDialog } from './AccountActDialog';
import { TemporaryPasswordDialog } from './TemporaryPasswordDialog';

type Way = 'asked' | 'temporary' | 'compromised';

const WAYS: readonly { value: Way; label: string; act: string; means: string }[] = [
  {
    value: 'asked',
    label: 'Ask at next sign-in',
    act: 'Require a new password',
    means: 'They sign in with their present password and have limited access until they have chosen another.',
  },
  {
    value: 'temporary',
    label: 'Set a temporary one',
    act: 'Set temporary password',
    means: 'Their present password stops working, every session ends, and they sign in with the temporary one.',
  },
  {
    value: 'compromised',
    label: 'It may be compromised',
    act: 'End sessions and send reset link',
    means:
      'Every session ends and a reset link is mailed. Knowing the present password is not enough to choose another: the person who knows it may not be the holder.',
  },
];

/** Has the holder choose a new password: after their next sign-in, with a temporary one, or by the link in a message. */
export function NewPasswordDialog({ account, onClose }: { account: Schemas['Account']; onClose: () => void }) {
  const toast = useToast();
  const [way, setWay] = useState<Way>('asked');
  const [mailed, setMailed] = useState(false);
  const [temporary, setTemporary] = useState<string | null>(null);
  const chosen = WAYS.find(({ value }) => value === way);
  if (temporary !== null) {
    return <TemporaryPasswordDialog name={account.name} password={temporary} onDone={onClose} />;
  }
  return (
    <AccountActDialog
      account={account}
      title={
        <>
          Require a new password of <bdi>{account.name}</bdi>?
        </>
      }
      act={chosen?.act ?? ''}
      onClose={onClose}
      run={async (params, reason) => {
        if (way !== 'temporary') {
          const body = { reason, compromised: way === 'compromised' };
          await answer(api.POST('/accounts/{id}/require-new-password', { params, body }));
          toast(way === 'compromised' ? 'Sessions ended; a reset link is queued.' : 'Asked for at the next sign-in.');
          return undefined;
        }
        const set = await answer(api.POST('/accounts/{id}/temporary-password', { params, body: { reason, mailed } }));
        if (mailed) toast('Temporary password set; the message is queued.');
        else setTemporary(set.password);
        return mailed ? undefined : 'stays';
      }}
    >
      <Segments label="How" value={way} onChange={setWay} choices={WAYS} />
      <Text as="p" tone="soft">
        {chosen?.means}
      </Text>
      {way === 'temporary' ? (
        <Checkbox
          label="Mail it to the holder instead of showing it here"
          checked={mailed}
          onChange={(event) => setMailed(event.target.checked)}
        />
      ) : null}
    </AccountActDialog>
  );
}
