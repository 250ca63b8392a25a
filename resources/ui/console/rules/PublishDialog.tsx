import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from '../../kit/Button';
import { TextArea } from '../../kit/Field';
import { Dialog } from '../../kit/Dialog';
import { Notice } from '../../kit/Marks';
import { When } from '../../kit/Text';
import { Failure } from '../Failure';
import { CountLine } from './Setting';
import { useCases, useImpact, type Draft, type DraftInHand } from './useDraft';
import { Changes } from './Changes';
import { ImpactFigure } from './ImpactFigure';

/** The draft in full: what differs, whom it touches, which cases fail. Marked as reviewed first, published after. */
export function PublishDialog({ hand, draft, onClose }: { hand: DraftInHand; draft: Draft; onClose: () => void }) {
  const [reason, setReason] = useState('');
  const [overrule, setOverrule] = useState('');
  const failing = (useCases().data?.items ?? []).filter((one) => !one.holds);
  const run = useImpact().data?.run ?? null;
  const review = useMutation({ mutationFn: () => hand.review(draft) });
  const publish = useMutation({
    mutationFn: () => hand.publish(draft, reason, failing.length > 0 ? overrule : null),
    onSuccess: onClose,
  });
  const discard = useMutation({ mutationFn: () => hand.discard(), onSuccess: onClose });
  const isReviewed = draft.reviewed_at !== null;
  return (
    <Dialog open onClose={onClose} title={`Draft based on revision ${draft.base_revision}`}>
      <Changes changes={draft.changes} />
      <h3 className="mt-4 mb-1 font-bold">Whom it touches</h3>
      <div className="text-small">
        <ImpactFigure />
      </div>
      {run?.counts.map((count) => (
        <CountLine key={count.message} run={run} count={count} />
      ))}
      {draft.blockers.length > 0 ? (
        <div className="mt-3">
          <Notice tone="stop">
            <p className="font-semibold">This stands in the way:</p>
            {draft.blockers.map((reason) => (
              <p key={reason.message}>
                <span className="font-mono text-small">{reason.field}</span> {reason.message}
              </p>
            ))}
          </Notice>
        </div>
      ) : null}
      {draft.warnings.length > 0 ? (
        <div className="mt-3">
          <Notice tone="caution">
            <p className="font-semibold">Know what this gives away:</p>
            {draft.warnings.map((reason) => (
              <p key={reason.message}>{reason.message}</p>
            ))}
          </Notice>
        </div>
      ) : null}
      {failing.length > 0 ? (
        <div className="mt-3 space-y-2">
          <Notice tone="caution">
            <p className="font-semibold">
              {failing.length === 1 ? 'One case fails:' : `${failing.length} cases fail:`}
            </p>
            {failing.map((one) => (
              <p key={one.id}>
                {one.name}: expected {one.expected.length === 0 ? 'accepted' : one.expected.join(', ')}, got{' '}
                {one.got.length === 0 ? 'accepted' : one.got.join(', ')}
              </p>
            ))}
          </Notice>
          <TextArea
            label="Why they may fail"
            rows={2}
            value={overrule}
            onChange={(event) => setOverrule(event.target.value)}
            help="Needed to publish all the same; it goes into the audit trail."
          />
        </div>
      ) : null}
      <div className="mt-4 space-y-2 border-t border-line pt-3">
        {isReviewed ? (
          <>
            <p className="text-small text-ink-soft">
              Reviewed by {draft.reviewed_by}, <When at={draft.reviewed_at} />.
            </p>
            <TextArea
              label="Why it is published"
              rows={2}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              help="It stands beside the revision, and in the audit trail."
            />
          </>
        ) : (
          <p className="text-small text-ink-soft">
            Read it, then mark it as reviewed. A later change needs a new review.
          </p>
        )}
        <Failure error={review.error ?? publish.error ?? discard.error} />
        <div className="flex flex-wrap gap-2">
          {isReviewed ? (
            <Button kind="act" disabled={publish.isPending} onClick={() => publish.mutate()}>
              Publish revision {draft.base_revision + 1}
            </Button>
          ) : (
            <Button kind="act" disabled={review.isPending} onClick={() => review.mutate()}>
              Mark as reviewed
            </Button>
          )}
          <Button onClick={onClose}>Go on with the draft</Button>
          <Button kind="stop" disabled={discard.isPending} onClick={() => discard.mutate()} className="ml-auto">
            Throw the draft away
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
