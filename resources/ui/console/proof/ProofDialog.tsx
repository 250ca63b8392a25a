import { useState } from 'react';
import { answer, clientFor, type ApiError } from '../../api/client';
import { Button } from '../../kit/Button';
import { PasswordField } from '../../kit/Field';
import { Dialog } from '../../kit/Dialog';
import { useSubmit } from '../../kit/useSubmit';
import { useSession } from '../api';
import type { Asked } from './proof';

/** Without the proof's own middleware: a refusal here is about the password typed here. */
const api = clientFor('console');

/** Asks for the password over whatever is open, and gives way to it again. */
export function ProofDialog({ asked }: { asked: Asked }) {
  const email = useSession().data?.account.email ?? '';
  const [password, setPassword] = useState('');
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(
    () =>
      answer(api.POST('/session/proof', { body: { password } })).then(() => {
        asked.settle(true);
        return 'leaves';
      }),
    setRefusal,
  );
  return (
    <Dialog open above onClose={() => asked.settle(false)} title="Confirm your password">
      <form onSubmit={submit} noValidate className="space-y-3">
        <p>This act hands out power, so Kennel asks for your password again. What you have typed stays as it is.</p>
        {/* For password managers, which keep a password with a name. */}
        <input type="hidden" autoComplete="username" value={email} readOnly />
        <PasswordField
          label="Your password"
          autoComplete="current-password"
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          error={refusal?.words}
        />
        <div className="flex justify-end gap-2">
          <Button onClick={() => asked.settle(false)}>Cancel</Button>
          <Button type="submit" kind="act" disabled={password === ''} aria-disabled={busy}>
            Confirm
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
