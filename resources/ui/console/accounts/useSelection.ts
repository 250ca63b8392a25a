import { useRef, useState } from 'react';
import type { Selection } from '../../kit/DataTable';
import type { Row } from './columns';

/** Which rows are selected: some of those that are shown, or all that match, shown or not. */
export function useSelection(rows: readonly Row[], question: string) {
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set());
  const [isAll, setAll] = useState(false);
  const last = useRef<string | null>(null);
  // Another question is another list: nothing of the former one stays selected unseen.
  const [asked, setAsked] = useState(question);
  if (asked !== question) {
    setAsked(question);
    setIds(new Set());
    setAll(false);
  }
  const select = (id: string, isSelected: boolean, isRange: boolean) => {
    const [from, to] = [last.current, id].map((one) => rows.findIndex((row) => row.id === one)).sort((a, b) => a - b);
    const range =
      isRange && from !== undefined && from >= 0 && to !== undefined
        ? rows.slice(from, to + 1).map((row) => row.id)
        : [id];
    last.current = id;
    const next = new Set(isAll ? rows.map((row) => row.id) : ids);
    for (const one of range) {
      if (isSelected) next.add(one);
      else next.delete(one);
    }
    setAll(false);
    setIds(next);
  };
  const shown = rows.filter(({ id }) => isAll || ids.has(id)).length;
  const table: Selection<Row> = {
    has: ({ id }) => isAll || ids.has(id),
    shown: shown === 0 ? 'none' : shown === rows.length ? 'all' : 'some',
    name: ({ name }) => name,
    onSelect: ({ id }, isSelected, isRange) => select(id, isSelected, isRange),
    onSelectShown: (isSelected) => {
      setAll(false);
      setIds(new Set(isSelected ? rows.map(({ id }) => id) : []));
    },
  };
  return {
    table,
    ids,
    isAll,
    toggle: (id: string) => select(id, !(isAll || ids.has(id)), false),
    selectAll: () => setAll(true),
    clear: () => {
      setAll(false);
      setIds(new Set());
    },
  };
}
