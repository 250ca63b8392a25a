import { Suspense, useEffect, useRef, useState } from 'react';
import { Navigate, Route, Routes, useLocation, useNavigate } from 'react-router';
import { Boundary } from '../kit/Boundary';
import { DockHandle } from '../kit/Columns';
import { ScreenGround, SkipLink } from '../kit/Rail';
import { focusHeading, useFocusOnce } from '../kit/focus';
import { later } from '../kit/later';
import { Loading } from '../kit/QueryState';
import { Toasts } from '../kit/Toast';
import { useMay, useStations } from './api';
import { useKeys } from './keys';
import { NeedsYou } from './overview/NeedsYou';
import { listen, type Asked } from './proof/proof';
import { Rail } from './Rail';

const AccountsScreen = later(() => import('./accounts/AccountsScreen').then((module) => module.AccountsScreen));
const AppsStation = later(() => import('./apps/AppsStation').then((module) => module.AppsStation));
const AuditScreen = later(() => import('./audit/AuditScreen').then((module) => module.AuditScreen));
const Dock = later(() => import('./evidence/Dock').then((module) => module.Dock));
const Find = later(() => import('./find/Find').then((module) => module.Find));
const InvitationsScreen = later(() =>
  import('./invitations/InvitationsScreen').then((module) => module.InvitationsScreen),
);
const KeyList = later(() => import('./KeyList').then((module) => module.KeyList));
const KitScreen = later(() => import('./kit/KitScreen').then((module) => module.KitScreen));
const AllowanceTab = later(() => import('./mail/AllowanceTab').then((module) => module.AllowanceTab));
const MailboxesTab = later(() => import('./mail/MailboxesTab').then((module) => module.MailboxesTab));
const WordingScreen = later(() => import('./mail/WordingScreen').then((module) => module.WordingScreen));
const MailScreen = later(() => import('./mail/MailScreen').then((module) => module.MailScreen));
const ImportsScreen = later(() => import('./imports/ImportsScreen').then((module) => module.ImportsScreen));
const PasswordsScreen = later(() => import('./passwords/PasswordsScreen').then((module) => module.PasswordsScreen));
const ProofDialog = later(() => import('./proof/ProofDialog').then((module) => module.ProofDialog));
const RolesScreen = later(() => import('./roles/RolesScreen').then((module) => module.RolesScreen));
const SigninStation = later(() => import('./signin/SigninStation').then((module) => module.SigninStation));
const SignupScreen = later(() => import('./signup/SignupScreen').then((module) => module.SignupScreen));

const isDemo = document.querySelector('meta[name="demo-keeper"]') !== null;

/** The console of somebody who may enter: rail, station, evidence, and what opens over them. */
export function Bench({ name }: { name: string }) {
  const navigate = useNavigate();
  const [open, setOpen] = useState<'find' | 'keys' | null>(null);
  const [asked, setAsked] = useState<Asked | null>(null);
  useEffect(() => listen(setAsked), []);
  const stations = useStations();
  const mayWatch = useMay()('kennel:evidence.read');
  const station = useLocation().pathname.split('/')[1] ?? '';
  const [dock, setDock] = useState(() => localStorage.getItem('evidence') === 'open');
  // What had the focus is gone with the dock, or with its handle: the one that takes its place has it then.
  const [moves, setMoves] = useState(false);
  const toggleDock = (on: boolean) => {
    setMoves(document.activeElement?.closest('[data-dock]') != null);
    setDock(on);
  };
  useEffect(() => localStorage.setItem('evidence', dock ? 'open' : 'shut'), [dock]);
  useKeys({
    '/': () => setOpen('find'),
    '?': () => setOpen('keys'),
    ...(mayWatch ? { e: () => toggleDock(!dock) } : {}),
    'g h': () => void navigate('/'),
    ...Object.fromEntries(stations.map(({ key, path }) => [`g ${key}`, () => void navigate(path)])),
  });
  return (
    <Toasts>
      <div className="flex h-full flex-col">
        <SkipLink to="screen" />
        <Rail name={name} onFind={() => setOpen('find')} onKeys={() => setOpen('keys')} />
        <div className="flex min-h-0 flex-1 max-sm:flex-col">
          <ScreenGround id="screen">
            <Boundary what="This station" resetKey={station}>
              <Suspense fallback={<Loading what="the station" />}>
                <Routes>
                  <Route index element={<NeedsYou />} />
                  <Route path="sign-up/:tab?" element={<SignupScreen />} />
                  <Route path="invitations/:tab?/:id?" element={<InvitationsScreen />} />
                  <Route path="mail/mailboxes" element={<MailboxesTab />} />
                  <Route path="mail/allowance" element={<AllowanceTab />} />
                  <Route path="mail/wording/:kind?" element={<WordingScreen />} />
                  <Route path="mail/:id?" element={<MailScreen />} />
                  <Route path="passwords/import" element={<Navigate to="/accounts/import" replace />} />
                  <Route path="passwords/:tab?" element={<PasswordsScreen />} />
                  <Route path="sessions" element={<Navigate to="/sign-in/sessions" replace />} />
                  <Route path="sign-in/:tab?" element={<SigninStation />} />
                  <Route path="roles/:tab?/:key?" element={<RolesScreen />} />
                  <Route path="apps/:tab?" element={<AppsStation />} />
                  <Route path="accounts/import/:id?" element={<ImportsScreen />} />
                  <Route path="accounts/:id?" element={<AccountsScreen />} />
                  <Route path="audit" element={<AuditScreen />} />
                  {isDemo ? <Route path="kit" element={<KitScreen />} /> : null}
                  <Route path="*" element={<Navigate to="/" replace />} />
                </Routes>
                <Arrived key={station} station={station} />
              </Suspense>
            </Boundary>
          </ScreenGround>
          <Boundary what="The evidence">
            <Suspense fallback={null}>
              {!mayWatch ? null : dock ? (
                <Dock takesFocus={moves} onClose={() => toggleDock(false)} />
              ) : (
                <ShutDock takesFocus={moves} onOpen={() => toggleDock(true)} />
              )}
            </Suspense>
          </Boundary>
        </div>
        <Suspense fallback={null}>
          {open === 'find' ? <Find open onClose={() => setOpen(null)} onEvidence={() => toggleDock(!dock)} /> : null}
          {open === 'keys' ? <KeyList open onClose={() => setOpen(null)} /> : null}
          {asked === null ? null : <ProofDialog asked={asked} />}
        </Suspense>
      </div>
    </Toasts>
  );
}

let shown: string | null = null;

/** Another station is another page: the focus goes to its heading once it is there. The first one is where the browser has put it. */
function Arrived({ station }: { station: string }) {
  const isFirst = useRef(shown === null);
  useEffect(() => {
    if (!isFirst.current && shown !== station) focusHeading();
    shown = station;
  }, [station]);
  return null;
}

function ShutDock({ takesFocus, onOpen }: { takesFocus: boolean; onOpen: () => void }) {
  return (
    <DockHandle handle={useFocusOnce<HTMLButtonElement>(takesFocus)} onClick={onOpen} title="Show the evidence (e)">
      Evidence
    </DockHandle>
  );
}
