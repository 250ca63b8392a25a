import { describe, expect, it } from 'vitest';
import { countTicks } from '../../resources/ui/kit/Chart';
import { counted, grouped, withSpaces } from '../../resources/ui/text/figures';
import { relative } from '../../resources/ui/kit/Time';

describe('figures and times', () => {
  it('groups digits with a thin space and counts in both forms', () => {
    expect(grouped(1_234_567)).toBe('1\u202f234\u202f567');
    expect(counted(1, 'account', 'accounts')).toBe('1 account');
    expect(counted(0, 'account', 'accounts')).toBe('0 accounts');
    expect(counted(1_000, 'account', 'accounts')).toBe('1\u202f000 accounts');
  });

  it('shows spaces where they are what is wrong', () => {
    expect(withSpaces(' Upper  Alder ')).toBe('·Upper··Alder·');
    expect(withSpaces('Upper Alder')).toBe('Upper Alder');
  });

  const now = new Date('2026-05-10T12:00:00');
  it.each([
    ['2026-05-10T11:59:01', 'now'],
    ['2026-05-10T12:00:59', 'now'],
    ['2026-05-10T11:59:00', '1 min'],
    ['2026-05-10T11:00:01', '59 min'],
    ['2026-05-10T11:00:00', '1 h'],
    ['2026-05-09T12:00:01', '23 h'],
    ['2026-05-09T12:00:00', '1 day'],
    ['2026-05-08T12:00:00', '2 days'],
    ['2026-05-02T12:00:01', '7 days'],
    ['2026-05-02T12:00:00', '2 May'],
    ['2025-12-31T12:00:00', '31 Dec 2025'],
  ])('%s is %s', (at, words) => expect(relative(new Date(at), now)).toBe(words));

  it.each([0, 1, 3, 4, 7, 12, 40, 99, 1_234, 98_765])('an axis reaches %d in a few round steps', (most) => {
    const ticks = countTicks(most);
    expect(ticks[0]).toBe(0);
    expect(ticks.at(-1)).toBeGreaterThanOrEqual(most);
    expect(ticks.length).toBeLessThanOrEqual(6);
    expect(new Set(ticks).size).toBe(ticks.length);
  });
});
