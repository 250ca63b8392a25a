import { describe, expect, it } from 'vitest';
import { durationInWords, durationOf, isDuration, partsOf } from '../../resources/ui/text/duration';

describe('durations (ISO 8601)', () => {
  it.each([
    ['P7D', '7 days'],
    ['P1D', '1 day'],
    ['PT24H', '24 hours'],
    ['PT1H30M', '1 hour 30 minutes'],
    ['P2W', '2 weeks'],
    ['PT1S', '1 second'],
    ['PT0S', 'nothing'],
    ['P0D', 'nothing'],
  ])('%s is %s', (duration, words) => expect(durationInWords(duration)).toBe(words));

  it.each(['', 'P', 'PT', 'P1', '7D', 'PT1D', 'P1H', 'P1DT', ' P1D', 'P1D\n', 'p1d', 'P-1D'])('%j is none', (text) => {
    expect(isDuration(text)).toBe(false);
    expect(partsOf(text)).toBeNull();
  });

  it('is written as it is read', () => {
    for (const [count, unit, text] of [
      [7, 'D', 'P7D'],
      [2, 'W', 'P2W'],
      [3, 'H', 'PT3H'],
      [10, 'M', 'PT10M'],
      [0, 'S', 'PT0S'],
    ] as const) {
      expect(durationOf(count, unit)).toBe(text);
      expect(partsOf(text)).toEqual(count === 0 ? [] : [{ count, unit }]);
    }
  });
});
