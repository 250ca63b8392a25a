import { useEffect, useId, useRef, type ComponentProps, type ReactNode } from 'react';
import { IconButton } from './SmallButtons';

export interface EditableColumn<T> {
  key: string;
  head: string;
  /** As CSS has it; without one, what is left. */
  width?: string;
  /** Left away where there is little room. */
  isWide?: boolean;
  /** What is wrong with the row is said by the box itself to those who do not see where it stands. */
  cell: (row: T, described: { 'aria-describedby': string | undefined }) => ReactNode;
}

const grounds = { caution: 'bg-amber-wash', stop: 'bg-brick-wash' } as const;

/** A box that fills its cell: in a table of many rows the table is the frame. */
export function CellBox({ face, ...rest }: Omit<ComponentProps<'input'>, 'className'> & { face?: 'mono' }) {
  return (
    <input
      type="text"
      {...rest}
      className={`h-7 w-full rounded-[4px] bg-transparent px-1.5 -outline-offset-2 placeholder:text-ink-soft hover:bg-well focus:bg-sheet ${face === 'mono' ? 'font-mono text-small' : ''}`}
    />
  );
}

/** Rows that are changed where they stand. What is wrong with one stands beneath it; the order, where it means something, is changed by a press. */
export function EditableTable<T>({
  label,
  columns,
  rows,
  rowKey,
  rowName,
  mistakeOf = () => undefined,
  toneOf = () => undefined,
  hasNoActs = () => false,
  onMove,
  onRemove,
}: {
  label: string;
  columns: readonly EditableColumn<T>[];
  rows: readonly T[];
  rowKey: (row: T) => string;
  /** What the row's acts call it. */
  rowName: (row: T) => string;
  mistakeOf?: (row: T, place: number) => string | undefined;
  /** A ground for rows that want something of whoever reads them. */
  toneOf?: (row: T) => keyof typeof grounds | undefined;
  /** Of a row that is not there yet. */
  hasNoActs?: (row: T) => boolean;
  onMove?: (place: number, by: -1 | 1) => void;
  onRemove?: (place: number) => void;
}) {
  const table = useRef<HTMLTableElement>(null);
  const moved = useRef<string | null>(null);
  // The row that was moved keeps the focus, wherever it stands now.
  useEffect(() => {
    if (moved.current === null) return;
    const press = table.current?.querySelector<HTMLElement>(`[data-moves="${CSS.escape(moved.current)}"]`);
    moved.current = null;
    press?.focus();
  }, [rows]);
  const hasActs = onMove !== undefined || onRemove !== undefined;
  return (
    <table ref={table} aria-label={label} className="w-full table-fixed text-left">
      <thead>
        <tr className="text-small text-ink-soft">
          {columns.map(({ key, head, width, isWide }) => (
            <th
              key={key}
              scope="col"
              style={{ width }}
              className={`py-1 pr-2 font-semibold ${isWide === true ? 'max-sm:hidden' : ''}`}
            >
              {head}
            </th>
          ))}
          {hasActs ? (
            <th
              scope="col"
              className={`py-1 font-semibold ${onMove !== undefined && onRemove !== undefined ? 'w-24' : 'w-16'}`}
            >
              {onMove === undefined ? 'Remove' : 'Order'}
            </th>
          ) : null}
        </tr>
      </thead>
      {rows.map((row, place) => (
        <EditableRow
          key={rowKey(row)}
          name={rowName(row)}
          moves={rowKey(row)}
          mistake={mistakeOf(row, place)}
          tone={toneOf(row)}
          cells={(described) =>
            columns.map(({ key, cell, isWide }) => (
              <td key={key} className={`py-1 pr-2 align-middle ${isWide === true ? 'max-sm:hidden' : ''}`}>
                {cell(row, described)}
              </td>
            ))
          }
          width={columns.length + (hasActs ? 1 : 0)}
          isFirst={place === 0}
          isLast={place === rows.length - 1}
          onMove={
            onMove === undefined
              ? undefined
              : (by) => {
                  moved.current = `${rowKey(row)}${by}`;
                  onMove(place, by);
                }
          }
          onRemove={onRemove === undefined || hasNoActs(row) ? undefined : () => onRemove(place)}
        />
      ))}
    </table>
  );
}

function EditableRow({
  name,
  moves,
  mistake,
  tone,
  cells,
  width,
  isFirst,
  isLast,
  onMove,
  onRemove,
}: {
  name: string;
  moves: string;
  mistake: string | undefined;
  tone: keyof typeof grounds | undefined;
  cells: (described: { 'aria-describedby': string | undefined }) => ReactNode;
  width: number;
  isFirst: boolean;
  isLast: boolean;
  onMove: ((by: -1 | 1) => void) | undefined;
  onRemove: (() => void) | undefined;
}) {
  const id = useId();
  const note = mistake === undefined ? undefined : id;
  return (
    <tbody className={`border-t border-line ${tone === undefined ? '' : grounds[tone]}`}>
      <tr>
        {cells({ 'aria-describedby': note })}
        {onMove === undefined && onRemove === undefined ? null : (
          <td className="py-1 whitespace-nowrap">
            {onMove === undefined ? null : (
              <>
                <IconButton
                  label={`${name}: earlier`}
                  data-moves={`${moves}-1`}
                  aria-disabled={isFirst}
                  onClick={() => (isFirst ? undefined : onMove(-1))}
                >
                  ↑
                </IconButton>
                <IconButton
                  label={`${name}: later`}
                  data-moves={`${moves}1`}
                  aria-disabled={isLast}
                  onClick={() => (isLast ? undefined : onMove(1))}
                >
                  ↓
                </IconButton>
              </>
            )}
            {onRemove === undefined ? null : (
              <IconButton label={`Remove ${name}`} onClick={onRemove}>
                ✕
              </IconButton>
            )}
          </td>
        )}
      </tr>
      {mistake === undefined ? null : (
        <tr>
          <td id={note} colSpan={width} className="pb-1.5 text-small text-brick">
            {mistake}
          </td>
        </tr>
      )}
    </tbody>
  );
}
