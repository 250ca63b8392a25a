import { useEffect, useRef } from 'react';

/** How long the second key of "g a" may take, in milliseconds. */
const SECOND = 1200;

/**
 * Single keys, and pairs written as "g a". Never while a box has the focus or a dialog is open.
 */
export function useKeys(bindings: Record<string, () => void>): void {
  const current = useRef(bindings);
  useEffect(() => {
    current.current = bindings;
  });
  useEffect(() => {
    let first: { key: string; at: number } | null = null;
    const listen = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || isBusy(event.target)) return;
      const pair = first !== null && event.timeStamp - first.at < SECOND ? `${first.key} ${event.key}` : null;
      const act = (pair === null ? undefined : current.current[pair]) ?? current.current[event.key];
      first = event.key === 'g' && pair === null ? { key: 'g', at: event.timeStamp } : null;
      if (act !== undefined) {
        event.preventDefault();
        act();
      }
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

function isBusy(target: EventTarget | null): boolean {
  if (document.querySelector('[role="dialog"]') !== null) return true;
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}
