import type { Schemas } from '../../api/client';

export type Entry = Schemas['EvidenceEntry'];

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

/** A verdict is asked for by POST, since it may hold a password; it changes nothing. */
export function isOnlyReads(act: Act): boolean {
  return act.entries.every(({ label }) => label.startsWith('GET ') || /^POST \S+\/(verdict|inspect) /.test(label));
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
