import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { TextBox } from '../../kit/Boxes';
import { Button } from '../../kit/Button';
import { EditableTable } from '../../kit/EditableTable';
import { Select, TextField } from '../../kit/Field';
import { roles as rolesQuery } from '../queries';
import { useHand, useRule } from '../rules/hand';
import { Setting, TextSetting, useSetting } from '../rules/Setting';
import { moved } from '../signup/fieldRule';

/** Where an app takes over once somebody is signed in and owes nothing: one address, and others for holders of some roles. */
export function LandingSettings({ app }: { app: string }) {
  return (
    <>
      <TextSetting path={['apps', app, 'landing', 'address']} width="w-full sm:w-72" />
      <ByRole app={app} />
    </>
  );
}

function ByRole({ app }: { app: string }) {
  const hand = useHand();
  const path = ['apps', app, 'landing', 'roles'] as const;
  const [rows = []] = useSetting(path);
  const { label, help } = useRule()([...path, '*', 'address']);
  const roles = useQuery(rolesQuery).data?.items ?? [];
  const labelOf = (key: string) => roles.find((role) => role.key === key)?.label ?? key;
  const isOfApp = (role: (typeof roles)[number]) => role.app === null || role.app === app;
  const left = roles.filter((role) => isOfApp(role) && !rows.some(({ key }) => key === role.key));
  const [typed, setTyped] = useState({ key: '', address: '' });
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (typed.key === '' || typed.address.trim() === '') return;
    hand.change(path, [...rows, { key: typed.key, address: typed.address.trim() }]);
    setTyped({ key: '', address: '' });
  };
  const mistakeAt = (key: string) =>
    hand.refusal?.problem?.reasons.find(({ field }) => field?.startsWith(`${path.join('.')}.${key}.`) === true)
      ?.message;
  return (
    <Setting path={path} label={label}>
      {help}
      {rows.length === 0 ? null : (
        <EditableTable
          label={label}
          rows={rows}
          rowKey={({ key }) => key}
          rowName={({ key }) => labelOf(key)}
          mistakeOf={({ key }) => mistakeAt(key)}
          onMove={(place, by) => hand.change(path, moved(rows, place, by))}
          onRemove={(place) => hand.change(path, rows.toSpliced(place, 1))}
          columns={[
            { key: 'role', head: 'Role', width: '32%', cell: ({ key }) => <bdi>{labelOf(key)}</bdi> },
            {
              key: 'address',
              head: 'Address',
              cell: ({ key, address }, described) => (
                <TextBox
                  {...described}
                  label={`Address for ${labelOf(key)}`}
                  width="w-full"
                  value={address}
                  onSave={(next) => hand.change([...path, key, 'address'], next)}
                />
              ),
            },
          ]}
        />
      )}
      <form onSubmit={add} noValidate className="mt-2 flex flex-wrap items-start gap-2">
        <Select
          label="Role"
          value={typed.key}
          onChange={(event) => setTyped({ ...typed, key: event.target.value })}
          choices={left.map((role) => ({ value: role.key, label: role.label }))}
        />
        <span className="min-w-40 flex-1">
          <TextField
            label="Address"
            value={typed.address}
            onChange={(event) => setTyped({ ...typed, address: event.target.value })}
          />
        </span>
        <span className="pt-6">
          <Button type="submit">Add</Button>
        </span>
      </form>
    </Setting>
  );
}
