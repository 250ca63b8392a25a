import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Chart, draw } from '../../kit/Chart';
import { QueryState } from '../../kit/QueryState';
import { Segments } from '../../kit/Segments';
import { SmallSelect } from '../../kit/SmallSelect';
import { Note, Text } from '../../kit/Text';
import { grouped } from '../../text/figures';
import { api } from '../api';
import { useHand } from '../rules/hand';

type Guesses = Schemas['BrakeGuesses'];
type Against = 'one' | 'all';

const NAMES = { hour: 'an hour', day: 'a day', month: 'a month', year: 'a year' } as const;
const [WIDTH, HEIGHT] = [600, 220];
const COMPACT = new Intl.NumberFormat('en-US', { notation: 'compact', maximumSignificantDigits: 3 });

/** How many guesses an attacker gets, drawn against time, in force and as drafted. */
export function GuessesChart() {
  const version = useHand().draft?.version ?? 0;
  const [against, setAgainst] = useState<Against>('one');
  const [sources, setSources] = useState(200);
  const guesses = useQuery({
    queryKey: ['brakes', 'guesses', version, sources],
    queryFn: ({ signal }) => answer(api.GET('/brakes/guesses', { params: { query: { sources } }, signal })),
    placeholderData: (before) => before,
  });
  return (
    <section aria-label="Guesses an attacker gets" className="mb-5">
      <div className="mb-2 flex flex-wrap items-center justify-between gap-2">
        <Text as="h2" size="lead" weight="strong">
          Guesses an attacker gets
        </Text>
        <span className="flex flex-wrap items-center gap-2">
          <Segments
            label="Against"
            value={against}
            onChange={(value) => setAgainst(value as Against)}
            choices={[
              { value: 'one', label: 'against one account' },
              { value: 'all', label: 'against all' },
            ]}
          />
          {against === 'all' ? (
            <SmallSelect
              label="From"
              value={String(sources)}
              onChange={(event) => setSources(Number(event.target.value))}
              choices={[1, 20, 200, 2_000, 20_000].map((count) => ({
                value: String(count),
                label: count === 1 ? 'from 1 address' : `from ${grouped(count)} addresses`,
              }))}
            />
          ) : null}
        </span>
      </div>
      <QueryState of={guesses} what="what the brakes come to">
        {guesses.data === undefined ? null : <Drawing data={guesses.data} against={against} />}
      </QueryState>
    </section>
  );
}

const SHAPES = {
  unbraked: { tone: draw.line.amber, name: 'without brakes, at what this machine can verify', dash: '5 4' },
  in_force: { tone: draw.line.petrol, name: 'in force', dash: undefined },
  draft: { tone: draw.line.iris, name: 'draft', dash: undefined },
} as const;

function Drawing({ data, against }: { data: Guesses; against: Against }) {
  const lines = (['unbraked', 'in_force', 'draft'] as const).flatMap((which) => {
    const values = data.spans.map(({ unbraked, rules }) =>
      which === 'unbraked' ? unbraked : which === 'draft' ? rules.draft?.[against] : rules.in_force[against],
    );
    return values.some((value) => value === undefined)
      ? []
      : [{ which, values: values.map((value) => Math.max(1, value ?? 1)) }];
  });
  const most = Math.ceil(Math.log10(Math.max(10, ...lines.flatMap(({ values }) => values))));
  const x = (index: number) => 40 + (index * (WIDTH - 80)) / (data.spans.length - 1);
  const y = (value: number) => HEIGHT - (Math.log10(value) / most) * HEIGHT;
  const day = data.spans.find(({ span }) => span === 'day');
  const share = against === 'one' ? 'one_share' : 'all_share';
  return (
    <>
      <Chart
        label={`In a day ${grouped(day?.rules.in_force[against] ?? 0)} guesses, by the brakes in force.`}
        width={WIDTH}
        height={HEIGHT}
        x={{
          title: 'time under attack',
          ticks: data.spans.map(({ span }, index) => ({ at: x(index), label: NAMES[span] })),
        }}
        y={{
          title: 'guesses',
          ticks: Array.from({ length: most + 1 }, (_, power) => ({
            at: y(10 ** power),
            label: COMPACT.format(10 ** power),
          })).filter((_, power) => most <= 6 || power % 2 === 0),
        }}
        legend={lines.map(({ which }) => ({
          name: SHAPES[which].name,
          shape: (
            <line
              x1="0"
              x2="12"
              y1="6"
              y2="6"
              strokeWidth="2.5"
              strokeDasharray={SHAPES[which].dash === undefined ? undefined : '4 2'}
              className={SHAPES[which].tone}
            />
          ),
        }))}
        table={<Figures data={data} against={against} />}
      >
        {lines.map(({ which, values }) => (
          <g key={which}>
            <polyline
              points={values.map((value, index) => `${x(index)},${y(value)}`).join(' ')}
              strokeWidth="2"
              strokeDasharray={SHAPES[which].dash}
              className={SHAPES[which].tone}
            />
            {values.map((value, index) => (
              <text
                key={NAMES[data.spans[index]?.span ?? 'hour']}
                x={x(index)}
                y={y(value) + (which === 'in_force' ? 14 : -6)}
                textAnchor="middle"
                className={draw.text}
              >
                {COMPACT.format(value)}
              </text>
            ))}
          </g>
        ))}
      </Chart>
      <Text as="h3" weight="strong" className="mt-3">
        What that finds
      </Text>
      <p>
        Of passwords that people chose, <strong>{percent(day?.rules.in_force[share] ?? 0)}</strong> fall to a day of
        guessing
        {day?.rules.draft == null ? null : (
          <>
            {' '}
            in force, <strong>{percent(day.rules.draft[share] ?? 0)}</strong> under the draft
          </>
        )}
        {against === 'one' ? '' : `, at each of ${grouped(data.accounts)} accounts`}.
      </p>
      <Note>
        An upper bound: the attacker tries the likeliest first, wastes no guess on the {grouped(data.refused)} that are
        refused when a password is set, and the network takes no time. Shares as of a list of 32 million passwords that
        leaked in 2009, from memory.
        {against === 'one'
          ? ''
          : ` The ${grouped(data.sources)} addresses are taken to lie in ${grouped(data.nets)} networks.`}
      </Note>
    </>
  );
}

function Figures({ data, against }: { data: Guesses; against: Against }) {
  const hasDraft = data.spans.some(({ rules }) => rules.draft !== null);
  return (
    <table className="mt-1">
      <thead>
        <tr>
          {['Time', 'Without brakes', 'In force', ...(hasDraft ? ['Draft'] : [])].map((head) => (
            <th key={head} scope="col" className="pr-4">
              <Text size="small">{head}</Text>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {data.spans.map(({ span, unbraked, rules }) => (
          <tr key={span}>
            {[
              NAMES[span],
              grouped(unbraked),
              grouped(rules.in_force[against] ?? 0),
              ...(hasDraft ? [grouped(rules.draft?.[against] ?? 0)] : []),
            ].map((figure, index) => (
              <td key={index} className="pr-4">
                <Text size="small">{figure}</Text>
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function percent(share: number): string {
  return share === 0 ? 'none' : share < 0.0001 ? 'less than 0.01 %' : `${(share * 100).toPrecision(2)} %`;
}
