import { useEffect, useRef, useState } from 'react';
import { Navigate, Route, Routes, useLocation, useNavigate } from 'react-router';
import { ApiError } from '../api/client';
import { Button } from '../kit/Button';
import { focusHeading } from '../kit/focus';
import { Notice } from '../kit/Marks';
import { AccountsScreen } from './accounts/AccountsScreen';
import { api, STATIONS, useSession } from './api';
import { AppsScreen } from './apps/AppsScreen';
import { AuditScreen } from './audit/AuditScreen';
import { Dock } from './evidence/Dock';
import { Find } from './find/Find';
import { FirstPage } from './installation/FirstPage';
import { KeyList } from './KeyList';
import { useKeys } from './keys';
import { MailScreen } from './mail/MailScreen';
import { NeedsYou } from './overview/NeedsYou';
import { PasswordsScreen } from './passwords/PasswordsScreen';
import { ProofDialog } from './proof/ProofDialog';
import { Rail } from './Rail';
import { RolesScreen } from './roles/RolesScreen';
import { SessionsScreen } from './sessions/SessionsScreen';
import { SignupScreen } from './signup/SignupScreen';

export function Console() {
  const session = useSession();
  useEffect(() => {
    document.title = 'Kennel';
  }, []);
  if (session.isPending) return null;
  if (session.data === undefined || (session.error instanceof ApiError && session.error.status === 401))
    return <FirstPage />;
  const mayEnter = session.data.permissions.some(
    (permission) => permission === 'kennel:*' || permission === 'kennel:console',
  );
  return mayEnter ? <Bench name={session.data.account.name} /> : <NotForYou name={session.data.account.name} />;
}

function Bench({ name }: { name: string }) {
  const navigate = useNavigate();
  const [open, setOpen] = useState<'find' | 'keys' | null>(null);
  const station = useLocation().pathname.split('/')[1];
  const shown = useRef(station);
  useEffect(() => {
    if (station === shown.current) return;
    shown.current = station;
    focusHeading();
  }, [station]);
  const [dock, setDock] = useState(() => localStorage.getItem('evidence') === 'open');
  useEffect(() => localStorage.setItem('evidence', dock ? 'open' : 'shut'), [dock]);
  useKeys({
    '/': () => setOpen('find'),
    '?': () => setOpen('keys'),
    e: () => setDock((shown) => !shown),
    'g h': () => void navigate('/'),
    ...Object.fromEntries(STATIONS.map(({ key, path }) => [`g ${key}`, () => void navigate(path)])),
  });
  return (
    <div className="flex h-full flex-col">
      <a href="#screen" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-2">
        Skip to content
      </a>
      <Rail name={name} onFind={() => setOpen('find')} onKeys={() => setOpen('keys')} />
      <div className="flex min-h-0 flex-1">
        <main id="screen" tabIndex={-1} className="min-w-0 flex-1 outline-none">
          <Routes>
            <Route index element={<NeedsYou />} />
            <Route path="sign-up/:tab?" element={<SignupScreen />} />
            <Route path="mail/:id?" element={<MailScreen />} />
            <Route path="passwords/:tab?" element={<PasswordsScreen />} />
            <Route path="sessions" element={<SessionsScreen />} />
            <Route path="roles" element={<RolesScreen />} />
            <Route path="apps" element={<AppsScreen />} />
            <Route path="accounts/:id?" element={<AccountsScreen />} />
            <Route path="audit" element={<AuditScreen />} />
            <Route path="*" element={<Navigate to="/" replace />} />
          </Routes>
        </main>
        {dock ? <Dock onClose={() => setDock(false)} /> : <DockHandle onOpen={() => setDock(true)} />}
      </div>
      <Find open={open === 'find'} onClose={() => setOpen(null)} onEvidence={() => setDock((shown) => !shown)} />
      <KeyList open={open === 'keys'} onClose={() => setOpen(null)} />
      <ProofDialog />
    </div>
  );
}

function DockHandle({ onOpen }: { onOpen: () => void }) {
  return (
    <button
      type="button"
      onClick={onOpen}
      className="w-8 shrink-0 border-l border-line bg-well text-small text-ink-soft hover:text-ink"
      title="Show the evidence (e)"
    >
      <span className="inline-block rotate-180 [writing-mode:vertical-rl]">Evidence</span>
    </button>
  );
}

function NotForYou({ name }: { name: string }) {
  return (
    <main className="mx-auto max-w-[420px] space-y-4 px-5 pt-24">
      <h1 className="text-title font-bold">The console is for operators</h1>
      <Notice tone="information">{name}, none of your roles opens it. A keeper can give you one.</Notice>
      <Button onClick={() => void api.DELETE('/session').then(() => window.location.reload())}>Sign out</Button>
    </main>
  );
}
