import type { ReactNode } from 'react';
import { Link } from 'react-router';

/** A station's screen: a title line, then whatever it is for. */
export function Screen({
  title,
  aside,
  children,
  wide = false,
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
  wide?: boolean;
}) {
  return (
    <section className="h-full overflow-y-auto" aria-label={title}>
      <div className={`px-5 py-4 ${wide ? '' : 'mx-auto max-w-[960px]'}`}>
        <header className="mb-3 flex min-h-8 flex-wrap items-center gap-x-4 gap-y-1">
          <h1 className="text-title font-bold">{title}</h1>
          <div className="ml-auto text-small text-ink-soft">{aside}</div>
        </header>
        {children}
      </div>
    </section>
  );
}

/** One line of a record: what it is, and its value. */
export function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[96px_minmax(0,1fr)] gap-x-2 border-t border-line py-2.5">
      <dt className="text-small font-semibold text-ink-soft">{label}</dt>
      <dd className="min-w-0">{children}</dd>
    </div>
  );
}

/** A dense table: hairlines, 32 px rows. */
export function Table({ label, head, children }: { label: string; head: ReactNode[]; children: ReactNode }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-left" aria-label={label}>
        <thead>
          <tr className="border-b border-line text-small text-ink-soft">
            {head.map((cell, index) => (
              <th key={index} scope="col" className="h-8 pr-4 font-semibold whitespace-nowrap">
                {cell}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="[&>tr]:h-8 [&>tr]:border-b [&>tr]:border-line [&>tr>td]:py-1 [&>tr>td]:pr-4">
          {children}
        </tbody>
      </table>
    </div>
  );
}

export function Empty({ children }: { children: ReactNode }) {
  return <p className="max-w-prose py-8 text-ink-soft">{children}</p>;
}

/** The way out of a pane that stands beside a list. */
export function CloseLink({ to, className = '' }: { to: string; className?: string }) {
  return (
    <Link
      to={to}
      title="Close (Esc)"
      aria-label="Close"
      className={`inline-flex size-7 shrink-0 items-center justify-center rounded-control text-ink-soft hover:bg-well ${className}`}
    >
      ✕
    </Link>
  );
}
