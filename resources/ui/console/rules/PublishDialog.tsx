import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from '../../kit/Button';
import { Dialog } from '../../kit/Dialog';
import { Failure } from '../../kit/Failure';
import { TextArea } from '../../kit/Field';
import { Notice } from '../../kit/Notice';
import { Note, Text } from '../../kit/Text';
import { useToast } from '../../kit/Toast';
import { When } from '../../kit/Time';
import { Changes } from './Changes';
import { DiscardDraft } from './DiscardDraft';
import { useHand } from './hand';
import { ImpactFigure } from './ImpactFigure';
import { CountLine } from './Touched';
import { useCases, useImpact, type Draft } from './useDraft';
import { useRunJourneys } from '../rehearsal/useRunJourneys';

const said = (codes: readonly string[]): string => (codes.length === 0 ? 'accepted' : codes.join(', '));

/** The draft in full: what differs, whom it touches, which cases fail. Marked as reviewed first, published after. */
export function PublishDialog({ draft, onClose }: { draft: Draft; onClose: () => void }) {
  const hand = useHand();
  const toast = useToast();
  const [reason, setReason] = useState('');
  const [overrule, setOverrule] = useState('');
  const { journeys, isRunning } = useRunJourneys();
  const failing: readonly { id: string; name: string; said: string }[] = [
    ...(useCases().data?.items ?? [])
      .filter((one) => !one.holds)
      .map(({ id, name, expected, got }) => ({ id, name, said: `expected ${said(expected)}, actual ${said(got)}` })),
    ...journeys
      .filter((one) => one.holds === false)
      .map(({ id, title }) => ({ id, name: title, said: 'goes otherwise; see Sign-in, Rehearsal' })),
  ];
  const run = useImpact().data?.run ?? null;
  const review = useMutation({ mutationFn: () => hand.review(draft) });
  const publish = useMutation({
    mutationFn: () => hand.publish(draft, reason, failing.length > 0 ? overrule : null),
    onSuccess: (revision) => {
      toast(`Revision ${revision.number} is in force.`);
      onClose();
    },
  });
  const once = (act: { isPending: boolean; mutate: () => void }) => ({
    'aria-disabled': act.isPending,
    onClick: () => (act.isPending ? undefined : act.mutate()),
  });
  const isReviewed = draft.reviewed_at !== null;
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Draft based on revision ${draft.base_revision}`}
      foot={
        <>
          <Failure error={review.error ?? publish.error} />
          <div className="flex flex-wrap gap-2">
            {isReviewed ? (
              <Button kind="act" {...once(publish)}>
                Publish revision {draft.base_revision + 1}
              </Button>
            ) : (
              <Button kind="act" {...once(review)}>
                Mark as reviewed
              </Button>
            )}
            <Button onClick={onClose}>Keep editing</Button>
            <span className="ml-auto">
              <DiscardDraft draft={draft} onDone={onClose} />
            </span>
          </div>
        </>
      }
    >
      <Changes changes={draft.changes} />
      <Text as="h3" weight="bold" className="mt-4 mb-1">
        Impact
      </Text>
      <Text as="div" size="small">
        <ImpactFigure />
      </Text>
      {run?.counts.map((count) => (
        <CountLine key={count.message} run={run} count={count} />
      ))}
      <div className="mt-3 space-y-3">
        {draft.blockers.length > 0 ? (
          <Notice tone="stop">
            <Text as="p" weight="strong">
              What keeps it from being published:
            </Text>
            {draft.blockers.map((blocker) => (
              <p key={blocker.message}>
                <Text face="mono" size="small">
                  {blocker.field}
                </Text>{' '}
                {blocker.message}
              </p>
            ))}
          </Notice>
        ) : null}
        {draft.warnings.length > 0 ? (
          <Notice tone="caution">
            <Text as="p" weight="strong">
              What this gives away:
            </Text>
            {draft.warnings.map((warning) => (
              <p key={warning.message}>{warning.message}</p>
            ))}
          </Notice>
        ) : null}
        {isRunning ? <Note role="status">The journeys are being run under this draft…</Note> : null}
        {failing.length > 0 ? (
          <>
            <Notice tone="caution">
              <Text as="p" weight="strong">
                {failing.length === 1 ? 'One case fails:' : `${failing.length} cases fail:`}
              </Text>
              {failing.map((one) => (
                <p key={one.id}>
                  <bdi>{one.name}</bdi>: {one.said}
                </p>
              ))}
            </Notice>
            <TextArea
              label="Reason for publishing despite failures"
              rows={2}
              value={overrule}
              onChange={(event) => setOverrule(event.target.value)}
              help="Needed to publish all the same; it goes into the audit trail."
            />
          </>
        ) : null}
        {isReviewed ? (
          <>
            <Note>
              Reviewed by <bdi>{draft.reviewed_by}</bdi>, <When at={draft.reviewed_at} />.
            </Note>
            <TextArea
              label="Reason for publishing"
              rows={2}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              help="It stands beside the revision, and in the audit trail."
            />
          </>
        ) : (
          <Note>Read it, then mark it as reviewed. A later change needs a new review.</Note>
        )}
      </div>
    </Dialog>
  );
}
