// Which accounts a list means: conditions as the API takes them, in the address of the page and in words.

/** What it is about, its key where it has one, how it compares, and the value where one is taken. */
export type Condition = readonly string[];

export type Subject =
  | 'status'
  | 'duty'
  | 'role'
  | 'permission'
  | 'app'
  | 'field'
  | 'metadata'
  | 'hash'
  | 'origin'
  | 'created'
  | 'changed'
  | 'seen'
  | 'verified'
  | 'held_back';

export type Comparison = 'is' | 'is_not' | 'has' | 'has_none' | 'before' | 'since' | 'at_least' | 'at_most' | 'misfits';

/** What a field's type lets one ask. */
export type FieldType =
  | 'short_text'
  | 'long_text'
  | 'number'
  | 'date'
  | 'yes_no'
  | 'one_choice'
  | 'several_choices'
  | 'phone'
  | 'url'
  | 'country'
  | 'picture';

export const SUBJECTS: readonly { value: Subject; label: string }[] = [
  { value: 'status', label: 'status' },
  { value: 'duty', label: 'open duty' },
  { value: 'role', label: 'role' },
  { value: 'permission', label: 'permission' },
  { value: 'app', label: 'app' },
  { value: 'field', label: 'field' },
  { value: 'metadata', label: 'metadata' },
  { value: 'hash', label: 'password stored as' },
  { value: 'origin', label: 'origin' },
  { value: 'created', label: 'created' },
  { value: 'changed', label: 'changed' },
  { value: 'seen', label: 'last seen' },
  { value: 'verified', label: 'address verified' },
  { value: 'held_back', label: 'sign-in held back' },
];

const WORDS: Record<Comparison, string> = {
  is: 'is',
  is_not: 'is not',
  has: 'is filled in',
  has_none: 'is not filled in',
  before: 'before',
  since: 'since',
  at_least: 'at least',
  at_most: 'at most',
  misfits: 'does not fit',
};

const COMPARISONS: Record<Subject, readonly Comparison[]> = {
  status: ['is', 'is_not'],
  duty: ['is'],
  role: ['is', 'is_not', 'has_none'],
  permission: ['is'],
  app: ['is', 'is_not'],
  field: ['is', 'is_not', 'has', 'has_none'],
  metadata: ['is', 'is_not', 'has', 'has_none', 'before', 'since', 'at_least', 'at_most'],
  hash: ['is', 'is_not'],
  origin: ['is', 'is_not'],
  created: ['since', 'before'],
  changed: ['since', 'before'],
  seen: ['since', 'before', 'has_none'],
  verified: ['is'],
  held_back: ['is'],
};

export function comparisonsOf(subject: Subject, type?: FieldType): readonly { value: Comparison; label: string }[] {
  const more: readonly Comparison[] =
    subject !== 'field'
      ? []
      : type === 'date'
        ? ['before', 'since', 'misfits']
        : type === 'number'
          ? ['at_least', 'at_most', 'misfits']
          : type === 'one_choice' || type === 'several_choices'
            ? ['misfits']
            : [];
  return [...COMPARISONS[subject], ...more].map((value) => ({
    value,
    label:
      subject === 'role' && value === 'has_none'
        ? 'is none'
        : subject === 'seen' && value === 'has_none'
          ? 'never'
          : WORDS[value],
  }));
}

export const takesKey = (subject: string): boolean => subject === 'field' || subject === 'metadata';

export const takesValue = (comparison: string): boolean => !['has', 'has_none', 'misfits'].includes(comparison);

/** @returns none for what cannot be read: an address somebody has typed */
export function readWhere(text: string | null): Condition[] {
  try {
    const read: unknown = JSON.parse(text ?? '[]');
    const isCondition = (one: unknown): one is string[] =>
      Array.isArray(one) && one.length > 0 && one.every((part) => typeof part === 'string');
    return Array.isArray(read) ? read.filter(isCondition) : [];
  } catch {
    return [];
  }
}

export const writeWhere = (where: readonly Condition[]): string | null =>
  where.length === 0 ? null : JSON.stringify(where);

/** Where a list of accounts is that means these. */
export const accountsWhere = (...where: Condition[]): string =>
  `/accounts?where=${encodeURIComponent(JSON.stringify(where))}`;

/** What stands behind keys and values, where people read something else. */
export interface Labels {
  fields: ReadonlyMap<string, { label: string; choices: ReadonlyMap<string, string> }>;
  apps: ReadonlyMap<string, string>;
  day: (value: string) => string;
}

const DUTIES: Record<string, string> = {
  verify_email: 'verify the address',
  change_password: 'change the password',
  accept_terms: 'accept the terms',
  complete_fields: 'complete the fields',
};

export const ORIGINS: Record<'signup' | 'import' | 'installation' | 'operator' | 'invitation' | 'provider', string> = {
  signup: 'sign-up',
  import: 'import',
  installation: 'installation',
  operator: 'made by hand',
  invitation: 'invitation',
  provider: 'outside provider',
};

export const valuesOf: Partial<Record<Subject, readonly { value: string; label: string }[]>> = {
  status: ['pending', 'active', 'suspended', 'closed'].map((value) => ({ value, label: value })),
  duty: Object.entries(DUTIES).map(([value, label]) => ({ value, label })),
  origin: Object.entries(ORIGINS).map(([value, label]) => ({ value, label })),
  verified: ['yes', 'no'].map((value) => ({ value, label: value })),
  held_back: ['yes', 'no'].map((value) => ({ value, label: value })),
};

/** One condition in words, as on its chip: "Home reach does not fit", "seen since 1 Sept". */
export function conditionInWords(condition: Condition, labels: Labels): string {
  const [subject = '', ...rest] = condition;
  const key = takesKey(subject) ? (rest.shift() ?? '') : '';
  const [comparison = '', value = ''] = rest;
  const field = subject === 'field' ? labels.fields.get(key) : undefined;
  const what =
    subject === 'field'
      ? (field?.label ?? key)
      : subject === 'metadata'
        ? key
        : (SUBJECTS.find((one) => one.value === subject)?.label ?? subject);
  if (subject === 'role' && comparison === 'has_none') return 'no role';
  if (subject === 'seen' && comparison === 'has_none') return 'never seen';
  if (subject === 'verified') return value === 'yes' ? 'address verified' : 'address not verified';
  if (subject === 'held_back') return value === 'yes' ? 'sign-in held back' : 'sign-in not held back';
  const compares = WORDS[comparison as Comparison] ?? comparison;
  if (!takesValue(comparison)) return `${what} ${compares}`;
  const shown =
    comparison === 'before' || comparison === 'since'
      ? labels.day(value)
      : (field?.choices.get(value) ??
        (subject === 'app' ? labels.apps.get(value) : undefined) ??
        valuesOf[subject as Subject]?.find((one) => one.value === value)?.label ??
        value);
  return `${what} ${compares} ${shown}`;
}

/** All of them as one line. */
export const whereInWords = (where: readonly Condition[], labels: Labels): string =>
  where.map((one) => conditionInWords(one, labels)).join(', and ');

/** A condition that is a day, a moment or a span, in words. */
export function dayInWords(value: string): string {
  const span = /^P(\d+)D$/.exec(value);
  if (span !== null) return `${span[1]} ${span[1] === '1' ? 'day' : 'days'} ago`;
  return /^\d{4}-\d{2}-\d{2}$/.test(value)
    ? new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }).format(
        new Date(value),
      )
    : value;
}
