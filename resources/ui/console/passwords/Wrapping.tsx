import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { answer } from '../../api/client';
import { ActDialog } from '../../kit/ActDialog';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { Heading } from '../../kit/Heading';
import { Progress } from '../../kit/Progress';
import { QueryState } from '../../kit/QueryState';
import { counted, grouped } from '../../text/figures';
import { api, refresh, useMay } from '../api';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';

/** Encloses older hashes in Argon2id at once: what it would do, doing it, and how far it is. */
export function Wrapping() {
  const client = useQueryClient();
  const may = useMay();
  const [asking, setAsking] = useState(false);
  const wrapping = useQuery({
    queryKey: ['wrapping'],
    queryFn: ({ signal }) => answer(api.GET('/passwords/wrapping', { signal })),
    refetchInterval: (query) =>
      query.state.data?.run?.state === 'running' || query.state.data?.run?.state === 'queued' ? 500 : 10_000,
  });
  const cancel = useMutation({
    mutationFn: (id: string) => answer(api.DELETE('/passwords/wrapping/{id}', { params: { path: { id } } })),
    onSettled: () => refresh(client),
  });
  const { data } = wrapping;
  const progress = `${data?.run?.state} ${data?.run?.done}`;
  // The table above counts what is wrapped here: it follows at each step, and once more at the end.
  useEffect(() => {
    void client.invalidateQueries({ queryKey: ['census'] });
  }, [client, progress]);
  const run = data?.run ?? null;
  const isOn = run !== null && (run.state === 'running' || run.state === 'queued');
  return (
    <section aria-label="Wrapping" className="mt-5">
      <Heading>Older hashes, all at once</Heading>
      <QueryState of={wrapping} what="what can be wrapped">
        {data === undefined ? null : isOn ? (
          <Progress label="Wrapping" value={run.done} max={run.total}>
            {grouped(run.done)} of {grouped(run.total)} wrapped
            <Button
              size="small"
              aria-disabled={cancel.isPending}
              onClick={() => (cancel.isPending ? undefined : cancel.mutate(run.id))}
            >
              Cancel wrapping
            </Button>
          </Progress>
        ) : data.accounts === 0 ? (
          <Text as="p" tone="soft">
            {run?.state === 'done'
              ? 'Every older hash is enclosed in Argon2id. Each becomes a plain one at its holder’s next sign-in.'
              : 'There is no older hash to enclose.'}
          </Text>
        ) : (
          <p className="flex flex-wrap items-center gap-3">
            {may('kennel:passwords.manage') ? (
              <Button onClick={() => setAsking(true)}>
                Wrap {counted(data.accounts, 'older hash', 'older hashes')}…
              </Button>
            ) : null}
            <Text tone="soft">
              Encloses them in Argon2id now, no passwords needed. Sign-in works before, during and after.
            </Text>
          </p>
        )}
        <Failure error={cancel.error} />
      </QueryState>
      {asking && data !== undefined ? (
        <ActDialog
          title={`Wrap ${counted(data.accounts, 'older hash', 'older hashes')}?`}
          act="Wrap hashes"
          onClose={() => setAsking(false)}
          run={(reason) => answer(api.POST('/passwords/wrapping', { body: { reason } })).then(() => refresh(client))}
        >
          <ul>
            {data.kinds.map(({ kind, accounts }) => (
              <Surface as="li" edge="top" key={kind} className="flex justify-between gap-3 py-1">
                <Text face="mono" size="small" className="wrap-anywhere">
                  {kind}
                </Text>{' '}
                {grouped(accounts)}
              </Surface>
            ))}
          </ul>
          <Text as="p" tone="soft">
            A stolen table would then have to be attacked through Argon2id. It cannot be undone; nothing is lost by it,
            and nobody has to do anything.
          </Text>
        </ActDialog>
      ) : null}
    </section>
  );
}
