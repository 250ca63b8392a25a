import type { ReactNode } from 'react';

/** What is there for those who want to know more. */
export function Disclosure({
  summary,
  weight = 'strong',
  isOpen = false,
  className = '',
  children,
}: {
  summary: ReactNode;
  weight?: 'normal' | 'strong';
  /** There is something in it that has to be seen now; shut again by a press, it stays shut. */
  isOpen?: boolean;
  className?: string;
  children: ReactNode;
}) {
  return (
    <details open={isOpen || undefined} className={className}>
      <summary className={`min-h-6 cursor-pointer ${weight === 'strong' ? 'font-semibold' : ''}`}>{summary}</summary>
      {children}
    </details>
  );
}
