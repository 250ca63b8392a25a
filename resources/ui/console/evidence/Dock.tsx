import { useMatch, useSearchParams } from 'react-router';
import { useState } from 'react';
import { IconButton } from '../../kit/SmallButtons';
import { CodeBlock } from '../../kit/CodeBlock';
import { DockColumn } from '../../kit/Columns';
import { ActLine, LaneEntry, LaneToggle } from '../../kit/Lanes';
import { InlineLink, LinkButton } from '../../kit/Link';
import { type Lane } from '../../kit/Marks';
import { Dot } from '../../kit/Picture';
import { QueryState } from '../../kit/QueryState';
import { Surface } from '../../kit/Surface';
import { Note, Text } from '../../kit/Text';
import { timeOfDay, When, zone } from '../../kit/Time';
import type { Schemas } from '../../api/client';
import { byAct, inRuns, isOnlyReads, isOnlyWire, type Act, type Entry } from './acts';
import { useFeed } from './useFeed';
import { useFocusOnce } from '../../kit/focus';

const LANES: readonly Lane[] = ['wire', 'record', 'message', 'audit'];

/** The evidence: four lanes against time, live, on every screen. Beside an open account it can follow that account alone. */
export function Dock({ takesFocus, onClose }: { takesFocus: boolean; onClose: () => void }) {
  const hide = useFocusOnce<HTMLButtonElement>(takesFocus);
  const account = useMatch('/accounts/:id')?.params.id ?? null;
  const [everything, setEverything] = useState(true);
  const [search, setSearch] = useSearchParams();
  const hidden = new Set((search.get('hide') ?? '').split(',').filter((lane) => lane !== '') as Lane[]);
  const feed = useFeed(account !== null && !everything ? account : null);
  const acts = inRuns(byAct(feed.entries.filter((entry) => !hidden.has(entry.lane))));
  const toggle = (lane: Lane) =>
    setSearch(
      (before) => {
        const next = LANES.filter((each) => hidden.has(each) !== (each === lane));
        if (next.length === 0) before.delete('hide');
        else before.set('hide', next.join(','));
        return before;
      },
      { replace: true },
    );
  return (
    // Escape closes it from within, as a pane: on a telephone it covers the screen.
    <DockColumn aria-label="Evidence" onKeyDown={(event) => (event.key === 'Escape' ? onClose() : undefined)}>
      <header className="flex h-11 shrink-0 items-center gap-2 px-3.5">
        <Text as="h2" weight="bold">
          Evidence
        </Text>
        <Note as="span" className="flex items-center gap-1.5">
          <Dot size="small" /> live
        </Note>
        {account === null ? null : (
          <Text size="small" className="ml-auto">
            <LinkButton aria-pressed={!everything} onClick={() => setEverything(!everything)}>
              this account only
            </LinkButton>
          </Text>
        )}
        <IconButton
          ref={hide}
          onClick={onClose}
          title="Hide (e)"
          label="Hide the evidence"
          className={account === null ? 'ml-auto' : ''}
        >
          ✕
        </IconButton>
      </header>
      <Surface edge="bottom" className="flex gap-1 px-2.5 pb-2" role="group" aria-label="Lanes">
        {LANES.map((lane) => (
          <LaneToggle key={lane} lane={lane} pressed={!hidden.has(lane)} onPress={() => toggle(lane)} />
        ))}
      </Surface>
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex -- a region that scrolls has to be reachable by keyboard */}
      <div className="min-h-0 flex-1 overflow-y-auto px-3.5 pb-4" tabIndex={0} role="region" aria-label="Entries">
        <QueryState
          of={feed}
          what="the evidence"
          isEmpty={acts.length === 0}
          empty="Nothing yet. Use an account page, or your own app, in another window: what Kennel answers, writes and sends appears here."
        >
          {acts.map((act) => (
            <ActEntries key={act.actId} act={act} />
          ))}
        </QueryState>
      </div>
    </DockColumn>
  );
}

function ActEntries({ act }: { act: Act }) {
  const { entries } = act;
  const first = entries[0];
  if (first === undefined) return null;
  const named =
    entries.find((entry) => entry.lane === 'audit')?.label ??
    (isOnlyWire(act) ? (isOnlyReads(act) ? 'reads only' : 'requests only') : first.label);
  return (
    <section className="pt-2.5">
      <ActLine as="h3" name={named} aside={<When at={first.at} />} />
      <ol>
        {entries.map((entry) => (
          <Line key={entry.seq} entry={entry} />
        ))}
      </ol>
    </section>
  );
}

function Line({ entry }: { entry: Entry }) {
  return (
    <LaneEntry
      lane={entry.lane}
      label={entry.label.replace(' /api/v1', ' ')}
      summary={summary(entry)}
      isRefusal={isRefusal(entry)}
    >
      {entry.lane === 'message' ? (
        <Text as="p" size="small">
          <InlineLink to={`/mail/${String((entry.content as Content)['id'])}`}>The message as sent</InlineLink>
        </Text>
      ) : null}
      <WhyRefused entry={entry} />
      <CodeBlock label={entry.label} wraps>
        {JSON.stringify(entry.content, null, 2)}
      </CodeBlock>
    </LaneEntry>
  );
}

/** From a refusal for want of a permission to why it is wanting. */
function WhyRefused({ entry }: { entry: Entry }) {
  const answered = (entry.content as Content)['response'] as { body?: { reasons?: Schemas['Reason'][] } } | undefined;
  const needed = answered?.body?.reasons?.find(({ code }) => code === 'permission.needed');
  const permission = (needed?.parameters as { permission?: string } | undefined)?.permission;
  if (permission === undefined || entry.account_id === null) return null;
  return (
    <Text as="p" size="small">
      <InlineLink to={`/roles/why?${new URLSearchParams({ account: entry.account_id, permission })}`}>
        Why not allowed
      </InlineLink>
    </Text>
  );
}

function isRefusal(entry: Entry): boolean {
  return entry.lane === 'wire' && /→ [45]/.test(entry.label);
}

interface Change {
  before: unknown;
  after: unknown;
}

type Content = Record<string, Record<string, unknown> | string | number | null | undefined>;

/** The one line under an entry's label. */
function summary(entry: Entry): string {
  const content = entry.content as Content;
  const clock = `${timeOfDay(new Date(entry.at))} ${zone()}`;
  if (entry.lane === 'wire') {
    const response = content['response'] as { milliseconds?: number } | undefined;
    return `${clock} · ${response?.milliseconds ?? '?'} ms`;
  }
  if (entry.lane === 'record') {
    const changes = Object.entries((content['changes'] ?? {}) as Record<string, Change | string>);
    return changes
      .map(([field, change]) =>
        // What is secret is a mark in its place.
        typeof change === 'string'
          ? `${field} ${change}`
          : change.before === null
            ? `${field} ${String(change.after)}`
            : `${field} ${String(change.before)} → ${String(change.after)}`,
      )
      .join(', ');
  }
  if (entry.lane === 'message') return `to ${String(content['to'])}, ${String(content['state'])}`;
  const actor = content['actor'] as { kind?: string; name?: string } | undefined;
  return `${clock} · by ${actor?.kind ?? ''} ${actor?.name ?? ''}`;
}
