import { useQuery } from '@tanstack/react-query';
import { type Schemas } from '../../api/client';
import { DataTable, type Column } from '../../kit/DataTable';
import { Screen } from '../../kit/Layout';
import { QueryState } from '../../kit/QueryState';
import { grouped } from '../../text/figures';
import { roles } from '../queries';
import { Note, Text } from '../../kit/Text';

const COLUMNS: readonly Column<Schemas['Role']>[] = [
  {
    key: 'role',
    head: 'Role',
    width: 'minmax(120px, 0.8fr)',
    fold: 'first',
    cell: ({ key, app }) => (
      <>
        <Text weight="strong">{key}</Text>
        {app === null ? null : (
          <Note as="span" className="block">
            {app} only
          </Note>
        )}
      </>
    ),
  },
  { key: 'for', head: 'What for', width: 'minmax(160px, 1.6fr)', fold: 'line', cell: ({ summary }) => summary },
  {
    key: 'includes',
    head: 'Includes',
    width: 'minmax(90px, 0.8fr)',
    fold: 'line',
    cell: ({ includes }) => includes.join(', ') || '–',
  },
  {
    key: 'permissions',
    head: 'Its own permissions',
    width: 'minmax(160px, 1.2fr)',
    fold: 'line',
    cell: ({ permissions }) => (
      <Text face="mono" size="small">
        {permissions.length === 0 ? '–' : null}
        {permissions.map((permission) => (
          <span key={permission} className="block">
            {permission}
          </span>
        ))}
      </Text>
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

export function RolesScreen() {
  const query = useQuery(roles);
  const items = query.data?.items ?? [];
  return (
    <Screen title="Roles" aside="permissions attach to roles, roles to accounts">
      <QueryState of={query} what="the roles" isEmpty={items.length === 0} empty="There are no roles.">
        <DataTable label="Roles" columns={COLUMNS} rows={items} rowKey={({ key }) => key} />
      </QueryState>
    </Screen>
  );
}
