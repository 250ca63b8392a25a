import { useQueryClient } from '@tanstack/react-query';
import { answer, type Schemas } from '../../api/client';
import { useToast } from '../../kit/Toast';
import { api, refresh } from '../api';
import { roles } from '../queries';
import type { Draft } from './EffectOf';

type Role = Schemas['Role'];

export const draftOf = ({ label, summary, app, permissions, includes }: Role): Draft => ({
  label,
  summary,
  app,
  permissions,
  includes,
});

/** @returns saves a role that there is, says so, and offers the way back for as long as nobody changes it again */
export function useSaveRole(): (role: Role, draft: Draft, reason: string) => Promise<void> {
  const client = useQueryClient();
  const toast = useToast();
  const put = async ({ key, version }: Role, draft: Draft, reason: string): Promise<Role> => {
    const saved = await answer(
      api.PUT('/roles/{key}', {
        params: { path: { key }, header: { 'If-Match': `"v${version}"` } },
        body: { ...draft, reason },
      }),
    );
    await client.refetchQueries({ queryKey: roles.queryKey });
    refresh(client);
    return saved;
  };
  return async (role, draft, reason) => {
    const saved = await put(role, draft, reason);
    toast(`${saved.label} is saved.`, () => {
      put(saved, draftOf(role), 'undone').then(
        () => toast(`${role.label} is as it was before.`),
        () => toast(`${role.label} was changed again since; it stays as it is.`),
      );
    });
  };
}
