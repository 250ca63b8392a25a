import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { answer, type Schemas } from '../../api/client';
import { Dialog } from '../../kit/Dialog';
import { Empty, Table } from '../../kit/Layout';
import { InlineLink } from '../../kit/Text';
import { api } from '../api';
import { Failure } from '../Failure';
import { More } from '../More';
import { usePages } from '../usePages';
import { useImpact, type DraftInHand } from './useDraft';

type Count = Schemas['ImpactRun']['counts'][number];

/** One rule: what it is, how it is set, what that means, and whom a change would touch. */
export function Setting({
  name,
  control,
  path,
  hand,
  touches,
  children,
}: {
  name: string;
  control?: ReactNode;
  /** As the API names it, for the reason a change was refused with. */
  path: string;
  hand: DraftInHand;
  /** Which of the impact's counts come of this rule. */
  touches?: (count: Count) => boolean;
  children?: ReactNode;
}) {
  const isChanged = hand.draft?.changes.some((change) => change.path === path || change.path.startsWith(`${path}.`));
  const stops = hand.draft?.blockers.filter((reason) => reason.field === path) ?? [];
  const warnings = hand.draft?.warnings.filter((reason) => reason.field === path) ?? [];
  const refused = hand.refusal?.problem?.code === 'rules.invalid' ? hand.refusal.problem.reasons[0] : undefined;
  return (
    <div className="border-b border-line px-4 py-3">
      <div className="flex flex-wrap items-center justify-between gap-x-3 gap-y-1.5">
        <h3 className="font-semibold">
          {name}
          {isChanged === true ? <span className="ml-1.5 text-small font-normal text-petrol">changed</span> : null}
        </h3>
        {control}
      </div>
      {children === undefined ? null : <div className="mt-1 text-small text-ink-soft">{children}</div>}
      {refused?.field === path ? <Line tone="stop">{refused.message} What is in force was not touched.</Line> : null}
      {stops.map((reason) => (
        <Line key={reason.message} tone="stop">
          Can not be published: {reason.message}
        </Line>
      ))}
      {warnings.map((reason) => (
        <Line key={reason.message} tone="caution">
          {reason.message}
        </Line>
      ))}
      {touches === undefined ? null : <Touched touches={touches} />}
    </div>
  );
}

const washes = {
  good: 'border-moss bg-moss-wash',
  caution: 'border-amber bg-amber-wash',
  stop: 'border-brick bg-brick-wash',
};

export function Line({ tone, children, aside }: { tone: keyof typeof washes; children: ReactNode; aside?: ReactNode }) {
  return (
    <div
      className={`mt-1.5 flex items-center justify-between gap-3 border-l-[3px] px-2.5 py-1 text-small ${washes[tone]}`}
    >
      <span className="min-w-0">{children}</span>
      {aside}
    </div>
  );
}

/** The impact's counts that come of one rule, or of several. */
export function Touched({ touches }: { touches: (count: Count) => boolean }) {
  const run = useImpact().data?.run;
  return (
    <>
      {run?.counts.filter(touches).map((count) => (
        <CountLine key={count.message} run={run} count={count} />
      ))}
    </>
  );
}

export function CountLine({ run, count }: { run: Schemas['ImpactRun']; count: Count }) {
  const [open, setOpen] = useState(false);
  const tone =
    count.kind === 'collision'
      ? 'stop'
      : count.kind.endsWith('admitted') || count.kind === 'loses_duty'
        ? 'good'
        : 'caution';
  return (
    <Line
      tone={tone}
      aside={
        <button
          type="button"
          className="shrink-0 whitespace-nowrap underline underline-offset-2"
          onClick={() => setOpen(true)}
        >
          See them
        </button>
      }
    >
      {count.message}
      {open ? <FindingsDialog run={run} count={count} onClose={() => setOpen(false)} /> : null}
    </Line>
  );
}

function FindingsDialog({ run, count, onClose }: { run: Schemas['ImpactRun']; count: Count; onClose: () => void }) {
  const list = usePages(['findings', run.id, count.kind, count.code, count.field], (cursor) =>
    answer(
      api.GET('/rules/impact/{id}/findings', {
        params: {
          path: { id: run.id },
          query: {
            kind: count.kind,
            code: count.code,
            limit: 50,
            ...(count.field === null ? {} : { field: count.field }),
            ...(cursor === undefined ? {} : { cursor }),
          },
        },
      }),
    ),
  );
  return (
    <Dialog open onClose={onClose} title={count.message}>
      <Failure error={list.error} />
      <Table label="Whom it touches" head={['Who', 'Why']}>
        {list.items.map((finding, index) => (
          <tr key={index}>
            <td>
              {finding.account === null ? (
                finding.sign_up === null ? (
                  ''
                ) : (
                  `${finding.sign_up.app}, ${finding.sign_up.day}`
                )
              ) : (
                <InlineLink to={`/accounts/${finding.account.id}`}>
                  <bdi>{finding.account.name}</bdi>
                </InlineLink>
              )}
              <span className="block font-mono text-small text-ink-soft">
                {finding.account?.email ?? finding.sign_up?.domain}
              </span>
            </td>
            <td className="text-small">{finding.message}</td>
          </tr>
        ))}
      </Table>
      {list.items.length === 0 && !list.isPending ? <Empty>Nobody any more.</Empty> : null}
      <More list={list} />
    </Dialog>
  );
}

/** How many accounts hold what, for the fields' screen. */
export function useFieldUse() {
  return useQuery({ queryKey: ['field-use'], queryFn: () => answer(api.GET('/fields')) });
}
