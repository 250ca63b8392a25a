import type { ComponentProps, ReactNode } from 'react';

const tones = {
  ink: 'text-ink',
  soft: 'text-ink-soft',
  act: 'text-petrol',
  good: 'text-moss',
  caution: 'text-amber',
  stop: 'text-brick',
} as const;

/** Two for the console, which is dense; the others are for account pages, which are read at arm's length, and for titles. */
const sizes = {
  small: 'text-small',
  normal: 'text-base',
  note: 'text-[15px]',
  large: 'text-[16px]',
  lead: 'text-[17px]',
  title: 'text-title',
  page: 'text-page',
} as const;

const weights = { normal: 'font-normal', strong: 'font-semibold', bold: 'font-bold' } as const;

export type Tone = keyof typeof tones;

export interface Look {
  tone?: Tone | undefined;
  size?: keyof typeof sizes | undefined;
  weight?: keyof typeof weights | undefined;
  /** "mono" for ids, addresses, codes and whatever else must not be misread. */
  face?: 'mono' | undefined;
}

const classes = ({ tone, size, weight, face }: Look, layout: string): string =>
  [
    face === undefined ? '' : 'font-mono',
    size === undefined ? '' : sizes[size],
    weight === undefined ? '' : weights[weight],
    tone === undefined ? '' : tones[tone],
    layout,
  ]
    .filter((part) => part !== '')
    .join(' ');

type Tag = 'bdi' | 'code' | 'dd' | 'del' | 'div' | 'dt' | 'h1' | 'h2' | 'h3' | 'ins' | 'label' | 'p' | 'span';

/** Words that look other than those around them. Every screen says by it how, and with className only where they stand. */
export function Text<T extends Tag = 'span'>({
  as,
  tone,
  size,
  weight,
  face,
  className = '',
  ...rest
}: { as?: T; children?: ReactNode } & Look & Omit<ComponentProps<T>, keyof Look>) {
  const Element = (as ?? 'span') as 'span';
  return <Element {...(rest as ComponentProps<'span'>)} className={classes({ tone, size, weight, face }, className)} />;
}

/** A line of explanation beneath or beside what it explains. */
export function Note<T extends Tag = 'p'>(
  props: { as?: T; children?: ReactNode } & Omit<ComponentProps<T>, keyof Look>,
) {
  const rest = props as ComponentProps<'p'> & { as?: 'p' };
  return <Text as="p" size="small" tone="soft" {...rest} />;
}

/** An address of whatever script and length, copied and read letter by letter. */
export function Address({ children }: { children: string }) {
  return (
    <Text as="bdi" face="mono" size="small" title={children}>
      {children}
    </Text>
  );
}
