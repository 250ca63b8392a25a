import { useRef } from 'react';

/**
 * Rows of a list that are walked by keys: the focus itself moves, to the link of each row, so that Enter, a screen reader and the browser know
 * where one is. A row's link has `data-row` with its id.
 *
 * @param openId the row whose pane is open: walking begins there
 */
export function useRows<E extends HTMLElement = HTMLDivElement>(openId: string | null) {
  const list = useRef<E>(null);
  const links = () => [...(list.current?.querySelectorAll<HTMLElement>('[data-row]') ?? [])];
  const focusOn = (link: HTMLElement | undefined) => {
    link?.focus();
    link?.scrollIntoView({ block: 'nearest' });
    return link?.dataset['row'];
  };
  return {
    list,
    /** @returns the id of the row that has the focus now */
    move: (by: number): string | undefined => {
      const all = links();
      const here = all.findIndex((link) => link === document.activeElement);
      const from = here === -1 ? all.findIndex((link) => link.dataset['row'] === openId) : here;
      return focusOn(
        from === -1 ? all[by > 0 ? 0 : all.length - 1] : all[Math.min(all.length - 1, Math.max(0, from + by))],
      );
    },
    focus: (id: string) => focusOn(links().find((link) => link.dataset['row'] === id)),
  };
}
