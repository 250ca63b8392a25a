import type { RuleBook } from '../../api/rules';

/** The rule book's document, by paths. A list of objects is walked by their keys, so a path reads like the API's: apps, portal, admission. */
export type Path = readonly string[];

interface Keyed {
  key: string;
}

/** What stands at a path; never where there is no such rule. */
export type At<T, P extends Path> = P extends readonly [infer K extends string, ...infer Rest extends Path]
  ? T extends readonly (infer Item extends Keyed)[]
    ? At<Item, Rest>
    : K extends keyof T
      ? At<T[K], Rest>
      : never
  : T;

/** A path whose rule is of a type; a path to anything else does not compile. */
export type PathTo<V, P extends Path> = At<RuleBook, P> extends V ? P : never;

/** @returns undefined where a list has no object of that key */
export function read<const P extends Path>(document: RuleBook, path: P): At<RuleBook, P> | undefined {
  return path.reduce<unknown>((at, key) => step(at, key), document) as At<RuleBook, P> | undefined;
}

/** A new document in which the value at the path is another; undefined takes an object out of its list. */
export function write<D>(document: D, path: Path, value: unknown): D {
  const [key, ...rest] = path;
  if (key === undefined) return value as D;
  if (Array.isArray(document)) {
    const list = document as Keyed[];
    const next = rest.length === 0 ? value : write(step(list, key), rest, value);
    if (next === undefined) return list.filter((item) => item.key !== key) as D;
    return (
      list.some((item) => item.key === key) ? list.map((item) => (item.key === key ? next : item)) : [...list, next]
    ) as D;
  }
  const object = document as Record<string, unknown>;
  return { ...object, [key]: write(object[key], rest, value) } as D;
}

function step(at: unknown, key: string): unknown {
  if (Array.isArray(at)) return (at as Keyed[]).find((item) => item.key === key);
  return (at as Record<string, unknown> | undefined)?.[key];
}

/** As the API names a rule. */
export const named = (path: Path): string => path.join('.');
