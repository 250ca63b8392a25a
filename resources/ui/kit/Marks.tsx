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

/** What needs somebody is a diamond, what does not a ring; filled where one is. */
export function NeedMark({ calls, isHere = false }: { calls: boolean; isHere?: boolean }) {
  return (
    <svg viewBox="0 0 16 16" className="size-4 shrink-0" aria-hidden="true">
      {calls ? (
        <path
          d="M8 1 15 8 8 15 1 8z"
          className={isHere ? 'fill-amber stroke-amber' : 'fill-amber-wash stroke-amber'}
          strokeWidth="1.8"
        />
      ) : (
        <circle
          cx="8"
          cy="8"
          r="5.5"
          className={isHere ? 'fill-petrol stroke-petrol' : 'fill-sheet stroke-line-strong'}
          strokeWidth="1.8"
        />
      )}
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

/** A colour as it is set. */
export function Swatch({ colour }: { colour: string }) {
  return (
    <span
      className="size-7 rounded-control border border-line-strong"
      style={{ backgroundColor: colour === '' ? 'transparent' : colour }}
      aria-hidden="true"
    />
  );
}
