import type { Schemas } from '../../api/client';
import { Chart, draw } from '../../kit/Chart';
import { DataTable, type Column } from '../../kit/DataTable';
import { counted, grouped } from '../../text/figures';

type Run = Schemas['CalibrationRun'];
export interface Point {
  memory: number;
  passes: number;
  seconds: number;
}

/** Memory in KiB by passes, from OWASP's Password Storage Cheat Sheet; and RFC 9106's second recommendation. */
const OWASP = [
  [47_104, 1],
  [19_456, 2],
  [12_288, 3],
  [9_216, 4],
  [7_168, 5],
] as const;
const RFC = [65_536, 3] as const;

const W = 520;
const H = 280;
const [LEAST_MEMORY, MOST_MEMORY, LEAST_MS, MOST_MS] = [6_144, 300_000, 8, 1_500] as const;
const x = (memory: number): number => (W * Math.log(memory / LEAST_MEMORY)) / Math.log(MOST_MEMORY / LEAST_MEMORY);
const y = (seconds: number): number => (H * Math.log(MOST_MS / (seconds * 1000))) / Math.log(MOST_MS / LEAST_MS);
const mib = (kib: number): string => String(Math.round(kib / 1024));
const ms = (seconds: number): string => `${Math.round(seconds * 1000)} ms`;
const inWords = ({ memory, passes }: Point): string => `${grouped(memory)} KiB, ${counted(passes, 'pass', 'passes')}`;

const COLUMNS: readonly Column<{ what: string; seconds: number }>[] = [
  { key: 'what', head: 'What', width: 'minmax(0, 2fr)', fold: 'first', cell: ({ what }) => what },
  {
    key: 'time',
    head: 'One hash',
    width: 'minmax(0, 1fr)',
    fold: 'first-end',
    isFigure: true,
    cell: ({ seconds }) => ms(seconds),
  },
];

const diamond = (dx: number, dy: number, r: number) => `M${dx} ${dy - r}l${r} ${r}-${r} ${r}-${r}-${r}z`;

const LEGEND = [
  {
    name: 'measured; the figure is the number of passes',
    shape: (
      <>
        <path d="M0 6h12" className={draw.line.petrol} strokeWidth="1.2" />
        <circle cx="6" cy="6" r="2.2" className={draw.fill.petrol} />
      </>
    ),
  },
  { name: 'OWASP', shape: <path d={diamond(6, 6, 5)} className={draw.line.amber} strokeWidth="1.6" /> },
  {
    name: 'RFC 9106, where memory is scarce',
    shape: <path d="M6 1.5 11 10.5H1z" className={draw.line.amber} strokeWidth="1.6" />,
  },
  { name: 'rule in force', shape: <circle cx="6" cy="6" r="4.5" className={draw.line.moss} strokeWidth="2" /> },
  { name: 'suggested', shape: <rect x="1.5" y="1.5" width="9" height="9" rx="1.5" className={draw.fill.iris} /> },
  { name: 'target', shape: <path d="M0 6h12" className={draw.line.iris} strokeWidth="1.5" strokeDasharray="3 2" /> },
];

/** Time of one hash against its memory, a line for each number of passes; both scales are logarithmic, so lines are straight. */
export function CalibrationChart({
  run,
  target,
  rule,
  suggested,
}: {
  run: Run;
  /** Seconds. */
  target: number;
  rule: Point | null;
  suggested: Point | null;
}) {
  const passes = [...new Set(run.points.map((point) => point.passes))].sort((a, b) => a - b);
  const measured = (memory: number, count: number) =>
    run.points.find((point) => point.memory === memory && point.passes === count);
  const owasp = OWASP.flatMap(([memory, count]) => measured(memory, count) ?? []);
  const rfc = measured(...RFC);
  const label = [
    `Time of one hash: ${counted(run.points.length, 'point', 'points')} measured, target ${ms(target)}`,
    rule === null ? null : `rule in force ${inWords(rule)}: ${ms(rule.seconds)}`,
    suggested === null ? null : `suggested ${inWords(suggested)}: ${ms(suggested.seconds)}`,
  ];
  return (
    <Chart
      label={label.filter((part) => part !== null).join('; ')}
      width={W}
      height={H}
      right={24}
      x={{
        title: 'memory of one hash, in MiB (logarithmic)',
        ticks: [8_192, 16_384, 32_768, 65_536, 131_072, 262_144].map((memory) => ({
          at: x(memory),
          label: mib(memory),
        })),
      }}
      y={{
        title: 'time of one hash, in ms (logarithmic)',
        ticks: [10, 30, 100, 300, 1000].map((each) => ({ at: y(each / 1000), label: grouped(each) })),
      }}
      legend={LEGEND}
      table={
        <DataTable
          label="Measured"
          columns={COLUMNS}
          rows={[
            ...run.points.map((point) => ({ what: `Argon2id, ${inWords(point)}`, seconds: point.seconds })),
            ...run.bcrypt.map(({ cost, seconds }) => ({ what: `bcrypt, cost ${cost}`, seconds })),
          ]}
          rowKey={({ what }) => what}
        />
      }
    >
      <line x2={W} y1={y(target)} y2={y(target)} className={draw.line.iris} strokeDasharray="5 4" strokeWidth="1.5" />
      {passes.map((count) => {
        const line = run.points.filter((point) => point.passes === count);
        const last = line.at(-1);
        return (
          <g key={count}>
            <polyline
              points={line.map((point) => `${x(point.memory)},${y(point.seconds)}`).join(' ')}
              className={draw.line.petrol}
              strokeWidth="1.2"
            />
            {line.map((point) => (
              <circle
                key={point.memory}
                cx={x(point.memory)}
                cy={y(point.seconds)}
                r="2.6"
                className={draw.fill.petrol}
              />
            ))}
            {last === undefined ? null : (
              <text x={x(last.memory) + 7} y={y(last.seconds) + 4} className={draw.text}>
                {count}
              </text>
            )}
          </g>
        );
      })}
      {owasp.map((point) => (
        <path
          key={point.memory}
          d={diamond(x(point.memory), y(point.seconds), 7)}
          className={draw.line.amber}
          strokeWidth="2"
        />
      ))}
      {rfc === undefined ? null : (
        <path d={`M${x(rfc.memory)} ${y(rfc.seconds) - 8}l8 14h-16z`} className={draw.line.amber} strokeWidth="2" />
      )}
      {rule === null ? null : (
        <circle cx={x(rule.memory)} cy={y(rule.seconds)} r="9" className={draw.line.moss} strokeWidth="2.5" />
      )}
      {suggested === null ? null : (
        <rect
          x={x(suggested.memory) - 6}
          y={y(suggested.seconds) - 6}
          width="12"
          height="12"
          rx="2"
          className={draw.fill.iris}
        />
      )}
    </Chart>
  );
}
