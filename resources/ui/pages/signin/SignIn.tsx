import { useState, type FormEvent } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Checkbox, PasswordField, TextField } from '../../kit/Field';
import { SigninRefusal } from '../../kit/SigninRefusal';
import { api, pagePath } from '../api';
import { PageFrame, PageLink, Submit } from '../PageFrame';

export function SignIn({ app }: { app: Schemas['App'] }) {
  const [typed, setTyped] = useState({ email: '', password: '', keep: false });
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    answer(api.POST('/sessions', { body: typed })).then(
      () => window.location.assign(pagePath('profile')),
      (error: ApiError) => {
        setRefusal(error);
        setBusy(false);
      },
    );
  };
  const error = (field: string) => refusal?.problem?.reasons.find((reason) => reason.field === field)?.message;
  return (
    <PageFrame name={app.name} colour={app.colour} title="Sign in">
      <form onSubmit={submit} noValidate className="space-y-2">
        <SigninRefusal refusal={refusal} />
        <TextField
          label="E-mail address"
          type="email"
          autoComplete="username"
          large
          value={typed.email}
          onChange={(event) => setTyped({ ...typed, email: event.target.value })}
          error={error('email')}
        />
        <PasswordField
          label="Password"
          autoComplete="current-password"
          large
          value={typed.password}
          onChange={(event) => setTyped({ ...typed, password: event.target.value })}
          error={error('password')}
        />
        <Checkbox
          label="Keep me signed in on this device"
          checked={typed.keep}
          onChange={(event) => setTyped({ ...typed, keep: event.target.checked })}
        />
        <div className="pt-2">
          <Submit colour={app.colour} disabled={busy}>
            Sign in
          </Submit>
        </div>
      </form>
      <p className="mt-5">
        New here? <PageLink href={pagePath('sign-up')}>Create an account</PageLink>
      </p>
    </PageFrame>
  );
}
