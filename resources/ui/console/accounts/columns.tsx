import type { Schemas } from '../../api/client';
import type { Column } from '../../kit/DataTable';
import { StatusMark } from '../../kit/Marks';
import { Address, Text } from '../../kit/Text';
import { RowTime } from '../../kit/Time';
import { counted, withSpaces } from '../../text/figures';
import { ORIGINS } from './where';

export type Row = Schemas['AccountRow'];

/** What a list shows where nobody has chosen. */
export const USUAL: readonly string[] = ['address', 'standing', 'seen'];

const KEPT = 'account-columns';

/** Columns that were chosen here before; what cannot be read counts as nothing chosen. */
export function keptColumns(): readonly string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEPT) ?? '');
    return Array.isArray(kept) && kept.length > 0 && kept.every((one) => typeof one === 'string') ? kept : USUAL;
  } catch {
    return USUAL;
  }
}

export const keepColumns = (columns: readonly string[]): void => localStorage.setItem(KEPT, JSON.stringify(columns));

const WIDTHS = 'account-widths';

/** Widths that were chosen here, in pixels, by column. */
export type Widths = Readonly<Record<string, number>>;

export function keptWidths(): Widths {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(WIDTHS) ?? '');
    return Object.fromEntries(
      Object.entries(kept as object).filter(([, width]) => typeof width === 'number'),
    ) as Widths;
  } catch {
    return {};
  }
}

/** @param width null for the one the column has by itself */
export function keepWidth(widths: Widths, column: string, width: number | null): Widths {
  const others = Object.entries(widths).filter(([key]) => key !== column);
  const next: Widths = Object.fromEntries(width === null ? others : [...others, [column, width]]);
  localStorage.setItem(WIDTHS, JSON.stringify(next));
  return next;
}

/** Every column there is but the name, which is always the first. */
export const COLUMNS: readonly { value: string; label: string }[] = [
  { value: 'address', label: 'Address' },
  { value: 'standing', label: 'Standing' },
  { value: 'roles', label: 'Roles' },
  { value: 'app', label: 'App' },
  { value: 'origin', label: 'Origin' },
  { value: 'hash', label: 'Password stored as' },
  { value: 'created', label: 'Created' },
  { value: 'changed', label: 'Changed' },
  { value: 'seen', label: 'Seen' },
  { value: 'id', label: 'Id' },
];

/** @returns a column's key as the API sorts by it; undefined for what there is no order of */
function sortKey(column: string): string | undefined {
  if (column.startsWith('field:')) return column;
  if (column === 'standing') return 'status';
  return ['address', 'roles', 'app', 'origin', 'hash', 'created', 'changed', 'seen'].includes(column)
    ? column
    : undefined;
}

const isMoment = (column: string): boolean => ['created', 'changed', 'seen'].includes(column);

export function columnsOf(
  chosen: readonly string[],
  labelOf: (column: string) => string,
  sort: string,
  onSort: (sort: string) => void,
  widths: Widths,
  onResize: (column: string, width: number | null) => void,
): Column<Row>[] {
  const sortBy = (key: string) => ({
    order: sort === key ? ('ascending' as const) : sort === `-${key}` ? ('descending' as const) : ('none' as const),
    // The newest is what one looks for first.
    onSort: () => onSort(sort === key ? `-${key}` : sort === `-${key}` ? key : isMoment(key) ? `-${key}` : key),
  });
  const sized = (key: string) => ({
    onResize: (width: number | null) => onResize(key, width),
    ...(widths[key] === undefined ? {} : { width: `${widths[key]}px` }),
  });
  const further = chosen.map((key): Column<Row> => {
    const by = sortKey(key);
    return {
      key,
      head: labelOf(key),
      ...look(key),
      ...sized(key),
      ...(by === undefined ? {} : { sort: sortBy(by) }),
    };
  });
  return [
    {
      key: 'account',
      head: 'Account',
      width: 'minmax(120px, 1fr)',
      fold: 'first',
      isCut: true,
      sort: sortBy('name'),
      ...(widths['account'] === undefined ? {} : { width: `${widths['account']}px` }),
      onResize: (width) => onResize('account', width),
      cell: ({ name }) => <bdi title={name}>{name}</bdi>,
    },
    ...further,
  ];
}

function look(key: string): Omit<Column<Row>, 'key' | 'head' | 'sort'> {
  switch (key) {
    case 'address':
      return {
        width: 'minmax(150px, 1.35fr)',
        fold: 'second',
        isCut: true,
        cell: ({ email }) => <Address>{email}</Address>,
      };
    case 'standing':
      return {
        width: '122px',
        fold: 'first-end',
        cell: (account) => (
          <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
            <StatusMark status={account.status} /> {standing(account)}
          </span>
        ),
      };
    case 'seen':
      return { width: '66px', fold: 'second-end', isFigure: true, cell: ({ seen_at }) => <RowTime at={seen_at} /> };
    case 'created':
      return { width: '66px', fold: 'line', isFigure: true, cell: ({ created_at }) => <RowTime at={created_at} /> };
    case 'changed':
      return { width: '66px', fold: 'line', isFigure: true, cell: ({ changed_at }) => <RowTime at={changed_at} /> };
    case 'roles':
      return { width: 'minmax(90px, 0.8fr)', fold: 'line', isCut: true, cell: ({ roles }) => shown(roles.join(', ')) };
    case 'app':
      return { width: 'minmax(70px, 0.5fr)', fold: 'line', isCut: true, cell: ({ app }) => shown(app ?? '') };
    case 'origin':
      return { width: '96px', fold: 'line', cell: ({ came_by }) => ORIGINS[came_by] };
    case 'hash':
      return {
        width: 'minmax(110px, 0.8fr)',
        fold: 'line',
        isCut: true,
        cell: ({ password_kind }) => (
          <Text face="mono" size="small">
            {password_kind}
          </Text>
        ),
      };
    case 'id':
      return {
        width: 'minmax(110px, 1fr)',
        fold: 'line',
        isCut: true,
        cell: ({ id }) => (
          <Text face="mono" size="small">
            <span title={id}>{id}</span>
          </Text>
        ),
      };
    default:
      return { width: 'minmax(90px, 0.8fr)', fold: 'line', isCut: true, cell: ({ fields }) => held(fields, key) };
  }
}

const shown = (text: string) => (text === '' ? <Text tone="soft">–</Text> : <bdi title={text}>{text}</bdi>);

/** What a field holds; what no longer fits is marked by its sign as well as its tone. */
function held(fields: Row['fields'], column: string) {
  const value = fields[column.slice('field:'.length)];
  if (value === undefined) return shown('');
  return value.fits ? (
    shown(value.shown)
  ) : (
    <Text tone="caution">
      <span title="Does not fit the field any more">! </span>
      <bdi title={value.shown}>{withSpaces(value.shown)}</bdi>
    </Text>
  );
}

function standing(account: Row): string {
  if (account.access === 'none') return account.status;
  const owed = account.duties.length;
  return owed === 0 ? account.access : `${account.access}, ${counted(owed, 'duty', 'duties')}`;
}
