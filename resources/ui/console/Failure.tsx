import { ApiError } from '../api/client';
import { Notice } from '../kit/Marks';

/** What went wrong with a query or an act, in the API's own words. */
export function Failure({ error }: { error: Error | null }) {
  if (error === null) return null;
  return (
    <Notice tone="stop" role="alert">
      {error instanceof ApiError ? error.words : 'Something failed in the console. Reload the page.'}
    </Notice>
  );
}
