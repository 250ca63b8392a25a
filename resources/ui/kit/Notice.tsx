import type { ReactNode } from 'react';

export const tones = {
  good: ['border-moss bg-moss-wash', 'M2 6.5 4.8 9.5 10 3', 'text-moss'],
  caution: ['border-amber bg-amber-wash', 'M6 1.5 11 10.5H1zM6 5v2.5M6 9v.1', 'text-amber'],
  stop: ['border-brick bg-brick-wash', 'M3 3l6 6M9 3l-6 6', 'text-brick'],
  information: ['border-iris bg-iris-wash', 'M6 5.5V9.5M6 2.5v.2', 'text-iris'],
} as const;

/** A line that says how something stands; each tone has a glyph of its own. */
export function Notice({
  tone,
  children,
  role,
}: {
  tone: keyof typeof tones;
  children: ReactNode;
  role?: 'alert' | 'status';
}) {
  const [box, path, text] = tones[tone];
  return (
    <div role={role} className={`flex gap-2.5 rounded-r-[4px] border-l-[3px] px-3 py-2.5 ${box}`}>
      <svg viewBox="0 0 12 12" className={`mt-1 size-3 shrink-0 ${text}`} aria-hidden="true">
        <path
          d={path}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.8"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      </svg>
      <div className="min-w-0 flex-1">{children}</div>
    </div>
  );
}
