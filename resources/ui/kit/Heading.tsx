import type { ReactNode } from 'react';

/** The name of a part of a screen, and what stands beside it. */
export function Heading({ children, aside }: { children: ReactNode; aside?: ReactNode }) {
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
      <h2 className="text-[13px] leading-[18px] font-bold">{children}</h2>
      {aside}
    </div>
  );
}

/** A line across a list of settings: what those below it have in common. */
export function Divider({ children }: { children: ReactNode }) {
  return <h2 className="border-b border-line bg-well px-4 py-1.5 text-small font-bold">{children}</h2>;
}
