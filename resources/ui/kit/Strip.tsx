import type { ReactNode } from 'react';

const washes = {
  good: 'border-moss bg-moss-wash',
  caution: 'border-amber bg-amber-wash',
  stop: 'border-brick bg-brick-wash',
};

/** One line beside what it is about; a notice of its own is a Notice. */
export function Strip({
  tone,
  children,
  aside,
}: {
  tone: keyof typeof washes;
  children: ReactNode;
  aside?: ReactNode;
}) {
  return (
    <div
      className={`mt-1.5 flex items-start justify-between gap-3 border-l-[3px] px-2.5 py-1 text-small text-ink ${washes[tone]}`}
    >
      <span className="min-w-0 wrap-anywhere">{children}</span>
      {aside === undefined ? null : <span className="shrink-0 whitespace-nowrap">{aside}</span>}
    </div>
  );
}
