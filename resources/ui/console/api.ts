import { useQuery, type QueryClient } from '@tanstack/react-query';
import { answer, clientFor, type Schemas } from '../api/client';
import { proofMiddleware } from './proof/proof';

export const api = clientFor('console');
api.use(proofMiddleware());

/** How often the figures are read anew, in milliseconds. */
export const FIGURES_EVERY = 4000;

export function useSession() {
  return useQuery({
    queryKey: ['session'],
    queryFn: () => answer(api.GET('/session')),
    retry: false,
    staleTime: 30_000,
  });
}

export function useOverview() {
  return useQuery({
    queryKey: ['overview'],
    queryFn: () => answer(api.GET('/overview')),
    refetchInterval: FIGURES_EVERY,
  });
}

/** After an act everything on screen may have changed; what is visible is read again. */
export function refresh(client: QueryClient): void {
  void client.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'session' });
}

export type StationKey = Schemas['Station']['station'];

/** The stations in the order of an account's life. `key` follows "g". */
export const STATIONS: readonly { station: StationKey; name: string; path: string; key: string }[] = [
  { station: 'signup', name: 'Sign-up', path: '/sign-up', key: 's' },
  { station: 'mail', name: 'Mail', path: '/mail', key: 'm' },
  { station: 'passwords', name: 'Passwords', path: '/passwords', key: 'p' },
  { station: 'sessions', name: 'Sessions', path: '/sessions', key: 'l' },
  { station: 'roles', name: 'Roles', path: '/roles', key: 'r' },
  { station: 'apps', name: 'Apps', path: '/apps', key: 'q' },
  { station: 'accounts', name: 'Accounts', path: '/accounts', key: 'a' },
  { station: 'audit', name: 'Audit', path: '/audit', key: 't' },
];
