import { useEffect, useState, type FormEvent } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Notice } from '../../kit/Marks';
import { api, pagePath } from '../api';
import { Mistakes, PageFrame, PageLink, Submit } from '../PageFrame';
import { useNewPassword } from './NewPassword';

type App = Schemas['App'];

/** Behind the link of the message. Opening it changes nothing; the new password does. */
export function Reset({ app }: { app: App }) {
  const [token] = useState(() => new URLSearchParams(window.location.hash.slice(1)).get('t') ?? '');
  const [address, setAddress] = useState<string | ApiError | null>(null);
  const [done, setDone] = useState(false);
  useEffect(() => {
    answer(api.POST('/recoveries/inspect', { body: { token } })).then(
      (found) => setAddress(found.address),
      (error: ApiError) => setAddress(error),
    );
  }, [token]);
  if (address === null) return null;
  if (address instanceof ApiError) {
    return (
      <PageFrame app={app} title="This link does not work">
        <Notice tone="caution" role="alert">
          {address.words}
        </Notice>
        <p className="mt-5">
          <PageLink href={pagePath('recover')}>Ask for a new one</PageLink>
        </p>
      </PageFrame>
    );
  }
  if (done) {
    return (
      <PageFrame app={app} title="Your new password is set">
        <Notice tone="good" role="status">
          You are signed out everywhere, and every older link has stopped working.
        </Notice>
        <p className="mt-5">
          <PageLink href={pagePath('sign-in')}>Sign in with it</PageLink>
        </p>
      </PageFrame>
    );
  }
  return <ResetForm app={app} token={token} address={address} onDone={() => setDone(true)} onGone={setAddress} />;
}

function ResetForm({
  app,
  token,
  address,
  onDone,
  onGone,
}: {
  app: App;
  token: string;
  address: string;
  onDone: () => void;
  onGone: (error: ApiError) => void;
}) {
  const typed = useNewPassword(address);
  const [pressed, setPressed] = useState(0);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!typed.isReady) {
      typed.touchAll();
      setPressed(pressed + 1);
      return;
    }
    answer(api.POST('/recoveries/consume', { body: { token, password: typed.password } })).then(
      onDone,
      (error: ApiError) => (error.problem?.code === 'challenge.refused' ? onGone(error) : setRefusal(error)),
    );
  };
  return (
    <PageFrame app={app} title="Choose a new password">
      <form onSubmit={submit} noValidate className="space-y-2">
        <Mistakes key={pressed} mistakes={pressed === 0 ? [] : typed.mistakes} />
        <p className="mb-3 font-mono text-[15px] wrap-anywhere">{address}</p>
        {/* For password managers, which keep a password with a name. */}
        <input type="hidden" autoComplete="username" value={address} readOnly />
        {refusal === null ? null : (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        )}
        {typed.boxes}
        <Submit look={app.look} ready={typed.isReady}>
          Set the new password
        </Submit>
      </form>
    </PageFrame>
  );
}
