import { useState } from 'react';
import { answer, type ApiError, type Schemas } from '../../api/client';
import { Checkbox, PasswordField, TextField } from '../../kit/Field';
import { SigninRefusal } from '../../kit/SigninRefusal';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { PageFrame, PageLink, Submit } from '../PageFrame';

export function SignIn({ app }: { app: Schemas['App'] }) {
  const [typed, setTyped] = useState({ email: '', password: '', keep: false });
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    await answer(api.POST('/sessions', { body: typed }));
    // Whoever owes something is led there at once; everything else would be refused. Where that cannot be read, the account's page says it.
    const duties: readonly string[] = await answer(api.GET('/session')).then(
      ({ standing }) => standing.duties,
      () => [],
    );
    const owesDetails = duties.some((duty) => duty === 'accept_terms' || duty === 'complete_fields');
    window.location.assign(
      pagePath(duties.includes('change_password') ? 'password' : owesDetails ? 'details' : 'profile'),
    );
    return 'leaves';
  }, setRefusal);
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
