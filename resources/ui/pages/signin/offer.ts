import { answer } from '../../api/client';
import { api } from '../api';

const OFFER = 'provider_offer';

/** Of this tab: somebody came from another service and signs in by another way now, so that the two are linked. */
export function keepOffer(token: string): void {
  sessionStorage.setItem(OFFER, token);
}

/** Once they have signed in. An offer that has run out meanwhile holds nobody up: it is made again the next time they come from there. */
export async function takeOffer(): Promise<void> {
  const token = sessionStorage.getItem(OFFER);
  if (token === null) return;
  sessionStorage.removeItem(OFFER);
  await answer(api.POST('/account/providers/offers', { body: { token } })).catch(() => undefined);
}
