import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { Dialog } from '../../kit/Dialog';
import { QueryState } from '../../kit/QueryState';
import { Surface } from '../../kit/Surface';
import { useToast } from '../../kit/Toast';
import { Note, Text } from '../../kit/Text';
import { api, refresh } from '../api';
import { roleBoxes } from '../queries';
import { GiveRoleDialog } from './GiveRoleDialog';
import { Provenance } from './Provenance';

type Box = Schemas['RoleBox'];

/** Every role as a box: held, included in one that is held, or free; and why a box is locked. */
export function RoleBoxesDialog({ account, onClose }: { account: { id: string; name: string }; onClose: () => void }) {
  const query = useQuery(roleBoxes(account.id));
  const [giving, setGiving] = useState<Box | null>(null);
  const [taking, setTaking] = useState<Box | null>(null);
  const items = query.data?.items ?? [];
  const has = new Set(items.filter(({ assignment }) => assignment !== null).flatMap(({ permissions }) => permissions));
  return (
    <Dialog
      open
      onClose={onClose}
      title={
        <>
          Roles of <bdi>{account.name}</bdi>
        </>
      }
    >
      <QueryState of={query} what="the roles">
        <ul>
          {items.map((box) => (
            <Surface as="li" key={box.role} edge="bottom" className="flex flex-wrap items-start gap-x-3 py-2">
              <span className="min-w-0 flex-1">
                <Text weight="strong">
                  <span aria-hidden="true">{box.assignment !== null ? '☑' : box.through !== null ? '☒' : '☐'}</span>{' '}
                  {box.label}
                </Text>{' '}
                <Text tone="soft">{box.summary}</Text>
                {box.assignment === null ? null : (
                  <Provenance
                    by={box.assignment.assigned_by}
                    since={box.assignment.assigned_at}
                    until={box.assignment.until}
                    app={box.assignment.app}
                    why={box.assignment.why}
                  />
                )}
                {box.message === null ? null : (
                  <Note as="span" className="block">
                    Locked: {box.message}
                  </Note>
                )}
              </span>
              {box.locked !== null ? null : box.assignment === null ? (
                <Button size="small" aria-label={`Give ${box.role}`} onClick={() => setGiving(box)}>
                  Give…
                </Button>
              ) : (
                <span className="flex gap-1.5">
                  <Button size="small" aria-label={`Change ${box.role}`} onClick={() => setGiving(box)}>
                    Change…
                  </Button>
                  <Button size="small" kind="stop" aria-label={`Take ${box.role}`} onClick={() => setTaking(box)}>
                    Take…
                  </Button>
                </span>
              )}
            </Surface>
          ))}
        </ul>
      </QueryState>
      {giving === null ? null : (
        <GiveRoleDialog
          above
          account={account}
          role={{ key: giving.role, app: giving.role_app }}
          adds={giving.permissions.filter((permission) => !has.has(permission))}
          onClose={() => setGiving(null)}
        />
      )}
      {taking === null ? null : <TakeDialog account={account} box={taking} onClose={() => setTaking(null)} />}
    </Dialog>
  );
}

function TakeDialog({
  account,
  box,
  onClose,
}: {
  account: { id: string; name: string };
  box: Box;
  onClose: () => void;
}) {
  const client = useQueryClient();
  const toast = useToast();
  return (
    <ActDialog
      above
      title={
        <>
          Take {box.role} from <bdi>{account.name}</bdi>?
        </>
      }
      act="Take the role"
      kind="stop"
      onClose={onClose}
      run={async (reason) => {
        await answer(
          api.DELETE('/accounts/{id}/roles/{key}', {
            params: { path: { id: account.id, key: box.role }, query: { reason } },
          }),
        );
        toast(`${account.name} does not hold ${box.role} any more.`);
        refresh(client);
      }}
    >
      {({ of }) => (
        <>
          <Text as="p" tone="stop">
            {of('role')}
          </Text>
          <Note>
            They lose, unless another role gives it:{' '}
            <Text face="mono" size="small">
              {box.permissions.join(', ') || 'nothing'}
            </Text>
          </Note>
        </>
      )}
    </ActDialog>
  );
}
