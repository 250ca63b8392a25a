const OFFER = 'provider_offer';

/** Somebody came from another service and signs in by another way now. */
export interface Offer {
  token: string;
  provider: string;
  /** Theirs at the other service. */
  address: string | null;
}

/** Of this tab, until it is taken or declined. */
export function keepOffer({ token, provider, address }: Offer): void {
  sessionStorage.setItem(OFFER, JSON.stringify({ token, provider, address }));
}

export function dropOffer(): void {
  sessionStorage.removeItem(OFFER);
}

/** Whoever signed in is asked: it may not be they who came from there. */
export function keptOffer(): Offer | null {
  const kept = sessionStorage.getItem(OFFER);
  return kept === null ? null : (JSON.parse(kept) as Offer);
}
