import { Button } from '../kit/Button';
import { LinkButton } from '../kit/Link';

export function More({ list }: { list: { hasMore: boolean; showMore: () => void; isShowingMore: boolean } }) {
  return list.hasMore ? (
    <div className="py-3">
      <Button size="small" aria-disabled={list.isShowingMore} onClick={list.showMore}>
        {list.isShowingMore ? 'Loading more…' : 'Show more'}
      </Button>
    </div>
  ) : null;
}

/** What came while somebody was reading further back. */
export function Newer({ list }: { list: { fresh: number; showFresh: () => void } }) {
  return (
    <p role="status">
      {list.fresh === 0 ? null : (
        <LinkButton onClick={list.showFresh}>
          {Number.isFinite(list.fresh) ? list.fresh : 'Many'} new: show from the top
        </LinkButton>
      )}
    </p>
  );
}
