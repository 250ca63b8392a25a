import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Empty, Table } from '../../kit/Layout';
import { Count, grouped, When } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { write } from '../rules/document';
import { Typed } from '../rules/Typed';
import type { DraftInHand } from '../rules/useDraft';
import { CalibrationChart } from './CalibrationChart';

type Follows = NonNullable<Schemas['Calibration']['follows']>;
type Capacity = Schemas['Capacity'];

const HOUR = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone: 'UTC' });
const mib = (kib: number): string => `${grouped(Math.round(kib / 1024))} MiB`;
const ms = (seconds: number): string => `${Math.round(seconds * 1000)} ms`;

/** What hashing costs on the machine that does it, what to set for a target time, and how many sign-ins follow. */
export function Calibration({ hand }: { hand: DraftInHand }) {
  const client = useQueryClient();
  const [asked, setAsked] = useState({ target: 250, workers: 0, memory: 512 });
  const [machine, setMachine] = useState<string | null>(null);
  const calibration = useQuery({
    queryKey: ['calibration', asked, machine],
    queryFn: () =>
      answer(
        api.GET('/passwords/calibration', {
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
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <h2 className="text-[13px] leading-[18px] font-bold">What a hash costs on this machine</h2>
        <span className="text-small text-ink-soft">
          {run === null || run.cores === 0
            ? null
            : `${run.cores} ${run.cores === 1 ? 'core' : 'cores'}, ${Math.round(run.memory / 1024)} GiB`}
          {run?.finished_at == null ? null : (
            <>
              , measured <When at={run.finished_at} />
            </>
          )}
        </span>
        {machines.length < 2 ? null : (
          <select
            aria-label="Machine"
            value={run?.machine ?? ''}
            onChange={(event) => setMachine(event.target.value)}
            className="h-7 rounded-control border border-line-strong bg-sheet px-1 text-small"
          >
            {machines.map(({ id, cores, memory }) => (
              <option key={id} value={id}>
                {id}: {cores} cores, {Math.round(memory / 1024)} GiB
              </option>
            ))}
          </select>
        )}
        <span className="ml-auto">
          {isOn(run) ? (
            <span role="status" className="flex items-center gap-2 text-small">
              <progress
                value={run?.done}
                max={run?.total}
                aria-label="Calibration"
                className="h-2 w-32 accent-petrol"
              />
              {run?.done} of {run?.total} points
              <Button size="small" onClick={() => (run === null ? undefined : cancel.mutate(run.id))}>
                Stop
              </Button>
            </span>
          ) : (
            <Button size="small" disabled={begin.isPending} onClick={() => begin.mutate()}>
              {run === null ? 'Measure' : 'Measure again'}
            </Button>
          )}
        </span>
      </div>
      <Failure error={calibration.error ?? begin.error ?? cancel.error} />
      {run === null ? (
        <Empty>
          Nothing is measured yet. It takes about a minute of one core, in the background, and can be stopped.
        </Empty>
      ) : (
        <>
          <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-small">
            {(
              [
                ['target', 'Target, in ms', asked.target],
                ['workers', 'Hashes at once', follows?.workers ?? asked.workers],
                ['memory', 'Memory for all of them, in MiB', asked.memory],
              ] as const
            ).map(([key, label, value]) => (
              <label key={key} className="flex items-center gap-2">
                {label}
                <Typed
                  label={label}
                  type="number"
                  value={String(value)}
                  onSave={(typed) => setAsked({ ...asked, [key]: Number(typed) })}
                />
              </label>
            ))}
          </div>
          <CalibrationChart
            run={run}
            target={asked.target / 1000}
            rule={follows?.rule ?? null}
            suggested={follows?.suggested ?? null}
          />
          {follows === null ? null : <Outcome follows={follows} onTake={take} />}
          {run.points.length === 0 ? null : (
            <details className="mt-2 text-small">
              <summary className="cursor-pointer text-petrol">Figures</summary>
              <Table label="Measured" head={['What', 'One hash']}>
                {run.points.map(({ memory, passes, seconds }) => (
                  <tr key={`${memory}/${passes}`}>
                    <td>
                      Argon2id, <Count value={memory} /> KiB, {passes} {passes === 1 ? 'pass' : 'passes'}
                    </td>
                    <td>{ms(seconds)}</td>
                  </tr>
                ))}
                {run.bcrypt.map(({ cost, seconds }) => (
                  <tr key={cost}>
                    <td>bcrypt, cost {cost}</td>
                    <td>{ms(seconds)}</td>
                  </tr>
                ))}
              </Table>
            </details>
          )}
        </>
      )}
    </section>
  );
}

function Outcome({ follows, onTake }: { follows: Follows; onTake: (suggested: Capacity) => void }) {
  const { rule, suggested, busiest } = follows;
  const isSame = suggested !== null && suggested.memory === rule.memory && suggested.passes === rule.passes;
  return (
    <div className="mt-3">
      <Table
        label="What follows"
        head={['', 'KiB / passes', 'One hash', 'Sign-ins a second', 'Memory at that rate', '']}
      >
        <Line name="In force" of={rule} />
        {suggested === null || isSame ? null : (
          <Line name="Suggested" of={suggested}>
            <Button size="small" onClick={() => onTake(suggested)}>
              Put into the draft
            </Button>
          </Line>
        )}
      </Table>
      <p className="mt-2 text-small text-ink-soft">
        {suggested === null
          ? 'No parameters OWASP names fit this time and this memory. Allow more of either. '
          : isSame
            ? 'The rule in force is what these figures suggest. '
            : 'As much memory as each hash may take, then as many passes as the time allows (RFC 9106, section 4). '}
        {busiest === null
          ? 'Nobody has signed in yet.'
          : `The busiest hour in the trail, ${HOUR.format(new Date(busiest.hour))} UTC, had ${busiest.attempts} attempts to sign in; the rule in force allows ${grouped(Math.floor(rule.per_second * 3600))} an hour, ${grouped(Math.floor((rule.per_second * 3600) / busiest.attempts))} times as many.`}
      </p>
    </div>
  );
}

function Line({ name, of, children }: { name: string; of: Capacity; children?: React.ReactNode }) {
  return (
    <tr>
      <td className="font-semibold">{name}</td>
      <td className="font-mono text-small">
        {of.memory} / {of.passes}
      </td>
      <td>{ms(of.seconds)}</td>
      <td>{of.per_second.toFixed(1)}</td>
      <td>{mib(of.memory_at_once)}</td>
      <td>{children}</td>
    </tr>
  );
}

function isOn(run: Schemas['CalibrationRun'] | null): boolean {
  return run?.state === 'queued' || run?.state === 'running';
}
