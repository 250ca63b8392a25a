import { useParams } from 'react-router';
import { useMay } from '../api';
import { DraftFigure, DraftState, StationHead } from '../rules/Bench';
import { DraftBar } from '../rules/DraftBar';
import { DraftProvider } from '../rules/hand';
import { AppList } from './AppList';
import { InspectorTab } from './InspectorTab';
import { KeysTab } from './KeysTab';
import { RegistrationTab } from './RegistrationTab';
import { TryTab } from './TryTab';

const TABS = [
  ['all', 'All', 'kennel:apps.read'],
  ['registration', 'Registration', 'kennel:rules.read'],
  ['keys', 'Signing keys', 'kennel:rules.read'],
  ['try', 'Try it', 'kennel:rules.manage'],
  ['inspector', 'Inspector', 'kennel:rules.read'],
] as const;

/** The apps this Kennel serves, by what each comes to tokens, and the keys that sign them. */
export function AppsStation() {
  const may = useMay();
  const tabs = TABS.filter(([, , needs]) => may(needs));
  const asked = useParams()['tab'];
  const tab = tabs.find(([key]) => key === asked)?.[0] ?? 'all';
  const head = (
    <StationHead
      name="Apps"
      path="/apps"
      tabs={tabs.map(([key, name]) => [key, name] as const)}
      tab={tab}
      aside={tab === 'registration' ? <DraftFigure /> : null}
    />
  );
  if (tab === 'registration') {
    return (
      <DraftProvider>
        <section className="flex h-full flex-col" aria-label="Apps">
          {head}
          <div className="min-h-0 flex-1 overflow-y-auto">
            <DraftState>
              <RegistrationTab />
            </DraftState>
          </div>
          <DraftBar />
        </section>
      </DraftProvider>
    );
  }
  return (
    <section className="flex h-full flex-col" aria-label="Apps">
      {head}
      <div className="min-h-0 flex-1 overflow-y-auto px-5 py-4 max-sm:px-3">
        {tab === 'keys' ? (
          <KeysTab />
        ) : tab === 'try' ? (
          <DraftProvider>
            <TryTab />
          </DraftProvider>
        ) : tab === 'inspector' ? (
          <InspectorTab />
        ) : (
          <AppList />
        )}
      </div>
    </section>
  );
}
