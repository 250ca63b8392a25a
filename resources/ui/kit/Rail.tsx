import type { ComponentProps, ReactNode, Ref } from 'react';
import { NavLink } from 'react-router';
import { Logo, NeedMark } from './Marks';

/** The line across the top. On a narrow screen the stations have a line of their own, which scrolls. */
export function RailLine({
  nav,
  stations,
  children,
}: {
  nav: Ref<HTMLElement>;
  stations: ReactNode;
  children: ReactNode;
}) {
  return (
    <header className="flex shrink-0 flex-wrap items-stretch border-b border-line bg-sheet">
      <NavLink
        to="/"
        end
        className="flex h-16 items-center gap-2 px-4 text-[17px] font-bold max-md:h-12"
        title="Needs you (g h)"
      >
        <Logo />
        <span>Kennel</span>
      </NavLink>
      <nav
        ref={nav}
        aria-label="Stations"
        className="min-w-0 flex-1 overflow-x-auto max-md:order-last max-md:basis-full max-md:border-t max-md:border-line"
      >
        <ul className="flex h-16 min-w-[760px]">{stations}</ul>
      </nav>
      <div className="ml-auto flex items-center gap-2 px-3">{children}</div>
    </header>
  );
}

/** One station: its name, its live figure, and by shape and word whether it needs somebody. */
export function RailStation({
  to,
  name,
  figure,
  calls,
}: {
  to: string;
  name: string;
  figure: ReactNode;
  calls: boolean;
}) {
  return (
    <li className="flex-1">
      <NavLink to={to} className="group block h-full pt-2 pl-2">
        {({ isActive }) => (
          <>
            <span className={`block leading-4 font-semibold ${isActive ? 'text-petrol' : 'group-hover:text-petrol'}`}>
              {name}
            </span>{' '}
            <span
              className={`block h-4 text-small leading-4 whitespace-nowrap ${calls ? 'font-semibold text-amber' : 'text-ink-soft'}`}
            >
              {figure}
            </span>
            <span className="relative mt-1 -ml-2 block h-4" aria-hidden="true">
              <span
                className={`absolute inset-x-0 top-[7px] ${isActive ? 'h-[2px] bg-petrol' : 'h-px bg-line-strong opacity-60'}`}
              />
              <span className="absolute left-2 flex">
                <NeedMark calls={calls} isHere={isActive} />
              </span>
            </span>
          </>
        )}
      </NavLink>
    </li>
  );
}

/** The same figure, large, where there is room to read. */
export function StationFigure({ to, name, figure, unit }: { to: string; name: string; figure: string; unit: string }) {
  return (
    <li>
      <NavLink to={to} className="group block border-b border-line py-3 pr-4">
        <span className="block text-small text-ink-soft group-hover:text-petrol">{name}</span>{' '}
        <span className="text-page font-semibold">{figure}</span> <span className="text-ink-soft">{unit}</span>
      </NavLink>
    </li>
  );
}

/** The first thing Tab reaches: past the rail. */
export function SkipLink({ to }: { to: string }) {
  return (
    <a href={`#${to}`} className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-2">
      Skip to content
    </a>
  );
}

/** What the skip link leads to. It takes the focus and shows none: it is the whole screen. */
export function ScreenGround(props: Omit<ComponentProps<'main'>, 'className' | 'tabIndex'>) {
  return <main {...props} tabIndex={-1} className="min-h-0 min-w-0 flex-1 outline-none" />;
}
