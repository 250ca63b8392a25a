import type { Schemas } from '../../api/client';
import { partsOf } from '../../text/duration';
import { counted } from '../../text/figures';

export type Step = Schemas['RehearsalStep'];
export type Outcome = Schemas['RehearsalOutcome'];
export type State = Schemas['RehearsalState'];

const SAID: Record<Step['kind'], string> = {
  sign_up: 'Sign up',
  press_link: 'Press the link in the message',
  sign_in: 'Sign in',
  wrong_password: 'Try a wrong password',
  type_code: 'Type a code',
  type_recovery_code: 'Type a recovery code',
  add_app: 'Add an authenticator app',
  add_phone: 'Add a telephone',
  text_code: 'Have a code texted',
  complete: 'Settle what is owed',
  recover: 'Ask for a new password',
  mail_signin: 'Ask for a sign-in by mail',
  sign_out: 'Sign out',
  look_at_account: 'Look at the account',
  invite: 'An operator invites them',
  suspend: 'An operator suspends the account',
  reset_factors: 'An operator resets the second factor',
  release: 'An operator releases the account',
  wait: 'Time passes',
  purge: 'The purge runs',
};

/** What can be done beside the script. Time has its own buttons. */
export const KINDS = (Object.keys(SAID) as Step['kind'][])
  .filter((kind) => kind !== 'wait' && kind !== 'purge')
  .map((kind) => ({ value: kind, label: SAID[kind] }));

/** A step in words, as on its line. */
export function inWords({ kind, times = 1, for: span, source }: Step): string {
  if (kind === 'wait') return `${spanInWords(span ?? 'PT0S')} pass`;
  const said = times === 1 ? SAID[kind] : `${SAID[kind]}, ${counted(times, 'time', 'times')}`;
  return source === undefined ? said : `${said}, from elsewhere`;
}

/** As people say it: its largest unit, and the next. */
export function spanInWords(iso: string): string {
  const sizes = { W: 604_800, D: 86_400, H: 3_600, M: 60, S: 1 };
  const seconds = (partsOf(iso) ?? []).reduce((sum, { count, unit }) => sum + count * sizes[unit], 0);
  const units = [
    ['day', 86_400],
    ['h', 3_600],
    ['min', 60],
    ['s', 1],
  ] as const;
  const parts: string[] = [];
  let left = seconds;
  for (const [unit, size] of units) {
    const whole = Math.floor(left / size);
    left -= whole * size;
    if (whole > 0) parts.push(unit === 'day' ? counted(whole, 'day', 'days') : `${whole} ${unit}`);
  }
  return parts.slice(0, 2).join(' ') || '0 s';
}

/** What a step was answered with, in short. */
export function outcomeInWords(outcome: Outcome | null | undefined): string {
  if (outcome === null || outcome === undefined) return '';
  if (outcome.status === 0) return outcome.code ?? '';
  return outcome.code === null ? `${outcome.status}` : `${outcome.status} ${outcome.code}`;
}

export const isRefusal = (outcome: Outcome | null) =>
  outcome !== null && (outcome.status === 0 || outcome.status >= 400);

/** Whether it went as the case has it; null where nothing is expected. */
export function holds({ step, outcome }: State['done'][number]): boolean | null {
  if (step.expected === undefined) return null;
  return isSame(step.expected, outcome);
}

export const isSame = (expected: Outcome, got: Outcome | null) =>
  expected.status === got?.status && expected.code === got.code;

const MOMENT = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  timeZone: 'UTC',
});
const TIME = new Intl.DateTimeFormat('en-GB', {
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
  timeZone: 'UTC',
});

/** By the rehearsal's clock, which goes by UTC. */
export const momentOf = (at: string): string => MOMENT.format(new Date(at));
export const timeOf = (at: string): string => TIME.format(new Date(at));
