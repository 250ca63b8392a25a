import { Button } from '../kit/Button';

export function More({ list }: { list: { hasMore: boolean; showMore: () => void } }) {
  return list.hasMore ? (
    <div className="py-3">
      <Button size="small" onClick={list.showMore}>
        Show more
      </Button>
    </div>
  ) : null;
}
