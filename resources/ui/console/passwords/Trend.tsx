import type { Schemas } from '../../api/client';

type Census = Schemas['Census'];

const W = 900;
const H = 150;
const [LEFT, RIGHT, TOP, BOTTOM] = [44, 12, 12, 22] as const;
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const LONG = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });
const ENOUGH = 95;

/** The share of hashes as today's rule asks, day by day, and when nearly all will be if people go on as they did. */
export function Trend({ census }: { census: Census }) {
  const { days, forecast } = census;
  const shares = days.map(({ current, all }) => (all === 0 ? 100 : (100 * current) / all));
  const least = Math.max(0, Math.floor((Math.min(...shares, ENOUGH) - 3) / 5) * 5);
  const x = (index: number): number => LEFT + ((W - LEFT - RIGHT) * index) / Math.max(1, days.length - 1);
  const y = (share: number): number => TOP + ((H - TOP - BOTTOM) * (100 - share)) / (100 - least);
  const now = shares.at(-1) ?? 0;
  const words = {
    reached: `${now.toFixed(1)} % are as today’s rule asks.`,
    expected: `${now.toFixed(1)} % are as today’s rule asks. The share of the others shrinks by ${(100 * (forecast.share_a_day ?? 0)).toFixed(1)} % a day; at that rate 95 % are reached on ${forecast.on === null ? '' : LONG.format(new Date(forecast.on))}. The last few may never come.`,
    never: `${now.toFixed(1)} % are as today’s rule asks. At the present rate 95 % are never reached; wrap the others below.`,
    unknown: `${now.toFixed(1)} % are as today’s rule asks. After three days there is a forecast.`,
  }[forecast.state];
  return (
    <section aria-label="Trend" className="mt-5">
      <h2 className="mb-1 text-[13px] leading-[18px] font-bold">As people sign in</h2>
      {days.length < 2 ? null : (
        <svg viewBox={`0 0 ${W} ${H}`} className="w-full" role="img" aria-label={words}>
          {[least, ENOUGH, 100].map((share) => (
            <g key={share}>
              <line
                x1={LEFT}
                x2={W - RIGHT}
                y1={y(share)}
                y2={y(share)}
                className={share === ENOUGH ? 'stroke-moss' : 'stroke-line'}
                strokeDasharray={share === ENOUGH ? '5 4' : undefined}
              />
              <text x={LEFT - 6} y={y(share) + 4} textAnchor="end" className="fill-ink-soft text-[11px]">
                {share} %
              </text>
            </g>
          ))}
          <polygon
            points={`${LEFT},${y(least)} ${shares.map((share, index) => `${x(index)},${y(share)}`).join(' ')} ${x(days.length - 1)},${y(least)}`}
            className="fill-moss-wash"
          />
          <polyline
            points={shares.map((share, index) => `${x(index)},${y(share)}`).join(' ')}
            className="fill-none stroke-moss"
            strokeWidth="2"
          />
          {[0, Math.floor((days.length - 1) / 2), days.length - 1].map((index) => (
            <text
              key={index}
              x={x(index)}
              y={H - 6}
              textAnchor={index === 0 ? 'start' : index === days.length - 1 ? 'end' : 'middle'}
              className="fill-ink-soft text-[11px]"
            >
              {DAY.format(new Date(days[index]?.day ?? 0))}
            </text>
          ))}
        </svg>
      )}
      <p className="mt-1 max-w-prose text-ink-soft">{words}</p>
    </section>
  );
}
