import type { ReactNode } from 'react';

export type Status = 'pending' | 'active' | 'suspended' | 'closed';

/** A status by its shape first and its colour second: half-filled ring, disc, barred disc, empty ring. */
export function StatusMark({ status }: { status: Status }) {
  const colour = { pending: 'text-amber', active: 'text-moss', suspended: 'text-brick', closed: 'text-ink-soft' }[
    status
  ];
  return (
    <svg viewBox="0 0 12 12" className={`size-3 shrink-0 ${colour}`} aria-hidden="true">
      {status === 'active' ? <circle cx="6" cy="6" r="5" fill="currentColor" /> : null}
      {status === 'pending' ? (
        <>
          <circle cx="6" cy="6" r="4.5" fill="none" stroke="currentColor" strokeWidth="1.6" />
          <path d="M6 1.5a4.5 4.5 0 0 1 0 9z" fill="currentColor" />
        </>
      ) : null}
      {status === 'suspended' ? (
        <>
          <circle cx="6" cy="6" r="4.5" fill="none" stroke="currentColor" strokeWidth="1.6" />
          <path d="M3 9l6-6" stroke="currentColor" strokeWidth="1.6" />
        </>
      ) : null}
      {status === 'closed' ? (
        <circle cx="6" cy="6" r="4.5" fill="none" stroke="currentColor" strokeWidth="1.4" />
      ) : null}
    </svg>
  );
}

export type Lane = 'wire' | 'record' | 'message' | 'audit';

/** A lane of the evidence: petrol square, moss disc, iris diamond, ink square. */
export function LaneMark({ lane }: { lane: Lane }) {
  return (
    <svg viewBox="0 0 14 14" className="size-3.5 shrink-0" aria-hidden="true">
      {lane === 'wire' ? (
        <rect x="2.5" y="2.5" width="9" height="9" rx="1" className="fill-sheet stroke-petrol" strokeWidth="2" />
      ) : null}
      {lane === 'record' ? <circle cx="7" cy="7" r="4.5" className="fill-sheet stroke-moss" strokeWidth="2" /> : null}
      {lane === 'message' ? (
        <path d="M7 1.8 12.2 7 7 12.2 1.8 7z" className="fill-sheet stroke-iris" strokeWidth="2" />
      ) : null}
      {lane === 'audit' ? <rect x="2" y="2" width="10" height="10" rx="1" className="fill-ink" /> : null}
    </svg>
  );
}

const tones = {
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

export function Logo() {
  return (
    <svg
      viewBox="0 0 24 24"
      className="size-6 text-petrol"
      fill="none"
      stroke="currentColor"
      strokeWidth="2.2"
      strokeLinejoin="round"
      aria-hidden="true"
    >
      <path d="M4 20V10.5L12 4l8 6.5V20h-4.5v-4.5a3.5 3.5 0 0 0-7 0V20z" />
    </svg>
  );
}

export function Key({ children }: { children: ReactNode }) {
  return (
    <kbd className="inline-flex h-[18px] min-w-[18px] items-center justify-center rounded-[4px] border border-line-strong bg-sheet px-1 font-mono text-[11px] text-ink-soft">
      {children}
    </kbd>
  );
}
