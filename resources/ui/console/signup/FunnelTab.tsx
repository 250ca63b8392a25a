import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from 'react-router';
import { answer, type Schemas } from '../../api/client';
import { FilterChip } from '../../kit/Chip';
import { Bar, Chart, countTicks, draw, Legend } from '../../kit/Chart';
import { DataTable, type Column } from '../../kit/DataTable';
import { Heading } from '../../kit/Heading';
import { QueryState } from '../../kit/QueryState';
import { Segments } from '../../kit/Segments';
import { grouped } from '../../text/figures';
import { api } from '../api';
import { Note, Text } from '../../kit/Text';

const STEPS = [
  ['opened', 'Form opened'],
  ['submitted', 'Account created'],
  ['proven', 'Address verified'],
  ['complete', 'Ready to use'],
] as const;

const PERIODS = [
  { value: '7', label: '7 days' },
  { value: '30', label: '30 days' },
  { value: '90', label: '90 days' },
] as const;
type Period = (typeof PERIODS)[number]['value'];

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });

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
  const [search, setSearch] = useSearchParams();
  const days = (search.get('days') ?? '30') as Period;
  const funnel = useQuery({
    queryKey: ['funnel', app, days],
    queryFn: ({ signal }) =>
      answer(
        api.GET('/signups/funnel', {
          params: { query: { days: Number(days), ...(app === null ? {} : { app }) } },
          signal,
        }),
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
    <>
      <div className="mb-4 flex flex-wrap items-center gap-2" role="group" aria-label="Which sign-ups">
        {apps.map(({ key, name }) => (
          <FilterChip key={key} pressed={key === app} onPress={(pressed) => onChoose(pressed ? key : null)}>
            <bdi>{name}</bdi>
          </FilterChip>
        ))}
        <span className="ml-auto">
          <Segments
            label="Period"
            value={days}
            onChange={(next) =>
              setSearch(
                (before) => {
                  before.set('days', next);
                  return before;
                },
                { replace: true },
              )
            }
            choices={PERIODS}
          />
        </span>
      </div>
      <QueryState of={funnel} what="the funnel">
        <div className="grid grid-cols-2 gap-x-10 gap-y-6 max-lg:grid-cols-1">
          <section aria-label="How far people get">
            <Heading>How far people get</Heading>
            {STEPS.map(([step, name], index) => {
              const before = index === 0 ? null : sum(STEPS[index - 1]?.[0] ?? step);
              return (
                <div key={step} className="mb-1.5">
                  <p className="flex justify-between gap-3">
                    {name}
                    <span>
                      <strong>{grouped(sum(step))}</strong>{' '}
                      {before === null || before === 0 ? null : (
                        <Note as="span">{Math.round((100 * sum(step)) / before)} % of the step before</Note>
                      )}
                    </span>
                  </p>
                  <Bar share={sum(step) / widest} tone="petrol" />
                </div>
              );
            })}
            <Note className="mt-1 mb-6">
              Forms are counted when they are opened; accounts by the day they were created, however late the
              verification. An app that sends sign-ups from its own pages opens forms too, where the rules ask for one.
            </Note>
            <Heading>By day</Heading>
            <ByDay items={items} />
          </section>
          <section aria-label="Why they were refused">
            <Heading>Why they were refused</Heading>
            {refusals.length === 0 ? (
              <Text as="p" tone="soft">
                Nobody was refused.
              </Text>
            ) : null}
            {refusals.map((refusal) => (
              <div key={refusal.code} className="mb-1.5">
                <p className="flex justify-between gap-3">
                  <span className="min-w-0">
                    {refusal.message}{' '}
                    <Text face="mono" size="small" tone="soft">
                      {refusal.code}
                    </Text>
                  </span>
                  <strong>{grouped(refusal.tally)}</strong>
                </p>
                <Bar share={refusal.tally / most} tone={isProgram(refusal.code) ? 'iris' : 'amber'} />
              </div>
            ))}
            {refusals.length === 0 ? null : (
              <Note className="flex flex-wrap gap-x-4">
                <Legend tone="amber">people, by what was wrong</Legend>
                <Legend tone="iris">programs, by what stopped them</Legend>
              </Note>
            )}
            <Note className="mt-1">Of forms that were sent; a verdict while typing is no refusal.</Note>
          </section>
        </div>
      </QueryState>
    </>
  );
}

const isProgram = (code: string): boolean => code.startsWith('bots.');

const W = 640;
const H = 190;

/** The three are nested: each is part of the one before, and told from it by how it is filled. */
const LOOKS = [
  ['submitted', 'Account created', draw.bar.outer],
  ['proven', 'Address verified', draw.bar.middle],
  ['complete', 'Ready to use', draw.bar.inner],
] as const;

const TABLE: readonly Column<Day>[] = [
  {
    key: 'day',
    head: 'Day (UTC)',
    width: 'minmax(80px, 1fr)',
    fold: 'first',
    cell: ({ day }) => DAY.format(new Date(day)),
  },
  ...STEPS.map(([step, name]): Column<Day> => ({
    key: step,
    head: name,
    width: 'minmax(0, 1fr)',
    fold: 'line',
    isFigure: true,
    cell: (day) => grouped(day[step]),
  })),
];

function ByDay({ items }: { items: Day[] }) {
  const ticks = countTicks(Math.max(1, ...items.map((day) => day.submitted)));
  const most = ticks.at(-1) ?? 1;
  const step = W / Math.max(1, items.length);
  const y = (value: number) => H * (1 - value / most);
  const every = Math.ceil(items.length / 7);
  const made = items.reduce((all, day) => all + day.submitted, 0);
  return (
    <Chart
      label={`Accounts created by day: ${grouped(made)} over ${items.length} days, at most ${grouped(Math.max(0, ...items.map((day) => day.submitted)))} a day`}
      width={W}
      height={H}
      y={{ title: 'accounts', ticks: ticks.map((tick) => ({ at: y(tick), label: grouped(tick) })) }}
      x={{
        title: 'day the account was created (UTC)',
        ticks: items.flatMap((day, index) =>
          (items.length - 1 - index) % every === 0
            ? [{ at: (index + 0.5) * step, label: DAY.format(new Date(day.day)) }]
            : [],
        ),
      }}
      legend={LOOKS.map(([, name, look]) => ({
        name,
        shape: <rect x="1" y="1" width="10" height="10" className={look} strokeWidth="1.5" />,
      }))}
      table={<DataTable label="Sign-ups by day" columns={TABLE} rows={items.toReversed()} rowKey={({ day }) => day} />}
    >
      {items.map((day, index) =>
        LOOKS.map(([of, , look]) =>
          day[of] === 0 ? null : (
            <rect
              key={`${day.day}${of}`}
              x={index * step + step * 0.18}
              y={y(day[of])}
              width={step * 0.64}
              height={H - y(day[of])}
              className={look}
            />
          ),
        ),
      )}
    </Chart>
  );
}
