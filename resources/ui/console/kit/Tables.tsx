import { DataTable, type Column, type Selection } from '../../kit/DataTable';
import { Matrix } from '../../kit/Matrix';
import { Address } from '../../kit/Text';
import { Day, RowTime } from '../../kit/Time';
import { WayLine } from '../../kit/Ways';
import { Part } from './Part';
import { LONG_NAME, LONG_ADDRESS, ARABIC, nothing } from './samples';

interface Person {
  id: string;
  name: string;
  email: string;
  seen: string | null;
}

const PEOPLE: readonly Person[] = [
  { id: '1', name: 'Ada Holm', email: 'ada@holm.example', seen: '2026-03-31T10:00:00Z' },
  { id: '2', name: LONG_NAME, email: LONG_ADDRESS, seen: null },
  { id: '3', name: ARABIC, email: 'nour@post.example', seen: '2025-01-02T03:04:05Z' },
];

const COLUMNS: readonly Column<Person>[] = [
  {
    key: 'name',
    head: 'Name',
    width: 'minmax(0, 1fr)',
    fold: 'first',
    isCut: true,
    sort: { order: 'ascending', onSort: nothing },
    cell: ({ name }) => <bdi title={name}>{name}</bdi>,
  },
  {
    key: 'email',
    head: 'Address',
    width: 'minmax(0, 1.2fr)',
    fold: 'second',
    cell: ({ email }) => <Address>{email}</Address>,
  },
  {
    key: 'seen',
    head: 'Seen',
    width: '80px',
    fold: 'first-end',
    isFigure: true,
    cell: ({ seen }) => <RowTime at={seen} />,
  },
  { key: 'more', head: 'What else', width: 'minmax(0, 0.6fr)', fold: 'line', cell: ({ id }) => id },
];

const SELECTION: Selection<Person> = {
  has: ({ id }) => id === '2',
  shown: 'some',
  name: ({ name }) => name,
  onSelect: nothing,
  onSelectShown: nothing,
};

export function Tables() {
  return (
    <Part name="Tables, wide and folded">
      <DataTable
        label="People who open"
        columns={COLUMNS}
        rows={PEOPLE}
        rowKey={({ id }) => id}
        opens={({ id }) => ({ to: `/kit?row=${id}`, isOpen: id === '1' })}
      />
      <div className="w-80 max-w-full">
        <DataTable
          label="People, folded and old"
          columns={COLUMNS}
          rows={PEOPLE}
          rowKey={({ id }) => id}
          isStale
          selection={SELECTION}
        />
      </div>
      <Matrix
        label="Roles held against permissions"
        columns={[
          { key: 'a', head: 'Editor' },
          { key: 'b', head: LONG_NAME },
        ]}
        rows={[
          { key: 'read', name: 'texts:write', head: 'texts:write' },
          { key: 'write', name: 'texts:approve', head: 'texts:approve' },
        ]}
        cell={(row, column) =>
          row === 'read' ? (column === 'a' ? 'inherited' : 'both') : column === 'a' ? 'own' : 'none'
        }
        isChanged={(row, column) => row === 'write' && column === 'b'}
        onToggle={nothing}
      />
      <WayLine
        label="A way that ends before"
        holds
        stops={[
          { key: 'who', name: <bdi>{LONG_NAME}</bdi>, detail: 'active, full' },
          { key: 'role', name: 'editor', detail: '4 permissions', by: 'by Ada Holm' },
          { key: 'missing', name: 'publisher', detail: 'not held', by: 'not assigned', isMissing: true },
        ]}
      />
      <WayLine
        label="A way that does not hold any more"
        holds={false}
        stops={[
          { key: 'who', name: 'Ada Holm', detail: 'active, full' },
          { key: 'role', name: 'proof-reader', detail: 'its time is over', by: <Day at="2025-11-22T23:59:59Z" /> },
        ]}
      />
    </Part>
  );
}
