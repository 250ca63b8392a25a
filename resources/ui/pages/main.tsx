import '../kit/theme.css';
import { StrictMode, Suspense, useEffect, useState } from 'react';
import { createRoot } from 'react-dom/client';
import { answer, ApiError, type Schemas } from '../api/client';
import { PageLink, PressLink } from '../kit/Page';
import { keepFocus } from '../kit/focus';
import { later } from '../kit/later';
import { Notice } from '../kit/Notice';
import { api, location, onRules, pagePath } from './api';
import { Broken } from './Broken';
import { Loading, PageFrame } from './PageFrame';
import { NotLetIn } from './letin/NotLetIn';
import { SignIn } from './signin/SignIn';
import { SignUp } from './signup/SignUp';
import { takeWords, w } from './words';

const pages = {
  recover: later(() => import('./passwords/Recover').then((module) => module.Recover)),
  reset: later(() => import('./passwords/Reset').then((module) => module.Reset)),
  password: later(() => import('./passwords/ChangePassword').then((module) => module.ChangePassword)),
  'sign-up': SignUp,
  'sign-in': SignIn,
  mailed: later(() => import('./signin/Mailed').then((module) => module.Mailed)),
  outside: later(() => import('./signin/Outside').then((module) => module.Outside)),
  'signed-out': later(() => import('./signin/SignedOut').then((module) => module.SignedOut)),
  verify: later(() => import('./verification/Verify').then((module) => module.Verify)),
  invited: later(() => import('./invited/Invited').then((module) => module.Invited)),
  profile: later(() => import('./profile/Profile').then((module) => module.Profile)),
  edit: later(() => import('./profile/Edit').then((module) => module.Edit)),
  address: later(() => import('./profile/Address').then((module) => module.Address)),
  'undo-address': later(() => import('./profile/UndoAddress').then((module) => module.UndoAddress)),
  data: later(() => import('./profile/OwnData').then((module) => module.OwnData)),
  sharing: later(() => import('./profile/Sharing').then((module) => module.Sharing)),
  factors: later(() => import('./factors/Factors').then((module) => module.Factors)),
  devices: later(() => import('./sessions/Devices').then((module) => module.Devices)),
  apps: later(() => import('./letin/AppsWithAccess').then((module) => module.AppsWithAccess)),
  authorize: later(() => import('./letin/Authorize').then((module) => module.Authorize)),
  device: later(() => import('./letin/Device').then((module) => module.Device)),
  leave: later(() => import('./letin/Leave').then((module) => module.Leave)),
  'not-let-in': NotLetIn,
  providers: later(() => import('./providers/Providers').then((module) => module.Providers)),
  close: later(() => import('./profile/Close').then((module) => module.Close)),
  details: later(() => import('./duties/Details').then((module) => module.Details)),
  terms: later(() => import('./duties/Terms').then((module) => module.Terms)),
};

const NO_LOOK = { colour: '#006373', letters: '#ffffff', ground: null, logo: null };

function AccountPages() {
  const { app: key, page } = location();
  const [app, setApp] = useState<Schemas['App'] | ApiError | null>(null);
  useEffect(() => {
    const load = () => void answer(api.GET('/apps/{key}', { params: { path: { key } } })).then(setApp, setApp);
    load();
    return onRules(load);
  }, [key]);
  if (app === null) return null;
  if (app instanceof ApiError) {
    // Whose app it would be is what could not be told.
    if (page === 'not-let-in') return <NotLetIn app={{ name: w.noApp.name, look: NO_LOOK }} />;
    return (
      <PageFrame app={{ name: w.noApp.name, look: NO_LOOK }} title={w.noApp.title}>
        <Notice tone="stop">{app.status === 404 ? w.noApp.unknown : app.words}</Notice>
        {app.status === 404 ? null : (
          <p className="mt-5">
            <PressLink onClick={() => window.location.reload()}>{w.tryAgain}</PressLink>
          </p>
        )}
      </PageFrame>
    );
  }
  const Page = page in pages ? pages[page as keyof typeof pages] : null;
  if (Page === null) {
    return (
      <PageFrame app={app} title={w.noApp.title}>
        <Notice tone="information">{w.noApp.noPage}</Notice>
        <p className="mt-5">
          <PageLink href={pagePath('sign-in')}>{w.noApp.wayOut}</PageLink>
        </p>
      </PageFrame>
    );
  }
  return (
    <Suspense fallback={<Loading app={app} />}>
      <Page app={app} />
    </Suspense>
  );
}

keepFocus();
void takeWords().then(() => {
  const root = document.getElementById('root');
  if (root === null) return;
  createRoot(root).render(
    <StrictMode>
      <Broken>
        <AccountPages />
      </Broken>
    </StrictMode>,
  );
});
