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
    queryFn: ({ signal }) => answer(api.GET('/session', { signal })),
    retry: false,
    staleTime: 30_000,
  });
}

/** @returns whether the operator holds a permission: what they may not do is not offered. The server decides all the same. */
export function useMay(): (permission: string) => boolean {
  const held = useSession().data?.permissions ?? [];
  return (permission) => held.includes('kennel:*') || held.includes(permission);
}

export function useOverview() {
  return useQuery({
    queryKey: ['overview'],
    queryFn: ({ signal }) => answer(api.GET('/overview', { signal })),
    refetchInterval: FIGURES_EVERY,
  });
}

/** Signs out. Nothing of what was on screen is left for whoever comes next. */
export function leave(through: typeof api): void {
  void through.DELETE('/session').finally(() => window.location.reload());
}

/** After an act everything on screen may have changed; what is visible is read again. */
export function refresh(client: QueryClient): void {
  void client.invalidateQueries({ predicate: (query) => query.queryKey[0] !== 'session' });
}

/** A picture as it was chosen: its bytes are the body. */
export function sendPicture(file: File): Promise<{ id: string }> {
  return answer(
    api.POST('/rules/logos', {
      body: file as unknown as string,
      bodySerializer: (body) => body as unknown as BodyInit,
      headers: { 'Content-Type': file.type === '' ? 'application/octet-stream' : file.type },
    }),
  );
}

export type StationKey = Schemas['Station']['station'];

/** The stations in the order of an account's life. `key` follows "g"; without the permission a station has nothing to show. */
const STATIONS: readonly { station: StationKey; name: string; path: string; key: string; needs: string }[] = [
  { station: 'signup', name: 'Sign-up', path: '/sign-up', key: 's', needs: 'kennel:rules.read' },
  {
    station: 'invitations',
    name: 'Invitations',
    path: '/invitations',
    key: 'i',
    needs: 'kennel:invitations.read',
  },
  { station: 'mail', name: 'Mail', path: '/mail', key: 'm', needs: 'kennel:messages.read' },
  { station: 'passwords', name: 'Passwords', path: '/passwords', key: 'p', needs: 'kennel:passwords.read' },
  { station: 'signin', name: 'Sign-in', path: '/sign-in', key: 'l', needs: 'kennel:sessions.read' },
  { station: 'roles', name: 'Roles', path: '/roles', key: 'r', needs: 'kennel:roles.read' },
  { station: 'apps', name: 'Apps', path: '/apps', key: 'q', needs: 'kennel:apps.read' },
  { station: 'accounts', name: 'Accounts', path: '/accounts', key: 'a', needs: 'kennel:accounts.read' },
  { station: 'audit', name: 'Audit', path: '/audit', key: 't', needs: 'kennel:audit.read' },
];

/** @returns those that have something to show to whoever is signed in. Who comes to another by its address is told what it needs. */
export function useStations(): typeof STATIONS {
  const may = useMay();
  return STATIONS.filter(({ needs }) => may(needs));
}
