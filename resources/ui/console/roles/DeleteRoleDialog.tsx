import { useQueryClient } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { useToast } from '../../kit/Toast';
import { api, refresh } from '../api';
import { EffectOf } from './EffectOf';

/** Who would lose what is shown before a role is deleted. */
export function DeleteRoleDialog({ role, onClose }: { role: Schemas['Role']; onClose: () => void }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const toast = useToast();
  return (
    <ActDialog
      title={`Delete ${role.label}?`}
      act="Delete the role"
      kind="stop"
      onClose={onClose}
      run={async (reason) => {
        await answer(
          api.DELETE('/roles/{key}', {
            params: {
              path: { key: role.key },
              header: { 'If-Match': `"v${role.version}"` },
              ...(reason === '' ? {} : { query: { reason } }),
            },
          }),
        );
        toast(`${role.label} is deleted.`);
        void navigate('/roles');
        refresh(client);
      }}
    >
      <EffectOf roleKey={role.key} draft={null} />
    </ActDialog>
  );
}
