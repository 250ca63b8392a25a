import { useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Checkbox, PasswordField, TextField } from '../../kit/Field';
import { PageLink, PressLink } from '../../kit/Page';
import { needsSecondStep, SecondStep, type FactorNeeded } from '../../kit/SecondStep';
import { SigninRefusal } from '../../kit/SigninRefusal';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { PageFrame, Submit } from '../PageFrame';
import { w } from '../words';
import { goOn } from './goOn';

/** Where a page sent somebody who was not signed in, to come back to: one of these and nothing else, whatever stands in the address. */
const BACK = [
  'profile',
  'edit',
  'address',
  'data',
  'sharing',
  'factors',
  'devices',
  'close',
  'password',
  'invited',
] as const;

function cameFrom(): string | undefined {
  const to = new URLSearchParams(window.location.search).get('to');
  return BACK.find((page) => page === to);
}

/** To where they came from, or on. */
function signedIn(): Promise<'leaves'> | 'leaves' {
  if (cameFrom() !== 'invited') return goOn(cameFrom());
  // An invitation waits for whoever has an account, whatever they owe.
  window.location.assign(pagePath('invited'));
  return 'leaves';
}

export function SignIn({ app }: { app: Schemas['App'] }) {
  const [typed, setTyped] = useState({ email: '', password: '', keep: false });
  const [step, setStep] = useState<FactorNeeded | null>(null);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    const done = await answer(api.POST('/sessions', { body: typed }));
    if (needsSecondStep(done)) {
      setStep(done);
      return;
    }
    return signedIn();
  }, setRefusal);
  if (step !== null) {
    return (
      <PageFrame app={app} title={w.signIn.secondTitle}>
        <SecondStep
          large
          trustsFor={step.trusts_for}
          send={async (code, trust_device) => {
            await answer(api.POST('/sessions/second-factor', { body: { token: step.token, code, trust_device } }));
            return signedIn();
          }}
          onOver={(over) => {
            setRefusal(over);
            setStep(null);
          }}
        >
          {({ isReady, busy: isSending }) => (
            <Submit look={app.look} ready={isReady} busy={isSending}>
              {w.signIn.submit}
            </Submit>
          )}
        </SecondStep>
        <p className="mt-5">
          <PressLink onClick={() => setStep(null)}>{w.links.backToSignIn}</PressLink>
        </p>
      </PageFrame>
    );
  }
  const error = (field: string) => refusal?.problem?.reasons.find((reason) => reason.field === field)?.message;
  return (
    <PageFrame app={app} title={w.signIn.title}>
      <form onSubmit={submit} noValidate className="space-y-2">
        <SigninRefusal refusal={refusal} />
        <TextField
          label={w.boxes.email}
          type="email"
          autoComplete="username"
          large
          value={typed.email}
          onChange={(event) => setTyped({ ...typed, email: event.target.value })}
          error={error('email')}
        />
        <PasswordField
          label={w.boxes.password}
          autoComplete="current-password"
          large
          value={typed.password}
          onChange={(event) => setTyped({ ...typed, password: event.target.value })}
          error={error('password')}
        />
        <Checkbox
          label={w.signIn.keep}
          checked={typed.keep}
          onChange={(event) => setTyped({ ...typed, keep: event.target.checked })}
        />
        <div className="pt-2">
          <Submit look={app.look} busy={busy}>
            {w.signIn.submit}
          </Submit>
        </div>
      </form>
      <p className="mt-5">
        <PageLink href={pagePath('recover')}>{w.signIn.forgotten}</PageLink>
      </p>
      <p className="mt-2">
        {w.signIn.newHere} <PageLink href={pagePath('sign-up')}>{w.signIn.create}</PageLink>
      </p>
    </PageFrame>
  );
}
