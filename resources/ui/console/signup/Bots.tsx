import { Switch } from '../../kit/Segments';
import { Setting } from '../rules/Setting';
import type { DraftInHand } from '../rules/useDraft';
import { Typed } from '../rules/Typed';

/** What keeps programs from signing up as people, with what each part costs a person. */
export function Bots({ hand, at }: { hand: DraftInHand; at: <T>(...path: string[]) => T }) {
  const path = (key: string) => ['signup', 'bots', key];
  const setting = (name: string, key: string) => ({ name, path: path(key).join('.'), hand });
  const seconds = hand.draft?.work_seconds ?? 0;
  const save = (key: string) => (value: string) => hand.change(path(key), Number(value));
  return (
    <>
      <h2 className="border-b border-line bg-well px-4 py-1.5 text-small font-bold">Against programs</h2>
      <Setting
        {...setting('Proof of work', 'work_bits')}
        control={
          <Typed
            label="Proof of work, in bits"
            type="number"
            value={String(at<number>(...path('work_bits')))}
            onSave={save('work_bits')}
          />
        }
      >
        {seconds === 0
          ? 'Off.'
          : `About ${seconds < 10 ? seconds.toFixed(1) : Math.round(seconds)} s on a slow phone, done while the person types. Each bit doubles it.`}
      </Setting>
      <Setting
        {...setting('Shortest time', 'minimum_time')}
        control={
          <Typed
            label="Shortest time, in seconds"
            type="number"
            value={/^PT(\d+)S$/.exec(at<string>(...path('minimum_time')))?.[1] ?? ''}
            onSave={(value) => hand.change(path('minimum_time'), `PT${value}S`)}
          />
        }
      >
        Seconds a form must have been open. The page waits by itself, so nobody is refused for being quick.
      </Setting>
      <Setting
        {...setting('Hidden box', 'trap')}
        control={
          <Switch
            label="Hidden box"
            checked={at<boolean>(...path('trap'))}
            onChange={(value) => hand.change(path('trap'), value)}
          />
        }
      >
        Only programs fill it in: no person, screen reader or password manager meets it.
      </Setting>
      <Setting
        {...setting('Sign-ups from one source', 'attempts')}
        control={
          <Typed
            label="Sign-ups from one source"
            type="number"
            value={String(at<number>(...path('attempts')))}
            onSave={save('attempts')}
          />
        }
      >
        Within an hour; 0 is no limit. What each of these stopped is on the Funnel.
      </Setting>
    </>
  );
}
