import { answer } from '../../api/client';
import { api } from '../api';

/** Whoever owes something is led there at once; everything else would be refused. Where that cannot be read, the account's page says it. */
export async function afterSignIn(otherwise: string): Promise<string> {
  const duties: readonly string[] = await answer(api.GET('/session')).then(
    ({ standing }) => standing.duties,
    () => [],
  );
  const owesDetails = duties.some((duty) => duty === 'accept_terms' || duty === 'complete_fields');
  return duties.includes('change_password') ? 'password' : owesDetails ? 'details' : otherwise;
}
