import { useEffect, useRef, useState, type RefObject } from 'react';

/** Gives the focus back to what had it; where that is gone, or was nothing, to the heading of what is shown now. */
export function returnFocus(to: Element | null): void {
  if (to instanceof HTMLElement && to !== document.body && to.isConnected && !to.matches(':disabled')) {
    to.focus();
    return;
  }
  focusHeading();
}

/** The pane that stands beside a list comes before the screen it stands on. */
export function focusHeading(): void {
  const heading =
    document.querySelector<HTMLElement>('main [data-pane] h2') ?? document.querySelector<HTMLElement>('main h1');
  if (heading === null) return;
  heading.tabIndex = -1;
  heading.focus({ preventScroll: true });
}

/** For what takes the place of what had the focus: it has it from when it is there, and never takes it again. */
export function useFocusOnce<T extends HTMLElement>(takes: boolean): RefObject<T | null> {
  const element = useRef<T>(null);
  const [first] = useState(takes);
  useEffect(() => {
    if (first) element.current?.focus();
  }, [first]);
  return element;
}

const FOCUSABLE = 'a[href], button, input, select, textarea, summary, [tabindex]:not([tabindex="-1"])';

/**
 * What has the focus may be gone with what it has just done: the last page of a list takes its "Show more" along, a filter its chip. The focus
 * then goes to what stands nearest, or else to the heading, and never to nothing.
 */
export function keepFocus(): void {
  let around: Element[] = [];
  // Of a page that is exchanged as a whole the heading may still be on its way.
  let awaitsHeading = false;
  document.addEventListener('focusin', ({ target }) => {
    awaitsHeading = false;
    around = [];
    for (let each = target as Element | null; each !== null && each !== document.body; each = each.parentElement)
      around.push(each);
  });
  // Who presses beside everything has let go of what had the focus.
  document.addEventListener('pointerdown', ({ target }) => {
    if (target instanceof Element && target.closest(FOCUSABLE) !== null) return;
    around = [];
    awaitsHeading = false;
  });
  new MutationObserver(() => {
    const isLost = around[0]?.isConnected === false;
    if (document.activeElement !== document.body || !(isLost || awaitsHeading)) return;
    const beside = isLost ? nearest(around) : undefined;
    awaitsHeading = true;
    if (beside === undefined) focusHeading();
    else beside.focus();
  }).observe(document, { childList: true, subtree: true });
}

/** The last thing that can be used in the smallest part that is still there; nothing beyond the part of the screen that has a heading. */
function nearest(around: readonly Element[]): HTMLElement | undefined {
  for (const each of around.filter(({ isConnected }) => isConnected)) {
    if (each.matches('[role="dialog"]')) return each as HTMLElement;
    if (each.matches('main, section, aside, form')) return undefined;
    const within = [...each.querySelectorAll<HTMLElement>(FOCUSABLE)].filter(
      ({ offsetParent }) => offsetParent !== null,
    );
    if (within.length > 0) return within.at(-1);
  }
  return undefined;
}
