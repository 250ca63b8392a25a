import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type ApiError } from '../../api/client';
import { Button } from '../../kit/Button';
import { Dialog } from '../../kit/Dialog';
import { SigninRefusal } from '../../kit/SigninRefusal';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { needsSecondStep, type FactorNeeded } from '../../kit/SecondStep';
import { ConsoleSecondStep } from './ConsoleSecondStep';
import { Credentials } from './Credentials';

/** The session ended while somebody worked: they sign in over what they have open, and go on with it. */
export function SignInAgain({ email }: { email: string }) {
  const client = useQueryClient();
  const [typed, setTyped] = useState({ email, password: '' });
  const [step, setStep] = useState<FactorNeeded | null>(null);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    const done = await answer(api.POST('/sessions', { body: { ...typed, keep: false } }));
    if (needsSecondStep(done)) setStep(done);
    else await client.invalidateQueries();
  }, setRefusal);
  return (
    <Dialog open above isShownOnce onClose={() => undefined} title="Your session has ended">
      {step === null ? null : (
        <ConsoleSecondStep
          step={step}
          onDone={() => client.invalidateQueries()}
          onOver={(over) => {
            setRefusal(over);
            setStep(null);
          }}
        />
      )}
      {step === null ? (
        <form noValidate className="space-y-1.5" onSubmit={submit}>
          <p className="mb-3">Sign in to go on. What you have open and typed stays as it is.</p>
          <SigninRefusal refusal={refusal} />
          <Credentials typed={typed} onType={setTyped} />
          <div className="flex justify-end gap-2">
            <Button onClick={() => window.location.reload()}>Leave the console</Button>
            <Button type="submit" kind="act" aria-disabled={busy}>
              Sign in
            </Button>
          </div>
        </form>
      ) : null}
    </Dialog>
  );
}
