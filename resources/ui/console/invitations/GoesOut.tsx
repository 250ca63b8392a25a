import { Note } from '../../kit/Text';
import { grouped } from '../../text/figures';

const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });
const SHOWN = 3;

/** When messages go out that are more than today's allowance. */
export function GoesOut({ days, messages }: { days: readonly { day: string; messages: number }[]; messages: number }) {
  const out = days.reduce((sum, day) => sum + day.messages, 0);
  const today = new Date().toISOString().slice(0, 10);
  if (messages === 0 || (days.length === 1 && out === messages && days[0]?.day === today)) return null;
  if (days.length === 0) return <Note>The rules let none of them out: see Mail, Allowance.</Note>;
  const last = days.at(-1);
  return (
    <Note>
      By the allowance:{' '}
      {days
        .slice(0, SHOWN)
        .map(
          ({ day, messages: count }, place) =>
            `${place === 0 ? 'the first' : 'the next'} ${grouped(count)} ${day === today ? 'today' : `on ${DAY.format(new Date(day))}`}`,
        )
        .join(', ')}
      {days.length > SHOWN && last !== undefined ? `, the last on ${DAY.format(new Date(last.day))}` : ''}
      {out < messages ? `; ${grouped(messages - out)} not within a year` : ''}.
    </Note>
  );
}
