import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Failure } from '../../kit/Failure';
import { LinkButton } from '../../kit/Link';
import { Progress } from '../../kit/Progress';
import { counted, grouped } from '../../text/figures';
import { api, useMay } from '../api';
import { useImpact } from './useDraft';

/** The impact, begun with one click and followed while it runs. */
export function ImpactFigure() {
  const client = useQueryClient();
  const may = useMay();
  const run = useImpact().data?.run ?? null;
  const begin = useMutation({
    mutationFn: () => answer(api.POST('/rules/impact')),
    onSuccess: (data) => client.setQueryData(['impact'], data),
  });
  const cancel = useMutation({
    mutationFn: (id: string) => answer(api.DELETE('/rules/impact/{id}', { params: { path: { id } } })),
    onSettled: () => client.invalidateQueries({ queryKey: ['impact'] }),
  });
  if (run?.state === 'running' || run?.state === 'queued') {
    return (
      <Progress label="Impact" value={run.done} max={run.total}>
        {grouped(run.done)} of {counted(run.total, 'account', 'accounts')}
        <LinkButton
          aria-disabled={cancel.isPending}
          onClick={() => (cancel.isPending ? undefined : cancel.mutate(run.id))}
        >
          Cancel
        </LinkButton>
      </Progress>
    );
  }
  return (
    <span className="block" role="status">
      {run === null ? null : run.state === 'done' ? (
        <>
          Impact: {run.counts.length === 0 ? 'nobody is affected' : counted(run.counts.length, 'finding', 'findings')}
          .{' '}
        </>
      ) : (
        <>
          Impact {run.state} after {counted(run.done, 'account', 'accounts')}.{' '}
        </>
      )}
      {may('kennel:rules.manage') ? (
        <LinkButton aria-disabled={begin.isPending} onClick={() => (begin.isPending ? undefined : begin.mutate())}>
          {run === null ? 'Measure impact' : 'Measure again'}
        </LinkButton>
      ) : null}
      <Failure error={begin.error ?? cancel.error} />
    </span>
  );
}
