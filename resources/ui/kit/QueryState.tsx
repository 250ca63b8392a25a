import type { ReactNode } from 'react';
import { Failure } from './Failure';
import { Notice } from './Notice';

/** What a query knows of itself. */
export interface Asked {
  isPending: boolean;
  /** It waits for a connection. */
  isPaused: boolean;
  error: Error | null;
  refetch: () => unknown;
}

/**
 * What there is before an answer, and when there is none: asking, no connection, failed with another try, empty; each looks like nothing
 * else. What is asked for is only drawn where there is some of it; an older answer stays on screen beneath what went wrong since.
 */
export function QueryState({
  of,
  what,
  isEmpty = false,
  empty,
  children,
}: {
  of: Asked;
  /** What is asked for, as in "Loading the trail". */
  what: string;
  isEmpty?: boolean;
  empty?: ReactNode;
  children?: ReactNode;
}) {
  const isAnswered = !of.isPending && !(of.error !== null && isEmpty);
  return (
    <>
      {of.isPaused ? (
        <Notice tone="caution" role="status">
          No connection. {of.isPending ? 'Loading goes on' : 'This is brought up to date'} by itself once there is one.
        </Notice>
      ) : null}
      <Failure error={of.error} onRetry={of.refetch} />
      {of.isPending && of.error === null && !of.isPaused ? <Loading what={what} /> : null}
      {isAnswered && isEmpty ? <Empty>{empty}</Empty> : null}
      {of.isPending || isEmpty ? null : children}
    </>
  );
}

/** Shows after a moment only: what is quick never flickers. */
export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="kit-late py-6 text-ink-soft">
      Loading {what}…
    </p>
  );
}

/** Nothing is there: why, and what to do first. */
export function Empty({ children }: { children: ReactNode }) {
  return <p className="max-w-prose py-8 text-ink-soft">{children}</p>;
}
