import { useParams } from 'react-router';
import { BenchColumns, DraftFigure, StationHead } from '../rules/Bench';
import { Conflict } from '../rules/Conflict';
import { DraftBar } from '../rules/DraftBar';
import { useDraft } from '../rules/useDraft';
import { Failure } from '../Failure';
import { Calibration } from './Calibration';
import { Guidance } from './Guidance';
import { HashingRules } from './HashingRules';
import { ImportTab } from './ImportTab';
import { PolicyRules } from './PolicyRules';
import { StoredTab } from './StoredTab';
import { TryPassword } from './TryPassword';

const TABS = [
  ['stored', 'Stored hashes'],
  ['policy', 'Policy'],
  ['hashing', 'Hashing'],
  ['import', 'Import'],
] as const;

/** Where it is decided what a password must be and how it is stored, measured what that costs, and older hashes are brought along. */
export function PasswordsScreen() {
  const tab = useParams()['tab'] ?? 'stored';
  const hand = useDraft();
  const isPolicy = tab === 'policy';
  return (
    <section className="flex h-full flex-col" aria-label="Passwords">
      <StationHead name="Passwords" path="/passwords" tabs={TABS} tab={tab} aside={<DraftFigure hand={hand} />} />
      <Failure error={hand.failure} />
      <Conflict hand={hand} />
      {isPolicy || tab === 'hashing' ? (
        <BenchColumns
          bar={<DraftBar hand={hand} />}
          rules={
            hand.document === undefined ? null : isPolicy ? <PolicyRules hand={hand} /> : <HashingRules hand={hand} />
          }
        >
          <div className="min-w-0 flex-1 overflow-y-auto px-5 py-4" role="region" aria-label="What it means">
            {isPolicy ? <TryPassword hand={hand} /> : <Calibration hand={hand} />}
            <Guidance hand={hand} about={isPolicy ? 'policy' : 'hashing'} />
          </div>
        </BenchColumns>
      ) : (
        <div className="min-h-0 flex-1 overflow-y-auto px-5 py-4">
          <div className="mx-auto max-w-[960px]">{tab === 'import' ? <ImportTab /> : <StoredTab />}</div>
        </div>
      )}
    </section>
  );
}
