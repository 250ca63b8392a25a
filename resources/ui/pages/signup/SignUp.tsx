import { useRef, useState, type FormEvent } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { PasswordField, TextField } from '../../kit/Field';
import { Notice } from '../../kit/Marks';
import { api, pagePath } from '../api';
import { PageFrame, PageLink, Submit } from '../PageFrame';
import { LookForMessage } from '../verification/LookForMessage';
import { useVerdict } from './useVerdict';

type Box = 'name' | 'email' | 'password' | 'repeat';

export function SignUp({ app }: { app: Schemas['App'] }) {
  const [sentTo, setSentTo] = useState<string | null>(null);
  if (sentTo !== null) return <LookForMessage app={app} email={sentTo} />;
  return (
    <PageFrame name={app.name} colour={app.colour} title="Create your account">
      {app.signup.closed === null ? (
        <SignUpForm app={app} onDone={setSentTo} />
      ) : (
        <Notice tone="information">{app.signup.closed}</Notice>
      )}
      <p className="mt-5">
        Have an account already? <PageLink href={pagePath('sign-in')}>Sign in</PageLink>
      </p>
    </PageFrame>
  );
}

function SignUpForm({ app, onDone }: { app: Schemas['App']; onDone: (email: string) => void }) {
  const [typed, setTyped] = useState({ name: '', email: '', password: '', repeat: '' });
  const [touched, setTouched] = useState<ReadonlySet<Box>>(new Set());
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const [busy, setBusy] = useState(false);
  const key = useRef(crypto.randomUUID());
  const input = { app: app.key, name: typed.name, email: typed.email, password: typed.password };
  const verdict = useVerdict(input);
  // The last verdict stays beside its box while the next is on its way: text that comes and goes is worse than text a moment old.
  const shown = useLast(verdict);
  const repeats = typed.repeat === typed.password;
  const clean = verdict?.accepted === true && repeats && !busy;

  const box = (name: Box) => ({
    name,
    large: true,
    required: true,
    value: typed[name],
    onChange: (event: { target: { value: string } }) => setTyped({ ...typed, [name]: event.target.value }),
    onBlur: () => (typed[name] === '' ? undefined : setTouched(new Set([...touched, name]))),
  });
  const error = (name: Box) =>
    touched.has(name) ? shown?.reasons.find((reason) => reason.field === name)?.message : undefined;

  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!clean) return;
    setBusy(true);
    answer(api.POST('/signups', { body: input, params: { header: { 'Idempotency-Key': key.current } } })).then(
      () => onDone(typed.email),
      (caught: ApiError) => {
        // A new attempt with other values is a new request.
        if (caught.status !== 0) key.current = crypto.randomUUID();
        setRefusal(caught);
        setBusy(false);
      },
    );
  };

  const passwordIsFine =
    typed.password !== '' && shown !== null && !shown.reasons.some((reason) => reason.field === 'password');
  return (
    <form onSubmit={submit} noValidate className="space-y-2">
      {refusal === null ? null : (
        <Notice tone="stop" role="alert">
          {refusal.words}
        </Notice>
      )}
      <TextField label="Full name" autoComplete="name" {...box('name')} error={error('name')} />
      <TextField
        label="E-mail address"
        type="email"
        autoComplete="username"
        inputMode="email"
        {...box('email')}
        error={error('email')}
      />
      <PasswordField
        label="Password"
        autoComplete="new-password"
        {...box('password')}
        error={error('password')}
        help={
          passwordIsFine ? (
            <span className="text-moss">✓ {Array.from(typed.password).length} characters, and not a common one</span>
          ) : (
            `At least ${app.signup.password.minimum} characters. Spaces and any script are welcome.`
          )
        }
      />
      <PasswordField
        label="Repeat password"
        autoComplete="new-password"
        {...box('repeat')}
        error={touched.has('repeat') && !repeats ? 'This is not what you typed above.' : undefined}
        help={typed.repeat !== '' && repeats ? <span className="text-moss">✓ the same</span> : undefined}
      />
      <div className="pt-2">
        <Submit colour={app.colour} disabled={!clean}>
          Create account
        </Submit>
      </div>
    </form>
  );
}

function useLast<T>(value: T | null): T | null {
  const [last, setLast] = useState(value);
  if (value !== null && value !== last) setLast(value);
  return value ?? last;
}
