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
