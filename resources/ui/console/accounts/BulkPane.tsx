import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { answer, ApiError, type Schemas } from '../../api/client';
import { Button } from '../../kit/Button';
import { Disclosure } from '../../kit/Disclosure';
import { Failure } from '../../kit/Failure';
import { TextArea } from '../../kit/Field';
import { Pane, PaneHead } from '../../kit/Layout';
import { InlineLink } from '../../kit/Link';
import { Notice } from '../../kit/Notice';
import { Progress } from '../../kit/Progress';
import { QueryState } from '../../kit/QueryState';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { exact, When } from '../../kit/Time';
import { useSubmit } from '../../kit/useSubmit';
import { counted, grouped, withSpaces } from '../../text/figures';
import { api, refresh } from '../api';
import { useKeys } from '../keys';
import { More } from '../More';
import { bulkAct } from '../queries';
import { usePages } from '../usePages';
import { useLabels } from './useLabels';
import { ACTS, titleOf, type BulkAct } from './bulk';

/** One act upon many: what it would change and who is left out, doing it, how far it is, what came of it, and undoing it. */
export function BulkPane({ id, back }: { id: string; back: string }) {
  const navigate = useNavigate();
  useKeys({ Escape: () => void navigate(back) });
  const run = useQuery(bulkAct(id));
  return (
    <Pane label="An act upon many accounts" back={back}>
      <QueryState of={run} what="the act">
        {run.data === undefined ? null : <Open run={run.data} back={back} />}
      </QueryState>
    </Pane>
  );
}

const isAtWork = (run: BulkAct | undefined): boolean => run?.state === 'checking' || run?.state === 'running';

const accounts = (count: number): string => counted(count, 'account', 'accounts');

function Open({ run, back }: { run: BulkAct; back: string }) {
  const client = useQueryClient();
  const cancel = useMutation({
    mutationFn: () => answer(api.DELETE('/bulk-acts/{id}', { params: { path: { id: run.id } } })),
    onSettled: () => refresh(client),
  });
  // The list beside it shows what was done.
  useEffect(() => {
    if (run.state === 'done') refresh(client);
  }, [client, run.state]);
  const isOver = run.state === 'done' || run.state === 'cancelled' || run.state === 'failed';
  return (
    <div className="space-y-3">
      <PaneHead back={back}>
        {titleOf(run, useLabels())}{' '}
        {accounts(isOver ? run.changed : run.state === 'checking' ? run.total : run.planned)}
      </PaneHead>
      {isAtWork(run) ? (
        <p>
          <Progress label={run.state === 'checking' ? 'Checking' : 'At work'} value={run.done} max={run.total}>
            {grouped(run.done)} of {grouped(run.total)} {run.state === 'checking' ? 'checked' : 'done'}
            <Button
              size="small"
              aria-disabled={cancel.isPending}
              onClick={() => (cancel.isPending ? undefined : cancel.mutate())}
            >
              Stop
            </Button>
          </Progress>
        </p>
      ) : null}
      <Failure error={cancel.error} />
      {run.state === 'checked' ? <Note>{ACTS[run.act].means} Nothing is changed yet.</Note> : null}
      {isOver ? <Outcome run={run} /> : null}
      <Changes run={run} />
      <LeftOut run={run} />
      {run.state === 'checked' ? <Begin run={run} onDiscard={() => cancel.mutate()} back={back} /> : null}
      <Accounts run={run} />
    </div>
  );
}

function Outcome({ run }: { run: BulkAct }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const undo = useMutation({
    mutationFn: () => answer(api.POST('/bulk-acts/{id}/undo', { params: { path: { id: run.id } } })),
    onSuccess: (undoing) => {
      const next = new URLSearchParams(search);
      next.set('bulk', undoing.id);
      refresh(client);
      void navigate(`/accounts?${next}`);
    },
  });
  return (
    <Notice tone={run.state === 'done' ? 'good' : 'caution'} role="status">
      <p>
        <strong>
          {run.state === 'done' ? 'Done.' : run.state === 'cancelled' ? 'Stopped.' : (run.failure ?? 'It broke off.')}
        </strong>{' '}
        {accounts(run.changed)} changed{run.finished_at === null ? '' : ', '}
        <When at={run.finished_at} />. Each has its own event in the trail, under one act.
      </p>
      {run.undoable_until === null ? null : (
        <p className="mt-2 flex flex-wrap items-center gap-2">
          <Button
            size="small"
            aria-disabled={undo.isPending}
            onClick={() => (undo.isPending ? undefined : undo.mutate())}
          >
            Undo…
          </Button>
          <Text size="small">until {exact(new Date(run.undoable_until))}</Text>
        </p>
      )}
      <Failure error={undo.error} />
    </Notice>
  );
}

function Changes({ run }: { run: BulkAct }) {
  if (run.changes.length === 0) {
    return run.state === 'checked' && run.planned === 0 ? (
      <Notice tone="caution">No account would change.</Notice>
    ) : null;
  }
  return (
    <table className="w-full text-left">
      <thead>
        <tr>
          {['Now', run.state === 'checked' || isAtWork(run) ? 'Becomes' : 'Became', 'Accounts'].map((head) => (
            <th key={head} scope="col" className="py-1 pr-2 last:pr-0 last:text-right">
              <Text size="small" weight="strong" tone="soft">
                {head}
              </Text>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {run.changes.map(({ before, after, accounts: count }) => (
          <Surface as="tr" edge="top" className="align-baseline" key={`${before} ${after}`}>
            <td className="py-1.5 pr-2 wrap-anywhere">
              <Text face="mono" size="small">
                {readable(before)}
              </Text>
            </td>
            <td className="py-1.5 pr-2 wrap-anywhere">
              <strong>
                <bdi>{readable(after)}</bdi>
              </strong>
            </td>
            <td className="py-1.5 text-right">{grouped(count)}</td>
          </Surface>
        ))}
      </tbody>
    </table>
  );
}

const readable = (value: string): string => (value === '' || value === 'null' ? 'none' : withSpaces(value));

function LeftOut({ run }: { run: BulkAct }) {
  if (run.left_out === 0) return null;
  return (
    <Notice tone="information">
      <strong>
        {accounts(run.left_out)} {run.left_out === 1 ? 'is' : 'are'} left out.
      </strong>
      <ul>
        {run.reasons.map(({ code, message, accounts: count }) => (
          <li key={code}>
            {grouped(count)}: {message}
          </li>
        ))}
      </ul>
    </Notice>
  );
}

function Begin({ run, onDiscard, back }: { run: BulkAct; onDiscard: () => void; back: string }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [reason, setReason] = useState('');
  const [error, setError] = useState<ApiError | null>(null);
  const { submit, busy } = useSubmit(async () => {
    setError(null);
    await answer(api.POST('/bulk-acts/{id}/begin', { params: { path: { id: run.id } }, body: { reason } }));
    refresh(client);
  }, setError);
  const why = error?.problem?.reasons.find(({ field }) => field === 'reason')?.message;
  const { verb, kind } = ACTS[run.act];
  return (
    <form onSubmit={submit} noValidate className="space-y-3">
      {run.planned === 0 ? null : (
        <TextArea
          label="Reason"
          value={reason}
          maxLength={500}
          onChange={(event) => setReason(event.target.value)}
          error={why}
          help="Goes into the audit trail, with each account."
        />
      )}
      <Note>
        {run.undo_of !== null
          ? 'They become as they were before.'
          : run.can_be_undone
            ? 'It can be undone for a day, but for accounts that are changed again.'
            : 'This cannot be undone.'}
      </Note>
      <Failure error={why === undefined ? error : null} />
      <div className="flex flex-wrap gap-2">
        {run.planned === 0 ? null : (
          <Button type="submit" kind={kind} aria-disabled={busy} aria-busy={busy}>
            {run.undo_of === null && !/ a (role|field|key)/.test(verb) ? verb : 'Change'} {accounts(run.planned)}
          </Button>
        )}
        <Button
          onClick={() => {
            onDiscard();
            void navigate(back);
          }}
        >
          Cancel
        </Button>
      </div>
    </form>
  );
}

type State = 'left_out' | 'planned' | 'changed';

/** Each account of it, listed when somebody asks. */
function Accounts({ run }: { run: BulkAct }) {
  const lists: readonly [State, string, number][] = [
    ['left_out', 'Who is left out', run.left_out],
    run.state === 'checked'
      ? ['planned', 'Who would be changed', run.planned]
      : ['changed', 'Who was changed', run.changed],
  ];
  return (
    <>
      {lists.map(([state, summary, count]) =>
        count === 0 || isAtWork(run) ? null : (
          <Disclosure key={state} summary={`${summary}: ${grouped(count)}`}>
            <Listed run={run} state={state} />
          </Disclosure>
        ),
      )}
    </>
  );
}

function Listed({ run, state }: { run: BulkAct; state: State }) {
  const list = usePages(['bulk-accounts', run.id, run.state, state], (cursor, signal) =>
    answer(
      api.GET('/bulk-acts/{id}/accounts', {
        params: { path: { id: run.id }, query: { state, ...(cursor === undefined ? {} : { cursor }) } },
        signal,
      }),
    ),
  );
  return (
    <QueryState of={list} what="the accounts" isEmpty={list.items.length === 0} empty="None.">
      <ul className="mt-1 space-y-1">
        {list.items.map((account) => (
          <li key={account.id}>
            <InlineLink to={`/accounts/${account.id}`}>
              <bdi>{account.name}</bdi>
            </InlineLink>{' '}
            <Text size="small" tone="soft">
              {account.message ?? pair(account)}
            </Text>
          </li>
        ))}
      </ul>
      <More list={list} />
    </QueryState>
  );
}

function pair({ before, after }: Pick<Schemas['BulkAccount'], 'before' | 'after'>): string {
  const shown = (values: Record<string, unknown>) =>
    Object.values(values)
      .map((value) => (value === null || value === '' ? 'none' : withSpaces(String(value))))
      .join(', ');
  return `${shown(before)} → ${shown(after)}`;
}
