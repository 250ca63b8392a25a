import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { ChoiceBoxes, Select, TextField } from '../../kit/Field';
import { useSettled } from '../../kit/useSettled';
import { useToast } from '../../kit/Toast';
import { Text } from '../../kit/Text';
import { api, refresh } from '../api';
import { apps, permissions as permissionsQuery, roles as rolesQuery } from '../queries';
import { EffectOf, type Draft } from './EffectOf';
import { draftOf, useSaveRole } from './useSaveRole';

type Role = Schemas['Role'];

const NOTHING: Draft = { label: '', summary: '', app: null, permissions: [], includes: [] };

/** A role as it would be, and what that would do to whom, before it is saved. */
export function RoleDialog({ edited: role, onClose }: { edited: Role | null; onClose: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  const catalogue = useQuery(permissionsQuery).data?.items ?? [];
  const others = (useQuery(rolesQuery).data?.items ?? []).filter(({ key }) => key !== role?.key);
  const known = useQuery(apps).data?.items ?? [];
  const [key, setKey] = useState(role?.key ?? '');
  const [draft, setDraft] = useState<Draft>(role === null ? NOTHING : draftOf(role));
  const saveRole = useSaveRole();
  const change = (part: Partial<Draft>) => setDraft((before) => ({ ...before, ...part }));
  const settled = useSettled(draft, 300);
  const save = async (reason: string) => {
    if (role !== null) return saveRole(role, draft, reason);
    const label = draft.label === '' ? key : draft.label;
    const made = await answer(api.POST('/roles', { body: { ...draft, label, key, reason } }));
    refresh(client);
    toast(`${made.label} is made.`);
    return undefined;
  };
  return (
    <ActDialog
      title={role === null ? 'New role' : `Edit ${role.label}`}
      act={role === null ? 'Make the role' : 'Save the role'}
      onClose={onClose}
      run={save}
    >
      {({ of }) => (
        <>
          {role === null ? (
            <TextField
              label="Key"
              required
              value={key}
              error={of('key')}
              help="How apps and the rule book name it. It stays."
              onChange={(event) => setKey(event.target.value)}
            />
          ) : null}
          <TextField
            label="Name"
            value={draft.label}
            error={of('label')}
            onChange={(event) => change({ label: event.target.value })}
          />
          <TextField
            label="What for"
            value={draft.summary}
            error={of('summary')}
            onChange={(event) => change({ summary: event.target.value })}
          />
          <Select
            label="Counts for"
            value={draft.app ?? ''}
            error={of('app')}
            onChange={(event) => change({ app: event.target.value === '' ? null : event.target.value })}
            choices={[
              { value: '', label: 'every app' },
              ...known.map((app) => ({ value: app.key, label: `${app.name} only` })),
            ]}
          />
          <ChoiceBoxes
            label="Includes"
            kind="checkbox"
            choices={others.map((other) => ({ value: other.key, label: other.label }))}
            chosen={draft.includes}
            error={of('includes')}
            onChange={(includes) => change({ includes })}
          />
          <ChoiceBoxes
            label="Permissions of its own"
            kind="checkbox"
            choices={catalogue.map((one) => ({ value: one.key, label: one.key }))}
            chosen={draft.permissions}
            error={of('permissions')}
            onChange={(permissions) => change({ permissions })}
          />
          {role === null ? (
            <Text as="p" tone="soft">
              Nobody holds it yet, so nothing changes for anybody.
            </Text>
          ) : (
            <EffectOf roleKey={role.key} draft={settled} />
          )}
        </>
      )}
    </ActDialog>
  );
}
