import { useState } from 'react';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answer } from '../../api/client';
import { Button } from '../../kit/Button';
import { Count } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { useCases, useImpact, type DraftInHand } from './useDraft';
import { PublishDialog } from './PublishDialog';

/** What the draft amounts to, and the way to publish it. */
export function DraftBar({ hand }: { hand: DraftInHand }) {
  const [open, setOpen] = useState(false);
  const { draft } = hand;
  const cases = useCases().data?.items ?? [];
  if (draft === undefined) return null;
  const failing = cases.filter((one) => !one.holds).length;
  return (
    <footer className="shrink-0 border-t border-line bg-well px-4 py-2.5">
      {draft.version === 0 ? (
        <p className="text-small text-ink-soft">
          No draft. Change a rule to begin one; nothing counts until it is published.
        </p>
      ) : (
        <div className="flex items-center gap-3">
          <p className="min-w-0 flex-1 text-small">
            <strong>{draft.changes.length === 1 ? '1 change.' : `${draft.changes.length} changes.`}</strong>{' '}
            {failing === 0 ? `${cases.length} cases hold` : `${failing} of ${cases.length} cases fail`}
            {draft.blockers.length === 0 ? '.' : `; ${draft.blockers.length} in the way.`} <ImpactFigure />
          </p>
          <Button kind="act" onClick={() => setOpen(true)}>
            Review and publish…
          </Button>
        </div>
      )}
      {open ? <PublishDialog hand={hand} draft={draft} onClose={() => setOpen(false)} /> : null}
    </footer>
  );
}

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
