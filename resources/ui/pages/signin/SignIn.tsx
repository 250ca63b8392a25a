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
      () => void goOn(),
      (error: ApiError) => {
        setRefusal(error);
        setBusy(false);
      },
    );
  };
  // Whoever owes something is led there at once; everything else would be refused.
  const goOn = async () => {
    const { standing } = await answer(api.GET('/session'));
    const owesDetails = standing.duties.some((duty) => duty === 'accept_terms' || duty === 'complete_fields');
    const owesPassword = standing.duties.includes('change_password');
    window.location.assign(pagePath(owesPassword ? 'password' : owesDetails ? 'details' : 'profile'));
  };
  const error = (field: string) => refusal?.problem?.reasons.find((reason) => reason.field === field)?.message;
  return (
    <PageFrame app={app} title="Sign in">
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
          <Submit look={app.look} busy={busy}>
            Sign in
          </Submit>
        </div>
      </form>
      <p className="mt-5">
        <PageLink href={pagePath('recover')}>Forgotten your password?</PageLink>
      </p>
      <p className="mt-2">
        New here? <PageLink href={pagePath('sign-up')}>Create an account</PageLink>
      </p>
    </PageFrame>
  );
}
