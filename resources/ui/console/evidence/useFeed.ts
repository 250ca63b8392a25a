import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { answer, type Schemas } from '../../api/client';
import { api } from '../api';

export type Entry = Schemas['EvidenceEntry'];

const EVERY = 1000;
const KEPT = 300;

/** Follows the feed: what is new is added in front, and the oldest are let go. */
export function useFeed(account: string | null): { entries: Entry[]; error: Error | null; isPending: boolean } {
  const [entries, setEntries] = useState<Entry[]>([]);
  const [of, setOf] = useState(account);
  if (of !== account) {
    setOf(account);
    setEntries([]);
  }
  const after = entries[0]?.seq ?? 0;
  const feed = useQuery({
    queryKey: ['evidence', account],
    refetchInterval: EVERY,
    gcTime: 0,
    queryFn: () =>
      answer(
        api.GET('/evidence', {
          params: { query: { ...(after > 0 ? { after } : {}), ...(account === null ? {} : { account }) } },
        }),
      ),
  });
  const fresh = feed.data?.items;
  useEffect(() => {
    if (fresh === undefined || fresh.length === 0) return;
    // eslint-disable-next-line react-hooks/set-state-in-effect -- the feed is an outside source; what it brings is added, not derived
    setEntries((known) => {
      const last = known[0]?.seq ?? 0;
      return [...fresh.filter((entry) => entry.seq > last), ...known].slice(0, KEPT);
    });
  }, [fresh]);
  return { entries, error: feed.error, isPending: feed.isPending };
}

export interface Act {
  actId: string;
  entries: Entry[];
}

/** Requests that caused nothing, one after the other, stand together: typing alone asks for a verdict every moment. */
export function inRuns(acts: Act[]): Act[] {
  const runs: Act[] = [];
  for (const act of acts) {
    const last = runs.at(-1);
    if (last !== undefined && isOnlyWire(last) && isOnlyWire(act)) last.entries.push(...act.entries);
    else runs.push({ ...act, entries: [...act.entries] });
  }
  return runs;
}

export function isOnlyWire(act: Act): boolean {
  return act.entries.every((entry) => entry.lane === 'wire');
}

/** Entries of one act together, newest act first, each act in the order in which it happened. */
export function byAct(entries: Entry[]): Act[] {
  const acts = new Map<string, Entry[]>();
  for (const entry of entries) acts.set(entry.act_id, [entry, ...(acts.get(entry.act_id) ?? [])]);
  return [...acts].map(([actId, of]) => ({ actId, entries: of.sort((a, b) => order(a) - order(b) || a.seq - b.seq) }));
}

/** The request is written down after its answer, but it is what began the act. */
function order(entry: Entry): number {
  return entry.lane === 'wire' ? 0 : 1;
}
