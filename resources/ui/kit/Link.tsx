import type { ComponentProps, ReactNode } from 'react';
import { Link, type To } from 'react-router';

const LOOK = 'text-petrol underline decoration-1 underline-offset-2 hover:decoration-2';

export function InlineLink({ to, children }: { to: string; children: ReactNode }) {
  return (
    <Link to={to} className={`py-0.5 wrap-anywhere ${LOOK}`}>
      {children}
    </Link>
  );
}

/** A page outside the console, or a file. */
export function PlainLink({ children, ...rest }: ComponentProps<'a'>) {
  return (
    <a {...rest} className={`inline-flex min-h-6 items-center ${LOOK}`}>
      {children}
    </a>
  );
}

/** A small act in running text. */
export function LinkButton({
  kind = 'act',
  ...rest
}: Omit<ComponentProps<'button'>, 'className'> & { kind?: 'act' | 'stop' | 'inherit' }) {
  const colour = { act: 'text-petrol', stop: 'text-brick', inherit: '' }[kind];
  return (
    <button
      type="button"
      {...rest}
      className={`inline-block min-h-6 rounded-[4px] text-left underline decoration-1 underline-offset-2 hover:decoration-2 disabled:opacity-55 aria-disabled:opacity-55 ${colour}`}
    />
  );
}

/** One of a list that stands beside what it opens, with what is known of it at its end. */
export function SideLink({
  to,
  isHere,
  figure,
  children,
}: {
  to: To;
  isHere: boolean;
  figure?: ReactNode;
  children: ReactNode;
}) {
  return (
    <Link
      to={to}
      aria-current={isHere ? 'page' : undefined}
      className={`flex items-baseline justify-between gap-2 border-l-2 px-4 py-1.5 max-sm:px-3 ${isHere ? 'border-petrol bg-petrol-wash font-semibold' : 'border-transparent hover:bg-well'}`}
    >
      <span>{children}</span>
      <span className="shrink-0 text-small font-normal text-ink-soft">{figure}</span>
    </Link>
  );
}
