import { Suspense } from 'react';
import { useParams } from 'react-router';
import { later } from '../../kit/later';
import { Loading } from '../../kit/QueryState';
import { BenchColumns, DraftFigure, DraftState, StationHead } from '../rules/Bench';
import { Conflict } from '../rules/Conflict';
import { DraftBar } from '../rules/DraftBar';
import { DraftProvider } from '../rules/hand';
import { StoredTab } from './StoredTab';

const Calibration = later(() => import('./Calibration').then((module) => module.Calibration));
const Guidance = later(() => import('../rules/Guidance').then((module) => module.Guidance));
const HashingRules = later(() => import('./HashingRules').then((module) => module.HashingRules));
const PolicyRules = later(() => import('./PolicyRules').then((module) => module.PolicyRules));
const TryPassword = later(() => import('./TryPassword').then((module) => module.TryPassword));

const TABS = [
  ['stored', 'Stored hashes'],
  ['policy', 'Policy'],
  ['hashing', 'Hashing'],
] as const;

/** Where it is decided what a password must be and how it is stored, and measured what that costs. */
export function PasswordsScreen() {
  const tab = useParams()['tab'] ?? 'stored';
  const isPolicy = tab === 'policy';
  return (
    <DraftProvider>
      <section className="flex h-full flex-col" aria-label="Passwords">
        <StationHead name="Passwords" path="/passwords" tabs={TABS} tab={tab} aside={<DraftFigure />} />
        <Conflict />
        <Suspense fallback={<Loading what="this view" />}>
          {isPolicy || tab === 'hashing' ? (
            <BenchColumns
              bar={<DraftBar />}
              rules={<DraftState>{isPolicy ? <PolicyRules /> : <HashingRules />}</DraftState>}
            >
              <div
                className="relative min-w-0 flex-1 overflow-y-auto px-5 py-4 max-sm:px-3"
                role="region"
                aria-label="What it means"
              >
                {isPolicy ? <TryPassword /> : <Calibration />}
                <Guidance about={isPolicy ? 'policy' : 'hashing'} />
              </div>
            </BenchColumns>
          ) : (
            <div className="relative min-h-0 flex-1 overflow-y-auto px-5 py-4 max-sm:px-3">
              <div className="mx-auto max-w-[960px]">
                <StoredTab />
              </div>
            </div>
          )}
        </Suspense>
      </section>
    </DraftProvider>
  );
}
