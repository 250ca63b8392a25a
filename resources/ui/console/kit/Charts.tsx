import { Bar, Bars, Chart, countTicks, draw, Legend } from '../../kit/Chart';
import { DataTable } from '../../kit/DataTable';
import { Line, Part } from './Part';

const DAYS = [3, 9, 4, 12, 7].map((count, index) => ({ day: `${index + 1} March`, count }));

export function Charts() {
  const ticks = countTicks(12);
  const most = ticks.at(-1) ?? 1;
  return (
    <Part name="Charts">
      <Bar share={0.37} tone="petrol" />
      <Bar share={0.8} tone="amber" />
      <Bars
        label="Knocks a day"
        values={[3, 0, 7, 2, 5].map((value, day) => ({ key: String(day), value }))}
        says={({ key, value }) => `${key}: ${value}`}
      />
      <Line>
        <Legend tone="petrol">people</Legend> <Legend tone="amber">programs</Legend>
      </Line>
      <Chart
        label="Accounts created by day: 35 over 5 days, at most 12 a day"
        width={520}
        height={120}
        x={{ title: 'day', ticks: DAYS.map(({ day }, index) => ({ at: index * 104 + 52, label: day })) }}
        y={{ title: 'accounts', ticks: ticks.map((tick) => ({ at: 120 * (1 - tick / most), label: String(tick) })) }}
        legend={[{ name: 'created', shape: <rect width="12" height="12" className={draw.fill.petrol} /> }]}
        table={
          <DataTable
            label="By day"
            columns={[
              { key: 'day', head: 'Day', width: '1fr', fold: 'first', cell: ({ day }) => day },
              {
                key: 'count',
                head: 'Created',
                width: '1fr',
                fold: 'first-end',
                isFigure: true,
                cell: ({ count }) => count,
              },
            ]}
            rows={DAYS}
            rowKey={({ day }) => day}
          />
        }
      >
        {DAYS.map(({ day, count }, index) => (
          <rect
            key={day}
            x={index * 104 + 20}
            y={120 * (1 - count / most)}
            width="64"
            height={(120 * count) / most}
            className={draw.fill.petrol}
          />
        ))}
      </Chart>
    </Part>
  );
}
