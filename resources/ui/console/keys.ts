import { useEffect, useRef } from 'react';

/** How long the second key of "g a" may take, in milliseconds. */
const SECOND = 1200;

const OFF = 'single-keys';

/** What has a use of its own for Enter, Space and the arrows. */
const INTERACTIVE =
  'a, button, summary, [role="button"], [role="tab"], [role="option"], [tabindex]:not([tabindex="-1"])';

export function areSingleKeysOn(): boolean {
  return localStorage.getItem(OFF) !== 'off';
}

/** For people whose speech or shaking hands would press them (WCAG 2.2, 2.1.4). Escape and the arrows stay. */
export function turnSingleKeys(on: boolean): void {
  localStorage.setItem(OFF, on ? 'on' : 'off');
}

/**
 * Single keys, and pairs written as "g a". Never while a box has the focus or a dialog is open; and the arrows only where nothing else
 * has a use for them, but for a row of a list, which they lead from.
 */
export function useKeys(bindings: Record<string, () => void>): void {
  const current = useRef(bindings);
  useEffect(() => {
    current.current = bindings;
  });
  useEffect(() => {
    let first: { key: string; at: number } | null = null;
    const listen = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      if (isTaken(event.target, event.key)) return;
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

function isTaken(target: EventTarget | null, key: string): boolean {
  if (document.querySelector('[role="dialog"]') !== null) return true;
  if (key.length === 1 && !areSingleKeysOn()) return true;
  if (!(target instanceof HTMLElement)) return false;
  if (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName)) return true;
  return key.startsWith('Arrow') && !target.matches('[data-row]') && target.matches(INTERACTIVE);
}
