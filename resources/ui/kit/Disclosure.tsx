import type { ReactNode } from 'react';

/** What is there for those who want to know more. */
export function Disclosure({
  summary,
  weight = 'strong',
  className = '',
  children,
}: {
  summary: ReactNode;
  weight?: 'normal' | 'strong';
  className?: string;
  children: ReactNode;
}) {
  return (
    <details className={className}>
      <summary className={`cursor-pointer ${weight === 'strong' ? 'font-semibold' : ''}`}>{summary}</summary>
      {children}
    </details>
  );
}
