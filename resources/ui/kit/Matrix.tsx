import { memo, useCallback, useEffect, useRef, type KeyboardEvent, type ReactNode } from 'react';

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
const NO_WORDS: Partial<Record<MatrixCell, string>> = {};

const said: Record<MatrixCell, string> = {
  own: 'its own',
  asked: 'where it was asked for',
  both: 'its own, and inherited',
  inherited: 'inherited',
  none: 'no',
};

/**
 * Two lists held against each other, edited in place. One cell is in the way of Tab; arrows, Home and End walk from it, Space or Enter turns it
 * (WAI-ARIA, grid). Turning a cell draws the rows again that it changes: whoever hands in the rows keeps those that stay as they are.
 */
export function Matrix({
  label,
  columns,
  rows,
  cell,
  isChanged,
  words = NO_WORDS,
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
  const toggle = useRef(onToggle);
  useEffect(() => {
    toggle.current = onToggle;
  });
  const press = useCallback((row: string, column: string) => toggle.current?.(row, column), []);
  const walk = useCallback((event: KeyboardEvent, row: number, column: number, last: number) => {
    const to = {
      ArrowRight: [row, column + 1],
      ArrowLeft: [row, column - 1],
      ArrowDown: [row + 1, column],
      ArrowUp: [row - 1, column],
      Home: [row, 0],
      End: [row, last],
    }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    const next = grid.current?.querySelector<HTMLButtonElement>(`[data-cell="${to[0]}:${to[1]}"]`);
    if (next === null || next === undefined) return;
    grid.current
      ?.querySelectorAll<HTMLButtonElement>('[data-cell][tabindex="0"]')
      .forEach((each) => (each.tabIndex = -1));
    next.tabIndex = 0;
    next.focus();
  }, []);
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
            <MatrixLine
              key={row.key}
              row={row}
              place={place}
              columns={columns}
              values={columns.map(({ key }) => cell(row.key, key)).join(' ')}
              changed={columns.map(({ key }) => (isChanged(row.key, key) ? '1' : '0')).join('')}
              words={words}
              mayTurn={onToggle !== undefined}
              onPress={press}
              onWalk={walk}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** One row, drawn again when something in it is another. */
const MatrixLine = memo(function MatrixLine({
  row,
  place,
  columns,
  values,
  changed,
  words,
  mayTurn,
  onPress,
  onWalk,
}: {
  row: MatrixRow;
  place: number;
  columns: readonly MatrixColumn[];
  /** A cell each, joined: compared as one text. */
  values: string;
  changed: string;
  words: Partial<Record<MatrixCell, string>>;
  mayTurn: boolean;
  onPress: (row: string, column: string) => void;
  onWalk: (event: KeyboardEvent, row: number, column: number, last: number) => void;
}) {
  const cells = values.split(' ') as MatrixCell[];
  return (
    <tr>
      <th scope="row" className="sticky left-0 z-10 max-w-64 border-b border-line bg-paper pr-3 text-left font-normal">
        {row.head}
      </th>
      {columns.map((column, index) => {
        const value = cells[index] ?? 'none';
        const isOther = changed[index] === '1';
        return (
          <td key={column.key} role="gridcell" className="border-b border-line p-0 text-center">
            <button
              type="button"
              data-cell={`${place}:${index}`}
              tabIndex={place === 0 && index === 0 ? 0 : -1}
              aria-label={`${column.head}, ${row.name}: ${words[value] ?? said[value]}${isOther ? ', changed' : ''}`}
              aria-pressed={value === 'own' || value === 'both' || value === 'asked'}
              aria-disabled={!mayTurn}
              onKeyDown={(event) => onWalk(event, place, index, columns.length - 1)}
              onClick={() => onPress(row.key, column.key)}
              className={`h-7 w-8 -outline-offset-2 hover:bg-well ${isOther ? 'bg-amber-wash' : ''} ${value === 'inherited' ? 'text-ink-soft' : 'text-petrol'}`}
            >
              <span aria-hidden="true">{marks[value]}</span>
            </button>
          </td>
        );
      })}
    </tr>
  );
});
