import type { ReactNode } from 'react';
import { Heading } from '../../kit/Heading';

export function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section aria-label={name} className="min-w-0 space-y-3">
      <Heading>{name}</Heading>
      {children}
    </section>
  );
}

export function Line({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap items-center gap-2">{children}</div>;
}
