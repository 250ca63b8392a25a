import type { ReactNode } from 'react';

/** How far long work is, and the way to stop it. */
export function Progress({
  label,
  value,
  max,
  children,
}: {
  label: string;
  value: number;
  max: number;
  /** The same in figures, and what can be done about it. */
  children: ReactNode;
}) {
  return (
    <span role="status" className="inline-flex flex-wrap items-center gap-2 text-small">
      <progress
        value={value}
        max={Math.max(1, max)}
        aria-label={label}
        className="h-2 w-32 appearance-none [&::-moz-progress-bar]:bg-petrol [&::-webkit-progress-bar]:bg-line [&::-webkit-progress-value]:bg-petrol"
      />
      {children}
    </span>
  );
}
