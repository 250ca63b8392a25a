import { useEffect, useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Notice } from '../../kit/Notice';
import { api, linkToken, pagePath } from '../api';
import { BadLink, Loading, PageFrame } from '../PageFrame';
import { w } from '../words';
import { ChoosePassword } from './ChoosePassword';
import { PageLink } from '../../kit/Page';

type App = Schemas['App'];
type Found = Schemas['ResetLink'];

/** Behind the link of the message. Opening it changes nothing; the new password does. */
export function Reset({ app }: { app: App }) {
  const [token] = useState(() => linkToken() ?? '');
  const [found, setFound] = useState<Found | ApiError | null>(null);
  const [done, setDone] = useState(false);
  useEffect(() => {
    answer(api.POST('/recoveries/inspect', { body: { token } })).then(
      (answered) => setFound(answered),
      (error: ApiError) => setFound(error),
    );
  }, [token]);
  if (found === null) return <Loading app={app} />;
  if (found instanceof ApiError) {
    return (
      <BadLink app={app} title={w.reset.badTitle} error={found} href={pagePath('recover')}>
        {w.reset.another}
      </BadLink>
    );
  }
  if (done) {
    return (
      <PageFrame app={app} title={w.reset.doneTitle}>
        <Notice tone="good" role="status">
          {w.reset.done}
        </Notice>
        <p className="mt-5">
          <PageLink href={pagePath('sign-in')}>{w.reset.signIn}</PageLink>
        </p>
      </PageFrame>
    );
  }
  return (
    <ChoosePassword
      app={app}
      address={found.address}
      asksName={found.asks_name}
      nameHelp={w.reset.nameHelp}
      button={w.reset.submit}
      send={async (password, name) => {
        await answer(api.POST('/recoveries/consume', { body: { token, password, ...name } }));
        setDone(true);
      }}
      onRefused={setFound}
    />
  );
}
