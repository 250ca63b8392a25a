import type { PointerEvent, ReactNode, Ref } from 'react';
import { Link } from 'react-router';
import { NARROWEST, WIDEST } from './widths';

/** Where a cell stands when the table has no room for its columns: first line or second, at the left or at the end, or a line of its own. */
type Fold = 'first' | 'first-end' | 'second' | 'second-end' | 'line';

export interface Column<T> {
  key: string;
  head: string;
  /** A track of the grid, as in "minmax(120px, 1fr)". */
  width: string;
  fold: Fold;
  /** Figures stand below each other. */
  isFigure?: boolean;
  /** Cut at the end of its line, instead of going on in the next. What is cut is whole in what the row opens. */
  isCut?: boolean;
  /** Whoever looks may choose the width; null for the one it has by itself. */
  onResize?: (width: number | null) => void;
  sort?: { order: 'ascending' | 'descending' | 'none'; onSort: () => void };
  cell: (row: T) => ReactNode;
}

const folded: Record<Fold, string> = {
  first: '@max-[580px]:-col-start-3 @max-[580px]:-col-end-2 @max-[580px]:font-semibold',
  'first-end': '@max-[580px]:-col-start-2 @max-[580px]:justify-self-end @max-[580px]:text-right',
  second: '@max-[580px]:-col-start-3 @max-[580px]:-col-end-2',
  'second-end': '@max-[580px]:-col-start-2 @max-[580px]:justify-self-end @max-[580px]:text-right',
  line: '@max-[580px]:-col-start-3 @max-[580px]:-col-end-1',
};

export interface Selection<T> {
  has: (row: T) => boolean;
  /** Whether every row that is shown is selected, some are, or none. */
  shown: 'all' | 'some' | 'none';
  /** What the row's box calls it. */
  name: (row: T) => string;
  /** @param isRange from the row that was pressed last to this one */
  onSelect: (row: T, isSelected: boolean, isRange: boolean) => void;
  onSelectShown: (isSelected: boolean) => void;
}

/**
 * Dense rows that use the width they have: columns where there is room, two lines and what does not go into them where there is not.
 * A row that opens something has its link in the first cell; pressed anywhere else, but for what is an act of its own, it is the same.
 */
export function DataTable<T>({
  label,
  columns,
  rows,
  rowKey,
  opens,
  isStale = false,
  total,
  rowsRef,
  selection,
}: {
  label: string;
  columns: readonly Column<T>[];
  rows: readonly T[];
  rowKey: (row: T, place: number) => string | number;
  opens?: (row: T) => { to: string; isOpen: boolean };
  /** What is shown answers an older question. */
  isStale?: boolean;
  /** Of how many, where that is known. */
  total?: number | undefined;
  rowsRef?: Ref<HTMLDivElement>;
  selection?: Selection<T> | undefined;
}) {
  const template = [...(selection === undefined ? [] : ['20px']), ...columns.map(({ width }) => width)].join(' ');
  return (
    <div className="@container">
      <div
        ref={rowsRef}
        role="table"
        aria-label={label}
        aria-busy={isStale}
        aria-rowcount={total === undefined ? undefined : total + 1}
        style={{ '--columns': template } as React.CSSProperties}
        className={`grid grid-cols-(--columns) gap-x-3 ${selection === undefined ? '@max-[580px]:grid-cols-[minmax(0,1fr)_auto]' : '@max-[580px]:grid-cols-[20px_minmax(0,1fr)_auto]'} ${isStale ? 'text-ink-soft' : ''}`}
      >
        <div role="rowgroup" className="contents">
          <div
            role="row"
            className={`sticky top-0 z-10 col-span-full grid grid-cols-subgrid border-b bg-paper ${isStale ? 'border-dashed border-petrol' : 'border-line'} px-2 text-small font-semibold text-ink-soft @max-[580px]:flex @max-[580px]:gap-x-4`}
          >
            {selection === undefined ? null : (
              <span role="columnheader" className="flex h-8 items-center">
                <SelectBox
                  label="Select all that are shown"
                  state={selection.shown}
                  onSelect={(isSelected) => selection.onSelectShown(isSelected)}
                />
              </span>
            )}
            {columns.map((column) => (
              <Head key={column.key} column={column} />
            ))}
          </div>
        </div>
        <div role="rowgroup" className="contents">
          {rows.map((row, place) => {
            const key = rowKey(row, place);
            const open = opens?.(row);
            return (
              // Pressed by mouse or touch it is its link; by keyboard that is the link itself, which has the focus.
              // eslint-disable-next-line jsx-a11y/click-events-have-key-events, jsx-a11y/interactive-supports-focus
              <div
                key={key}
                role="row"
                aria-selected={selection?.has(row)}
                className={`col-span-full grid min-h-8 grid-flow-dense grid-cols-subgrid items-baseline border-b border-line px-2 py-[3px] has-[[data-row]:focus-visible]:outline-2 has-[[data-row]:focus-visible]:-outline-offset-2 has-[[data-row]:focus-visible]:outline-petrol ${open === undefined ? '' : 'cursor-pointer hover:bg-well'} ${open?.isOpen === true ? 'bg-petrol-wash shadow-[inset_3px_0_0_var(--petrol)]' : selection?.has(row) === true ? 'bg-petrol-wash' : ''}`}
                onClick={open === undefined ? undefined : pressLink}
              >
                {selection === undefined ? null : (
                  <div role="cell" className="self-center">
                    <SelectBox
                      label={`Select ${selection.name(row)}`}
                      state={selection.has(row) ? 'all' : 'none'}
                      onSelect={(isSelected, isRange) => selection.onSelect(row, isSelected, isRange)}
                    />
                  </div>
                )}
                {columns.map((column, index) => (
                  <div
                    key={column.key}
                    role="cell"
                    className={`min-w-0 ${column.isCut === true ? 'truncate' : 'wrap-anywhere'} ${column.isFigure === true ? 'text-right @max-[580px]:text-left' : ''} ${folded[column.fold]}`}
                  >
                    {column.fold === 'line' ? (
                      <span className="hidden text-small text-ink-soft @max-[580px]:inline">{column.head}: </span>
                    ) : null}
                    {index === 0 && open !== undefined ? (
                      <Link
                        to={open.to}
                        data-row={String(key)}
                        aria-current={open.isOpen ? 'true' : undefined}
                        className="block min-h-6 truncate outline-none"
                      >
                        {column.cell(row)}
                      </Link>
                    ) : (
                      column.cell(row)
                    )}
                  </div>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

/** A small box, in a place that is large enough to be hit. */
function SelectBox({
  label,
  state,
  onSelect,
}: {
  label: string;
  state: 'all' | 'some' | 'none';
  onSelect: (isSelected: boolean, isRange: boolean) => void;
}) {
  return (
    <label className="-m-1 flex size-7 shrink-0 cursor-pointer items-center justify-center">
      <input
        type="checkbox"
        aria-label={label}
        checked={state === 'all'}
        ref={(box) => {
          if (box !== null) box.indeterminate = state === 'some';
        }}
        onChange={(event) => onSelect(event.target.checked, (event.nativeEvent as MouseEvent).shiftKey)}
        className="size-4 accent-petrol"
      />
    </label>
  );
}

/** Not by way of a text that was just marked, nor of an act that stands in the row. */
function pressLink(event: React.MouseEvent<HTMLDivElement>): void {
  const target = event.target as HTMLElement;
  if (target.closest('a, button, input, select, label') !== null || window.getSelection()?.isCollapsed === false)
    return;
  event.currentTarget.querySelector<HTMLElement>('[data-row]')?.click();
}

function Head<T>({ column: { head, isFigure, sort, onResize } }: { column: Column<T> }) {
  const place = `relative flex h-8 items-center whitespace-nowrap ${isFigure === true ? 'justify-end' : ''}`;
  if (sort === undefined) {
    return (
      <span role="columnheader" className={`${place} @max-[580px]:sr-only`}>
        {head}
        {onResize === undefined ? null : <WidthHandle onResize={onResize} />}
      </span>
    );
  }
  return (
    <span role="columnheader" aria-sort={sort.order} className={place}>
      <button type="button" onClick={sort.onSort} className="h-6 rounded-[4px] font-semibold hover:text-ink">
        {head}
        <span aria-hidden="true">{{ ascending: ' ↑', descending: ' ↓', none: '' }[sort.order]}</span>
      </button>
      {onResize === undefined ? null : <WidthHandle onResize={onResize} />}
    </span>
  );
}

/**
 * The edge of a column's head, drawn to make it wider or narrower; pressed twice, it has the width it had. By mouse or pen alone: whoever works by
 * keyboard sets the width where the columns are chosen, and meets no further stop on the way into the list.
 */
function WidthHandle({ onResize }: { onResize: (width: number | null) => void }) {
  const begin = (event: PointerEvent<HTMLSpanElement>) => {
    const head = event.currentTarget.parentElement;
    if (head === null) return;
    event.preventDefault();
    const from = event.clientX;
    const width = head.getBoundingClientRect().width;
    const move = ({ clientX }: globalThis.PointerEvent) =>
      onResize(Math.round(Math.min(WIDEST, Math.max(NARROWEST, width + clientX - from))));
    const end = () => {
      document.removeEventListener('pointermove', move);
      document.removeEventListener('pointerup', end);
      document.removeEventListener('pointercancel', end);
    };
    document.addEventListener('pointermove', move);
    document.addEventListener('pointerup', end);
    document.addEventListener('pointercancel', end);
  };
  return (
    <span
      aria-hidden="true"
      data-width-handle
      title="Draw to change the width; twice for the usual one"
      onPointerDown={begin}
      onDoubleClick={() => onResize(null)}
      className="absolute inset-y-1 -right-2 z-10 w-3 cursor-col-resize touch-none after:absolute after:inset-y-1 after:left-1.5 after:w-px after:bg-line hover:after:bg-petrol @max-[580px]:hidden"
    />
  );
}
