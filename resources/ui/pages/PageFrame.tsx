import { useEffect, type ReactNode } from 'react';

/** One column, the app's name and colour, works at 320 px. */
export function PageFrame({
  name,
  colour,
  title,
  children,
}: {
  name: string;
  colour: string;
  title: string;
  children: ReactNode;
}) {
  useEffect(() => {
    document.title = `${title} · ${name}`;
  }, [title, name]);
  return (
    <div className="min-h-full bg-well sm:py-10">
      <main className="mx-auto min-h-dvh max-w-[420px] bg-sheet px-5 pt-7 pb-10 text-[16px] leading-6 sm:min-h-0 sm:rounded-[10px] sm:border sm:border-line sm:px-8 sm:shadow-float">
        <p className="mb-5 flex items-center gap-2.5 font-bold">
          <span className="size-5 rounded-full" style={{ backgroundColor: colour }} aria-hidden="true" />
          {name}
        </p>
        <h1 className="mb-4 text-page font-bold">{title}</h1>
        {children}
      </main>
    </div>
  );
}

/** The page's one act, in the app's colour. */
export function Submit({
  colour,
  disabled = false,
  children,
}: {
  colour: string;
  disabled?: boolean;
  children: ReactNode;
}) {
  return (
    <button
      type="submit"
      disabled={disabled}
      style={disabled ? undefined : { backgroundColor: colour }}
      className={`h-12 w-full rounded-control text-[17px] font-semibold ${disabled ? 'border border-line-strong bg-well text-ink-soft' : 'text-white'}`}
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
