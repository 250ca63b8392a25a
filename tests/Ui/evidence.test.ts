import { describe, expect, it } from 'vitest';
import { byAct, inRuns, isOnlyReads, isOnlyWire, type Entry } from '../../resources/ui/console/evidence/acts';

const entry = (seq: number, act: string, lane: Entry['lane']): Entry => ({
  seq,
  act_id: act,
  lane,
  label: `${lane} ${seq}`,
  at: '2026-05-01T12:00:00.000Z',
  account_id: null,
  content: {},
});

describe('the evidence by acts', () => {
  it('tells reads from requests that left something', () => {
    const labelled = (label: string) => ({ actId: 'a', entries: [{ ...entry(1, 'a', 'wire'), label }] });
    for (const label of [
      'GET /api/v1/session → 200',
      'POST /api/v1/signups/verdict → 200',
      'POST /api/v1/recoveries/inspect → 422',
    ])
      expect(isOnlyReads(labelled(label)), label).toBe(true);
    for (const label of ['POST /api/v1/signups/forms → 201', 'PUT /api/v1/rules/draft → 200'])
      expect(isOnlyReads(labelled(label)), label).toBe(false);
  });

  it('puts an act together, its request first, the newest act first', () => {
    // Newest first, as the feed has them; the request is written down after its answer.
    const acts = byAct([
      entry(5, 'b', 'wire'),
      entry(4, 'a', 'wire'),
      entry(3, 'b', 'audit'),
      entry(2, 'a', 'record'),
      entry(1, 'a', 'message'),
    ]);
    expect(acts.map(({ actId }) => actId)).toEqual(['b', 'a']);
    expect(acts[1]?.entries.map(({ seq }) => seq)).toEqual([4, 1, 2]);
  });

  it('runs reads together, and nothing else', () => {
    const acts = byAct([
      entry(5, 'e', 'wire'),
      entry(4, 'd', 'wire'),
      entry(3, 'c', 'audit'),
      entry(2, 'b', 'wire'),
      entry(1, 'a', 'wire'),
    ]);
    expect(inRuns(acts).map(({ entries }) => entries.map(({ seq }) => seq))).toEqual([[5, 4], [3], [2, 1]]);
    expect(acts.map(({ entries }) => entries.length)).toEqual([1, 1, 1, 1, 1]);
    expect(acts.map(isOnlyWire)).toEqual([true, true, false, true, true]);
  });
});
