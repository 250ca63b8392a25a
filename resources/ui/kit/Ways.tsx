import type { ReactNode } from 'react';

export interface Stop {
  key: string;
  name: ReactNode;
  detail: ReactNode;
  /** What the line that leads to it says. */
  by?: ReactNode;
  /** Drawn dashed: it is not there, and would have to be. */
  isMissing?: boolean;
}

/** A way from left to right, step by step; below each other where there is no room. Solid while it holds, grey once it does not. */
export function WayLine({ label, stops, holds }: { label: string; stops: readonly Stop[]; holds: boolean }) {
  return (
    <ol aria-label={label} className="flex flex-wrap items-stretch gap-y-3">
      {stops.map(({ key, name, detail, by, isMissing = false }, place) => (
        <li key={key} className="flex min-w-0 items-end">
          {place === 0 ? null : (
            <span
              className={`flex w-24 shrink-0 flex-col self-center text-center text-small ${isMissing ? 'text-brick' : 'text-ink-soft'}`}
            >
              <span className="-mt-4 min-h-4 wrap-anywhere">{by}</span>
              <svg viewBox="0 0 96 10" aria-hidden="true" className="h-2.5 w-full">
                <path
                  d="M2 5h82"
                  fill="none"
                  strokeWidth="2"
                  strokeDasharray={isMissing ? '5 4' : undefined}
                  className={isMissing ? 'stroke-brick' : holds ? 'stroke-moss' : 'stroke-line-strong'}
                />
                <path
                  d="M84 1l9 4-9 4z"
                  className={isMissing ? 'fill-brick' : holds ? 'fill-moss' : 'fill-line-strong'}
                />
              </svg>
            </span>
          )}
          <span
            className={`block min-w-28 max-w-52 rounded-[8px] border px-3 py-1.5 ${isMissing ? 'border-dashed border-brick text-brick' : holds ? 'border-line-strong bg-sheet' : 'border-line text-ink-soft'}`}
          >
            <span className="block font-semibold wrap-anywhere">{name}</span>
            <span className={`block text-small wrap-anywhere ${isMissing ? '' : 'text-ink-soft'}`}>{detail}</span>
          </span>
        </li>
      ))}
    </ol>
  );
}
