import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { DurationBox } from '../../kit/Boxes';
import { Button } from '../../kit/Button';
import { EditableTable } from '../../kit/EditableTable';
import { SmallSelect } from '../../kit/SmallSelect';
import { apps as appsQuery, roles as rolesQuery } from '../queries';
import { useHand } from '../rules/hand';
import { Setting, useSetting } from '../rules/Setting';

const WORDS = {
  roles: [
    'Shorter for holders of a role',
    'The shortest of all that somebody holds counts; longer ones change nothing.',
  ],
  apps: ['Shorter for whoever came by an app', 'For sessions of accounts that came by it.'],
} as const;

/** Limits for some people's sessions that are shorter than everybody's. */
export function NarrowerLimits({ of }: { of: 'roles' | 'apps' }) {
  const hand = useHand();
  const path = ['sessions', of] as const;
  const [rows = []] = useSetting(path);
  const roles = useQuery(rolesQuery).data?.items ?? [];
  const apps = useQuery(appsQuery).data?.items ?? [];
  const all =
    of === 'roles'
      ? roles.map(({ key, label }) => ({ key, label }))
      : apps.map(({ key, name }) => ({ key, label: name }));
  const left = all.filter(({ key }) => !rows.some((row) => row.key === key));
  const nameOf = (key: string) => all.find((one) => one.key === key)?.label ?? key;
  const [chosen, choose] = useState('');
  const [label, help] = WORDS[of];
  return (
    <Setting
      path={path}
      label={label}
      control={
        <span className="flex items-center gap-2">
          <SmallSelect
            label={of === 'roles' ? 'Role' : 'App'}
            value={chosen}
            onChange={(event) => choose(event.target.value)}
            choices={[
              { value: '', label: of === 'roles' ? 'A role…' : 'An app…' },
              ...left.map(({ key, label: name }) => ({ value: key, label: name })),
            ]}
          />
          <Button
            size="small"
            aria-disabled={chosen === ''}
            onClick={() => {
              if (chosen === '') return;
              hand.change(path, [...rows, { key: chosen, idle: 'PT15M', absolute: 'PT8H' }]);
              choose('');
            }}
          >
            Add
          </Button>
        </span>
      }
    >
      {help}
      {rows.length === 0 ? null : (
        <EditableTable
          label={label}
          rows={rows}
          rowKey={({ key }) => key}
          rowName={({ key }) => nameOf(key)}
          mistakeOf={({ key }) =>
            hand.refusal?.problem?.reasons.find(({ field }) => field?.startsWith(`sessions.${of}.${key}.`) === true)
              ?.message
          }
          onRemove={(place) => hand.change(path, rows.toSpliced(place, 1))}
          columns={[
            { key: 'who', head: of === 'roles' ? 'Role' : 'App', cell: ({ key }) => <bdi>{nameOf(key)}</bdi> },
            {
              key: 'idle',
              head: 'Without a request',
              width: '36%',
              cell: ({ key, idle }) => (
                <DurationBox
                  label={`${nameOf(key)}: without a request`}
                  value={idle}
                  onSave={(next) => hand.change([...path, key, 'idle'], next)}
                />
              ),
            },
            {
              key: 'absolute',
              head: 'However busy',
              width: '36%',
              cell: ({ key, absolute }) => (
                <DurationBox
                  label={`${nameOf(key)}: however busy`}
                  value={absolute}
                  onSave={(next) => hand.change([...path, key, 'absolute'], next)}
                />
              ),
            },
          ]}
        />
      )}
    </Setting>
  );
}
