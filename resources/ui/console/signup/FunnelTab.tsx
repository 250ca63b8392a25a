import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { FilterChip } from '../../kit/Button';
import { Table } from '../../kit/Layout';
import { Segments } from '../../kit/Segments';
import { Count } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';

const STEPS = [
  ['opened', 'Form opened'],
  ['submitted', 'Account made'],
  ['proven', 'Address proven'],
  ['complete', 'Nothing owed'],
] as const;

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const HEIGHT = 260;
/** Room above the bars for a figure. */
const TOP = 32;
const STEP = 30;

type Day = Schemas['Funnel']['days'][number];

/** How far people get, by the day their account was made, and what they were refused for. */
export function FunnelTab({
  apps,
  app,
  onChoose,
}: {
  apps: { key: string; name: string }[];
  app: string | null;
  onChoose: (app: string | null) => void;
}) {
  const [days, setDays] = useState<'7' | '30' | '90'>('30');
  const funnel = useQuery({
    queryKey: ['funnel', app, days],
    queryFn: () =>
      answer(
        api.GET('/signups/funnel', { params: { query: { days: Number(days), ...(app === null ? {} : { app }) } } }),
      ),
    refetchInterval: 5000,
    placeholderData: (before) => before,
  });
  const items = funnel.data?.days ?? [];
  const sum = (step: keyof Omit<Day, 'day'>) => items.reduce((all, day) => all + day[step], 0);
  const refusals = funnel.data?.refusals ?? [];
  const most = Math.max(1, ...refusals.map(({ tally }) => tally));
  const widest = Math.max(1, ...STEPS.map(([step]) => sum(step)));
  return (
    <div className="mx-auto max-w-[1080px]">
      <div className="mb-4 flex flex-wrap items-center gap-2">
        {apps.map(({ key, name }) => (
          <FilterChip key={key} pressed={key === app} onPress={(pressed) => onChoose(pressed ? key : null)}>
            {name}
          </FilterChip>
        ))}
        <span className="ml-auto">
          <Segments
            label="Days"
            value={days}
            onChange={setDays}
            choices={[
              { value: '7', label: '7 days' },
              { value: '30', label: '30 days' },
              { value: '90', label: '90 days' },
            ]}
          />
        </span>
      </div>
      <Failure error={funnel.error} />
      <div className="grid grid-cols-2 gap-x-10 gap-y-6 max-lg:grid-cols-1">
        <section aria-label="How far people get">
          <h2 className="mb-2 font-bold">How far people get</h2>
          {STEPS.map(([step, name], index) => {
            const before = index === 0 ? null : sum(STEPS[index - 1]?.[0] ?? step);
            return (
              <div key={step} className="mb-1.5">
                <p className="flex justify-between">
                  {name}
                  <span>
                    <strong>
                      <Count value={sum(step)} />
                    </strong>
                    {before === null || before === 0 ? null : (
                      <span className="ml-2 text-small text-ink-soft">
                        {Math.round((100 * sum(step)) / before)} % of the step before
                      </span>
                    )}
                  </span>
                </p>
                <Bar share={sum(step) / widest} tone="petrol" />
              </div>
            );
          })}
          <p className="text-small text-ink-soft">
            Forms are counted when they are opened; accounts by the day they were made, however late the proof. An app
            that sends sign-ups from its own pages opens forms too, where the rules ask for one.
          </p>
          <h2 className="mt-6 mb-2 font-bold">By day (UTC): made, proven, nothing owed</h2>
          <Chart items={items} />
          <details className="mt-3">
            <summary className="cursor-pointer text-petrol">As a table</summary>
            <Table label="Sign-ups by day" head={['Day', ...STEPS.map(([, name]) => name)]}>
              {items.toReversed().map((day) => (
                <tr key={day.day}>
                  <td>{DAY.format(new Date(day.day))}</td>
                  {STEPS.map(([step]) => (
                    <td key={step}>{day[step]}</td>
                  ))}
                </tr>
              ))}
            </Table>
          </details>
        </section>
        <section aria-label="Why they were refused">
          <h2 className="mb-2 font-bold">Why they were refused</h2>
          {refusals.length === 0 ? <p className="text-ink-soft">Nobody was.</p> : null}
          {refusals.map((refusal) => (
            <div key={refusal.code} className="mb-1.5">
              <p className="flex justify-between gap-3">
                <span>
                  {refusal.message} <span className="font-mono text-small text-ink-soft">{refusal.code}</span>
                </span>
                <strong>
                  <Count value={refusal.tally} />
                </strong>
              </p>
              <Bar share={refusal.tally / most} tone={refusal.code.startsWith('bots.') ? 'iris' : 'amber'} />
            </div>
          ))}
          <p className="text-small text-ink-soft">
            Of forms that were sent; a verdict while typing is no refusal. Violet: programs, by what stopped them.
          </p>
        </section>
      </div>
    </div>
  );
}

const fills = { petrol: 'bg-petrol', amber: 'bg-amber', iris: 'bg-iris' };

function Bar({ share, tone }: { share: number; tone: keyof typeof fills }) {
  return (
    <div className="h-2 bg-well" aria-hidden="true">
      <div className={`h-2 ${fills[tone]}`} style={{ width: `${100 * share}%` }} />
    </div>
  );
}

/** Three bars in one: what was made, and how much of it got further. */
function Chart({ items }: { items: Day[] }) {
  const most = Math.max(1, ...items.map((day) => day.submitted));
  const width = items.length * STEP + 32;
  const bar = (value: number) => (value / most) * HEIGHT;
  return (
    <div>
      <svg
        viewBox={`0 0 ${width} ${HEIGHT + TOP + 34}`}
        className="w-full"
        role="img"
        aria-label={`Sign-ups by day, at most ${most}; the table below has the numbers`}
      >
        <line x1="0" x2={width} y1={HEIGHT + TOP} y2={HEIGHT + TOP} className="stroke-line-strong" />
        {items.map((day, index) => (
          <g key={day.day} transform={`translate(${index * STEP + 5} 0)`}>
            {(
              [
                ['submitted', 'fill-petrol opacity-30'],
                ['proven', 'fill-petrol opacity-50'],
                ['complete', 'fill-petrol'],
              ] as const
            ).map(([step, look]) => (
              <rect
                key={step}
                x="0"
                y={HEIGHT + TOP - bar(day[step])}
                width={STEP - 10}
                height={bar(day[step])}
                className={look}
              />
            ))}
            <text
              x={(STEP - 10) / 2}
              y={HEIGHT + TOP - 7 - bar(day.submitted)}
              textAnchor="middle"
              className="fill-ink text-[21px]"
            >
              {day.submitted === 0 ? '' : day.submitted}
            </text>
            {(items.length - 1 - index) % 5 === 0 ? (
              <text x={(STEP - 10) / 2} y={HEIGHT + TOP + 24} textAnchor="middle" className="fill-ink-soft text-[21px]">
                {DAY.format(new Date(day.day))}
              </text>
            ) : null}
          </g>
        ))}
      </svg>
    </div>
  );
}
