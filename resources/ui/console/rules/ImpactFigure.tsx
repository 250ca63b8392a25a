import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Count } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { useImpact } from './useDraft';

/** The impact, begun with one click and followed while it runs. */
export function ImpactFigure() {
  const client = useQueryClient();
  const run = useImpact().data?.run ?? null;
  const begin = useMutation({
    mutationFn: () => answer(api.POST('/rules/impact')),
    onSuccess: (data) => client.setQueryData(['impact'], data),
  });
  const cancel = useMutation({
    mutationFn: (id: string) => answer(api.DELETE('/rules/impact/{id}', { params: { path: { id } } })),
    onSettled: () => client.invalidateQueries({ queryKey: ['impact'] }),
  });
  const button = 'min-h-6 text-petrol underline underline-offset-2';
  if (run?.state === 'running' || run?.state === 'queued') {
    return (
      <span role="status" className="block">
        <progress
          value={run.done}
          max={Math.max(1, run.total)}
          aria-label="Impact"
          className="mr-2 h-2 w-28 align-middle"
        />
        <Count value={run.done} /> of <Count value={run.total} /> accounts{' '}
        <button type="button" className={button} onClick={() => cancel.mutate(run.id)}>
          Cancel
        </button>
      </span>
    );
  }
  return (
    <span className="block">
      {run === null
        ? null
        : run.state === 'done'
          ? `Impact: ${run.counts.length === 0 ? 'nobody is touched. ' : `${run.counts.length === 1 ? 'one thing' : `${run.counts.length} things`} to look at. `}`
          : `Impact ${run.state} after ${run.done} accounts. `}
      <button type="button" className={button} disabled={begin.isPending} onClick={() => begin.mutate()}>
        {run === null ? 'Whom would it touch?' : 'Measure again'}
      </button>
      <Failure error={begin.error ?? cancel.error} />
    </span>
  );
}
