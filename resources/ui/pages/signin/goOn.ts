import { answer, type Schemas } from '../../api/client';
import { api, location, pagePath } from '../api';

/** What comes next for who is signed in. Where that cannot be read, the account's page says it. */
export async function landing(): Promise<Schemas['Landing']> {
  return answer(api.GET('/session/landing', { params: { query: { app: location().app } } })).catch(() => ({
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
  const { page: owed, address, is_on_the_web } = await landing();
  // What cannot be settled here, such as a field that only an operator fills in, would lead round in a circle.
  const page = owed === location().page ? 'profile' : owed;
  const toApp = asked === undefined && is_on_the_web ? address : null;
  window.location.assign(page === null && toApp !== null ? toApp : pagePath(page ?? asked ?? 'profile'));
  return 'leaves';
}
