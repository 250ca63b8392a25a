// ISO 8601 durations as the rule book has them: weeks, days, hours, minutes, seconds.

const UNITS = { W: 'weeks', D: 'days', H: 'hours', M: 'minutes', S: 'seconds' } as const;
export type Unit = keyof typeof UNITS;

const FORM = /^P(?=.)(?:(\d+)W)?(?:(\d+)D)?(?:T(?=.)(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?)?$/;
const ORDER = ['W', 'D', 'H', 'M', 'S'] as const;

/** @returns each part that is not nothing; null for what is no duration */
export function partsOf(duration: string): { count: number; unit: Unit }[] | null {
  const found = FORM.exec(duration);
  if (found === null) return null;
  return ORDER.map((unit, index) => ({ count: Number(found[index + 1] ?? 0), unit })).filter(({ count }) => count > 0);
}

export function isDuration(value: unknown): value is string {
  return typeof value === 'string' && FORM.test(value);
}

/** "7 days", "1 hour 30 minutes", "nothing". */
export function durationInWords(duration: string): string {
  const parts = partsOf(duration);
  if (parts === null) return duration;
  if (parts.length === 0) return 'nothing';
  return parts.map(({ count, unit }) => `${count} ${count === 1 ? UNITS[unit].slice(0, -1) : UNITS[unit]}`).join(' ');
}

/** The same of a number of seconds. */
export function secondsInWords(seconds: number): string {
  const [hours, minutes] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60];
  return durationInWords(`PT${hours}H${minutes}M${seconds % 60}S`);
}

/** Of one part; a number and its unit, as a box holds it. */
export function durationOf(count: number, unit: Unit): string {
  return unit === 'W' || unit === 'D' ? `P${count}${unit}` : `PT${count}${unit}`;
}

export const unitName = (unit: Unit): string => UNITS[unit];
export const ALL_UNITS: readonly Unit[] = ORDER;
