import { useMatch, useSearchParams } from 'react-router';
import { useState } from 'react';
import { CodeBlock } from '../../kit/CodeBlock';
import { InlineLink, LinkButton } from '../../kit/Link';
import { LaneMark, type Lane } from '../../kit/Marks';
import { QueryState } from '../../kit/QueryState';
import { timeOfDay, When, zone } from '../../kit/Time';
import { byAct, inRuns, isOnlyReads, isOnlyWire, type Act, type Entry } from './acts';
import { useFeed } from './useFeed';

const LANES: readonly Lane[] = ['wire', 'record', 'message', 'audit'];

/** The evidence: four lanes against time, live, on every screen. Beside an open account it can follow that account alone. */
export function Dock({ takesFocus, onClose }: { takesFocus: boolean; onClose: () => void }) {
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
    // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
    <aside
      data-dock
      aria-label="Evidence"
      onKeyDown={(event) => (event.key === 'Escape' ? onClose() : undefined)}
      className="flex w-[320px] shrink-0 flex-col border-l border-line bg-well max-lg:fixed max-lg:inset-y-0 max-lg:right-0 max-lg:z-30 max-lg:shadow-float max-sm:w-full max-sm:border-l-0"
    >
      <header className="flex h-11 shrink-0 items-center gap-2 px-3.5">
        <h2 className="font-bold">Evidence</h2>
        <span className="flex items-center gap-1.5 text-small text-ink-soft">
          <span className="size-1.5 rounded-full bg-moss" aria-hidden="true" /> live
        </span>
        {account === null ? null : (
          <span className="ml-auto text-small">
            <LinkButton aria-pressed={!everything} onClick={() => setEverything(!everything)}>
              this account only
            </LinkButton>
          </span>
        )}
        <button
          type="button"
          ref={(hide) => {
            if (takesFocus) hide?.focus();
          }}
          onClick={onClose}
          title="Hide (e)"
          aria-label="Hide the evidence"
          className={`size-7 rounded-control text-ink-soft hover:bg-sheet ${account === null ? 'ml-auto' : ''}`}
        >
          ✕
        </button>
      </header>
      <div className="flex gap-1 border-b border-line px-2.5 pb-2" role="group" aria-label="Lanes">
        {LANES.map((lane) => (
          <button
            key={lane}
            type="button"
            aria-pressed={!hidden.has(lane)}
            onClick={() => toggle(lane)}
            className={`flex h-6 items-center gap-1 rounded-[4px] px-1 text-small hover:bg-sheet ${hidden.has(lane) ? 'text-ink-soft line-through' : ''}`}
          >
            <LaneMark lane={lane} /> {lane}
          </button>
        ))}
      </div>
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
    </aside>
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
      <h3 className="flex items-baseline justify-between gap-2 border-t border-dashed border-line-strong pt-2 pb-1 text-small text-ink-soft">
        <span className="truncate font-semibold">{named}</span>
        <When at={first.at} />
      </h3>
      <ol>
        {entries.map((entry) => (
          <Line key={entry.seq} entry={entry} />
        ))}
      </ol>
    </section>
  );
}

function Line({ entry }: { entry: Entry }) {
  const [open, setOpen] = useState(false);
  return (
    <li className="relative pl-[26px]">
      <span className="absolute top-0 bottom-0 left-[6px] w-px bg-line-strong opacity-50" aria-hidden="true" />
      <span className="absolute top-[5px] left-0">
        <LaneMark lane={entry.lane} />
      </span>
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className="block w-full rounded-[4px] py-0.5 text-left hover:bg-sheet"
      >
        <span className="block wrap-anywhere">
          <span className="sr-only">{entry.lane}: </span>
          <span className={isRefusal(entry) ? 'font-semibold text-brick' : ''}>
            {entry.label.replace(' /api/v1', ' ')}
          </span>
        </span>
        <span className="block font-mono text-small wrap-anywhere text-ink-soft">{summary(entry)}</span>
      </button>
      {open && entry.lane === 'message' ? (
        <p className="text-small">
          <InlineLink to={`/mail/${String((entry.content as Content)['id'])}`}>The message as sent</InlineLink>
        </p>
      ) : null}
      {open ? (
        <CodeBlock label={entry.label} wraps>
          {JSON.stringify(entry.content, null, 2)}
        </CodeBlock>
      ) : null}
    </li>
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
