import { answer, type Schemas } from '../../api/client';
import { api, location, pagePath } from '../api';
import { rehearsal } from '../rehearsal';
import { keptAuthorization } from '../letin/waiting';
import { keptOffer } from './offer';

const ASKED = 'return_to';

/** Where the app asked to be led back to: of this tab, through every step. Whether it may be is the server's to say. */
function takeAsked(): string | null {
  const asked = new URLSearchParams(window.location.search).get(ASKED);
  if (asked !== null) sessionStorage.setItem(ASKED, asked);
  return asked ?? sessionStorage.getItem(ASKED);
}

/** What comes next for who is signed in. Where that cannot be read, the account's page says it. */
export async function landing(): Promise<Schemas['Landing']> {
  const return_to = takeAsked();
  const query = { app: location().app, ...(return_to === null ? {} : { return_to }) };
  return answer(api.GET('/session/landing', { params: { query } })).catch(() => ({
    page: null,
    address: null,
    is_on_the_web: false,
  }));
}

/**
 * Whoever owes something is led there at once; everything else would be refused. Then to the page that was asked for, to the app, or to the account's
 * page, which also offers what no browser can open by itself.
 */
export async function goOn(asked?: string): Promise<'leaves'> {
  if (keptOffer() !== null && location().page !== 'providers') {
    window.location.assign(pagePath('providers'));
    return 'leaves';
  }
  const { page: owed, address, is_on_the_web } = await landing();
  // What cannot be settled here, such as a field that only an operator fills in, would lead round in a circle.
  const page = owed === location().page ? 'profile' : owed;
  // A rehearsal stays in its frame: the app beyond is real.
  const toApp = asked === undefined && is_on_the_web && rehearsal === null ? address : null;
  if (page === null) sessionStorage.removeItem(ASKED);
  // An app waits to let them in; where it is that page which led here, the account's page says what is owed.
  if (page === null && asked === undefined && keptAuthorization() !== null && location().page !== 'authorize') {
    window.location.assign(pagePath('authorize'));
    return 'leaves';
  }
  window.location.assign(page === null && toApp !== null ? toApp : pagePath(page ?? asked ?? 'profile'));
  return 'leaves';
}
