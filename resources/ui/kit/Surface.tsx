import type { ComponentProps, ReactNode } from 'react';

const edges = {
  none: '',
  top: 'border-t border-line',
  bottom: 'border-b border-line',
  /** Where one act ends and the next begins. */
  cut: 'border-t border-dashed border-line-strong',
  /** Beside what it goes with; below it where there is no room. */
  side: 'border-l border-line max-lg:border-t max-lg:border-l-0',
  all: 'rounded-control border border-line',
} as const;
/** "paper" for what stays while its neighbours pass below it. */
const grounds = { none: '', paper: 'bg-paper', sheet: 'bg-sheet', well: 'bg-well' } as const;

type Tag = 'aside' | 'div' | 'dl' | 'fieldset' | 'footer' | 'header' | 'li' | 'main' | 'section' | 'span' | 'tr' | 'ul';

/** A part of a screen, set off from its neighbours by a hairline or by its ground. */
export function Surface<T extends Tag = 'div'>({
  as,
  edge = 'none',
  ground = 'none',
  className = '',
  ...rest
}: { as?: T; edge?: keyof typeof edges; ground?: keyof typeof grounds; children?: ReactNode } & ComponentProps<T>) {
  const Element = (as ?? 'div') as 'div';
  return (
    <Element
      {...(rest as ComponentProps<'div'>)}
      className={[edges[edge], grounds[ground], className].filter((part) => part !== '').join(' ')}
    />
  );
}

/** A sheet that floats by itself: what there is to do before there is a console. */
export function Sheet({ width, children }: { width: 'narrow' | 'wide'; children: ReactNode }) {
  return (
    <div
      className={`mx-auto rounded-[10px] border border-line bg-sheet p-7 shadow-float ${width === 'narrow' ? 'max-w-[400px]' : 'max-w-[560px]'}`}
    >
      {children}
    </div>
  );
}
