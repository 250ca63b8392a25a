import { useState } from 'react';
import { Button } from '../../kit/Button';
import { ActDialog } from '../../kit/ActDialog';
import { counted } from '../../text/figures';
import { useToast } from '../../kit/Toast';
import { useHand } from './hand';
import type { Draft } from './useDraft';

/** Discarding says whose draft it is and how much is in it, and can be undone as long as nobody has begun another. */
export function DiscardDraft({ draft, onDone }: { draft: Draft; onDone?: () => void }) {
  const hand = useHand();
  const toast = useToast();
  const [asking, setAsking] = useState(false);
  return (
    <>
      <Button kind="stop" onClick={() => setAsking(true)}>
        Discard draft…
      </Button>
      {asking ? (
        <ActDialog
          above
          title="Discard the draft?"
          act="Discard draft"
          kind="stop"
          asksWhy={false}
          onClose={() => setAsking(false)}
          run={async () => {
            const { document } = draft;
            await hand.discard();
            toast('Draft discarded.', () => hand.replace(document));
            onDone?.();
          }}
        >
          <p>
            It has {counted(draft.changes.length, 'change', 'changes')}, last saved by <bdi>{draft.saved_by}</bdi>. What
            is in force stays as it is.
          </p>
        </ActDialog>
      ) : null}
    </>
  );
}
