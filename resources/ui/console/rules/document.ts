/** The rule book's document, by paths. A list of objects is walked by their keys, so a path reads like the API's: apps, portal, admission. */
export type Path = readonly string[];

type Json = unknown;
type Keyed = { key: string }[];

export function read<T>(document: Json, path: Path): T {
  return path.reduce<Json>((at, key) => step(at, key), document) as T;
}

/** A new document in which the value at the path is another; undefined takes an object out of its list. */
export function write<D extends Json>(document: D, path: Path, value: Json): D {
  const [key, ...rest] = path;
  if (key === undefined) return value as D;
  if (Array.isArray(document)) {
    const list = document as Keyed;
    const next = rest.length === 0 ? value : write(step(list, key), rest, value);
    if (next === undefined) return list.filter((item) => item.key !== key) as D;
    return (
      list.some((item) => item.key === key) ? list.map((item) => (item.key === key ? next : item)) : [...list, next]
    ) as D;
  }
  const object = document as Record<string, Json>;
  return { ...object, [key]: write(object[key], rest, value) } as D;
}

function step(at: Json, key: string): Json {
  if (Array.isArray(at)) return (at as Keyed).find((item) => item.key === key);
  return (at as Record<string, Json> | undefined)?.[key];
}
