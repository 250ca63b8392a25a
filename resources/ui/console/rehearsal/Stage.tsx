import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { answer, ApiError } from '../../api/client';
import { Button } from '../../kit/Button';
import { Failure } from '../../kit/Failure';
import { Select, TextField } from '../../kit/Field';
import { Frame } from '../../kit/Frame';
import { QueryState } from '../../kit/QueryState';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { Timeline, type Mark } from '../../kit/Timeline';
import { useToast } from '../../kit/Toast';
import { useSubmit } from '../../kit/useSubmit';
import { api } from '../api';
import { actOf, framed, pageAfter, pageOf, perform } from './page';
import { journeys as journeysQuery, rehearsal as rehearsalQuery, rehearsals as rehearsalsQuery } from './queries';
import { Evidence, Holds, Received } from './Scene';
import {
  holds,
  inWords,
  isRefusal,
  KINDS,
  momentOf,
  outcomeInWords,
  spanInWords,
  type State,
  type Step,
} from './steps';

type Move = { for: string } | { to: 'expiry' | 'purge' };

/** One rehearsal: its clock, its journey, the page as the person sees it, their mailbox and telephone, and what is written down. */
export function Stage({ id, onEnded }: { id: string; onEnded: () => void }) {
  const query = useQuery(rehearsalQuery(id));
  return (
    <QueryState of={query} what="the rehearsal" isEmpty={false} empty="">
      {query.data === undefined ? null : <Played state={query.data} onEnded={onEnded} />}
    </QueryState>
  );
}

function Played({ state, onEnded }: { state: State; onEnded: () => void }) {
  const client = useQueryClient();
  const toast = useToast();
  const { id } = state;
  const path = { id };
  const frame = useRef<HTMLIFrameElement>(null);
  const [page, setPage] = useState(pageOf(state.app, 'sign-up'));
  // Opened anew each time, also where only what a link carries is another.
  const [turn, setTurn] = useState(0);
  const [failure, setFailure] = useState<ApiError | null>(null);
  const open = (next: string) => {
    setPage(next);
    setTurn((before) => before + 1);
  };
  const take = (next: State) => client.setQueryData(rehearsalQuery(id).queryKey, next);
  const loaded = useRef<() => void>(() => undefined);
  const playing = useSubmit(async () => {
    setFailure(null);
    const step = state.next[0];
    if (step === undefined) return;
    const act = actOf(state, step);
    if (act !== null && frame.current !== null) {
      const isLoaded = new Promise<void>((resolve) => (loaded.current = resolve));
      open(act.path);
      await isLoaded;
      await perform(frame.current, act);
    }
    const after = await answer(
      api.POST('/rehearsals/{id}/next', { params: { path }, body: { done_on_page: act !== null } }),
    );
    take(after);
    const next = act === null ? pageAfter(state, step.kind) : null;
    if (next !== null) open(next);
    // The list of those under way counts the steps.
    void client.invalidateQueries({ queryKey: rehearsalsQuery.queryKey });
  }, setFailure);
  const beside = useMutation({
    mutationFn: (ask: () => Promise<State>) => ask(),
    onMutate: () => setFailure(null),
    onSuccess: take,
    onError: (error) => setFailure(ApiError.of(error)),
  });
  const busy = playing.busy || beside.isPending;
  const move = (by: Move) =>
    beside.mutate(() => answer(api.POST('/rehearsals/{id}/clock', { params: { path }, body: by })));
  const play = (kind: Step['kind']) =>
    beside.mutate(() => answer(api.POST('/rehearsals/{id}/steps', { params: { path }, body: { kind } })), {
      onSuccess: () => {
        const next = pageAfter(state, kind);
        if (next !== null) open(next);
      },
    });
  const ending = useSubmit(async () => {
    await answer(api.DELETE('/rehearsals/{id}', { params: { path } }));
    client.removeQueries({ queryKey: rehearsalQuery(id).queryKey });
    await client.invalidateQueries({ queryKey: rehearsalsQuery.queryKey });
    toast('It is over. Everything that was in it is gone.');
    onEnded();
    return 'leaves';
  }, setFailure);
  // What the person does by hand on the page is seen here at once.
  useEffect(() => {
    let waiting = 0;
    const listen = (event: MessageEvent<{ kennel?: string }>) => {
      if (event.origin !== window.location.origin || event.data.kennel !== 'knocked') return;
      window.clearTimeout(waiting);
      waiting = window.setTimeout(() => void client.invalidateQueries({ queryKey: rehearsalQuery(id).queryKey }), 400);
    };
    window.addEventListener('message', listen);
    return () => {
      window.clearTimeout(waiting);
      window.removeEventListener('message', listen);
    };
  }, [client, id]);
  const last = state.done.at(-1);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <ClockBar state={state} busy={busy} onMove={move} />
      <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
        <Surface
          as="section"
          aria-label="Journey"
          className="w-[250px] shrink-0 overflow-y-auto px-4 py-3 max-lg:w-full"
        >
          <Text as="h2" weight="bold">
            {state.title}
          </Text>
          <Note>
            {state.is_draft ? 'under the draft based on' : 'under'} revision {state.revision}
          </Note>
          <Failure error={failure} />
          <Surface ground="paper" className="sticky -top-3 z-10 flex flex-wrap gap-2 py-2">
            {state.next.length === 0 ? null : (
              <Button kind="act" aria-disabled={busy} onClick={() => (busy ? undefined : playing.submit())}>
                {playing.busy ? 'Under way…' : 'Next step'}
              </Button>
            )}
            <Button aria-disabled={ending.busy} onClick={() => ending.submit()}>
              End it
            </Button>
          </Surface>
          <Steps state={state} />
          <AnotherStep state={state} busy={busy} onPlay={play} />
          <KeepAsCase state={state} />
          <Holds state={state} />
        </Surface>
        <Surface
          as="section"
          edge="side"
          ground="well"
          aria-label="The page and what arrives"
          className="flex min-w-0 flex-1 flex-col overflow-y-auto px-4 py-3"
        >
          <div className="flex min-h-[420px] flex-1 gap-4 max-sm:flex-col">
            <Frame
              key={turn}
              floats
              ref={frame}
              title="The page as the person sees it"
              src={framed(page, id)}
              className="h-full min-h-[420px] w-[320px] max-w-full shrink-0"
              onLoad={() => loaded.current()}
            />
            <Received state={state} onFollow={open} />
          </div>
          {last === undefined ? null : <Verdict of={last} />}
        </Surface>
        <Surface
          as="section"
          edge="side"
          aria-label="Evidence"
          className="w-[330px] shrink-0 overflow-y-auto px-4 py-3 max-lg:w-full"
        >
          <Evidence state={state} />
        </Surface>
      </div>
    </div>
  );
}

function ClockBar({ state, busy, onMove }: { state: State; busy: boolean; onMove: (by: Move) => void }) {
  const items: Mark[] = state.done.map(({ step, outcome }, at) => ({
    key: `${at}`,
    label: step.kind === 'wait' ? spanInWords(step.for ?? '') : inWords(step),
    kind: step.kind === 'wait' ? 'span' : isRefusal(outcome) ? 'refusal' : 'event',
  }));
  const go = (by: Move) => (busy ? undefined : onMove(by));
  return (
    <Surface
      as="section"
      edge="bottom"
      ground="well"
      aria-label="Clock"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 px-4 py-2"
    >
      <div className="w-56 shrink-0">
        <Note>Its clock</Note>
        <Text as="p" face="mono" size="lead">
          {momentOf(state.now)}
        </Text>
        <Text as="p" size="small" tone="act">
          {state.ahead === 0 ? 'as ours' : `${spanInWords(`PT${state.ahead}S`)} ahead of ours`}
        </Text>
      </div>
      <Timeline label="What happened" items={items} />
      <div className="flex flex-wrap gap-2 lg:shrink-0">
        <Button aria-disabled={busy} onClick={() => go({ for: 'PT1M' })}>
          +1 min
        </Button>
        <Button aria-disabled={busy} onClick={() => go({ for: 'PT1H' })}>
          +1 h
        </Button>
        <Button aria-disabled={busy} onClick={() => go({ for: 'P1D' })}>
          +1 day
        </Button>
        <Button aria-disabled={busy} onClick={() => go({ for: 'P7D' })}>
          +7 days
        </Button>
        <Button
          aria-disabled={busy || state.expires === null}
          title={
            state.expires === null ? 'Nothing runs out' : `${state.expires.what} runs out ${momentOf(state.expires.at)}`
          }
          onClick={() => (state.expires === null ? undefined : go({ to: 'expiry' }))}
        >
          to the expiry
        </Button>
        <Button aria-disabled={busy} onClick={() => go({ to: 'purge' })}>
          to the purge
        </Button>
      </div>
    </Surface>
  );
}

function Steps({ state }: { state: State }) {
  const here = useRef<HTMLOListElement>(null);
  useEffect(() => {
    here.current?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest' });
  }, [state.done.length]);
  return (
    <ol ref={here} className="mt-2">
      {state.done.map((done, at) => (
        <Surface as="li" edge="bottom" key={at} className="py-1.5">
          <Text tone={holds(done) === false ? 'stop' : isRefusal(done.outcome) ? 'caution' : 'good'}>
            {done.step.kind === 'wait' ? '↷' : holds(done) === false || isRefusal(done.outcome) ? '✕' : '✓'}
          </Text>{' '}
          {inWords(done.step)}
          <Text face="mono" size="small" tone="soft" className="block pl-4">
            {outcomeInWords(done.outcome)}
          </Text>
        </Surface>
      ))}
      {state.next.map((step, at) => (
        <Surface
          as="li"
          edge="bottom"
          ground={at === 0 ? 'well' : 'none'}
          key={`next ${at}`}
          className="py-1.5"
          aria-current={at === 0 ? 'step' : undefined}
        >
          <Text weight={at === 0 ? 'strong' : 'normal'} tone={at === 0 ? 'act' : 'soft'}>
            {at === 0 ? '▸ ' : ''}
            {inWords(step)}
          </Text>
        </Surface>
      ))}
    </ol>
  );
}

/** What is not in the script, or comes otherwise than it has it. */
function AnotherStep({ state, busy, onPlay }: { state: State; busy: boolean; onPlay: (kind: Step['kind']) => void }) {
  const [kind, setKind] = useState<Step['kind']>('sign_in');
  return (
    <form
      className="mt-4"
      aria-label={`Another step of ${state.title}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (!busy) onPlay(kind);
      }}
    >
      <Select
        label="Another step"
        value={kind}
        onChange={(event) => setKind(event.target.value as Step['kind'])}
        choices={KINDS}
      />
      <Button type="submit" aria-disabled={busy}>
        Do it
      </Button>
    </form>
  );
}

function Verdict({ of: done }: { of: State['done'][number] }) {
  const went = holds(done);
  const said = outcomeInWords(done.outcome);
  return (
    <Surface edge="all" ground="sheet" role="status" className="mt-3 px-3 py-2">
      <Text weight="strong" tone={went === false ? 'stop' : went === true ? 'good' : 'ink'}>
        {went === null ? `${inWords(done.step)}.` : went ? 'As expected.' : 'Otherwise than expected.'}
      </Text>{' '}
      {said === '' ? null : (
        <>
          Answered with <Text face="mono">{said}</Text>.
        </>
      )}{' '}
      {went === false ? (
        <>
          Expected was <Text face="mono">{outcomeInWords(done.step.expected)}</Text>.
        </>
      ) : null}
    </Surface>
  );
}

function KeepAsCase({ state }: { state: State }) {
  const client = useQueryClient();
  const toast = useToast();
  const [title, setTitle] = useState('');
  const [failure, setFailure] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    setFailure(null);
    await answer(
      api.POST('/journeys', { body: { title: title.trim() === '' ? state.title : title, rehearsal: state.id } }),
    );
    await client.invalidateQueries({ queryKey: journeysQuery.queryKey });
    setTitle('');
    toast('It is kept. Each draft shows whether it still goes like that.');
  }, setFailure);
  if (state.done.length === 0) return null;
  return (
    <form onSubmit={submit} noValidate className="mt-4">
      <TextField
        label="Keep what was done as a case"
        placeholder={state.title}
        value={title}
        onChange={(event) => setTitle(event.target.value)}
        error={failure?.words}
      />
      <Button type="submit" aria-disabled={busy}>
        Keep as a case
      </Button>
    </form>
  );
}
