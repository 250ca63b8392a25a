import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import type { Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { DataTable, type Column } from '../../kit/DataTable';
import { ListPane } from '../../kit/Layout';
import { QueryState } from '../../kit/QueryState';
import { Note, Text } from '../../kit/Text';
import { grouped } from '../../text/figures';
import { useMay } from '../api';
import { roles } from '../queries';
import { useListKeys } from '../useListKeys';
import { RoleDialog } from './RoleDialog';
import { RolePane } from './RolePane';

const COLUMNS: readonly Column<Schemas['Role']>[] = [
  {
    key: 'role',
    head: 'Role',
    width: 'minmax(130px, 0.9fr)',
    fold: 'first',
    // Those that include others stand above them, a step further to the right.
    cell: ({ key, label, app, level }) => (
      <span className="block" style={{ paddingInlineStart: `${Math.min(level, 4) * 12}px` }}>
        <Text weight="strong">{label}</Text>
        {label.toLowerCase().replaceAll(' ', '-') === key ? null : (
          <>
            {' '}
            <Text face="mono" size="small" tone="soft">
              {key}
            </Text>
          </>
        )}
        {app === null ? null : (
          <Note as="span" className="block">
            {app} only
          </Note>
        )}
      </span>
    ),
  },
  { key: 'for', head: 'What for', width: 'minmax(160px, 1.5fr)', fold: 'line', cell: ({ summary }) => summary },
  {
    key: 'includes',
    head: 'Includes',
    width: 'minmax(90px, 0.8fr)',
    fold: 'line',
    cell: ({ includes }) => includes.join(', ') || '–',
  },
  {
    key: 'permissions',
    head: 'Permissions',
    width: '120px',
    fold: 'second',
    cell: ({ permissions, inherited }) => (
      <>
        {permissions.length} own{inherited.length === 0 ? '' : `, ${inherited.length} more`}
      </>
    ),
  },
  {
    key: 'holders',
    head: 'Holders',
    width: '70px',
    fold: 'first-end',
    isFigure: true,
    cell: ({ holders }) => grouped(holders),
  },
];

/** Every role, those that include others above what they include, and the one that is open. */
export function RolesTab() {
  const open = useParams()['key'] ?? null;
  const query = useQuery(roles);
  const may = useMay();
  const [isNew, setIsNew] = useState(false);
  const items = [...(query.data?.items ?? [])].sort(
    (one, other) => other.level - one.level || one.key.localeCompare(other.key),
  );
  const role = items.find(({ key }) => key === open);
  const rows = useListKeys(open, (key) => `/roles/all${key === null ? '' : `/${key}`}`);
  return (
    <ListPane
      list={
        <div className="h-full overflow-y-auto px-4 py-3 max-sm:px-3">
          {may('kennel:roles.manage') ? (
            <div className="mb-2 flex justify-end">
              <Button size="small" onClick={() => setIsNew(true)}>
                New role…
              </Button>
            </div>
          ) : null}
          <QueryState of={query} what="the roles" isEmpty={items.length === 0} empty="There are no roles.">
            <DataTable
              label="Roles"
              columns={COLUMNS}
              rows={items}
              rowKey={({ key }) => key}
              rowsRef={rows}
              opens={({ key }) => ({ to: `/roles/all/${key}`, isOpen: key === open })}
            />
          </QueryState>
          {isNew ? <RoleDialog edited={null} onClose={() => setIsNew(false)} /> : null}
        </div>
      }
      pane={open === null || role === undefined ? null : <RolePane key={role.key} shown={role} />}
    />
  );
}
