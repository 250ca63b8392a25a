import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { DataTable, type Column } from '../../kit/DataTable';
import { Select, TextField } from '../../kit/Field';
import { InlineLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { useToast } from '../../kit/Toast';
import { Note, Text } from '../../kit/Text';
import { api, refresh, useMay } from '../api';
import { apps, permissions } from '../queries';

type Permission = Schemas['Permission'];

/** The catalogue: what one may do, with which app, and which roles carry it. */
export function PermissionsTab() {
  const query = useQuery(permissions);
  const mayManage = useMay()('kennel:roles.manage');
  const [open, setOpen] = useState<Permission | 'new' | null>(null);
  const [gone, setGone] = useState<Permission | null>(null);
  const items = query.data?.items ?? [];
  const columns: Column<Permission>[] = [
    {
      key: 'key',
      head: 'Permission',
      width: 'minmax(170px, 1fr)',
      fold: 'first',
      cell: ({ key }) => <Text face="mono">{key}</Text>,
    },
    {
      key: 'for',
      head: 'What one may do',
      width: 'minmax(180px, 1.6fr)',
      fold: 'line',
      cell: ({ description }) => (description === '' ? <Text tone="caution">not described</Text> : description),
    },
    {
      key: 'app',
      head: 'Of',
      width: '96px',
      fold: 'second',
      cell: ({ app, is_kennels }) => (is_kennels ? 'Kennel' : (app ?? 'every app')),
    },
    {
      key: 'roles',
      head: 'Carried by',
      width: 'minmax(120px, 0.9fr)',
      fold: 'line',
      cell: ({ roles }) =>
        roles.length === 0
          ? 'none'
          : roles.map((role, place) => (
              <span key={role}>
                {place === 0 ? '' : ', '}
                <InlineLink to={`/roles/all/${role}`}>{role}</InlineLink>
              </span>
            )),
    },
    {
      key: 'act',
      head: '',
      width: '200px',
      fold: 'second-end',
      cell: (one) => (
        <span className="flex items-center gap-1.5">
          <InlineLink to={`/roles/why?permission=${encodeURIComponent(one.key)}`}>Who may</InlineLink>
          {one.is_kennels || !mayManage ? null : (
            <>
              <Button size="small" onClick={() => setOpen(one)}>
                Describe…
              </Button>
              <Button size="small" kind="stop" aria-label={`Remove ${one.key}`} onClick={() => setGone(one)}>
                ✕
              </Button>
            </>
          )}
        </span>
      ),
    },
  ];
  return (
    <div className="h-full overflow-y-auto px-4 py-3 max-sm:px-3">
      {mayManage ? (
        <div className="mb-2 flex justify-end">
          <Button size="small" onClick={() => setOpen('new')}>
            Register a permission…
          </Button>
        </div>
      ) : null}
      <QueryState of={query} what="the permissions">
        <DataTable label="Permissions" columns={columns} rows={items} rowKey={({ key }) => key} />
      </QueryState>
      {open === null ? null : (
        <RegisterDialog permission={open === 'new' ? null : open} onClose={() => setOpen(null)} />
      )}
      {gone === null ? null : <RemoveDialog permission={gone} onClose={() => setGone(null)} />}
    </div>
  );
}

function RegisterDialog({ permission, onClose }: { permission: Permission | null; onClose: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  const known = useQuery(apps).data?.items ?? [];
  const [key, setKey] = useState(permission?.key ?? '');
  const [app, setApp] = useState(permission?.app ?? '');
  const [description, setDescription] = useState(permission?.description ?? '');
  return (
    <ActDialog
      title={permission === null ? 'Register a permission' : `Describe ${permission.key}`}
      act={permission === null ? 'Register it' : 'Save it'}
      asksWhy={false}
      onClose={onClose}
      run={async () => {
        const saved = await answer(
          api.PUT('/permissions/{permission}', {
            params: { path: { permission: key.trim() } },
            body: { app: app === '' ? null : app, description },
          }),
        );
        toast(`${saved.key} is in the catalogue.`);
        refresh(client);
      }}
    >
      {({ of }) => (
        <>
          {permission === null ? (
            <TextField
              label="Permission"
              required
              value={key}
              error={of('key')}
              help="A thing and an act, as in readings:approve. Apps ask for it by this name."
              onChange={(event) => setKey(event.target.value)}
            />
          ) : null}
          <TextField
            label="What one may do"
            required
            value={description}
            error={of('description')}
            onChange={(event) => setDescription(event.target.value)}
          />
          <Select
            label="Of"
            value={app}
            error={of('app')}
            onChange={(event) => setApp(event.target.value)}
            choices={[{ value: '', label: 'every app' }, ...known.map((one) => ({ value: one.key, label: one.name }))]}
          />
        </>
      )}
    </ActDialog>
  );
}

function RemoveDialog({ permission, onClose }: { permission: Permission; onClose: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  return (
    <ActDialog
      title={`Take ${permission.key} out of the catalogue?`}
      act="Take it out"
      kind="stop"
      asksWhy={false}
      onClose={onClose}
      run={async () => {
        await answer(api.DELETE('/permissions/{permission}', { params: { path: { permission: permission.key } } }));
        toast(`${permission.key} is gone.`);
        refresh(client);
      }}
    >
      <Note>No role can carry it then, and who asks for it is refused.</Note>
    </ActDialog>
  );
}
