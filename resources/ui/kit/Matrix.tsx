import { useRef, type KeyboardEvent, type ReactNode } from 'react';

export interface MatrixColumn {
  key: string;
  head: string;
}

export interface MatrixRow {
  key: string;
  head: ReactNode;
  name: string;
}

export type MatrixCell = 'own' | 'asked' | 'inherited' | 'both' | 'none';

const marks: Record<MatrixCell, string> = { own: '●', asked: '◐', both: '●', inherited: '○', none: '' };
const said: Record<MatrixCell, string> = {
  own: 'its own',
  asked: 'where it was asked for',
  both: 'its own, and inherited',
  inherited: 'inherited',
  none: 'no',
};

/**
 * Two lists held against each other, edited in place. One cell is in the way of Tab; arrows, Home and End walk from it, Space or Enter turns it
 * (WAI-ARIA, grid).
 */
export function Matrix({
  label,
  columns,
  rows,
  cell,
  isChanged,
  words = {},
  onToggle,
}: {
  label: string;
  columns: readonly MatrixColumn[];
  rows: readonly MatrixRow[];
  cell: (row: string, column: string) => MatrixCell;
  isChanged: (row: string, column: string) => boolean;
  /** What the marks mean here, where it is something else. */
  words?: Partial<Record<MatrixCell, string>>;
  /** Absent for who may only look. */
  onToggle: ((row: string, column: string) => void) | undefined;
}) {
  const grid = useRef<HTMLTableElement>(null);
  const walk = (event: KeyboardEvent, row: number, column: number) => {
    const to = {
      ArrowRight: [row, column + 1],
      ArrowLeft: [row, column - 1],
      ArrowDown: [row + 1, column],
      ArrowUp: [row - 1, column],
      Home: [row, 0],
      End: [row, columns.length - 1],
    }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    const next = grid.current?.querySelector<HTMLButtonElement>(`[data-cell="${to[0]}:${to[1]}"]`);
    if (next === null || next === undefined) return;
    grid.current?.querySelectorAll<HTMLButtonElement>('[data-cell]').forEach((each) => (each.tabIndex = -1));
    next.tabIndex = 0;
    next.focus();
  };
  return (
    <div className="max-h-full overflow-auto">
      <table ref={grid} role="grid" aria-label={label} className="border-separate border-spacing-0 text-small">
        <thead>
          <tr>
            <td className="sticky top-0 left-0 z-20 bg-paper" />
            {columns.map(({ key, head }) => (
              <th
                key={key}
                scope="col"
                className="sticky top-0 z-10 border-b border-line bg-paper px-1 pb-1 align-bottom font-semibold"
              >
                <span className="inline-block max-h-40 rotate-180 [writing-mode:vertical-rl]">{head}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, place) => (
            <tr key={row.key}>
              <th
                scope="row"
                className="sticky left-0 z-10 max-w-64 border-b border-line bg-paper pr-3 text-left font-normal"
              >
                {row.head}
              </th>
              {columns.map((column, index) => {
                const value = cell(row.key, column.key);
                return (
                  <td key={column.key} role="gridcell" className="border-b border-line p-0 text-center">
                    <button
                      type="button"
                      data-cell={`${place}:${index}`}
                      tabIndex={place === 0 && index === 0 ? 0 : -1}
                      aria-label={`${column.head}, ${row.name}: ${words[value] ?? said[value]}${isChanged(row.key, column.key) ? ', changed' : ''}`}
                      aria-pressed={value === 'own' || value === 'both' || value === 'asked'}
                      aria-disabled={onToggle === undefined}
                      onKeyDown={(event) => walk(event, place, index)}
                      onClick={() => onToggle?.(row.key, column.key)}
                      className={`h-7 w-8 -outline-offset-2 hover:bg-well ${isChanged(row.key, column.key) ? 'bg-amber-wash' : ''} ${value === 'inherited' ? 'text-ink-soft' : 'text-petrol'}`}
                    >
                      <span aria-hidden="true">{marks[value]}</span>
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
