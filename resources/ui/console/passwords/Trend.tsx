import type { Schemas } from '../../api/client';
import { Chart, draw } from '../../kit/Chart';
import { DataTable, type Column } from '../../kit/DataTable';
import { Heading } from '../../kit/Heading';
import { grouped } from '../../text/figures';
import { Text } from '../../kit/Text';

type Census = Schemas['Census'];
type Day = Census['days'][number];

const W = 820;
const H = 116;
const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const LONG = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone: 'UTC' });
const ENOUGH = 95;

const shareOf = ({ current, all }: Day): number => (all === 0 ? 100 : (100 * current) / all);

const COLUMNS: readonly Column<Day>[] = [
  { key: 'day', head: 'Day (UTC)', width: '1fr', fold: 'first', cell: ({ day }) => LONG.format(new Date(day)) },
  {
    key: 'share',
    head: 'As today’s rule',
    width: '1fr',
    fold: 'first-end',
    isFigure: true,
    cell: (day) => `${shareOf(day).toFixed(1)} %`,
  },
  {
    key: 'current',
    head: 'Hashes',
    width: '1fr',
    fold: 'line',
    isFigure: true,
    cell: ({ current }) => grouped(current),
  },
  { key: 'all', head: 'Of', width: '1fr', fold: 'line', isFigure: true, cell: ({ all }) => grouped(all) },
];

/** The share of hashes as today's rule asks, day by day, and when nearly all will be if people go on as they did. */
export function Trend({ census }: { census: Census }) {
  const { days, forecast } = census;
  const shares = days.map(shareOf);
  const least = Math.max(0, Math.floor((Math.min(...shares, ENOUGH) - 3) / 5) * 5);
  const x = (index: number): number => (W * index) / Math.max(1, days.length - 1);
  const y = (share: number): number => (H * (100 - share)) / (100 - least);
  const now = `${(shares.at(-1) ?? 0).toFixed(1)} % of hashes meet today’s rule.`;
  const words = {
    reached: now,
    expected: `${now} The share of the others shrinks by ${(100 * (forecast.share_a_day ?? 0)).toFixed(1)} % a day; at that rate 95 % will be reached on ${forecast.on === null ? '' : LONG.format(new Date(forecast.on))}. The last few may never sign in.`,
    never: `${now} At the present rate 95 % will not be reached; wrap the others below.`,
    unknown: `${now} After three days there is a forecast.`,
  }[forecast.state];
  const middle = Math.floor((days.length - 1) / 2);
  return (
    <section aria-label="Trend" className="mt-5">
      <Heading>As people sign in</Heading>
      {days.length < 2 ? null : (
        <Chart
          label={words}
          width={W}
          height={H}
          right={28}
          y={{
            title: 'share of hashes as today’s rule, in %',
            ticks: [least, ENOUGH, 100].map((share) => ({ at: y(share), label: String(share) })),
          }}
          x={{
            title: 'day (UTC)',
            ticks: [...new Set([0, middle, days.length - 1])].map((index) => ({
              at: x(index),
              label: DAY.format(new Date(days[index]?.day ?? 0)),
            })),
          }}
          table={
            <DataTable label="Share by day" columns={COLUMNS} rows={days.toReversed()} rowKey={({ day }) => day} />
          }
        >
          <polygon
            points={`0,${y(least)} ${shares.map((share, index) => `${x(index)},${y(share)}`).join(' ')} ${x(days.length - 1)},${y(least)}`}
            className={draw.fill.mossWash}
          />
          <line x2={W} y1={y(ENOUGH)} y2={y(ENOUGH)} className={draw.line.moss} strokeDasharray="5 4" />
          <polyline
            points={shares.map((share, index) => `${x(index)},${y(share)}`).join(' ')}
            className={draw.line.moss}
            strokeWidth="2"
          />
        </Chart>
      )}
      <Text as="p" tone="soft" className="mt-1 max-w-prose">
        {words}
      </Text>
    </section>
  );
}
