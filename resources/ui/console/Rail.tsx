import { useEffect, useRef } from 'react';
import { NavLink, useLocation } from 'react-router';
import type { Schemas } from '../api/client';
import { Key, Logo } from '../kit/Marks';
import { grouped } from '../kit/Text';
import { api, leave, STATIONS, useOverview } from './api';

/** The navigation as an instrument: the stations of an account's life on one line, each with its figure. */
export function Rail({ name, onFind, onKeys }: { name: string; onFind: () => void; onKeys: () => void }) {
  const overview = useOverview();
  const figures = new Map(overview.data?.stations.map((station) => [station.station, station]));
  const nav = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  useEffect(() => {
    nav.current?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [pathname]);
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
      {/* On a narrow screen the stations have a line of their own, which scrolls. */}
      <nav
        ref={nav}
        aria-label="Stations"
        className="min-w-0 flex-1 overflow-x-auto max-md:order-last max-md:basis-full max-md:border-t max-md:border-line"
      >
        <ul className="flex h-16 min-w-[760px]">
          {STATIONS.map(({ station, name: label, path }) => (
            <li key={station} className="flex-1">
              <NavLink to={path} className="group block h-full pt-2 pl-2">
                {({ isActive }) => <Station label={label} figure={figures.get(station)} isActive={isActive} />}
              </NavLink>
            </li>
          ))}
        </ul>
      </nav>
      <div className="ml-auto flex items-center gap-2 px-3">
        <button
          type="button"
          onClick={onFind}
          className="flex h-8 items-center gap-4 rounded-control border border-line-strong px-2.5 text-ink-soft hover:bg-well"
        >
          Find <Key>/</Key>
        </button>
        <button
          type="button"
          onClick={onKeys}
          title="Keys (?)"
          aria-label="Keys"
          className="size-8 rounded-control hover:bg-well max-lg:hidden"
        >
          <Key>?</Key>
        </button>
        <button
          type="button"
          onClick={() => leave(api)}
          title={`Signed in as ${name}`}
          className="h-8 rounded-control px-1.5 text-small text-ink-soft hover:bg-well"
        >
          Sign out
        </button>
      </div>
    </header>
  );
}

function Station({
  label,
  figure,
  isActive,
}: {
  label: string;
  figure: Schemas['Station'] | undefined;
  isActive: boolean;
}) {
  const calls = figure?.needs_attention === true;
  return (
    <>
      <span className={`block leading-4 font-semibold ${isActive ? 'text-petrol' : 'group-hover:text-petrol'}`}>
        {label}
      </span>{' '}
      <span
        className={`block h-4 text-small leading-4 whitespace-nowrap ${calls ? 'font-semibold text-amber' : 'text-ink-soft'}`}
      >
        {figure === undefined ? null : (
          <>
            {grouped(figure.figure)} {figure.unit}
          </>
        )}
      </span>
      <span className="relative mt-1 -ml-2 block h-4" aria-hidden="true">
        <span
          className={`absolute inset-x-0 top-[7px] ${isActive ? 'h-[2px] bg-petrol' : 'h-px bg-line-strong opacity-60'}`}
        />
        <svg viewBox="0 0 16 16" className="absolute left-2 size-4">
          {calls ? (
            <path
              d="M8 1 15 8 8 15 1 8z"
              className={isActive ? 'fill-amber stroke-amber' : 'fill-amber-wash stroke-amber'}
              strokeWidth="1.8"
            />
          ) : (
            <circle
              cx="8"
              cy="8"
              r="5.5"
              className={isActive ? 'fill-petrol stroke-petrol' : 'fill-sheet stroke-line-strong'}
              strokeWidth="1.8"
            />
          )}
        </svg>
      </span>
    </>
  );
}
