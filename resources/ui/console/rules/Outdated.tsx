import { useMutation } from '@tanstack/react-query';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { Notice } from '../../kit/Notice';
import { Changes } from './Changes';
import { DiscardDraft } from './DiscardDraft';
import { useHand } from './hand';
import type { Draft } from './useDraft';
import { Surface } from '../../kit/Surface';
import { Text } from '../../kit/Text';

/** A newer revision was published since the draft was begun: it is brought up to date, or discarded, before anything else. */
export function Outdated({ draft }: { draft: Draft }) {
  const hand = useHand();
  const rebase = useMutation({ mutationFn: () => hand.rebase(draft) });
  if (draft.version === 0 || draft.base_revision === draft.newest_revision) return null;
  return (
    <Surface edge="top" className="max-h-[40vh] overflow-y-auto p-3">
      <Notice tone="caution" role="alert">
        <Text as="p" weight="strong">
          Revision {draft.newest_revision} was published since this draft was begun upon revision {draft.base_revision}.
        </Text>
        <Changes changes={draft.published_since} />
        <p className="mt-1">
          Bringing the draft up to date takes these in, wherever the draft left the rule as it was.
        </p>
        <div className="mt-2 flex flex-wrap gap-2">
          <Button
            kind="act"
            aria-disabled={rebase.isPending}
            onClick={() => (rebase.isPending ? undefined : rebase.mutate())}
          >
            Bring the draft up to date
          </Button>
          <DiscardDraft draft={draft} />
        </div>
        <Failure error={rebase.error} />
      </Notice>
    </Surface>
  );
}

/** Rules that the draft and a newer revision both changed: the draft's value stands, and somebody should look. */
export function Conflicts({ paths }: { paths: readonly string[] }) {
  return paths.length === 0 ? null : (
    <Surface edge="top" className="p-3">
      <Notice tone="caution" role="status">
        <Text as="p" weight="strong">
          {paths.length === 1 ? 'One rule was' : `${paths.length} rules were`} changed by both; the draft’s value
          stands:
        </Text>
        {paths.map((path) => (
          <Text as="p" face="mono" size="small" key={path} className="wrap-anywhere">
            {path}
          </Text>
        ))}
      </Notice>
    </Surface>
  );
}
