import type { Schemas } from '../../api/client';

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

const W = 640;
const H = 330;
const [LEFT, RIGHT, TOP, BOTTOM] = [52, 74, 12, 36] as const;
const [LEAST_MEMORY, MOST_MEMORY, LEAST_MS, MOST_MS] = [6_144, 300_000, 8, 1_500] as const;
const x = (memory: number): number =>
  LEFT + ((W - LEFT - RIGHT) * Math.log(memory / LEAST_MEMORY)) / Math.log(MOST_MEMORY / LEAST_MEMORY);
const y = (seconds: number): number =>
  TOP + ((H - TOP - BOTTOM) * Math.log(MOST_MS / (seconds * 1000))) / Math.log(MOST_MS / LEAST_MS);
const mib = (kib: number): string => `${Math.round(kib / 1024)} MiB`;

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
  return (
    <figure className="m-0">
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full"
        role="img"
        aria-label={`Time of one hash: ${run.points.length} points measured${suggested === null ? '' : `; suggested ${suggested.memory} KiB, ${suggested.passes} passes`}`}
      >
        {[10, 30, 100, 300, 1000].map((ms) => (
          <g key={ms}>
            <line x1={LEFT} x2={W - RIGHT} y1={y(ms / 1000)} y2={y(ms / 1000)} className="stroke-line" />
            <text x={LEFT - 6} y={y(ms / 1000) + 4} textAnchor="end" className="fill-ink-soft text-[11px]">
              {ms} ms
            </text>
          </g>
        ))}
        {[8_192, 16_384, 32_768, 65_536, 131_072, 262_144].map((memory) => (
          <g key={memory}>
            <line x1={x(memory)} x2={x(memory)} y1={TOP} y2={H - BOTTOM} className="stroke-line" />
            <text x={x(memory)} y={H - BOTTOM + 16} textAnchor="middle" className="fill-ink-soft text-[11px]">
              {mib(memory)}
            </text>
          </g>
        ))}
        <text x={(LEFT + W - RIGHT) / 2} y={H - 4} textAnchor="middle" className="fill-ink-soft text-[11px]">
          memory of one hash
        </text>
        <line
          x1={LEFT}
          x2={W - RIGHT}
          y1={y(target)}
          y2={y(target)}
          className="stroke-iris"
          strokeDasharray="5 4"
          strokeWidth="1.5"
        />
        <text x={LEFT + 4} y={y(target) - 4} className="fill-iris text-[11px]">
          target {Math.round(target * 1000)} ms
        </text>
        {passes.map((count) => {
          const line = run.points.filter((point) => point.passes === count);
          const last = line.at(-1);
          return (
            <g key={count}>
              <polyline
                points={line.map((point) => `${x(point.memory)},${y(point.seconds)}`).join(' ')}
                className="fill-none stroke-petrol"
                strokeWidth="1.2"
                opacity="0.6"
              />
              {line.map((point) => (
                <circle key={point.memory} cx={x(point.memory)} cy={y(point.seconds)} r="2.6" className="fill-petrol" />
              ))}
              {last === undefined ? null : (
                <text x={x(last.memory) + 7} y={y(last.seconds) + 4} className="fill-ink-soft text-[11px]">
                  {count}
                </text>
              )}
            </g>
          );
        })}
        {owasp.map((point) => (
          <path
            key={point.memory}
            d={`M${x(point.memory)} ${y(point.seconds) - 7}l7 7-7 7-7-7z`}
            className="fill-none stroke-amber"
            strokeWidth="2"
          />
        ))}
        {rfc === undefined ? null : (
          <path
            d={`M${x(rfc.memory)} ${y(rfc.seconds) - 8}l8 14h-16z`}
            className="fill-none stroke-amber"
            strokeWidth="2"
          />
        )}
        {rule === null ? null : (
          <circle cx={x(rule.memory)} cy={y(rule.seconds)} r="9" className="fill-none stroke-moss" strokeWidth="2.5" />
        )}
        {suggested === null ? null : (
          <rect
            x={x(suggested.memory) - 6}
            y={y(suggested.seconds) - 6}
            width="12"
            height="12"
            rx="2"
            className="fill-iris"
          />
        )}
      </svg>
      <figcaption className="flex flex-wrap gap-x-4 gap-y-1 text-small text-ink-soft">
        <Key
          shape={
            <>
              <path d="M0 6h12" className="stroke-petrol" strokeWidth="1.2" />
              <circle cx="6" cy="6" r="2.2" className="fill-petrol" />
            </>
          }
        >
          measured; the figure is the number of passes
        </Key>
        <Key shape={<path d="M6 1l5 5-5 5-5-5z" className="fill-none stroke-amber" strokeWidth="1.6" />}>OWASP</Key>
        <Key shape={<path d="M6 1.5 11 10.5H1z" className="fill-none stroke-amber" strokeWidth="1.6" />}>
          RFC 9106, where memory is scarce
        </Key>
        <Key shape={<circle cx="6" cy="6" r="4.5" className="fill-none stroke-moss" strokeWidth="2" />}>
          rule in force
        </Key>
        <Key shape={<rect x="1.5" y="1.5" width="9" height="9" rx="1.5" className="fill-iris" />}>suggested</Key>
      </figcaption>
    </figure>
  );
}

function Key({ shape, children }: { shape: React.ReactNode; children: React.ReactNode }) {
  return (
    <span className="flex items-center gap-1.5">
      <svg viewBox="0 0 12 12" className="size-3" aria-hidden="true">
        {shape}
      </svg>
      {children}
    </span>
  );
}
