import { parser } from '@lezer/json';

/** @returns what is wrong with a text that should be a JSON object, with the line; or the object */
export function readObject(text: string): { object: Record<string, unknown> } | { mistake: string } {
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null && !Array.isArray(value)
      ? { object: value as Record<string, unknown> }
      : { mistake: 'An object is needed: it begins with { and ends with }.' };
  } catch {
    return { mistake: `This is not JSON yet: look at line ${text.slice(0, stopsAt(text)).split('\n').length}.` };
  }
}

/** Where a text stops being JSON. What JSON.parse says of that differs from browser to browser. */
function stopsAt(text: string): number {
  let at = text.length;
  parser.parse(text).iterate({
    enter: ({ type, from }) => {
      if (type.isError) at = Math.min(at, from);
    },
  });
  return at;
}
