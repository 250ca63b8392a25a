import { useEffect, useRef, useState, type ReactNode } from 'react';
import { answer, type ApiError, type Schemas } from '../api/client';
import { Notice } from '../kit/Notice';
import { Dot, Picture } from '../kit/Picture';
import { api, isTried, location, pagePath } from './api';
import { w } from './words';
import { MistakeBox, PageLink, PageSheet, PressLink, WideButton } from '../kit/Page';
import { Text } from '../kit/Text';

export type Shown = Pick<Schemas['App'], 'name' | 'look'>;

/** One column, the app's name and look, works at 320 px. */
export function PageFrame({ app, title, children }: { app: Shown; title: string; children: ReactNode }) {
  useEffect(() => {
    const before = document.title;
    document.title = `${title} · ${app.name}`;
    // One that stands in another's place for a while leaves it its name.
    return () => {
      document.title = before;
    };
  }, [title, app.name]);
  const { look } = app;
  return (
    <PageSheet ground={look.ground}>
      <Text as="p" weight="bold" className="mb-5 flex items-center gap-2.5">
        {look.logo === null ? (
          <Dot colour={look.colour} size="large" />
        ) : (
          <Picture src={look.logo} alt="" size="logo" />
        )}
        <bdi className="min-w-0 wrap-anywhere">{app.name}</bdi>
      </Text>
      <Text as="h1" size="page" weight="bold" className="mb-4 wrap-anywhere">
        <bdi>{title}</bdi>
      </Text>
      {children}
    </PageSheet>
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
    <WideButton type="submit" aria-disabled={busy} aria-busy={busy} look={look} isReady={ready && !busy}>
      {children}
    </WideButton>
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

/** Behind a mailed link that does not count, or not any more: why, and where to go on. */
export function BadLink({
  app,
  title,
  error,
  href,
  children,
}: {
  app: Shown;
  title: string;
  error: ApiError;
  href: string;
  children: ReactNode;
}) {
  return (
    <PageFrame app={app} title={title}>
      <Notice tone="caution" role="alert">
        {error.words}
      </Notice>
      <p className="mt-5">
        <PageLink href={href}>{children}</PageLink>
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
        <PageLink href={pagePath('sign-in', isTried ? '' : `to=${location().page}`)}>{w.links.signIn}</PageLink>
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
    <MistakeBox
      box={box}
      title={w.mistakes(mistakes.length)}
      mistakes={mistakes}
      onGo={(id) => document.getElementById(id)?.focus()}
    />
  );
}

/** A page whose form is of use only to somebody who is signed in: nobody types what would then be refused. */
export function ForHolders({ app, children }: { app: Shown; children: ReactNode }) {
  const [session, setSession] = useState<'live' | ApiError | null>(null);
  useEffect(() => {
    answer(api.GET('/session')).then(() => setSession('live'), setSession);
  }, []);
  if (session === null) return <Loading app={app} />;
  return session === 'live' ? children : <NotSignedIn app={app} error={session} />;
}
