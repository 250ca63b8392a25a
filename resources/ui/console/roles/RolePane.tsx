import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { SearchInput } from '../../kit/Filter';
import { Pane, PaneHead, Row } from '../../kit/Layout';
import { InlineLink } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { counted } from '../../text/figures';
import { api, useMay } from '../api';
import { More } from '../More';
import { exclusions } from '../queries';
import { usePages } from '../usePages';
import { AddHoldersDialog } from './AddHoldersDialog';
import { DeleteRoleDialog } from './DeleteRoleDialog';
import { Provenance } from './Provenance';
import { RoleDialog } from './RoleDialog';

type Role = Schemas['Role'];

/** One role: what it may, what it includes, and who holds it. */
export function RolePane({ shown: role }: { shown: Role }) {
  const may = useMay();
  const [asked, setAsked] = useState<'edit' | 'delete' | 'add' | null>(null);
  const excluded = (useQuery(exclusions).data?.items ?? []).filter(({ roles }) => roles.includes(role.key));
  return (
    <Pane label="One role" back="/roles">
      <header className="mb-2.5">
        <PaneHead back="/roles">{role.label}</PaneHead>
        <Text face="mono" size="small" tone="soft">
          {role.key}
        </Text>{' '}
        <Text tone="soft">{role.app === null ? 'counts everywhere' : `counts for ${role.app} only`}</Text>
      </header>
      <div className="mb-3 flex flex-wrap gap-1.5">
        {may('kennel:roles.manage') ? (
          <>
            <Button size="small" onClick={() => setAsked('edit')}>
              Edit…
            </Button>
            <Button size="small" kind="stop" onClick={() => setAsked('delete')}>
              Delete…
            </Button>
          </>
        ) : null}
        {role.is_giveable ? (
          <Button size="small" onClick={() => setAsked('add')}>
            Give it…
          </Button>
        ) : (
          <Note>Not yours to give.</Note>
        )}
      </div>
      <Surface as="dl" edge="bottom">
        <Row label="What for">{role.summary === '' ? '–' : role.summary}</Row>
        <Row label="Includes">
          {role.includes.length === 0
            ? 'none'
            : role.includes.map((key) => (
                <InlineLink key={key} to={`/roles/all/${key}`}>
                  {key}
                </InlineLink>
              ))}
        </Row>
        <Row label="Permissions">
          {[...role.permissions, ...role.inherited].length === 0 ? 'none' : null}
          {role.permissions.map((permission) => (
            <Permitted key={permission} permission={permission} role={role} />
          ))}
          {role.inherited.map((permission) => (
            <Permitted key={permission} permission={permission} role={role} isInherited />
          ))}
        </Row>
        {excluded.length === 0 ? null : (
          <Row label="Excludes">
            {excluded.map((one) => (
              <span key={one.key} className="block">
                {one.roles.filter((key) => key !== role.key).join(', ')} <Text tone="soft">{one.why}</Text>
              </span>
            ))}
          </Row>
        )}
      </Surface>
      {may('kennel:accounts.read') ? <Holders role={role} /> : null}
      {asked === 'edit' ? <RoleDialog edited={role} onClose={() => setAsked(null)} /> : null}
      {asked === 'delete' ? <DeleteRoleDialog role={role} onClose={() => setAsked(null)} /> : null}
      {asked === 'add' ? <AddHoldersDialog role={role} onClose={() => setAsked(null)} /> : null}
    </Pane>
  );
}

/** One permission of a role, and the way to who has it and why. */
function Permitted({
  permission,
  role,
  isInherited = false,
}: {
  permission: string;
  role: Role;
  isInherited?: boolean;
}) {
  return (
    <Text face="mono" size="small" tone={isInherited ? 'soft' : 'ink'} className="block">
      <InlineLink
        to={`/roles/why?${new URLSearchParams({ permission, ...(role.app === null ? {} : { app: role.app }) })}`}
      >
        {permission}
      </InlineLink>{' '}
      {isInherited ? <Text size="small">inherited</Text> : null}
    </Text>
  );
}

function Holders({ role }: { role: Role }) {
  const [typed, setTyped] = useState('');
  const list = usePages(['role-holders', role.key, typed], (cursor, signal) =>
    answer(
      api.GET('/roles/{key}/holders', {
        params: {
          path: { key: role.key },
          query: {
            limit: 20,
            ...(typed.trim() === '' ? {} : { q: typed }),
            ...(cursor === undefined ? {} : { cursor }),
          },
        },
        signal,
      }),
    ),
  );
  return (
    <section aria-label="Holders" className="mt-4">
      <Text as="h3" weight="strong" className="mb-1.5">
        {counted(role.holders, 'holder', 'holders')}
      </Text>
      <SearchInput label="Search its holders" prompt="Name or address" value={typed} onType={setTyped} found="" />
      <QueryState
        of={list}
        what="the holders"
        isEmpty={list.items.length === 0}
        empty={typed === '' ? 'Nobody holds it.' : 'None of its holders is like that.'}
      >
        <ul>
          {list.items.map((holder) => (
            <Surface as="li" key={holder.id} edge="bottom" className="py-1.5">
              <InlineLink to={`/accounts/${holder.id}`}>
                <bdi>{holder.name}</bdi>
              </InlineLink>{' '}
              {holder.ways.map((way) => (
                <Provenance
                  key={way.since}
                  by={way.assigned_by}
                  since={way.since}
                  until={way.until}
                  app={way.app}
                  why={way.why}
                />
              ))}
            </Surface>
          ))}
        </ul>
        <More list={list} />
      </QueryState>
    </section>
  );
}
