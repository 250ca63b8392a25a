import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { Chart, draw } from '../../kit/Chart';
import { DataTable, type Column } from '../../kit/DataTable';

type Key = Schemas['SigningKey'];

const DAY = 86_400_000;
const WIDTH = 640;
const BAR = 16;

const day = (moment: number) =>
  new Date(moment).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const at = (text: string) => new Date(text).getTime();

const TURNS: readonly Column<Key>[] = [
  { key: 'id', head: 'Key', width: 'minmax(160px, 1fr)', fold: 'first', cell: ({ id }) => id.slice(0, 12) },
  {
    key: 'in',
    head: 'In the key set from',
    width: '140px',
    fold: 'line',
    cell: ({ created_at }) => day(at(created_at)),
  },
  { key: 'from', head: 'Signs from', width: '110px', fold: 'line', cell: ({ used_from }) => day(at(used_from)) },
  {
    key: 'gone',
    head: 'Gone',
    width: '150px',
    fold: 'line',
    cell: ({ gone_at }) => (gone_at === null ? 'while nothing follows it' : day(at(gone_at))),
  },
];

/** When each key is in the key set, and the part of that in which it signs. */
export function KeyTurns({ keys }: { keys: readonly Key[] }) {
  const [now] = useState(Date.now);
  const shown = keys.filter(({ state }) => state !== 'gone').slice(0, 6);
  if (shown.length === 0) return null;
  const from = Math.min(now - 7 * DAY, ...shown.map(({ created_at }) => at(created_at)));
  const until = Math.max(now + 14 * DAY, ...shown.map(({ used_from, gone_at }) => at(gone_at ?? used_from) + 2 * DAY));
  const x = (moment: number) => ((moment - from) / (until - from)) * WIDTH;
  const days = Math.round((until - from) / DAY);
  const step = Math.max(1, Math.ceil(days / 6));
  const ticks = Array.from({ length: Math.floor(days / step) + 1 }, (_, index) => from + index * step * DAY);
  const height = shown.length * 30;
  return (
    <Chart
      label={`${shown.length} keys in the key set. The filled part of each bar is when it signs.`}
      width={WIDTH}
      height={height}
      right={28}
      x={{ title: 'day (UTC)', ticks: ticks.map((moment) => ({ at: x(moment), label: day(moment) })) }}
      y={{ title: 'key', ticks: shown.map(({ id }, index) => ({ at: index * 30 + 15, label: id.slice(0, 5) })) }}
      table={<DataTable label="Keys and their turns" columns={TURNS} rows={shown} rowKey={({ id }) => id} />}
    >
      {shown.map((key, index) => {
        const follower = keys.find((one) => one !== key && at(one.used_from) > at(key.used_from));
        const signsUntil = Math.min(follower === undefined ? until : at(follower.used_from), at(key.gone_at ?? '9999'));
        const end = key.gone_at === null ? until : at(key.gone_at);
        const top = index * 30 + 7;
        return (
          <g key={key.id}>
            <rect
              className={draw.bar.middle}
              x={x(at(key.created_at))}
              y={top}
              width={Math.max(2, x(end) - x(at(key.created_at)))}
              height={BAR}
            />
            <rect
              className={draw.bar.inner}
              x={x(at(key.used_from))}
              y={top}
              width={Math.max(0, x(Math.min(signsUntil, end)) - x(at(key.used_from)))}
              height={BAR}
            />
          </g>
        );
      })}
      <line className={draw.line.amber} x1={x(now)} x2={x(now)} y1={0} y2={height} />
    </Chart>
  );
}
