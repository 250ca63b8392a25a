import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { DataTable, type Column } from '../../kit/DataTable';
import { ChoiceBoxes, Select, TextField } from '../../kit/Field';
import { QueryState } from '../../kit/QueryState';
import { useToast } from '../../kit/Toast';
import { Note, Text } from '../../kit/Text';
import { api, refresh, useMay } from '../api';
import { exclusions, roles as rolesQuery } from '../queries';

type Exclusion = Schemas['Exclusion'];

/** Separation of duties: which roles nobody holds together. */
export function ExclusionsTab() {
  const query = useQuery(exclusions);
  const mayManage = useMay()('kennel:roles.manage');
  const [open, setOpen] = useState<Exclusion | 'new' | null>(null);
  const [gone, setGone] = useState<Exclusion | null>(null);
  const items = query.data?.items ?? [];
  const columns: Column<Exclusion>[] = [
    {
      key: 'key',
      head: 'Exclusion',
      width: 'minmax(120px, 0.6fr)',
      fold: 'first',
      cell: ({ key }) => <Text weight="strong">{key}</Text>,
    },
    {
      key: 'roles',
      head: 'Nobody holds',
      width: 'minmax(160px, 1.2fr)',
      fold: 'line',
      cell: ({ roles, too_many }) =>
        too_many === 2 && roles.length === 2 ? `${roles.join(' and ')} at once` : `${too_many} of ${roles.join(', ')}`,
    },
    { key: 'why', head: 'Why', width: 'minmax(160px, 1.2fr)', fold: 'line', cell: ({ why }) => why },
    {
      key: 'act',
      head: '',
      width: '130px',
      fold: 'second-end',
      cell: (one) =>
        mayManage ? (
          <span className="flex gap-1.5">
            <Button size="small" onClick={() => setOpen(one)}>
              Edit…
            </Button>
            <Button size="small" kind="stop" aria-label={`Remove ${one.key}`} onClick={() => setGone(one)}>
              ✕
            </Button>
          </span>
        ) : null,
    },
  ];
  return (
    <div className="h-full overflow-y-auto px-4 py-3 max-sm:px-3">
      {mayManage ? (
        <div className="mb-2 flex justify-end">
          <Button size="small" onClick={() => setOpen('new')}>
            New exclusion…
          </Button>
        </div>
      ) : null}
      <QueryState of={query} what="the exclusions" isEmpty={items.length === 0} empty="No roles exclude each other.">
        <DataTable label="Exclusions" columns={columns} rows={items} rowKey={({ key }) => key} />
      </QueryState>
      <Note>Inclusion counts: who holds a role that includes another holds both.</Note>
      {open === null ? null : (
        <ExclusionDialog exclusion={open === 'new' ? null : open} onClose={() => setOpen(null)} />
      )}
      {gone === null ? null : <RemoveDialog exclusion={gone} onClose={() => setGone(null)} />}
    </div>
  );
}

function ExclusionDialog({ exclusion, onClose }: { exclusion: Exclusion | null; onClose: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  const roles = useQuery(rolesQuery).data?.items ?? [];
  const [key, setKey] = useState(exclusion?.key ?? '');
  const [chosen, setChosen] = useState(exclusion?.roles ?? []);
  const [tooMany, setTooMany] = useState(exclusion?.too_many ?? 2);
  const [why, setWhy] = useState(exclusion?.why ?? '');
  return (
    <ActDialog
      title={exclusion === null ? 'New exclusion' : `Edit ${exclusion.key}`}
      act="Save the exclusion"
      asksWhy={false}
      onClose={onClose}
      run={async () => {
        const saved = await answer(
          api.PUT('/exclusions/{key}', {
            params: {
              path: { key: key.trim() },
              header: exclusion === null ? {} : { 'If-Match': `"v${exclusion.version}"` },
            },
            body: { roles: chosen, too_many: tooMany, why },
          }),
        );
        toast(`${saved.key} is in force.`);
        refresh(client);
      }}
    >
      {({ of }) => (
        <>
          {exclusion === null ? (
            <TextField
              label="Key"
              required
              value={key}
              error={of('key')}
              onChange={(event) => setKey(event.target.value)}
            />
          ) : null}
          <ChoiceBoxes
            label="Roles"
            kind="checkbox"
            choices={roles.map((role) => ({ value: role.key, label: role.label }))}
            chosen={chosen}
            error={of('roles')}
            onChange={setChosen}
          />
          {chosen.length < 3 ? null : (
            <Select
              label="Nobody holds as many as"
              value={String(tooMany)}
              error={of('too_many')}
              onChange={(event) => setTooMany(Number(event.target.value))}
              choices={chosen.slice(1).map((_, place) => ({ value: String(place + 2), label: `${place + 2} of them` }))}
            />
          )}
          <TextField
            label="Why"
            required
            value={why}
            error={of('why')}
            help="Shown to whoever wants to give both."
            onChange={(event) => setWhy(event.target.value)}
          />
        </>
      )}
    </ActDialog>
  );
}

function RemoveDialog({ exclusion, onClose }: { exclusion: Exclusion; onClose: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  return (
    <ActDialog
      title={`Remove ${exclusion.key}?`}
      act="Remove it"
      kind="stop"
      asksWhy={false}
      onClose={onClose}
      run={async () => {
        await answer(api.DELETE('/exclusions/{key}', { params: { path: { key: exclusion.key } } }));
        toast(`${exclusion.roles.join(' and ')} can be held together.`);
        refresh(client);
      }}
    >
      <Note>{exclusion.why}</Note>
    </ActDialog>
  );
}
