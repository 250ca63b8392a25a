import { Divider } from '../../kit/Heading';
import { useHand } from '../rules/hand';
import { DurationSetting, NumberSetting, SwitchSetting } from '../rules/Setting';

/** What keeps programs from signing up as people, with what each part costs a person. */
export function Bots() {
  const seconds = useHand().draft?.work_seconds ?? 0;
  return (
    <>
      <Divider>Against programs</Divider>
      <NumberSetting path={['signup', 'bots', 'work_bits']}>
        {seconds === 0
          ? 'It is off.'
          : `About ${seconds < 10 ? seconds.toFixed(1) : Math.round(seconds)} s on a slow phone.`}
      </NumberSetting>
      <DurationSetting path={['signup', 'bots', 'minimum_time']} />
      <SwitchSetting path={['signup', 'bots', 'trap']} />
      <NumberSetting path={['signup', 'bots', 'attempts']} />
      <DurationSetting path={['signup', 'bots', 'attempts_within']} />
      <DurationSetting path={['signup', 'bots', 'form_lifetime']} />
    </>
  );
}
