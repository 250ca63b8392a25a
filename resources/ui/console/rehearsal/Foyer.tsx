import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { download } from '../../kit/download';
import { FileField, Select } from '../../kit/Field';
import { Divider } from '../../kit/Heading';
import { LinkButton } from '../../kit/Link';
import { QueryState } from '../../kit/QueryState';
import { readObject } from '../../kit/readObject';
import { Switch } from '../../kit/Segments';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { When } from '../../kit/Time';
import { counted } from '../../text/figures';
import { api, useMay } from '../api';
import { apps as appsQuery } from '../queries';
import { useHand } from '../rules/hand';
import { journeys as journeysQuery, rehearsals as rehearsalsQuery } from './queries';
import { inWords, isSame, outcomeInWords } from './steps';

type Case = Schemas['JourneyCase'];

/** Which journey is rehearsed, for which app and under which rules; those that are kept, and who else rehearses. */
export function Foyer({ onBegun }: { onBegun: (id: string) => void }) {
  const may = useMay()('kennel:rules.manage');
  const client = useQueryClient();
  const { draft } = useHand();
  const hasDraft = draft !== undefined && draft.version > 0;
  const apps = useQuery(appsQuery).data?.items ?? [];
  const journeys = useQuery(journeysQuery);
  const [chosen, choose] = useState('');
  const [wantsDraft, setWantsDraft] = useState(true);
  const app = chosen === '' ? (apps.find((one) => one.signup.closed === null)?.key ?? '') : chosen;
  const begin = useMutation({
    mutationFn: (which: { journey?: string; case?: string; app?: string }) =>
      answer(api.POST('/rehearsals', { body: { app, on_draft: hasDraft && wantsDraft, ...which } })),
    onSuccess: ({ id }) => {
      void client.invalidateQueries({ queryKey: rehearsalsQuery.queryKey });
      onBegun(id);
    },
  });
  const start = (which: { journey?: string; case?: string; app?: string }) =>
    begin.isPending ? undefined : begin.mutate(which);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1fr)] overflow-y-auto max-lg:grid-cols-1">
      <section aria-label="Begin a rehearsal">
        <Divider>Begin a rehearsal</Divider>
        <div className="flex flex-wrap items-end gap-4 px-4 py-3">
          <Select
            label="App"
            value={app}
            onChange={(event) => choose(event.target.value)}
            choices={apps.map(({ key, name }) => ({ value: key, label: name }))}
          />
          {hasDraft ? (
            <span className="flex items-center gap-2 pb-6">
              <Switch label="Under the draft" checked={wantsDraft} onChange={setWantsDraft} />
              <Text>Under the draft</Text>
            </span>
          ) : null}
        </div>
        <div className="px-4">
          <Failure error={begin.error} />
          <Note>
            In a world of its own, with a person who is made up: nothing of it touches a real account, counts in a
            figure or is sent, and all of it goes when it ends.
          </Note>
        </div>
        <QueryState of={journeys} what="the journeys" isEmpty={false} empty="">
          <ul>
            {(journeys.data?.shipped ?? []).map(({ key, title, about, steps }) => (
              <Surface as="li" key={key} edge="bottom" className="flex items-start justify-between gap-3 px-4 py-2.5">
                <span className="min-w-0">
                  <Text weight="strong">{title}</Text>
                  <Note as="span" className="block">
                    {about} {counted(steps.length, 'step', 'steps')}.
                  </Note>
                </span>
                {may ? (
                  <Button size="small" aria-label={`Rehearse: ${title}`} onClick={() => start({ journey: key })}>
                    Rehearse
                  </Button>
                ) : null}
              </Surface>
            ))}
            {may ? (
              <li className="flex items-start justify-between gap-3 px-4 py-2.5">
                <span>
                  <Text weight="strong">By hand</Text>
                  <Note as="span" className="block">
                    Without a script: you are the person.
                  </Note>
                </span>
                <Button size="small" aria-label="Rehearse by hand" onClick={() => start({})}>
                  Rehearse
                </Button>
              </li>
            ) : null}
          </ul>
        </QueryState>
      </section>
      <Surface as="section" edge="side" aria-label="Kept and under way">
        <UnderWay onOpen={onBegun} />
        <Kept cases={journeys.data?.cases ?? []} onRehearse={(one) => start({ case: one.id, app: one.app })} />
      </Surface>
    </div>
  );
}

function UnderWay({ onOpen }: { onOpen: (id: string) => void }) {
  const all = useQuery({ ...rehearsalsQuery, enabled: useMay()('kennel:rules.manage') });
  const items = all.data?.items ?? [];
  return (
    <>
      <Divider>Under way</Divider>
      <div className="px-4 py-3">
        <Failure error={all.error} onRetry={all.refetch} />
        {items.length === 0 ? <Note>Nobody rehearses anything.</Note> : null}
        <ul className="space-y-1.5">
          {items.map(({ id, title, operator, is_own, step, steps, begun_at }) => (
            <li key={id}>
              {is_own ? (
                <LinkButton onClick={() => onOpen(id)}>{title}</LinkButton>
              ) : (
                <>
                  <bdi>{operator}</bdi>: <bdi>{title}</bdi>
                </>
              )}
              <Text size="small" tone="soft">
                , step {step} of {steps}, begun <When at={begun_at} />
              </Text>
            </li>
          ))}
        </ul>
      </div>
    </>
  );
}

/** Journeys whose steps are to go as they went: run under the draft, or under what is in force. */
function Kept({ cases, onRehearse }: { cases: readonly Case[]; onRehearse: (one: Case) => void }) {
  const may = useMay()('kennel:rules.manage');
  const client = useQueryClient();
  const [running, setRunning] = useState<string | null>(null);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const [mistake, setMistake] = useState<string | undefined>();
  const failed = (error: unknown) => setFailure(ApiError.of(error));
  const again = () => client.invalidateQueries({ queryKey: journeysQuery.queryKey });
  const run = async (which: readonly Case[]) => {
    setFailure(null);
    try {
      for (const { id } of which) {
        setRunning(id);
        await answer(api.POST('/journeys/{id}/run', { params: { path: { id } } }));
        await again();
      }
    } catch (error) {
      failed(error);
    }
    setRunning(null);
  };
  const remove = (id: string) => answer(api.DELETE('/journeys/{id}', { params: { path: { id } } })).then(again, failed);
  const load = async (file: File) => {
    setFailure(null);
    setMistake(undefined);
    const read = readObject(await file.text());
    if ('mistake' in read) {
      setMistake(read.mistake);
      return;
    }
    const journeys = read.object['journeys'];
    if (!Array.isArray(journeys) || journeys.length === 0) {
      setMistake('There is no list of "journeys" in it.');
      return;
    }
    await answer(api.POST('/journeys/import', { body: { journeys: journeys as Case[] } })).then(again, failed);
  };
  return (
    <>
      <Divider>Kept as cases</Divider>
      <div className="space-y-3 px-4 py-3">
        <Failure error={failure} />
        {cases.length === 0 ? (
          <Note>
            None yet. Play a journey and keep it: from then on each draft shows whether it still goes like that.
          </Note>
        ) : (
          <ul className="space-y-3">
            {cases.map((one) => (
              <li key={one.id}>
                <div className="flex flex-wrap items-center justify-between gap-2">
                  <span className="min-w-0">
                    <Result of={one} isRunning={running === one.id} />{' '}
                    <Text as="bdi" weight="strong">
                      {one.title}
                    </Text>{' '}
                    <Text size="small" tone="soft">
                      {one.app}, {counted(one.steps.length, 'step', 'steps')}, kept by <bdi>{one.saved_by}</bdi>
                    </Text>
                  </span>
                  {may ? (
                    <span className="flex gap-2">
                      <Button
                        size="small"
                        aria-label={`Run ${one.title}`}
                        aria-disabled={running !== null}
                        onClick={() => (running === null ? void run([one]) : undefined)}
                      >
                        Run
                      </Button>
                      <Button size="small" aria-label={`Rehearse ${one.title}`} onClick={() => onRehearse(one)}>
                        Rehearse
                      </Button>
                      <Button size="small" aria-label={`Remove ${one.title}`} onClick={() => void remove(one.id)}>
                        Remove
                      </Button>
                    </span>
                  ) : null}
                </div>
                {one.holds === false ? <Differences of={one} /> : null}
              </li>
            ))}
          </ul>
        )}
        <div className="flex flex-wrap items-center gap-2">
          {may && cases.length > 1 ? (
            <Button aria-disabled={running !== null} onClick={() => (running === null ? void run(cases) : undefined)}>
              Run all
            </Button>
          ) : null}
          {cases.length === 0 ? null : <Button onClick={() => save(cases)}>Save as a file</Button>}
          {may ? (
            <FileField
              label="Load a file"
              accept=".json,application/json"
              error={mistake}
              onChoose={(file) => (file === null ? undefined : void load(file))}
            />
          ) : null}
        </div>
      </div>
    </>
  );
}

function Result({ of: { holds }, isRunning }: { of: Case; isRunning: boolean }) {
  if (isRunning) return <Text tone="soft">running…</Text>;
  if (holds === null) return <Text tone="soft">not run yet</Text>;
  return (
    <Text weight="strong" tone={holds ? 'good' : 'stop'}>
      {holds ? '✓ holds' : '✕ fails'}
    </Text>
  );
}

function Differences({ of: { steps, ran } }: { of: Case }) {
  return (
    <ul className="mt-1">
      {steps.map((step, at) => {
        const got = ran?.[at] ?? null;
        const expected = step.expected;
        if (expected === undefined || isSame(expected, got)) return null;
        return (
          <li key={at}>
            <Note as="span">
              {inWords(step)}: expected <Text face="mono">{outcomeInWords(expected)}</Text>, now{' '}
              <Text face="mono">{outcomeInWords(got)}</Text>
            </Note>
          </li>
        );
      })}
    </ul>
  );
}

function save(cases: readonly Case[]): void {
  const journeys = cases.map(({ title, app, steps }) => ({ title, app, steps }));
  download('journeys.json', 'application/json', JSON.stringify({ journeys }, null, 2));
}
