import { useQuery } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Screen, Table } from '../../kit/Layout';
import { Count } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';

export function RolesScreen() {
  const roles = useQuery({ queryKey: ['roles'], queryFn: () => answer(api.GET('/roles')) });
  return (
    <Screen title="Roles" aside="permissions attach to roles, roles to accounts">
      <Failure error={roles.error} />
      <Table label="Roles" head={['Role', 'What for', 'Includes', 'Its own permissions', 'Holders']}>
        {roles.data?.items.map((role) => (
          <tr key={role.key} className="align-top">
            <td className="font-semibold">
              {role.key}
              {role.app === null ? null : (
                <span className="block text-small font-normal text-ink-soft">{role.app} only</span>
              )}
            </td>
            <td>{role.summary}</td>
            <td>{role.includes.join(', ') || '–'}</td>
            <td className="font-mono text-small">
              {role.permissions.map((permission) => (
                <span key={permission} className="block">
                  {permission}
                </span>
              ))}
            </td>
            <td>
              <Count value={role.holders} />
            </td>
          </tr>
        ))}
      </Table>
    </Screen>
  );
}
