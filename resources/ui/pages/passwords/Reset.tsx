import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Notice } from '../../kit/Marks';
import { api, pagePath } from '../api';
import { PageFrame, PageLink } from '../PageFrame';
import { ChoosePassword } from './ChoosePassword';

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
  return (
    <ChoosePassword
      app={app}
      address={found.address}
      asksName={found.asks_name}
      nameHelp="What was entered before this address was confirmed is discarded."
      button="Set the new password"
      send={async (password, name) => {
        await answer(api.POST('/recoveries/consume', { body: { token, password, ...name } }));
        setDone(true);
      }}
      onRefused={setFound}
    />
  );
}
