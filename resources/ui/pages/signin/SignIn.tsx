import { useEffect, useRef, useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Checkbox, PasswordField, TextField } from '../../kit/Field';
import { Button } from '../../kit/Button';
import { PageLink } from '../../kit/Page';
import { knowsPasskeys, offersPasskeysInBoxes, signWithPasskey } from '../../kit/passkey';
import { needsSecondStep, type FactorNeeded } from '../../kit/SecondStep';
import { SigninRefusal } from '../../kit/SigninRefusal';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { keptHint } from '../letin/waiting';
import { PageFrame, Submit } from '../PageFrame';
import { w } from '../words';
import { ByMail } from './ByMail';
import { goOn } from './goOn';
import { PageSecondStep } from './PageSecondStep';
import { ProviderButtons } from './ProviderButtons';

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
  'apps',
  'device',
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

/** @returns null where the browser does not offer it, or nobody chooses one */
async function offerInBox(): Promise<Record<string, unknown> | null> {
  if (!(await offersPasskeysInBoxes())) return null;
  return signWithPasskey(await answer(api.POST('/signins/passkey/options', { body: {} })), true);
}

type Way = Schemas['App']['ways'][number];
type Answer = Schemas['SignedIn'] | FactorNeeded;

/** By whichever way the app offers; the first is the one that is open. */
export function SignIn({ app }: { app: Schemas['App'] }) {
  const first: Way = app.ways.find((one) => one !== 'passkey') ?? 'password';
  const [way, setWay] = useState<Way>(first);
  const [email, setEmail] = useState(keptHint);
  const [step, setStep] = useState<FactorNeeded | null>(null);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const done = (got: Answer): Promise<'leaves'> | undefined => {
    if (!needsSecondStep(got)) return Promise.resolve(signedIn());
    setStep(got);
    return undefined;
  };
  if (step !== null) {
    return (
      <PageSecondStep
        app={app}
        step={step}
        onIn={signedIn}
        onOver={(over) => {
          setRefusal(over);
          setStep(null);
        }}
      />
    );
  }
  if (way === 'mail') {
    return <ByMail app={app} email={email} onDone={done} onBack={first === 'mail' ? null : () => setWay(first)} />;
  }
  return (
    <ByPassword
      app={app}
      email={email}
      refusal={refusal}
      onEmail={setEmail}
      onRefused={setRefusal}
      onDone={done}
      byPasskey={app.ways.includes('passkey') && knowsPasskeys()}
      onMail={app.ways.includes('mail') ? () => setWay('mail') : null}
    />
  );
}

function ByPassword({
  app,
  email,
  refusal,
  onEmail,
  onRefused,
  onDone,
  byPasskey,
  onMail,
}: {
  app: Schemas['App'];
  email: string;
  refusal: ApiError | null;
  onEmail: (email: string) => void;
  onRefused: (error: ApiError | null) => void;
  onDone: (done: Answer) => Promise<'leaves'> | undefined;
  byPasskey: boolean;
  /** null where the app does not offer it */
  onMail: (() => void) | null;
}) {
  const [password, setPassword] = useState('');
  const [keep, setKeep] = useState(false);
  const { submit, busy } = useSubmit(
    async () => onDone(await answer(api.POST('/sessions', { body: { email, password, keep } }))),
    onRefused,
  );
  const passkey = useSubmit(async () => {
    onRefused(null);
    const response = await signWithPasskey(await answer(api.POST('/signins/passkey/options', { body: {} })));
    return response === null
      ? undefined
      : onDone(await answer(api.POST('/signins/passkey', { body: { response, keep } })));
  }, onRefused);
  // Chosen in the list that the address box fills itself from (WebAuthn Level 3 §5.1.4, conditional mediation).
  const isOffered = useRef(false);
  const take = useRef(onDone);
  useEffect(() => {
    take.current = onDone;
  });
  useEffect(() => {
    if (!byPasskey || isOffered.current) return;
    isOffered.current = true;
    void offerInBox().then(
      (response) =>
        response === null
          ? undefined
          : answer(api.POST('/signins/passkey', { body: { response, keep: false } })).then(
              (done) => take.current(done),
              onRefused,
            ),
      () => undefined,
    );
  }, [byPasskey, onRefused]);
  const error = (field: string) => refusal?.problem?.reasons.find((reason) => reason.field === field)?.message;
  return (
    <PageFrame app={app} title={w.signIn.title}>
      <form onSubmit={submit} noValidate className="space-y-2">
        <SigninRefusal refusal={refusal} />
        <TextField
          label={w.boxes.email}
          type="email"
          autoComplete={byPasskey ? 'username webauthn' : 'username'}
          large
          value={email}
          onChange={(event) => onEmail(event.target.value)}
          error={error('email')}
        />
        <PasswordField
          label={w.boxes.password}
          autoComplete="current-password"
          large
          value={password}
          onChange={(event) => setPassword(event.target.value)}
          error={error('password')}
        />
        <Checkbox label={w.signIn.keep} checked={keep} onChange={(event) => setKeep(event.target.checked)} />
        <div className="pt-2">
          <Submit look={app.look} busy={busy}>
            {w.signIn.submit}
          </Submit>
        </div>
      </form>
      {byPasskey ? (
        <p className="mt-3">
          <Button size="large" aria-disabled={passkey.busy} onClick={() => passkey.submit()}>
            {w.passkeys.signIn}
          </Button>
        </p>
      ) : null}
      {onMail === null ? null : (
        <p className="mt-3">
          <Button size="large" onClick={onMail}>
            {w.byMail.offer}
          </Button>
        </p>
      )}
      <ProviderButtons app={app} onRefused={onRefused} />
      <p className="mt-5">
        <PageLink href={pagePath('recover')}>{w.signIn.forgotten}</PageLink>
      </p>
      <p className="mt-2">
        {w.signIn.newHere} <PageLink href={pagePath('sign-up')}>{w.signIn.create}</PageLink>
      </p>
    </PageFrame>
  );
}
