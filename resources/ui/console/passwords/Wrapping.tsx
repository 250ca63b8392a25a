import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { answer } from '../../api/client';
import { Button } from '../../kit/Button';
import { Count } from '../../kit/Text';
import { api, refresh } from '../api';
import { Failure } from '../Failure';
import { WhyDialog } from '../WhyDialog';

/** Encloses older hashes in Argon2id at once: what it would do, doing it, and how far it is. */
export function Wrapping() {
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  const wrapping = useQuery({
    queryKey: ['wrapping'],
    queryFn: () => answer(api.GET('/passwords/wrapping')),
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
  if (data === undefined) return <Failure error={wrapping.error} />;
  const run = data.run;
  const isOn = run !== null && (run.state === 'running' || run.state === 'queued');
  return (
    <section className="mt-4" aria-label="Wrapping">
      {isOn ? (
        <p role="status" className="flex items-center gap-3">
          <progress
            value={run.done}
            max={Math.max(1, run.total)}
            aria-label="Wrapping"
            className="h-2 w-40 accent-petrol"
          />
          <Count value={run.done} /> of <Count value={run.total} /> wrapped
          <Button size="small" onClick={() => cancel.mutate(run.id)}>
            Stop
          </Button>
        </p>
      ) : data.accounts === 0 ? (
        <p className="text-ink-soft">
          {run?.state === 'done'
            ? 'Every older hash is enclosed in Argon2id. Each becomes a plain one at its holder’s next sign-in.'
            : 'There is no older hash to enclose.'}
        </p>
      ) : (
        <p className="flex flex-wrap items-center gap-3">
          <Button onClick={() => setAsking(true)}>
            Wrap <Count value={data.accounts} /> older hashes…
          </Button>
          <span className="text-ink-soft">
            Encloses them in Argon2id now, without anybody’s password. Sign-in works before, during and after.
          </span>
        </p>
      )}
      <Failure error={cancel.error} />
      {asking ? (
        <WhyDialog
          title={`Wrap ${data.accounts} older hashes?`}
          act="Wrap them"
          begin={(reason) => answer(api.POST('/passwords/wrapping', { body: { reason } }))}
          onClose={() => setAsking(false)}
        >
          <ul>
            {data.kinds.map(({ kind, accounts: held }) => (
              <li key={kind} className="flex justify-between border-t border-line py-1">
                <span className="font-mono text-small">{kind}</span>
                <Count value={held} />
              </li>
            ))}
          </ul>
          <p className="text-ink-soft">
            A stolen table would then have to be attacked through Argon2id. It can not be undone; nothing is lost by it,
            and nobody has to do anything.
          </p>
        </WhyDialog>
      ) : null}
    </section>
  );
}
