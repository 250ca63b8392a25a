import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { TextField } from '../../kit/Field';
import { boxId } from '../../kit/FieldBox';
import { Notice } from '../../kit/Marks';
import { useSubmit } from '../../kit/useSubmit';
import { api, pagePath } from '../api';
import { Mistakes, PageFrame, PageLink, Submit } from '../PageFrame';
import { useNewPassword } from './NewPassword';

type App = Schemas['App'];
type Found = Schemas['ResetLink'];

/** Behind the link of the message. Opening it changes nothing; the new password does. */
export function Reset({ app }: { app: App }) {
  const [token] = useState(() => new URLSearchParams(window.location.hash.slice(1)).get('t') ?? '');
  const [found, setFound] = useState<Found | ApiError | null>(null);
  const [done, setDone] = useState(false);
  useEffect(() => {
    answer(api.POST('/recoveries/inspect', { body: { token } })).then(
      (answered) => setFound(answered),
      (error: ApiError) => setFound(error),
    );
  }, [token]);
  if (found === null) return null;
  if (found instanceof ApiError) {
    return (
      <PageFrame app={app} title="This link does not work">
        <Notice tone="caution" role="alert">
          {found.words}
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
  return <ResetForm app={app} token={token} found={found} onDone={() => setDone(true)} onGone={setFound} />;
}

function ResetForm({
  app,
  token,
  found,
  onDone,
  onGone,
}: {
  app: App;
  token: string;
  found: Found;
  onDone: () => void;
  onGone: (error: ApiError) => void;
}) {
  const { address, asks_name: asksName } = found;
  const typed = useNewPassword(address);
  const [name, setName] = useState('');
  const wrongName = asksName && name.trim() === '' ? 'Enter a name.' : undefined;
  const mistakes = [
    ...(wrongName === undefined ? [] : [{ id: boxId('name'), label: 'Name', message: wrongName }]),
    ...typed.mistakes,
  ];
  const [pressed, setPressed] = useState(0);
  const [refusal, setRefusal] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(
    async () => {
      if (!typed.mayBeSent || wrongName !== undefined) {
        typed.touchAll();
        setPressed(pressed + 1);
        return;
      }
      const body = { token, password: typed.password, ...(asksName ? { name } : {}) };
      await answer(api.POST('/recoveries/consume', { body }));
      onDone();
    },
    (error) => (error.problem?.code === 'challenge.refused' ? onGone(error) : setRefusal(error)),
  );
  return (
    <PageFrame app={app} title="Choose a new password">
      <form onSubmit={submit} noValidate className="space-y-2">
        <Mistakes key={pressed} mistakes={pressed === 0 ? [] : mistakes} />
        <p className="mb-3 font-mono text-[15px] wrap-anywhere">{address}</p>
        {/* For password managers, which keep a password with a name. */}
        <input type="hidden" autoComplete="username" value={address} readOnly />
        {refusal === null ? null : (
          <Notice tone="stop" role="alert">
            {refusal.words}
          </Notice>
        )}
        {asksName ? (
          <TextField
            id={boxId('name')}
            label="Name"
            autoComplete="name"
            large
            value={name}
            onChange={(event) => setName(event.target.value)}
            error={pressed > 0 ? wrongName : undefined}
            help="What was entered before this address was confirmed is discarded."
          />
        ) : null}
        {typed.boxes}
        <Submit look={app.look} ready={typed.isReady && wrongName === undefined} busy={busy}>
          Set the new password
        </Submit>
      </form>
    </PageFrame>
  );
}
