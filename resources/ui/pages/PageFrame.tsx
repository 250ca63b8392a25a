import { useEffect, useRef, type ReactNode } from 'react';
import type { ApiError, Schemas } from '../api/client';
import { Notice } from '../kit/Marks';
import { pagePath } from './api';
import { w } from './words';

export type Shown = Pick<Schemas['App'], 'name' | 'look'>;

/** One column, the app's name and look, works at 320 px. */
export function PageFrame({ app, title, children }: { app: Shown; title: string; children: ReactNode }) {
  useEffect(() => {
    document.title = `${title} · ${app.name}`;
  }, [title, app.name]);
  const { look } = app;
  return (
    <div
      className="min-h-full bg-well sm:py-10"
      style={look.ground === null ? undefined : { backgroundColor: look.ground }}
    >
      <main className="mx-auto min-h-dvh max-w-[420px] bg-sheet px-5 pt-7 pb-10 text-[16px] leading-6 sm:min-h-0 sm:rounded-[10px] sm:border sm:border-line sm:px-8 sm:shadow-float">
        <p className="mb-5 flex items-center gap-2.5 font-bold">
          {look.logo === null ? (
            <span className="size-5 rounded-full" style={{ backgroundColor: look.colour }} aria-hidden="true" />
          ) : (
            <img src={look.logo} alt="" className="size-8 rounded-[6px]" />
          )}
          <bdi className="min-w-0 wrap-anywhere">{app.name}</bdi>
        </p>
        <h1 className="mb-4 text-page font-bold wrap-anywhere">
          <bdi>{title}</bdi>
        </h1>
        {children}
      </main>
    </div>
  );
}

/** The page's one act, in the app's colour once nothing is known to be wrong. Pressed before, it answers by saying what is missing. */
export function Submit({
  look,
  ready = true,
  busy = false,
  children,
}: {
  look: Schemas['Look'];
  ready?: boolean;
  busy?: boolean;
  children: ReactNode;
}) {
  return (
    <button
      type="submit"
      aria-disabled={busy}
      data-ready={ready && !busy}
      aria-busy={busy}
      style={ready && !busy ? { backgroundColor: look.colour, color: look.letters } : undefined}
      className={`mt-2 h-12 w-full rounded-control text-[17px] font-semibold ${ready && !busy ? '' : 'border border-line-strong bg-sheet text-ink'}`}
    >
      {children}
    </button>
  );
}

export function PageLink({ href, children }: { href: string; children: ReactNode }) {
  return (
    <a href={href} className="inline-block min-h-6 text-petrol underline underline-offset-2">
      {children}
    </a>
  );
}

/** While what the page is about is asked for. */
export function Loading({ app }: { app: Shown }) {
  return (
    <PageFrame app={app} title={w.loading}>
      <p role="status" className="sr-only">
        {w.loading}
      </p>
    </PageFrame>
  );
}

/** What is only for somebody who is signed in, to somebody who is not; or who cannot be told apart now, which can be tried again. */
export function NotSignedIn({ app, error }: { app: Shown; error: ApiError }) {
  return error.status === 401 ? (
    <PageFrame app={app} title={w.session.missing}>
      <Notice tone="information">{w.session.ended}</Notice>
      <p className="mt-5">
        <PageLink href={pagePath('sign-in')}>{w.links.signIn}</PageLink>
      </p>
    </PageFrame>
  ) : (
    <PageFrame app={app} title={w.broken.title}>
      <Notice tone="stop" role="alert">
        {error.words}
      </Notice>
      <p className="mt-5">
        <PressLink onClick={() => window.location.reload()}>{w.tryAgain}</PressLink>
      </p>
    </PageFrame>
  );
}

/** A link that stays on the page. */
export function PressLink({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <button
      type="button"
      onClick={onClick}
      className="inline-block min-h-6 text-left text-petrol underline underline-offset-2"
    >
      {children}
    </button>
  );
}

export interface Mistake {
  id: string;
  label: string;
  message: string;
}

/** Everything that is wrong, at the top, each leading to its box. Takes the focus when it appears, so that it is read out. */
export function Mistakes({ mistakes }: { mistakes: Mistake[] }) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.focus(), []);
  return mistakes.length === 0 ? null : (
    <div
      ref={box}
      tabIndex={-1}
      role="alert"
      className="mb-4 border-l-[3px] border-brick bg-brick-wash px-3 py-2.5 outline-none"
    >
      <p className="font-semibold">{w.mistakes(mistakes.length)}</p>
      <ul>
        {mistakes.map((mistake) => (
          <li key={mistake.id}>
            <a
              href={`#${mistake.id}`}
              onClick={(event) => {
                event.preventDefault();
                document.getElementById(mistake.id)?.focus();
              }}
              className="inline-block min-h-6 underline underline-offset-2"
            >
              {mistake.label}: {mistake.message}
            </a>
          </li>
        ))}
      </ul>
    </div>
  );
}
