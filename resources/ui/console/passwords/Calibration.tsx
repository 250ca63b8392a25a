import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { NumberBox } from '../../kit/Boxes';
import { DataTable, type Column } from '../../kit/DataTable';
import { Failure } from '../../kit/Failure';
import { Heading } from '../../kit/Heading';
import { Progress } from '../../kit/Progress';
import { Empty } from '../../kit/QueryState';
import { SmallSelect } from '../../kit/SmallSelect';
import { counted, grouped } from '../../text/figures';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { api, useMay } from '../api';
import { write } from '../rules/document';
import { useHand } from '../rules/hand';
import { CalibrationChart } from './CalibrationChart';

type Follows = NonNullable<Schemas['Calibration']['follows']>;
type Capacity = Schemas['Capacity'];

const HOUR = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone: 'UTC' });
const mib = (kib: number): string => `${grouped(Math.round(kib / 1024))} MiB`;
const ms = (seconds: number): string => `${Math.round(seconds * 1000)} ms`;

/** What hashing costs on the machine that does it, what to set for a target time, and how many sign-ins follow. */
export function Calibration() {
  const hand = useHand();
  const may = useMay();
  const client = useQueryClient();
  const [asked, setAsked] = useState({ target: 250, workers: 0, memory: 512 });
  const [machine, setMachine] = useState<string | null>(null);
  const calibration = useQuery({
    queryKey: ['calibration', asked, machine],
    queryFn: ({ signal }) =>
      answer(
        api.GET('/passwords/calibration', {
          signal,
          params: { query: { ...asked, ...(machine === null ? {} : { machine }) } },
        }),
      ),
    placeholderData: keepPreviousData,
    refetchInterval: (query) => (isOn(query.state.data?.run ?? null) ? 400 : 10_000),
  });
  const again = () => client.invalidateQueries({ queryKey: ['calibration'] });
  const begin = useMutation({
    mutationFn: () => answer(api.POST('/passwords/calibration', { body: {} })),
    onSuccess: () => {
      setMachine(null);
      return again();
    },
  });
  const cancel = useMutation({
    mutationFn: (id: string) => answer(api.DELETE('/passwords/calibration/{id}', { params: { path: { id } } })),
    onSettled: again,
  });
  const run = calibration.data?.run ?? null;
  const follows = calibration.data?.follows ?? null;
  const machines = calibration.data?.machines ?? [];
  const take = ({ memory, passes }: Capacity) => {
    if (hand.document === undefined) return;
    const set = { scheme: 'argon2id', memory, passes, lanes: 1 };
    hand.replace(
      Object.entries(set).reduce((document, [key, value]) => write(document, ['hashing', key], value), hand.document),
    );
  };
  return (
    <section aria-label="Calibration" className="mb-6">
      <Heading
        aside={
          <>
            <Note as="span">
              {run === null || run.cores === 0
                ? null
                : `${counted(run.cores, 'core', 'cores')}, ${Math.round(run.memory / 1024)} GiB`}
              {run?.finished_at == null ? null : (
                <>
                  , measured <When at={run.finished_at} />
                </>
              )}
            </Note>
            {machines.length < 2 ? null : (
              <SmallSelect
                label="Machine"
                value={run?.machine ?? ''}
                onChange={(event) => setMachine(event.target.value)}
                choices={machines.map(({ id, cores, memory }) => ({
                  value: id,
                  label: `${id}: ${counted(cores, 'core', 'cores')}, ${Math.round(memory / 1024)} GiB`,
                }))}
              />
            )}
            <span className="ml-auto">
              {isOn(run) ? (
                <Progress label="Calibration" value={run?.done ?? 0} max={run?.total ?? 1}>
                  {run?.done} of {run?.total} points
                  <Button
                    size="small"
                    aria-disabled={cancel.isPending}
                    onClick={() => (run === null || cancel.isPending ? undefined : cancel.mutate(run.id))}
                  >
                    Cancel measuring
                  </Button>
                </Progress>
              ) : may('kennel:passwords.manage') ? (
                <Button
                  size="small"
                  aria-disabled={begin.isPending}
                  onClick={() => (begin.isPending ? undefined : begin.mutate())}
                >
                  {run === null ? 'Measure' : 'Measure again'}
                </Button>
              ) : null}
            </span>
          </>
        }
      >
        What a hash costs on this machine
      </Heading>
      <Failure error={calibration.error} onRetry={calibration.refetch} />
      <Failure error={begin.error ?? cancel.error} />
      {run === null ? (
        <Empty>
          Nothing is measured yet. It takes about a minute of one core, in the background, and can be cancelled.
        </Empty>
      ) : (
        <>
          <Text as="div" size="small" className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1">
            {(
              [
                ['target', 'Target time', asked.target, 'ms'],
                ['workers', 'Hashes at once', follows?.workers ?? asked.workers, null],
                ['memory', 'Memory for all of them', asked.memory, 'MiB'],
              ] as const
            ).map(([key, label, value, unit]) => (
              <span key={key} className="flex items-center gap-2">
                {label}
                <NumberBox
                  label={label}
                  value={value}
                  unit={unit}
                  minimum={1}
                  onSave={(typed) => (typed === null ? undefined : setAsked({ ...asked, [key]: typed }))}
                />
              </span>
            ))}
          </Text>
          <CalibrationChart
            run={run}
            target={asked.target / 1000}
            rule={follows?.rule ?? null}
            suggested={follows?.suggested ?? null}
          />
          {follows === null ? null : <Outcome follows={follows} onTake={take} />}
        </>
      )}
    </section>
  );
}

interface Line {
  name: string;
  of: Capacity;
  isSuggested: boolean;
}

function Outcome({ follows, onTake }: { follows: Follows; onTake: (suggested: Capacity) => void }) {
  const { rule, suggested, busiest } = follows;
  const isSame = suggested !== null && suggested.memory === rule.memory && suggested.passes === rule.passes;
  const columns: Column<Line>[] = [
    {
      key: 'name',
      head: 'Which',
      width: 'minmax(80px, 1fr)',
      fold: 'first',
      cell: ({ name }) => <Text weight="strong">{name}</Text>,
    },
    {
      key: 'parameters',
      head: 'KiB / passes',
      width: 'minmax(90px, 1fr)',
      fold: 'first-end',
      cell: ({ of }) => (
        <Text face="mono" size="small">
          {of.memory} / {of.passes}
        </Text>
      ),
    },
    {
      key: 'time',
      head: 'One hash',
      width: 'minmax(66px, 0.7fr)',
      fold: 'line',
      isFigure: true,
      cell: ({ of }) => ms(of.seconds),
    },
    {
      key: 'rate',
      head: 'Sign-ins a second',
      width: 'minmax(110px, 1fr)',
      fold: 'line',
      isFigure: true,
      cell: ({ of }) => of.per_second.toFixed(1),
    },
    {
      key: 'memory',
      head: 'Memory at that rate',
      width: 'minmax(124px, 1fr)',
      fold: 'line',
      isFigure: true,
      cell: ({ of }) => mib(of.memory_at_once),
    },
    {
      key: 'take',
      head: 'Use it',
      width: '124px',
      fold: 'line',
      cell: ({ of, isSuggested }) =>
        isSuggested ? (
          <Button size="small" onClick={() => onTake(of)}>
            Put into the draft
          </Button>
        ) : null,
    },
  ];
  return (
    <div className="mt-3">
      <DataTable
        label="What follows"
        columns={columns}
        rows={[
          { name: 'In force', of: rule, isSuggested: false },
          ...(suggested === null || isSame ? [] : [{ name: 'Suggested', of: suggested, isSuggested: true }]),
        ]}
        rowKey={({ name }) => name}
      />
      <Note className="mt-2">
        {suggested === null
          ? 'No parameters OWASP names fit this time and this memory. Allow more of either. '
          : isSame
            ? 'The rule in force is what these figures suggest. '
            : 'As much memory as each hash may take, then as many passes as the time allows (RFC 9106, section 4). '}
        {busiest === null
          ? 'Nobody has signed in yet.'
          : `The busiest hour in the trail, ${HOUR.format(new Date(busiest.hour))} UTC, had ${counted(busiest.attempts, 'sign-in attempt', 'sign-in attempts')}; the rule in force allows ${grouped(Math.floor(rule.per_second * 3600))} an hour, ${grouped(Math.floor((rule.per_second * 3600) / busiest.attempts))} times as many.`}
      </Note>
    </div>
  );
}

function isOn(run: Schemas['CalibrationRun'] | null): boolean {
  return run?.state === 'queued' || run?.state === 'running';
}
