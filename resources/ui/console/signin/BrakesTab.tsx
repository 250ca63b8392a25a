import { Disclosure } from '../../kit/Disclosure';
import { Divider } from '../../kit/Heading';
import { useMay } from '../api';
import { BenchColumns, DraftState } from '../rules/Bench';
import { DraftBar } from '../rules/DraftBar';
import { RulesInForce } from '../rules/RulesInForce';
import { NumberSetting } from '../rules/Setting';
import { BrakeSetting } from './BrakeSetting';
import { GuessesChart } from './GuessesChart';
import { HeldNow } from './HeldNow';
import { ReplayPart } from './ReplayPart';

/** The brakes on guessing: what is set, whom they hold back now, and what they come to. */
export function BrakesTab() {
  const may = useMay();
  return (
    <BenchColumns
      bar={<DraftBar />}
      rules={
        <DraftState>
          <BrakeSetting of="signins_of_account">
            Per account, in a row. A device that signed in before has a count of its own.
          </BrakeSetting>
          <NumberSetting path={['throttles', 'ceiling']} />
          <NumberSetting path={['throttles', 'tell_after']} />
          <BrakeSetting of="signins_of_source" />
          <BrakeSetting of="signins_of_net" />
          <BrakeSetting of="signins_of_service" />
          <div className="px-4 py-3">
            <Disclosure summary="Limits for strangers at every door">
              <div className="mt-3">
                <RulesInForce section="throttles" />
              </div>
            </Disclosure>
          </div>
        </DraftState>
      }
    >
      <div className="min-h-0 flex-1 overflow-y-auto px-6 py-4 max-sm:px-3">
        <GuessesChart />
        <ReplayPart />
        {may('kennel:sessions.read') ? (
          <>
            <Divider>Held back now</Divider>
            <HeldNow />
          </>
        ) : null}
      </div>
    </BenchColumns>
  );
}
