const KEPT = 'authorization';
const HINT = 'login_hint';

/** An app waits for whoever it sent here: of this tab, through every step. */
export function takeAuthorization(): string | null {
  const given = new URLSearchParams(window.location.hash.slice(1)).get('t');
  if (given !== null) {
    sessionStorage.setItem(KEPT, given);
    // It stands in no history, and a page that is shared carries nothing.
    window.history.replaceState(null, '', window.location.pathname + window.location.search);
  }
  return given ?? keptAuthorization();
}

export function keptAuthorization(): string | null {
  return sessionStorage.getItem(KEPT);
}

export function dropAuthorization(): void {
  sessionStorage.removeItem(KEPT);
  sessionStorage.removeItem(HINT);
}

/** Whom the app expects; what it says fills a box and decides nothing. */
export function keepHint(hint: string | null): void {
  if (hint !== null) sessionStorage.setItem(HINT, hint);
}

export function keptHint(): string {
  return sessionStorage.getItem(HINT) ?? '';
}
