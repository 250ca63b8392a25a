import type { Schemas } from '../../api/client';

export type Plan = Schemas['ImportPlan'];
export type Transform = Schemas['ImportTransform'];
export type PlanColumn = Schemas['ImportColumn'];

/** What a column can become, but for fields and single keys of metadata. */
const TARGETS: readonly (readonly [value: string, label: string])[] = [
  ['address', 'Address'],
  ['name', 'Name'],
  ['given_name', 'Given name'],
  ['family_name', 'Family name'],
  ['hash', 'Password hash'],
  ['salt', 'Salt of the hash'],
  ['roles', 'Roles'],
  ['status', 'Status'],
  ['status_reason', 'Reason of the status'],
  ['verified', 'Address verified'],
  ['app', 'App'],
  ['language', 'Language'],
  ['must_change', 'Must choose a new password'],
  ['terms', 'Terms accepted'],
  ['created', 'Created'],
  ['seen', 'Seen'],
  ['id', 'Id'],
  ['own', 'Own metadata, whole'],
  ['internal', 'Internal metadata, whole'],
];

/** @param column whose name a key of metadata takes */
export function targetsFor(column: string, fields: readonly { key: string; label: string }[]) {
  const key = column.trim().replace(/[^\p{L}\p{N}]+/gu, '_');
  return [
    ...TARGETS.map(([value, label]) => ({ value, label })),
    ...fields.map(({ key: field, label }) => ({ value: `field:${field}`, label })),
    { value: `own:${key}`, label: `Own metadata: ${key}` },
    { value: `internal:${key}`, label: `Internal metadata: ${key}` },
  ];
}

export function labelOfTarget(target: string, fields: readonly { key: string; label: string }[]): string {
  const [kind, key] = target.split(/:(.*)/s);
  if (kind === 'field') return fields.find((field) => field.key === key)?.label ?? target;
  if (key !== undefined) return `${kind === 'own' ? 'Own' : 'Internal'} metadata: ${key}`;
  return TARGETS.find(([value]) => value === target)?.[1] ?? target;
}

/** What accounts that are there can be given of this plan. */
export const updatable = ({ columns }: Plan): string[] => [
  ...new Set(
    columns
      .map(({ to }) => (to === 'given_name' || to === 'family_name' ? 'name' : to))
      .filter((to) => ['name', 'roles', 'own', 'internal'].includes(to) || to.includes(':')),
  ),
];

/** A column becomes something, or nothing; what it was changed by goes when it becomes something else. */
export function becomes(plan: Plan, from: string, place: number, to: string | null): Plan {
  const columns =
    place === -1
      ? [...plan.columns, ...(to === null ? [] : [{ from, to, transforms: [], leaves_out: false }])]
      : plan.columns.flatMap((column, index) =>
          index !== place ? [column] : to === null ? [] : [{ ...column, to, transforms: trims(column) }],
        );
  const next = { ...plan, columns };
  const kept = plan.update.filter((target) => updatable(next).includes(target));
  return { ...next, update: kept };
}

const trims = ({ transforms }: PlanColumn) => transforms.filter((each) => each.do === 'trim');

const KEEPS = {
  before_first: 'before the first',
  after_first: 'after the first',
  before_last: 'before the last',
  after_last: 'after the last',
} as const;

export const keeps = Object.entries(KEEPS).map(([value, label]) => ({ value, label }));

/** A transform as a few words. */
export function inWords(transform: Transform): string {
  switch (transform.do) {
    case 'trim':
      return 'outer space off';
    case 'lower_case':
      return 'small letters';
    case 'words': {
      const count = transform.words?.length ?? 0;
      return count === 1 ? '1 word replaced' : `${count} words replaced`;
    }
    case 'dates':
      return `date as ${(transform.styles ?? []).join(' or ')}`;
    case 'yes_no':
      return 'yes or no';
    case 'part':
      return `what is ${KEEPS[transform.keep ?? 'before_first']} “${transform.at ?? ''}”`;
  }
}

/** What a transform is when it is added. */
export const NEW: Readonly<Record<Transform['do'], Transform>> = {
  trim: { do: 'trim' },
  lower_case: { do: 'lower_case' },
  words: { do: 'words', words: [['', '']], otherwise: 'keep' },
  dates: { do: 'dates', styles: ['dd.mm.yyyy'] },
  yes_no: { do: 'yes_no', yes: ['yes', 'true', '1', 'x'], no: ['no', 'false', '0', '-'] },
  part: { do: 'part', at: ',', keep: 'before_first' },
};

export const KINDS: readonly { value: Transform['do']; label: string }[] = [
  { value: 'trim', label: 'Take outer space off' },
  { value: 'lower_case', label: 'Make small letters of it' },
  { value: 'words', label: 'Replace words' },
  { value: 'dates', label: 'Read a date' },
  { value: 'yes_no', label: 'Read yes or no' },
  { value: 'part', label: 'Keep a part' },
];

export const STYLES = [
  'yyyy-mm-dd',
  'yyyy-mm-dd hh:mm',
  'yyyy-mm-dd hh:mm:ss',
  'yyyy/mm/dd',
  'dd.mm.yyyy',
  'dd.mm.yyyy hh:mm',
  'dd/mm/yyyy',
  'mm/dd/yyyy',
  'dd-mm-yyyy',
  'd mmm yyyy',
  'yyyymmdd',
  'unix',
  'unix_ms',
] as const;

const TYPES: Readonly<Record<string, string>> = {
  csv: 'text/csv',
  jsonl: 'application/jsonl',
  ndjson: 'application/jsonl',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  ods: 'application/vnd.oasis.opendocument.spreadsheet',
  db: 'application/vnd.sqlite3',
  sqlite: 'application/vnd.sqlite3',
  sqlite3: 'application/vnd.sqlite3',
};

export const ENDINGS = Object.keys(TYPES).map((ending) => `.${ending}`);

/** By the ending of its name; what nobody knows is taken for CSV, and refused if it is none. */
export const typeOf = (name: string): string => TYPES[/\.([^.]+)$/.exec(name.toLowerCase())?.[1] ?? ''] ?? 'text/csv';
