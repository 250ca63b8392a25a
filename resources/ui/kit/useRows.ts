import { useRef } from 'react';

/**
 * Rows of a table that are walked by keys: the focus itself moves, so that Enter, a screen reader and the browser know where one is. It goes
 * to the row's link, which has `data-row` with the row's id; in a row that opens nothing, to the first thing that can be pressed.
 *
 * @param openId the row whose pane is open: walking begins there
 */
export function useRows(openId: string | null) {
  const list = useRef<HTMLDivElement>(null);
  const stops = () =>
    [...(list.current?.querySelectorAll<HTMLElement>('[role="row"]:not(:has([role="columnheader"]))') ?? [])].flatMap(
      (row) => row.querySelector<HTMLElement>('[data-row]') ?? row.querySelector<HTMLElement>('a, button') ?? [],
    );
  const focusOn = (stop: HTMLElement | undefined) => {
    stop?.focus();
    stop?.scrollIntoView({ block: 'nearest' });
    return stop?.dataset['row'];
  };
  return {
    list,
    /** @returns the id of the row that has the focus now */
    move: (by: number): string | undefined => {
      const all = stops();
      const within = document.activeElement?.closest('[role="row"]');
      const here = all.findIndex((stop) => stop.closest('[role="row"]') === within);
      const from = here === -1 ? all.findIndex((stop) => stop.dataset['row'] === openId) : here;
      return focusOn(
        from === -1 ? all[by > 0 ? 0 : all.length - 1] : all[Math.min(all.length - 1, Math.max(0, from + by))],
      );
    },
    focus: (id: string) => focusOn(stops().find((stop) => stop.dataset['row'] === id)),
  };
}
