import type { ComponentProps, ReactNode, Ref } from 'react';

/** An account page: one column, on the app's own ground where there is room for one. It works at 320 px. */
export function PageSheet({ ground, children }: { ground: string | null; children: ReactNode }) {
  return (
    <div className="min-h-full bg-well sm:py-10" style={ground === null ? undefined : { backgroundColor: ground }}>
      <main className="mx-auto min-h-dvh max-w-[420px] bg-sheet px-5 pt-7 pb-10 text-[16px] leading-6 sm:min-h-0 sm:rounded-[10px] sm:border sm:border-line sm:px-8 sm:shadow-float">
        {children}
      </main>
    </div>
  );
}

/** The same where not even the app is known. */
export function BarePage({ children }: { children: ReactNode }) {
  return (
    <main role="alert" className="mx-auto max-w-[420px] space-y-3 px-5 py-10 text-[16px] leading-6">
      {children}
    </main>
  );
}

interface Colours {
  colour: string;
  letters: string;
}

const WIDE = 'h-12 rounded-control text-[17px] font-semibold';

/** The page's one act, in the app's colours once it can succeed. Pressed before, it answers by saying what is missing. */
export function WideButton({
  look,
  isReady,
  ...rest
}: Omit<ComponentProps<'button'>, 'className' | 'style'> & { look: Colours; isReady: boolean }) {
  return (
    <button
      {...rest}
      data-ready={isReady}
      style={isReady ? { backgroundColor: look.colour, color: look.letters } : undefined}
      className={`mt-2 w-full ${WIDE} ${isReady ? '' : 'border border-line-strong bg-sheet text-ink'}`}
    />
  );
}

/** The same where it is another page that is next. */
export function WideLink({ look, href, children }: { look: Colours; href: string; children: ReactNode }) {
  return (
    <a
      href={href}
      style={{ backgroundColor: look.colour, color: look.letters }}
      className={`flex items-center justify-center ${WIDE}`}
    >
      {children}
    </a>
  );
}

const LINK = 'inline-block min-h-6 max-w-full text-left wrap-anywhere underline underline-offset-2';

export function PageLink(props: Omit<ComponentProps<'a'>, 'className'>) {
  return (
    <a {...props} className={`${LINK} text-petrol`}>
      {props.children}
    </a>
  );
}

/** A link that stays on the page. */
export function PressLink(props: Omit<ComponentProps<'button'>, 'className' | 'type'>) {
  return <button {...props} type="button" className={`${LINK} text-petrol`} />;
}

/** What has to be corrected, each line leading to its box. It takes the focus and shows none, since it is read out whole. */
export function MistakeBox({
  box,
  title,
  mistakes,
  onGo,
}: {
  box: Ref<HTMLDivElement>;
  title: string;
  mistakes: readonly { id: string; label: string; message: string }[];
  onGo: (id: string) => void;
}) {
  return (
    <div
      ref={box}
      tabIndex={-1}
      role="alert"
      className="mb-4 border-l-[3px] border-brick bg-brick-wash px-3 py-2.5 outline-none"
    >
      <p className="font-semibold">{title}</p>
      <ul>
        {mistakes.map(({ id, label, message }) => (
          <li key={id}>
            <a
              href={`#${id}`}
              onClick={(event) => {
                event.preventDefault();
                onGo(id);
              }}
              className={LINK}
            >
              {label}: {message}
            </a>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What was done, in place of what was asked. It takes the focus, so that it is read out. */
export function Outcome({ box, children }: { box: Ref<HTMLDivElement>; children: ReactNode }) {
  return (
    <div ref={box} tabIndex={-1} className="mb-5 space-y-3 outline-none" role="status">
      {children}
    </div>
  );
}

/** A long text in little room. */
export function ScrollBox({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div
      role="region"
      aria-label={label}
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- it scrolls, so the keyboard must reach it
      tabIndex={0}
      className="mb-2 max-h-44 overflow-y-auto rounded-control border border-line bg-well p-3 text-[15px]"
    >
      {children}
    </div>
  );
}

/** Chooses a file, by the browser's own button. */
export function FileBox(props: Omit<ComponentProps<'input'>, 'className' | 'type'>) {
  return (
    <input
      {...props}
      type="file"
      className="block w-full text-[15px] file:mr-3 file:h-10 file:rounded-control file:border file:border-line-strong file:bg-sheet file:px-3"
    />
  );
}

/** One line of what is known of somebody. */
export function Pair({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div>
      <dt className="text-[14px] font-semibold text-ink-soft">{label}</dt>
      <dd className="wrap-anywhere">{children}</dd>
    </div>
  );
}

/** What somebody wrote, as they wrote it. */
export function Quoted({ children }: { children: string }) {
  return (
    <blockquote dir="auto" className="border-l-[3px] border-line-strong pl-3 whitespace-pre-wrap wrap-anywhere">
      {children}
    </blockquote>
  );
}
