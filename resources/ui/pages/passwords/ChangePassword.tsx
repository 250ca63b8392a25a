import { useEffect, useState, type FormEvent } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Checkbox, PasswordField } from '../../kit/Field';
import { boxId } from '../../kit/FieldBox';
import { Notice } from '../../kit/Marks';
import { api, pagePath } from '../api';
import { Mistakes, PageFrame, PageLink, Submit } from '../PageFrame';
import { useNewPassword } from './NewPassword';

/** Asks for the password there is, and for the new one twice. */
export function ChangePassword({ app }: { app: Schemas['App'] }) {
  const [email, setEmail] = useState<string | null>(null);
  const [current, setCurrent] = useState('');
  const [endOthers, setEndOthers] = useState(true);
  const [pressed, setPressed] = useState(0);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const [done, setDone] = useState(false);
  const typed = useNewPassword(email);
  useEffect(() => {
    // Without a session there is nothing to change; the sign-in page is the way to one.
    answer(api.GET('/session')).then(
      (session) => setEmail(session.account.email),
      () => window.location.assign(pagePath('sign-in')),
    );
  }, []);
  if (done) {
    return (
      <PageFrame app={app} title="Your password is changed">
        <Notice tone="good" role="status">
          A message says so to your address.{endOthers ? ' Every other session has ended.' : ''}
        </Notice>
        <p className="mt-5">
          <PageLink href={pagePath('profile')}>Back to your account</PageLink>
        </p>
      </PageFrame>
    );
  }
  const wrong = refusal?.problem?.reasons.find(({ field }) => field === 'current')?.message;
  const missing = pressed > 0 && current === '' ? 'Enter the password you have now.' : undefined;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setRefusal(null);
    if (!typed.isReady || current === '') {
      typed.touchAll();
      setPressed(pressed + 1);
      return;
    }
    answer(api.PUT('/account/password', { body: { current, password: typed.password, end_others: endOthers } })).then(
      () => setDone(true),
      setRefusal,
    );
  };
  return (
    <PageFrame app={app} title="Change your password">
      <form onSubmit={submit} noValidate className="space-y-2">
        <Mistakes
          key={pressed}
          mistakes={
            pressed === 0
              ? []
              : [
                  ...(missing === undefined
                    ? []
                    : [{ id: boxId('current'), label: 'Password you have now', message: missing }]),
                  ...typed.mistakes,
                ]
          }
        />
        {refusal !== null && wrong === undefined ? (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        ) : null}
        <PasswordField
          id={boxId('current')}
          label="Password you have now"
          autoComplete="current-password"
          large
          value={current}
          onChange={(event) => setCurrent(event.target.value)}
          error={wrong ?? missing}
        />
        {typed.boxes}
        <Checkbox
          label="Sign me out everywhere else"
          checked={endOthers}
          onChange={(event) => setEndOthers(event.target.checked)}
        />
        <div className="pt-2">
          <Submit look={app.look} ready={typed.isReady && current !== ''}>
            Change password
          </Submit>
        </div>
      </form>
      <p className="mt-5">
        <PageLink href={pagePath('profile')}>Leave it as it is</PageLink>
      </p>
    </PageFrame>
  );
}
