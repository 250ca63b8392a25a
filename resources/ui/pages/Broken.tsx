import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { PressLink } from './PageFrame';
import { w } from './words';

/** What breaks says so, with a way out, instead of leaving an empty page. */
export function Broken({ children }: { children: ReactNode }) {
  return (
    <ErrorBoundary
      fallbackRender={() => (
        <main role="alert" className="mx-auto max-w-[420px] space-y-3 px-5 py-10 text-[16px] leading-6">
          <h1 className="text-page font-bold">{w.broken.title}</h1>
          <p>{w.broken.detail}</p>
          <PressLink onClick={() => window.location.reload()}>{w.broken.reload}</PressLink>
        </main>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}
