import type { ReactNode } from 'react';
import { NavLink, type To } from 'react-router';

/** One of the parts of a station, with its URL. */
export function TabLink({ to, isHere, children }: { to: To; isHere: boolean; children: ReactNode }) {
  return (
    <NavLink
      to={to}
      aria-current={isHere ? 'page' : undefined}
      className={`flex items-center gap-1.5 border-b-2 whitespace-nowrap ${isHere ? 'border-petrol font-semibold' : 'border-transparent text-ink-soft hover:text-ink'}`}
    >
      {children}
    </NavLink>
  );
}
