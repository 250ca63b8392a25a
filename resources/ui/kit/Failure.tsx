import { ApiError } from '../api/client';
import { Button } from './Button';
import { Notice } from './Notice';

/** What went wrong with a query or an act, in the API's own words. */
export function Failure({ error, onRetry }: { error: Error | null; onRetry?: (() => unknown) | undefined }) {
  if (error === null) return null;
  return (
    <Notice tone="stop" role="alert">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <span className="min-w-0 wrap-anywhere">
          {error instanceof ApiError ? error.words : 'Something failed in the console. Reload the page.'}
        </span>
        {onRetry === undefined ? null : (
          <Button size="small" onClick={onRetry}>
            Try again
          </Button>
        )}
      </div>
    </Notice>
  );
}
