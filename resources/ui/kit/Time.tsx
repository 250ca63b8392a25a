import { useState, useSyncExternalStore } from 'react';
import { ValueButton } from './SmallButtons';

const SHORT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const YEAR = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const EXACT = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'long' });
const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', second: '2-digit' });
const ZONE = new Intl.DateTimeFormat('en-GB', { timeZoneName: 'short' });

/** One clock for the page: a list of two hundred times wakes once, not two hundred times. */
const clock = {
  now: new Date(),
  listeners: new Set<() => void>(),
  timer: undefined as ReturnType<typeof setInterval> | undefined,
};
function subscribe(listener: () => void): () => void {
  clock.listeners.add(listener);
  clock.timer ??= setInterval(() => {
    clock.now = new Date();
    for (const each of clock.listeners) each();
  }, 30_000);
  return () => {
    clock.listeners.delete(listener);
    if (clock.listeners.size > 0) return;
    clearInterval(clock.timer);
    clock.timer = undefined;
  };
}
const useNow = (): Date => useSyncExternalStore(subscribe, () => clock.now);

/** "now", "4 min", "6 h", "3 days", "12 Nov": as short as a table needs. */
export function relative(moment: Date, now: Date): string {
  const seconds = Math.abs(now.getTime() - moment.getTime()) / 1000;
  if (seconds < 60) return 'now';
  if (seconds < 3600) return `${Math.floor(seconds / 60)} min`;
  if (seconds < 86_400) return `${Math.floor(seconds / 3600)} h`;
  if (seconds < 8 * 86_400) return `${Math.floor(seconds / 86_400)} ${seconds < 2 * 86_400 ? 'day' : 'days'}`;
  return moment.getFullYear() === now.getFullYear() ? SHORT.format(moment) : YEAR.format(moment);
}

/** In the reader's zone, which it names. */
export const exact = (moment: Date): string => EXACT.format(moment);

/** A time of day in the reader's zone, to the second. */
export const timeOfDay = (moment: Date): string => CLOCK.format(moment);

/** The reader's zone, as in "CET". */
export const zone = (): string =>
  ZONE.formatToParts(clock.now).find(({ type }) => type === 'timeZoneName')?.value ?? '';

/** A moment, relative; pointed at, pressed or touched, the exact one in the reader's zone. */
export function When({ at, never = 'never' }: { at: string | null; never?: string }) {
  const now = useNow();
  const [isExact, setExact] = useState(false);
  if (at === null) return <span className="text-ink-soft">{never}</span>;
  const moment = new Date(at);
  return (
    <ValueButton title={exact(moment)} aria-pressed={isExact} onClick={() => setExact(!isExact)}>
      <time dateTime={at} className={isExact ? '' : 'whitespace-nowrap'}>
        {isExact ? exact(moment) : relative(moment, now)}
      </time>
    </ValueButton>
  );
}

/** A day, as in "until 30 Nov": of what is to come, how far it is off says less. */
export function Day({ at }: { at: string }) {
  const now = useNow();
  const moment = new Date(at);
  return (
    <time dateTime={at} title={exact(moment)} className="whitespace-nowrap">
      {(moment.getFullYear() === now.getFullYear() ? SHORT : YEAR).format(moment)}
    </time>
  );
}

/** The same where the row itself is what is pressed: the exact time is in what opens, and on pointing. */
export function RowTime({ at, never = 'never' }: { at: string | null; never?: string }) {
  const now = useNow();
  if (at === null) return <span className="text-ink-soft">{never}</span>;
  const moment = new Date(at);
  return (
    <time dateTime={at} title={exact(moment)} className="whitespace-nowrap">
      {relative(moment, now)}
    </time>
  );
}
