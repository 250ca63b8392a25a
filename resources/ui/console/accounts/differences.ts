import type { Schemas } from '../../api/client';

type Account = Schemas['Account'];

/** What of an account an operator may have read before deciding, each in words. */
const READ: readonly (readonly [string, (account: Account) => string])[] = [
  ['Name', ({ name }) => name],
  ['Address', ({ email }) => email],
  ['Status', ({ status }) => status],
  ['Address verified', ({ email_proven_at }) => (email_proven_at === null ? 'no' : 'yes')],
  ['Terms', ({ terms_version }) => terms_version ?? 'none accepted'],
  ['Password', ({ password_kind }) => password_kind],
  ['Roles', ({ roles }) => roles.map(({ role }) => role).join(', ') || 'none'],
  ['Own metadata', ({ metadata }) => JSON.stringify(metadata.own)],
  ['Internal metadata', ({ metadata }) => JSON.stringify(metadata.internal)],
  ['Open duties', ({ owed }) => owed.map(({ message }) => message).join(' ') || 'none'],
];

export interface Difference {
  what: string;
  before: string;
  after: string;
}

/** What somebody else changed between two readings of one account. */
export function differences(before: Account, after: Account): Difference[] {
  const all = READ.map(([what, read]) => ({ what, before: read(before), after: read(after) }));
  const fields = new Set([...before.fields, ...after.fields].map(({ key }) => key));
  const field = (account: Account, key: string) => account.fields.find((each) => each.key === key);
  for (const key of fields) {
    const [was, is] = [field(before, key), field(after, key)];
    all.push({ what: (is ?? was)?.label ?? key, before: was?.shown ?? 'empty', after: is?.shown ?? 'empty' });
  }
  return all.filter((each) => each.before !== each.after);
}
