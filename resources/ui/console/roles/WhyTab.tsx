import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Combobox } from '../../kit/Combobox';
import { Copy } from '../../kit/Copy';
import { DataTable, type Column } from '../../kit/DataTable';
import { TextInput } from '../../kit/Filter';
import { InlineLink } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { QueryState } from '../../kit/QueryState';
import { Surface } from '../../kit/Surface';
import { Address, Note, Text } from '../../kit/Text';
import { Day, When } from '../../kit/Time';
import { WayLine } from '../../kit/Ways';
import { counted } from '../../text/figures';
import { api } from '../api';
import { apps, permissions, roles as roleQuery } from '../queries';
import { useQuestion } from '../useQuestion';
import { AskedAccount } from './AskedAccount';
import { GiveRoleDialog } from './GiveRoleDialog';

type Why = Schemas['Why'];

const ENDS: Record<Why['ways'][number]['end'], string> = {
  reaches: 'carries it',
  lapsed: 'its time is over',
  not_yet: 'its time is to come',
  other_app: 'counts for another app',
  without_permission: 'does not carry it',
};

/** May somebody do something, on an app, now or at a moment? The question stands in the address, the answer is drawn. */
export function WhyTab() {
  const [{ account: id, permission, app, at }, set] = useQuestion('account', 'permission', 'app', 'at');
  const catalogue = useQuery(permissions).data?.items ?? [];
  const known = useQuery(apps).data?.items ?? [];
  const isAsked = Boolean(id) && Boolean(permission);
  const query = useQuery({
    queryKey: ['why', id, permission, app, at],
    queryFn: ({ signal }) =>
      answer(
        api.GET('/accounts/{id}/why', {
          params: {
            path: { id },
            query: { permission, ...(app ? { app } : {}), ...(at ? { at } : {}) },
          },
          signal,
        }),
      ),
    enabled: isAsked,
    retry: false,
  });
  return (
    <div className="h-full overflow-y-auto px-5 py-4 max-sm:px-3">
      <div className="mb-4 flex flex-wrap items-center gap-2">
        <Text size="large">May</Text>
        <AskedAccount label="Whom it is about" id={id} onChoose={(account) => set({ account })} />
        <Combobox
          label="Permission"
          prompt="do what?"
          value={permission === '' ? null : permission}
          choices={catalogue.map((one) => ({ value: one.key, label: one.key, detail: one.description }))}
          onChoose={(chosen) => set({ permission: chosen })}
        />
        <Text size="large">on</Text>
        <Combobox
          label="App"
          prompt="its own app"
          value={app === '' ? null : app}
          choices={[{ value: '', label: 'its own app' }, ...known.map((one) => ({ value: one.key, label: one.name }))]}
          onChoose={(chosen) => set({ app: chosen })}
        />
        <span className="w-40">
          <TextInput label="On which day" type="date" value={at} onType={(day) => set({ at: day })} />
        </span>
        <Text size="large">{at ? '?' : 'now?'}</Text>
        {isAsked ? (
          <span className="ml-auto">
            <Copy
              text={`GET /api/v1/accounts/${id}/why?${new URLSearchParams({ permission, ...(app ? { app } : {}), ...(at ? { at } : {}) })}`}
              label="the request"
            />
          </span>
        ) : null}
      </div>
      {isAsked ? (
        <QueryState of={query} what="the answer">
          {query.data === undefined ? null : <Answer why={query.data} />}
        </QueryState>
      ) : (
        <>
          <Note>Choose whom it is about and what they would do.</Note>
          {permission ? (
            <div className="mt-4 max-w-[560px]">
              <WhoMay permission={permission} app={app === '' ? null : app} />
            </div>
          ) : null}
        </>
      )}
    </div>
  );
}

function Answer({ why }: { why: Why }) {
  return (
    <div className="grid gap-x-6 gap-y-4 lg:grid-cols-[minmax(0,1fr)_400px]">
      <div className="min-w-0">
        <Notice tone={why.is_allowed ? 'good' : 'stop'} role="status">
          <span className="flex flex-wrap gap-x-3">
            <strong>{why.is_allowed ? 'Allowed.' : 'Not allowed.'}</strong>
            <span>{why.is_allowed ? '' : why.message}</span>
            <Text face="mono" size="small" className="ml-auto">
              {why.code}
            </Text>
          </span>
        </Notice>
        {why.account.reasons.map(({ code, message }) => (
          <Note key={code}>{message}</Note>
        ))}
        <div className="my-5 space-y-7">
          {why.ways.map((way) => (
            <Way key={`${way.roles[0]?.key} ${way.since} ${way.roles.length}`} why={why} way={way} />
          ))}
          {why.ways.length === 0 ? <Note>They hold no role, and never have.</Note> : null}
        </div>
        {why.is_now ? null : (
          <Note>
            Assignments as of <When at={why.at} />; roles and standing as they are now.
          </Note>
        )}
        {why.ways.length === 0 ? null : (
          <DataTable
            label="Where it comes from"
            columns={PROVENANCE}
            rows={why.ways}
            rowKey={({ roles, since }) => `${roles.map(({ key }) => key).join(' ')} ${since}`}
          />
        )}
      </div>
      <aside aria-label="What goes with it" className="min-w-0 space-y-5">
        {why.is_allowed ? null : <WouldAllow why={why} />}
        <WhatIf why={why} />
        <WhoMay permission={why.permission.key} app={why.app} />
      </aside>
    </div>
  );
}

function Way({ why, way }: { why: Why; way: Why['ways'][number] }) {
  const holds = way.end === 'reaches' || way.end === 'without_permission';
  // What is missing is drawn once: where the way that goes furthest ends.
  const missing = way === why.ways[0] ? why.would_allow[0] : undefined;
  return (
    <WayLine
      label={`Through ${way.roles.map(({ key }) => key).join(', ')}: ${ENDS[way.end]}`}
      holds={holds}
      stops={[
        {
          key: 'account',
          name: <bdi>{why.account.name}</bdi>,
          detail: `${why.account.status}, ${why.account.access}`,
        },
        ...way.roles.map((role, place) => ({
          key: role.key,
          name: role.key,
          detail: role.exists
            ? `${counted(role.permissions, 'permission', 'permissions')}${role.app === null ? '' : `, ${role.app} only`}`
            : 'deleted since',
          by:
            place === 0 ? (
              <>
                by <bdi>{way.assigned_by}</bdi>
              </>
            ) : (
              'includes'
            ),
        })),
        ...(way.end === 'reaches'
          ? [{ key: 'permission', name: why.permission.key, detail: 'carried', by: 'carries' }]
          : way.end === 'without_permission'
            ? missing === undefined
              ? []
              : [
                  {
                    key: 'missing',
                    name: missing.role,
                    detail: `${why.permission.key}, not held`,
                    by: 'not assigned',
                    isMissing: true,
                  },
                ]
            : [{ key: 'end', name: why.permission.key, detail: ENDS[way.end], by: 'would carry', isMissing: true }]),
      ]}
    />
  );
}

const PROVENANCE: readonly Column<Why['ways'][number]>[] = [
  {
    key: 'way',
    head: 'Way',
    width: 'minmax(110px, 1.2fr)',
    fold: 'first',
    cell: ({ roles }) => roles.map(({ key }) => key).join(' › '),
  },
  { key: 'why', head: 'Why', width: 'minmax(110px, 1.2fr)', fold: 'line', cell: ({ why }) => why },
  {
    key: 'by',
    head: 'By',
    width: 'minmax(90px, 1fr)',
    fold: 'second',
    cell: ({ assigned_by }) => <bdi>{assigned_by}</bdi>,
  },
  { key: 'since', head: 'Since', width: '76px', fold: 'second-end', cell: ({ since }) => <When at={since} /> },
  {
    key: 'until',
    head: 'Until',
    width: '76px',
    fold: 'line',
    cell: ({ until }) => (until === null ? '–' : <Day at={until} />),
  },
  {
    key: 'end',
    head: 'Ends at',
    width: 'minmax(90px, 0.9fr)',
    fold: 'line',
    cell: ({ end, app }) => `${ENDS[end]}${app === null ? '' : `, ${app} only`}`,
  },
];

function WouldAllow({ why }: { why: Why }) {
  const [giving, setGiving] = useState<Why['would_allow'][number] | null>(null);
  return (
    <section aria-label="What would allow it">
      <Text as="h2" weight="strong" className="mb-1.5">
        What would allow it
      </Text>
      {why.would_allow.length === 0 ? <Note>No role carries it. Add it to one first.</Note> : null}
      {why.would_allow.slice(0, 4).map((role) => (
        <Surface key={role.role} edge="bottom" className="py-2">
          <p>
            <InlineLink to={`/roles/all/${role.role}`}>{role.role}</InlineLink>{' '}
            <Text tone="soft">{role.app === null ? '' : `${role.app} only`}</Text>
          </p>
          <Note>
            adds{' '}
            <Text face="mono" size="small">
              {role.adds.slice(0, 4).join(', ')}
            </Text>
            {role.adds.length > 4 ? ` and ${role.adds.length - 4} more` : ''}
          </Note>
          {role.reasons.map(({ code, message }) => (
            <Text as="p" tone="stop" key={code}>
              {message}
            </Text>
          ))}
          {role.is_giveable && role.reasons.length === 0 ? (
            <Button size="small" kind={role === why.would_allow[0] ? 'act' : 'plain'} onClick={() => setGiving(role)}>
              Give {role.role}…
            </Button>
          ) : (
            <Note>{role.is_giveable ? '' : 'Not yours to give.'}</Note>
          )}
        </Surface>
      ))}
      {why.givers.length === 0 ? null : (
        <Note>
          Roles are given by{' '}
          {why.givers.map(({ id, name }, place) => (
            <span key={id}>
              {place === 0 ? '' : ', '}
              <bdi>{name}</bdi>
            </span>
          ))}
          .
        </Note>
      )}
      {giving === null ? null : (
        <GiveRoleDialog
          account={why.account}
          role={{ key: giving.role, app: giving.app }}
          adds={giving.adds}
          onClose={() => setGiving(null)}
        />
      )}
    </section>
  );
}

/** The same question if a role carried the permission. Nothing is saved. */
function WhatIf({ why }: { why: Why }) {
  const held = useQuery(roleQuery).data?.items ?? [];
  const [key, setKey] = useState<string | null>(null);
  const role = held.find((one) => one.key === key);
  const query = useQuery({
    queryKey: ['what-if', why.account.id, why.permission.key, why.app, role],
    queryFn: ({ signal }) =>
      answer(
        api.POST('/accounts/{id}/why', {
          params: { path: { id: why.account.id } },
          body: {
            permission: why.permission.key,
            app: why.app,
            role: {
              key: role?.key ?? '',
              app: role?.app ?? null,
              includes: role?.includes ?? [],
              permissions: role?.permissions.includes(why.permission.key)
                ? role.permissions.filter((one) => one !== why.permission.key)
                : [...(role?.permissions ?? []), why.permission.key],
            },
          },
          signal,
        }),
      ),
    enabled: role !== undefined,
  });
  const isWithout = role?.permissions.includes(why.permission.key) === true;
  return (
    <section aria-label="What if">
      <Text as="h2" weight="strong" className="mb-1.5">
        What if…
      </Text>
      <Combobox
        label="What if this role"
        prompt="a role were edited"
        value={key}
        choices={held.map((one) => ({
          value: one.key,
          label: `${one.key} ${one.permissions.includes(why.permission.key) ? 'did not carry it' : 'carried it'}`,
        }))}
        onChoose={setKey}
      />
      {query.data === undefined || role === undefined ? null : (
        <p role="status">
          If {role.key} {isWithout ? 'did not carry it' : 'carried it'}:{' '}
          <Text weight="strong" tone={query.data.is_allowed ? 'good' : 'stop'}>
            {query.data.is_allowed ? 'allowed' : 'not allowed'}
          </Text>
          .
        </p>
      )}
    </section>
  );
}

function WhoMay({ permission: key, app }: { permission: string; app: string | null }) {
  const query = useQuery({
    queryKey: ['who-may', key, app],
    queryFn: ({ signal }) =>
      answer(
        api.GET('/permissions/{permission}/holders', {
          params: { path: { permission: key }, query: { limit: 6, ...(app === null ? {} : { app }) } },
          signal,
        }),
      ),
  });
  const items = query.data?.items ?? [];
  return (
    <section aria-label="Who may, and through what">
      <Text as="h2" weight="strong" className="mb-1.5">
        Who may, and through what
      </Text>
      <QueryState of={query} what="who may" isEmpty={items.length === 0} empty="Nobody.">
        {items.map((one) => (
          <Surface key={one.id} edge="bottom" className="flex flex-wrap justify-between gap-x-3 py-1.5">
            <span className="min-w-0">
              <InlineLink to={`/roles/why?${new URLSearchParams({ account: one.id, permission: key })}`}>
                <bdi>{one.name}</bdi>
              </InlineLink>{' '}
              <Address>{one.email}</Address>
            </span>
            <Text tone="soft">
              {one.ways[0]?.roles.join(' › ')}
              {one.ways[0]?.until == null ? null : (
                <>
                  , until <Day at={one.ways[0].until} />
                </>
              )}
            </Text>
          </Surface>
        ))}
        {query.data?.next == null ? null : (
          <InlineLink to={`/accounts?${new URLSearchParams({ where: JSON.stringify([['permission', 'is', key]]) })}`}>
            All of them
          </InlineLink>
        )}
      </QueryState>
    </section>
  );
}
