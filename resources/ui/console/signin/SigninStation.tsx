import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { useMay } from '../api';
import { DraftFigure, DraftState, StationHead } from '../rules/Bench';
import { Conflict } from '../rules/Conflict';
import { DraftBar } from '../rules/DraftBar';
import { DraftProvider } from '../rules/hand';
import { RehearsalTab } from '../rehearsal/RehearsalTab';
import { BrakesTab } from './BrakesTab';
import { SessionsTab } from './SessionsTab';
import { WaysTab } from './WaysTab';

const TABS = [
  ['ways', 'Ways', 'kennel:rules.read'],
  ['brakes', 'Brakes', 'kennel:rules.read'],
  ['sessions', 'Sessions', 'kennel:sessions.read'],
  ['rehearsal', 'Rehearsal', 'kennel:rules.manage'],
] as const;

/** How people sign in, and where they are signed in now. */
export function SigninStation() {
  const may = useMay();
  const tabs = TABS.filter(([, , needs]) => may(needs));
  const asked = useParams()['tab'];
  const tab = tabs.find(([key]) => key === asked)?.[0] ?? tabs[0]?.[0] ?? 'sessions';
  const head = (aside?: ReactNode) => (
    <StationHead
      name="Sign-in"
      path="/sign-in"
      tabs={tabs.map(([key, name]) => [key, name] as const)}
      tab={tab}
      aside={aside}
    />
  );
  if (tab === 'sessions') {
    return (
      <section className="flex h-full flex-col" aria-label="Sign-in">
        {head()}
        <SessionsTab />
      </section>
    );
  }
  return (
    <DraftProvider>
      <section className="flex h-full flex-col" aria-label="Sign-in">
        {head(<DraftFigure />)}
        {tab === 'brakes' ? <Conflict /> : null}
        {tab === 'rehearsal' ? (
          <DraftState>
            <RehearsalTab />
          </DraftState>
        ) : tab === 'brakes' ? (
          <BrakesTab />
        ) : (
          <>
            <div className="min-h-0 flex-1 overflow-y-auto">
              <DraftState>
                <WaysTab />
              </DraftState>
            </div>
            <DraftBar />
          </>
        )}
      </section>
    </DraftProvider>
  );
}
