import type { Schemas } from '../../api/client';

export type Verdict = Schemas['InvitationVerdict'];
type Person = Schemas['PersonToInvite'];

/** A row as it is typed. What a file said of it besides stays with it. */
export interface TypedRow {
  key: number;
  email: string;
  name: string;
  app: string | null;
  roles: string[] | null;
  language: string | null;
  fields: Record<string, unknown>;
}

export interface Invite {
  app: string;
  roles: string[];
  language: string;
  way: 'link' | 'temporary';
  days: number;
  words: string;
  rows: TypedRow[];
}

let last = 0;

export const emptyRow = (): TypedRow => ({
  key: ++last,
  email: '',
  name: '',
  app: null,
  roles: null,
  language: null,
  fields: {},
});

export const rowOf = (person: Person): TypedRow => ({
  ...emptyRow(),
  email: person.email,
  name: person.name ?? '',
  app: person.app ?? null,
  roles: person.roles ?? null,
  language: person.language ?? null,
  fields: person.fields ?? {},
});

export const isEmpty = ({ email, name }: TypedRow): boolean => email.trim() === '' && name.trim() === '';

/** With one empty row at the end, to go on in. */
export const withEnd = (rows: readonly TypedRow[]): TypedRow[] => {
  const filled = rows.filter((row, place) => place === rows.length - 1 || !isEmpty(row));
  const end = filled.at(-1);
  return end !== undefined && isEmpty(end) ? filled : [...filled, emptyRow()];
};

/** As the server takes it. */
export const sentRows = (rows: readonly TypedRow[]): Person[] =>
  rows
    .filter((row) => !isEmpty(row))
    .map(({ email, name, app, roles, language, fields }) => ({
      email,
      name,
      ...(app === null ? {} : { app }),
      ...(roles === null ? {} : { roles }),
      ...(language === null ? {} : { language }),
      ...(Object.keys(fields).length === 0 ? {} : { fields }),
    }));

export const isDone = (verdict: Verdict | undefined): boolean =>
  verdict !== undefined && ['invited', 'renewed', 'given'].includes(verdict.fate);

/** Whether somebody has to do something about it before it can be sent. */
export const wantsEditing = (verdict: Verdict | undefined): boolean =>
  verdict !== undefined && ['refused', 'twice'].includes(verdict.fate);

/** The moment after so many days, from now. */
export const untilOf = (days: number): string => new Date(Date.now() + days * 86_400_000).toISOString();

/** What is typed stays while somebody looks elsewhere in the console; with the page it is gone. */
let kept: Invite | null = null;

export const keptInvite = (): Invite | null => kept;
export const keepInvite = (invite: Invite | null): void => {
  kept = invite;
};
