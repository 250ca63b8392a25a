import type { ComponentProps, ReactNode, Ref } from 'react';

type Column<T extends 'div' | 'aside'> = Omit<ComponentProps<T>, 'className'>;

/** The bench's left column: what is set. */
export function RuleColumn(props: Column<'div'>) {
  return (
    <div {...props} className="flex w-[470px] shrink-0 flex-col border-r border-line max-lg:w-full max-lg:border-r-0" />
  );
}

/** The bench's right column: what a try caused. Where there is no room for three it folds under. */
export function TryColumn(props: Column<'aside'>) {
  return (
    <aside
      {...props}
      className="flex w-[300px] shrink-0 flex-col overflow-y-auto border-l border-line bg-well px-3.5 pb-4 max-lg:w-full max-lg:border-l-0 @max-[1100px]:h-52 @max-[1100px]:w-full @max-[1100px]:border-t @max-[1100px]:border-l-0"
    />
  );
}

/** The dock at the right of every screen; on a narrow one it lies over it. */
export function DockColumn(props: Column<'aside'>) {
  return (
    <aside
      data-dock
      {...props}
      className="flex w-[320px] shrink-0 flex-col border-l border-line bg-well max-lg:fixed max-lg:inset-y-0 max-lg:right-0 max-lg:z-30 max-lg:shadow-float max-sm:w-full max-sm:border-l-0"
    />
  );
}

/** The dock, shut. On a telephone it lies below. */
export function DockHandle({
  handle,
  children,
  ...rest
}: Omit<ComponentProps<'button'>, 'className'> & { handle: Ref<HTMLButtonElement>; children: ReactNode }) {
  return (
    <button
      data-dock
      ref={handle}
      type="button"
      {...rest}
      className="w-8 shrink-0 border-l border-line bg-well text-small text-ink-soft hover:text-ink max-sm:h-8 max-sm:w-full max-sm:border-t max-sm:border-l-0"
    >
      <span className="inline-block rotate-180 [writing-mode:vertical-rl] max-sm:rotate-0 max-sm:[writing-mode:horizontal-tb]">
        {children}
      </span>
    </button>
  );
}
