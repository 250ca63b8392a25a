import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import type { Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { Matrix, type MatrixCell } from '../../kit/Matrix';
import { QueryState } from '../../kit/QueryState';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { counted } from '../../text/figures';
import { useMay } from '../api';
import { permissions as permissionsQuery, roles as rolesQuery } from '../queries';
import { EffectOf, type Draft } from './EffectOf';
import { draftOf, useSaveRole } from './useSaveRole';

type Role = Schemas['Role'];

/** Roles × permissions. Cells are turned first, and saved role by role once one has seen what that does. */
export function GridTab() {
  const roles = useQuery(rolesQuery);
  const catalogue = useQuery(permissionsQuery);
  const may = useMay();
  const [turned, setTurned] = useState<ReadonlySet<string>>(new Set());
  const [saving, setSaving] = useState<Role | null>(null);
  const items = roles.data?.items ?? [];
  const columns = useMemo(
    () => (roles.data?.items ?? []).map(({ key, label }) => ({ key, head: label })),
    [roles.data],
  );
  const rows = useMemo(
    () =>
      (catalogue.data?.items ?? []).map((one) => ({
        key: one.key,
        name: one.key,
        head: (
          <span title={one.description}>
            <Text face="mono" size="small">
              {one.key}
            </Text>
          </span>
        ),
      })),
    [catalogue.data],
  );
  const byKey = new Map(items.map((role) => [role.key, role]));
  const isTurned = (permission: string, role: string) => turned.has(`${role} ${permission}`);
  const ownOf = (role: Role): string[] => {
    const own = new Set(role.permissions);
    for (const pair of turned) {
      const [key, permission] = pair.split(' ') as [string, string];
      if (key === role.key && !own.delete(permission)) own.add(permission);
    }
    return [...own].sort();
  };
  const ownByRole = new Map(items.map((role) => [role.key, ownOf(role)]));
  // What is turned is inherited at once: a role has what those it includes would have.
  const inheritedOf = (role: Role, seen = new Set<string>()): Set<string> => {
    const inherited = new Set<string>();
    for (const key of role.includes) {
      const junior = byKey.get(key);
      if (junior === undefined || seen.has(key)) continue;
      seen.add(key);
      for (const permission of [...(ownByRole.get(key) ?? []), ...inheritedOf(junior, seen)]) inherited.add(permission);
    }
    return inherited;
  };
  const table = new Map(
    items.map((role) => [role.key, { own: new Set(ownByRole.get(role.key)), more: inheritedOf(role) }]),
  );
  const cell = (permission: string, role: string): MatrixCell => {
    const own = table.get(role)?.own.has(permission) === true;
    const more = table.get(role)?.more.has(permission) === true;
    return own ? (more ? 'both' : 'own') : more ? 'inherited' : 'none';
  };
  const changed = items.filter((role) => [...turned].some((pair) => pair.startsWith(`${role.key} `)));
  const toggle = (permission: string, role: string) =>
    setTurned((before) => {
      const next = new Set(before);
      const pair = `${role} ${permission}`;
      if (!next.delete(pair)) next.add(pair);
      return next;
    });
  return (
    <div className="flex h-full flex-col">
      <div className="min-h-0 flex-1 px-4 py-3 max-sm:px-3">
        <QueryState of={roles} what="the roles" isEmpty={items.length === 0} empty="There are no roles.">
          <Matrix
            label="Roles and permissions"
            columns={columns}
            rows={rows}
            cell={cell}
            isChanged={isTurned}
            onToggle={may('kennel:roles.manage') ? toggle : undefined}
          />
        </QueryState>
      </div>
      <Surface as="footer" edge="top" className="flex shrink-0 flex-wrap items-center gap-2 px-4 py-2">
        <Note as="span" role="status">
          {turned.size === 0
            ? '● its own · ○ inherited. Arrows walk, Space turns.'
            : `${counted(turned.size, 'cell', 'cells')} turned, not saved.`}
        </Note>
        {changed.map((role) => (
          <Button key={role.key} size="small" kind="act" onClick={() => setSaving(role)}>
            Save {role.label}…
          </Button>
        ))}
        {turned.size === 0 ? null : (
          <Button size="small" onClick={() => setTurned(new Set())}>
            Take back
          </Button>
        )}
      </Surface>
      {saving === null ? null : (
        <SaveRow
          role={saving}
          permissions={ownOf(saving)}
          onSaved={() =>
            setTurned((before) => new Set([...before].filter((pair) => !pair.startsWith(`${saving.key} `))))
          }
          onClose={() => setSaving(null)}
        />
      )}
    </div>
  );
}

function SaveRow({
  role,
  permissions,
  onSaved,
  onClose,
}: {
  role: Role;
  permissions: string[];
  onSaved: () => void;
  onClose: () => void;
}) {
  const save = useSaveRole();
  const draft: Draft = { ...draftOf(role), permissions };
  return (
    <ActDialog
      title={`Save ${role.label}`}
      act="Save the role"
      onClose={onClose}
      run={(reason) => save(role, draft, reason).then(onSaved)}
    >
      {({ of }) => (
        <>
          <Text as="p" tone="stop">
            {of('permissions') ?? of('includes')}
          </Text>
          <EffectOf roleKey={role.key} draft={draft} />
        </>
      )}
    </ActDialog>
  );
}
