import type { ComponentProps, ReactNode } from 'react';
import { Link } from 'react-router';

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
