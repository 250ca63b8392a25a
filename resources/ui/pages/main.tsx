import '../kit/theme.css';
import { StrictMode, useEffect, useState } from 'react';
import { createRoot } from 'react-dom/client';
import { answer, ApiError, type Schemas } from '../api/client';
import { Notice } from '../kit/Marks';
import { api, location, onRules } from './api';
import { Details } from './duties/Details';
import { Terms } from './duties/Terms';
import { PageFrame } from './PageFrame';
import { ChangePassword } from './passwords/ChangePassword';
import { Recover } from './passwords/Recover';
import { Reset } from './passwords/Reset';
import { Edit } from './profile/Edit';
import { Profile } from './profile/Profile';
import { SignIn } from './signin/SignIn';
import { SignedOut } from './signin/SignedOut';
import { SignUp } from './signup/SignUp';
import { Verify } from './verification/Verify';

const pages = {
  recover: Recover,
  reset: Reset,
  password: ChangePassword,
  'sign-up': SignUp,
  'sign-in': SignIn,
  'signed-out': SignedOut,
  verify: Verify,
  profile: Profile,
  edit: Edit,
  details: Details,
  terms: Terms,
};

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
    return (
      <PageFrame
        app={{ name: 'No such app', look: { colour: '#006373', letters: '#ffffff', ground: null, logo: null } }}
        title="There is nothing here"
      >
        <Notice tone="stop">
          {app.status === 404 ? 'No app of this name uses these pages. Check the address.' : app.words}
        </Notice>
      </PageFrame>
    );
  }
  const Page = pages[page as keyof typeof pages];
  return <Page app={app} />;
}

const root = document.getElementById('root');
if (root !== null) {
  createRoot(root).render(
    <StrictMode>
      <AccountPages />
    </StrictMode>,
  );
}
