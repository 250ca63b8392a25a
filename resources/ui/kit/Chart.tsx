import type { ReactNode } from 'react';

interface Tick {
  /** In the drawing's own units. */
  at: number;
  label: string;
}

interface Axis {
  /** What is measured, with its unit. */
  title: string;
  ticks: readonly Tick[];
}

/** What is drawn in a plot: outlines, lines and what is filled, by their colour. */
export const draw = {
  line: {
    petrol: 'fill-none stroke-petrol',
    amber: 'fill-none stroke-amber',
    moss: 'fill-none stroke-moss',
    iris: 'fill-none stroke-iris',
  },
  fill: {
    petrol: 'fill-petrol',
    iris: 'fill-iris',
    mossWash: 'fill-moss-wash',
  },
  /** Parts of a whole within each other. */
  bar: {
    outer: 'fill-sheet stroke-petrol',
    middle: 'fill-petrol-wash stroke-petrol',
    inner: 'fill-petrol stroke-petrol',
  },
  text: 'fill-ink-soft text-[11px]',
} as const;

/** Room around the plot, in the drawing's units: for the figures of both axes and their names. */
export const MARGIN = { left: 54, right: 14, top: 24, bottom: 42 } as const;

/**
 * A drawing whose figures can be read off it: both axes named with their unit, a legend where there is more than one thing, and behind it the
 * same figures as a table. What is inside draws in a plot of the given size, whose origin is its upper left corner.
 */
export function Chart({
  label,
  width,
  height,
  x,
  y,
  legend = [],
  table,
  right = MARGIN.right,
  children,
}: {
  /** What it shows, in one sentence with its main figures: it stands for the drawing where that is not seen. */
  label: string;
  width: number;
  height: number;
  x: Axis;
  y: Axis;
  legend?: readonly { shape: ReactNode; name: string }[];
  table: ReactNode;
  /** Room at the right, where something stands beyond the plot. */
  right?: number;
  children: ReactNode;
}) {
  return (
    <figure className="m-0">
      <svg
        viewBox={`0 0 ${MARGIN.left + width + right} ${MARGIN.top + height + MARGIN.bottom}`}
        className="w-full"
        role="img"
        aria-label={label}
      >
        <text x="4" y="12" className={draw.text}>
          {y.title}
        </text>
        <g transform={`translate(${MARGIN.left} ${MARGIN.top})`}>
          {y.ticks.map((tick) => (
            <g key={tick.label}>
              <line x2={width} y1={tick.at} y2={tick.at} className="stroke-line" />
              <text x="-6" y={tick.at + 4} textAnchor="end" className={draw.text}>
                {tick.label}
              </text>
            </g>
          ))}
          {x.ticks.map((tick) => (
            <g key={tick.label}>
              <line x1={tick.at} x2={tick.at} y1={height} y2={height + 4} className="stroke-line-strong" />
              <text x={tick.at} y={height + 16} textAnchor="middle" className={draw.text}>
                {tick.label}
              </text>
            </g>
          ))}
          <line x2={width} y1={height} y2={height} className="stroke-line-strong" />
          {children}
        </g>
        <text x={MARGIN.left + width / 2} y={MARGIN.top + height + 36} textAnchor="middle" className={draw.text}>
          {x.title}
        </text>
      </svg>
      {legend.length === 0 ? null : (
        <figcaption className="flex flex-wrap gap-x-4 gap-y-1 text-small text-ink-soft">
          {legend.map(({ shape, name }) => (
            <span key={name} className="flex items-center gap-1.5">
              <svg viewBox="0 0 12 12" className="size-3" aria-hidden="true">
                {shape}
              </svg>
              {name}
            </span>
          ))}
        </figcaption>
      )}
      <details className="mt-2">
        <summary className="cursor-pointer text-small text-petrol">Show as a table</summary>
        {table}
      </details>
    </figure>
  );
}

/** Round figures from nothing to at least the greatest, for the axis of a count. */
export function countTicks(greatest: number): number[] {
  const rough = Math.max(1, greatest) / 4;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = Math.max(1, [1, 2, 5, 10].map((factor) => factor * power).find((each) => each >= rough) ?? rough);
  return Array.from({ length: Math.ceil(Math.max(1, greatest) / step) + 1 }, (_, index) => Math.round(index * step));
}

const fills = { petrol: 'bg-petrol', amber: 'bg-amber', iris: 'bg-iris', moss: 'bg-moss', brick: 'bg-brick' } as const;

/** What a colour of the bars stands for. */
export function Legend({ tone, children }: { tone: keyof typeof fills; children: ReactNode }) {
  return (
    <span className="flex items-center gap-1.5">
      <span className={`size-2.5 ${fills[tone]}`} aria-hidden="true" />
      {children}
    </span>
  );
}

/** A share of a whole, beside its figure. */
export function Bar({ share, tone }: { share: number; tone: keyof typeof fills }) {
  return (
    <div className="h-2 bg-line" aria-hidden="true">
      <div className={`h-2 ${fills[tone]}`} style={{ width: `${Math.min(100, 100 * share)}%` }} />
    </div>
  );
}

/** A count a day, small, in a line of text's height: the shape of it, and each figure to who points at it. */
export function Bars({
  label,
  values,
  says,
}: {
  label: string;
  values: readonly { key: string; value: number }[];
  says: (one: { key: string; value: number }) => string;
}) {
  const most = Math.max(1, ...values.map(({ value }) => value));
  return (
    <ul aria-label={label} className="mt-1 flex h-10 items-end gap-px border-b border-line">
      {values.map((one) => (
        <li key={one.key} className="flex h-full flex-1 items-end" title={says(one)}>
          <span className="sr-only">{says(one)}</span>
          <span
            aria-hidden="true"
            className={`block w-full ${one.value === 0 ? '' : 'min-h-px bg-petrol'}`}
            style={{ height: `${(100 * one.value) / most}%` }}
          />
        </li>
      ))}
    </ul>
  );
}
