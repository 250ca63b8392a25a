import { useEffect, useState, type ReactNode } from 'react';
import { Link } from 'react-router';

const SHORT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const YEAR = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const EXACT = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeStyle: 'long' });

/** "now", "4 min", "6 h", "3 days", "12 Nov": as short as a table needs. */
export function relative(moment: Date, now: Date): string {
  const seconds = Math.abs(now.getTime() - moment.getTime()) / 1000;
  if (seconds < 60) return 'now';
  if (seconds < 3600) return `${Math.floor(seconds / 60)} min`;
  if (seconds < 86_400) return `${Math.floor(seconds / 3600)} h`;
  if (seconds < 8 * 86_400) return `${Math.floor(seconds / 86_400)} ${seconds < 2 * 86_400 ? 'day' : 'days'}`;
  return moment.getFullYear() === now.getFullYear() ? SHORT.format(moment) : YEAR.format(moment);
}

/** A moment, relative, with the exact one on hover. */
export function When({ at, never = 'never' }: { at: string | null; never?: string }) {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), 30_000);
    return () => clearInterval(timer);
  }, []);
  if (at === null) return <span className="text-ink-soft">{never}</span>;
  const moment = new Date(at);
  return (
    <time dateTime={at} title={EXACT.format(moment)} className="whitespace-nowrap">
      {relative(moment, now)}
    </time>
  );
}

/** An id, token or address that is copied with one click. */
export function Copy({ text, shown = text, label }: { text: string; shown?: string; label: string }) {
  const [copied, setCopied] = useState(false);
  useEffect(() => {
    if (!copied) return;
    const timer = setTimeout(() => setCopied(false), 1500);
    return () => clearTimeout(timer);
  }, [copied]);
  return (
    <button
      type="button"
      title={`Copy: ${text}`}
      aria-label={`${shown}: copy ${label}`}
      onClick={() => void navigator.clipboard.writeText(text).then(() => setCopied(true))}
      className="min-h-6 max-w-full rounded-[4px] text-left font-mono text-small wrap-anywhere hover:bg-petrol-wash"
    >
      {copied ? 'copied' : shown}
    </button>
  );
}

/** The rounded label with one punched corner that stands for an account everywhere; each duty is a notch in its edge. */
export function Tag({ id, duties = 0 }: { id: string; duties?: number }) {
  return (
    <span className="inline-flex items-center gap-1.5 rounded-[4px_13px_13px_4px] border border-line-strong bg-sheet py-0.5 pr-3 pl-2">
      <span className="size-2 rounded-full border border-line-strong bg-paper" aria-hidden="true" />
      <Copy text={id} shown={`${id.slice(0, 8)}…${id.slice(-4)}`} label="the account's id" />
      {Array.from({ length: duties }, (_, index) => (
        <span key={index} className="h-3 w-[3px] rounded-full bg-amber" aria-hidden="true" />
      ))}
    </span>
  );
}

export function InlineLink({ to, children }: { to: string; children: ReactNode }) {
  return (
    <Link to={to} className="text-petrol underline decoration-1 underline-offset-2 hover:decoration-2">
      {children}
    </Link>
  );
}

/** Digits in groups of three, with a thin space. */
export function grouped(value: number): string {
  return value.toLocaleString('en-GB').replaceAll(',', '\u202f');
}

export function Count({ value }: { value: number }) {
  return <>{grouped(value)}</>;
}
