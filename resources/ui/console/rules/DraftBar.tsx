import { useState } from 'react';
import { Button } from '../../kit/Button';
import { ImpactFigure } from './ImpactFigure';
import { useCases, type DraftInHand } from './useDraft';
import { Conflicts, Outdated } from './Outdated';
import { PublishDialog } from './PublishDialog';

/** What the draft amounts to, and the way to publish it. */
export function DraftBar({ hand }: { hand: DraftInHand }) {
  const [open, setOpen] = useState(false);
  const { draft } = hand;
  const cases = useCases().data?.items ?? [];
  if (draft === undefined) return null;
  const failing = cases.filter((one) => !one.holds).length;
  return (
    <footer className="shrink-0 border-t border-line bg-well">
      <Outdated hand={hand} draft={draft} />
      <Conflicts paths={draft.conflicts} />
      <div className="px-4 py-2.5">
        {draft.version === 0 ? (
          <p className="text-small text-ink-soft">
            No draft. Change a rule to begin one; nothing counts until it is published.
          </p>
        ) : (
          <div className="flex items-center gap-3">
            <p className="min-w-0 flex-1 text-small">
              <strong>{draft.changes.length === 1 ? '1 change.' : `${draft.changes.length} changes.`}</strong>{' '}
              {failing === 0 ? `${cases.length} cases hold` : `${failing} of ${cases.length} cases fail`}
              {draft.blockers.length === 0 ? '.' : `; ${draft.blockers.length} in the way.`}{' '}
              {draft.warnings.length === 0
                ? ''
                : draft.warnings.length === 1
                  ? '1 warning. '
                  : `${draft.warnings.length} warnings. `}
              <ImpactFigure />
            </p>
            <Button kind="act" disabled={draft.base_revision !== draft.newest_revision} onClick={() => setOpen(true)}>
              Review and publish…
            </Button>
          </div>
        )}
      </div>
      {open ? <PublishDialog hand={hand} draft={draft} onClose={() => setOpen(false)} /> : null}
    </footer>
  );
}
