import { useEffect, type ReactNode } from 'react';
import { Link, NavigationType, useNavigationType } from 'react-router';
import { focusHeading } from './focus';
import { InlineLink } from './Link';
import { useTitle } from './useTitle';

/** A station's screen: a title line, then whatever it is for. It uses the width there is. */
export function Screen({
  title,
  aside,
  children,
  isNarrow = false,
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
  /** For what is read line by line. */
  isNarrow?: boolean;
}) {
  useTitle(title);
  return (
    <section className="relative h-full overflow-y-auto" aria-label={title}>
      <div className={`px-5 py-4 max-sm:px-3 ${isNarrow ? 'mx-auto max-w-[960px]' : ''}`}>
        <header className="mb-3 flex min-h-8 flex-wrap items-center gap-x-4 gap-y-1">
          <h1 className="text-title font-bold">{title}</h1>
          <div className="ml-auto text-small text-ink-soft">{aside}</div>
        </header>
        {children}
      </div>
    </section>
  );
}

/** A list, and what is open of it beside it; where there is no room for both, what is open, with the way back. */
export function ListPane({ list, pane }: { list: ReactNode; pane: ReactNode | null }) {
  return (
    <div className="flex h-full">
      <div className={`min-w-0 flex-1 ${pane === null ? '' : 'max-lg:hidden'}`}>{list}</div>
      {pane}
    </div>
  );
}

/** What is open of a list. Escape and its links lead back. */
export function Pane({
  label,
  back,
  isFilling = false,
  children,
}: {
  label: string;
  back: string;
  /** It holds something that fills the height that is left. */
  isFilling?: boolean;
  children: ReactNode;
}) {
  return (
    <section
      data-pane
      aria-label={label}
      className={`relative h-full w-[440px] shrink-0 border-l border-line bg-paper px-4 pt-3 max-lg:w-full max-lg:border-l-0 ${isFilling ? 'flex flex-col' : 'overflow-y-auto pb-8'}`}
    >
      <div className="mb-1 lg:hidden">
        <InlineLink to={back}>← Back to the list</InlineLink>
      </div>
      {children}
    </section>
  );
}

/** The name of what is open, and the way out. Opened, it has the focus; walked by, the focus stays with the rows. */
export function PaneHead({ back, children }: { back: string; children: ReactNode }) {
  const isOpened = useNavigationType() === NavigationType.Push;
  useEffect(() => {
    if (isOpened && document.activeElement?.matches('[data-row]') === true) focusHeading();
    // Only when it is opened: what is in it may change later on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return (
    <div className="flex items-start justify-between gap-2">
      <h2 className="min-w-0 text-title font-bold wrap-anywhere">{children}</h2>
      <Link
        to={back}
        title="Close (Esc)"
        aria-label="Close"
        className="inline-flex size-7 shrink-0 items-center justify-center rounded-control text-ink-soft hover:bg-well max-lg:hidden"
      >
        ✕
      </Link>
    </div>
  );
}

/** One line of a record: what it is, and its value. */
export function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[96px_minmax(0,1fr)] gap-x-2 border-t border-line py-2.5">
      <dt className="text-small font-semibold text-ink-soft">{label}</dt>
      <dd className="min-w-0 wrap-anywhere">{children}</dd>
    </div>
  );
}
