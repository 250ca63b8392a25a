import type { ReactNode } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { Button } from './Button';
import { Notice } from './Notice';

/** What breaks inside stays inside: it says so, and can be tried again, while everything around it goes on. */
export function Boundary({ what, resetKey, children }: { what: string; resetKey?: string; children: ReactNode }) {
  return (
    <ErrorBoundary resetKeys={[resetKey]} fallbackRender={(props) => <Broken what={what} {...props} />}>
      {children}
    </ErrorBoundary>
  );
}

function Broken({ what, error, resetErrorBoundary }: FallbackProps & { what: string }) {
  return (
    <div className="p-4">
      <Notice tone="stop" role="alert">
        <p className="font-semibold">{what} cannot be shown.</p>
        <p className="font-mono text-small wrap-anywhere">{error instanceof Error ? error.message : String(error)}</p>
        <p className="my-2">
          Nothing was changed. If it happens again, reload the page and tell the people who run Kennel.
        </p>
        <div className="flex gap-2">
          <Button onClick={resetErrorBoundary}>Try again</Button>
          <Button onClick={() => window.location.reload()}>Reload the page</Button>
        </div>
      </Notice>
    </div>
  );
}
