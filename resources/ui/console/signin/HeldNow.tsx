import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { answer, type Schemas } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { InlineLink, LinkButton } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { useToast } from '../../kit/Toast';
import { counted } from '../../text/figures';
import { api, FIGURES_EVERY, refresh, useMay } from '../api';

type Held = Schemas['HeldBack'];
type Asked = { account: Held['accounts'][number]['account'] } | { place: Held['sources'][number] };

/** Whom and what the brakes hold back at this moment, each let go with a reason. */
export function HeldNow() {
  const client = useQueryClient();
  const toast = useToast();
  const may = useMay();
  const [asked, ask] = useState<Asked | null>(null);
  const held = useQuery({
    queryKey: ['brakes', 'held'],
    queryFn: ({ signal }) => answer(api.GET('/brakes/held', { signal })),
    refetchInterval: FIGURES_EVERY,
  });
  const data = held.data;
  const isEmpty = data !== undefined && data.accounts.length + data.sources.length + data.unknown === 0;
  const release = (reason: string) => {
    if (asked === null) return Promise.resolve();
    const request =
      'account' in asked
        ? answer(api.POST('/accounts/{id}/release', { params: { path: { id: asked.account.id } }, body: { reason } }))
        : answer(api.POST('/brakes/release', { body: { kind: asked.place.kind, source: asked.place.source, reason } }));
    return request.then(() => {
      toast('Released. Its failures are forgotten.');
      refresh(client);
    });
  };
  return (
    <QueryState of={held} what="who is held back" isEmpty={isEmpty} empty="Nobody is held back.">
      {data === undefined ? null : (
        <ul className="mt-2 max-w-2xl">
          {data.accounts.map(({ account, until, failures }) => (
            <HeldRow
              key={account.id}
              name={account.name}
              about={`${counted(failures, 'failure', 'failures')} in a row`}
              until={until}
              onRelease={may('kennel:accounts.manage') ? () => ask({ account }) : null}
            >
              <InlineLink to={`/accounts/${account.id}`}>
                <bdi>{account.name}</bdi>
              </InlineLink>
            </HeldRow>
          ))}
          {data.sources.map((place) => (
            <HeldRow
              key={`${place.kind} ${place.source}`}
              name={nameOf(place)}
              about={counted(place.failures, 'failure', 'failures')}
              until={place.until}
              onRelease={may('kennel:sessions.end') ? () => ask({ place }) : null}
            >
              <Text face="mono">{nameOf(place)}</Text>
            </HeldRow>
          ))}
          {data.unknown === 0 ? null : (
            <li className="py-1.5">
              <Note>and {counted(data.unknown, 'address', 'addresses')} without an account</Note>
            </li>
          )}
        </ul>
      )}
      {asked === null ? null : (
        <ActDialog
          title={
            <>
              Release <bdi>{'account' in asked ? asked.account.name : nameOf(asked.place)}</bdi>
            </>
          }
          act="Release"
          run={release}
          onClose={() => ask(null)}
        >
          <p>
            Failures so far are forgotten, and the next attempt is looked at at once: the holder’s, and a guesser’s as
            well.
          </p>
        </ActDialog>
      )}
    </QueryState>
  );
}

function HeldRow({
  name,
  about,
  until,
  onRelease,
  children,
}: {
  name: string;
  about: string;
  /** null where waiting does not help */
  until: string | null;
  /** null for who may not */
  onRelease: (() => void) | null;
  children: ReactNode;
}) {
  return (
    <li className="flex flex-wrap items-baseline justify-between gap-x-4 py-1.5">
      <span className="min-w-0">
        {children}
        <Note as="span" className="block">
          {about}
        </Note>
      </span>
      <span className="flex gap-4">
        {until === null ? (
          <Text tone="caution">until a new password</Text>
        ) : (
          <span>
            until <When at={until} />
          </span>
        )}
        {onRelease === null ? null : (
          <LinkButton onClick={onRelease} aria-label={`Release ${name}`}>
            Release…
          </LinkButton>
        )}
      </span>
    </li>
  );
}

function nameOf({ kind, source }: Held['sources'][number]): string {
  return kind === 'service' ? 'everybody' : source;
}
