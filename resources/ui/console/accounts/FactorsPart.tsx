import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Failure } from '../../kit/Failure';
import { Row } from '../../kit/Layout';
import { LinkButton } from '../../kit/Link';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';
import { counted } from '../../text/figures';
import { api, refresh, useMay } from '../api';

/** The second factors of an account, and their removal for who has lost them. */
export function FactorsPart({ accountId, name }: { accountId: string; name: string }) {
  const client = useQueryClient();
  const toast = useToast();
  const may = useMay();
  const [asks, setAsks] = useState(false);
  const path = { id: accountId };
  const factors = useQuery({
    queryKey: ['factors', accountId],
    queryFn: ({ signal }) => answer(api.GET('/accounts/{id}/factors', { params: { path }, signal })),
  });
  const stop = useMutation({
    mutationFn: () => answer(api.DELETE('/accounts/{id}/factors/reset', { params: { path } })),
    onSuccess: () => {
      toast('The second factors stay.');
      refresh(client);
    },
  });
  const data = factors.data;
  const mayAct = may('kennel:accounts.manage');
  return (
    <Row label="Second factor">
      <Failure error={factors.error} onRetry={factors.refetch} />
      {data === undefined ? null : data.authenticators.length + data.passkeys.length + data.phones.length === 0 ? (
        <Text tone="soft">
          none
          {data.demanded_from === null ? null : (
            <>
              , demanded from <When at={data.demanded_from} />
            </>
          )}
        </Text>
      ) : (
        <>
          {[
            ...data.authenticators,
            ...data.passkeys,
            ...data.phones.map((phone) => ({ ...phone, name: `Codes by text to ${phone.number}` })),
          ].map((one) => (
            <p key={one.id}>
              <bdi>{one.name}</bdi>
              {one.used_at === null ? null : (
                <>
                  , used <When at={one.used_at} />
                </>
              )}
            </p>
          ))}
          <Note>
            {data.recovery_codes === null
              ? 'No recovery codes.'
              : `${data.recovery_codes.left} of ${data.recovery_codes.of} recovery codes left.`}{' '}
            {data.trusted_devices === 0
              ? ''
              : `${counted(data.trusted_devices, 'device is', 'devices are')} not asked for a while.`}
          </Note>
          {data.reset === null ? (
            mayAct ? (
              <LinkButton onClick={() => setAsks(true)}>They have lost it…</LinkButton>
            ) : null
          ) : (
            <p>
              <Text tone="caution">
                {data.reset.by} asked for its removal; it goes <When at={data.reset.due_at} />.
              </Text>{' '}
              {mayAct ? (
                <LinkButton onClick={() => (stop.isPending ? undefined : stop.mutate())}>Keep it</LinkButton>
              ) : null}
            </p>
          )}
        </>
      )}
      <Failure error={stop.error} />
      {asks ? (
        <ActDialog
          kind="stop"
          title={
            <>
              Remove the second factor of <bdi>{name}</bdi>
            </>
          }
          act="Have it removed"
          run={(reason) =>
            answer(api.POST('/accounts/{id}/factors/reset', { params: { path }, body: { reason } })).then(() => {
              toast('The holder is told. It is removed when its time has come, unless they stop it.');
              refresh(client);
            })
          }
          onClose={() => setAsks(false)}
        >
          <p>
            Authenticator apps, passkeys, telephones, recovery codes and known devices go, and every session ends. Not
            at once: the holder gets a message, and whoever still has the factor can stop it.
          </p>
        </ActDialog>
      ) : null}
    </Row>
  );
}

/** The outside providers by which its holder signs in. */
export function ProvidersPart({ accountId }: { accountId: string }) {
  const links = useQuery({
    queryKey: ['account-providers', accountId],
    queryFn: ({ signal }) =>
      answer(api.GET('/accounts/{id}/providers', { params: { path: { id: accountId } }, signal })),
  });
  const items = links.data?.items ?? [];
  return items.length === 0 && links.error === null ? null : (
    <Row label="Outside providers">
      <Failure error={links.error} onRetry={links.refetch} />
      {items.map((one) => (
        <p key={one.id}>
          <bdi>{one.provider}</bdi>
          {one.address === null ? null : (
            <>
              {' as '}
              <Text face="mono" size="small">
                {one.address}
              </Text>
            </>
          )}
          , linked <When at={one.linked_at} />
        </p>
      ))}
    </Row>
  );
}
