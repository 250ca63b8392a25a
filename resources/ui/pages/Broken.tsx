import type { ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { w } from './words';
import { BarePage, PressLink } from '../kit/Page';
import { Text } from '../kit/Text';

/** What breaks says so, with a way out, instead of leaving an empty page. */
export function Broken({ children }: { children: ReactNode }) {
  return (
    <ErrorBoundary
      fallbackRender={() => (
        <BarePage>
          <Text as="h1" size="page" weight="bold">
            {w.broken.title}
          </Text>
          <p>{w.broken.detail}</p>
          <PressLink onClick={() => window.location.reload()}>{w.broken.reload}</PressLink>
        </BarePage>
      )}
    >
      {children}
    </ErrorBoundary>
  );
}
