export type MetadataKind = 'own' | 'internal';

// A document of metadata on its way between its table of keys, its JSON, and the merge patch (RFC 7396) that is sent.

export type Json = string | number | boolean | null | readonly Json[] | { readonly [key: string]: Json };
export type Document = { readonly [key: string]: Json };

export type EntryType = 'text' | 'number' | 'yes-no' | 'null' | 'json';

export interface Entry {
  /** Stays while the key is typed anew. */
  id: string;
  key: string;
  type: EntryType;
  /** As it is typed. */
  text: string;
}

const isDocument = (value: Json | undefined): value is Document =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

export function typeOf(value: Json): EntryType {
  if (value === null) return 'null';
  if (typeof value === 'string') return 'text';
  if (typeof value === 'number') return 'number';
  return typeof value === 'boolean' ? 'yes-no' : 'json';
}

export function entriesOf(document: Document): Entry[] {
  return Object.entries(document).map(([key, value]) => ({
    id: key,
    key,
    type: typeOf(value),
    text: textOf(value),
  }));
}

export const textOf = (value: Json): string =>
  typeof value === 'string' ? value : typeof value === 'boolean' ? (value ? 'yes' : 'no') : JSON.stringify(value);

/** @returns the value, or what is wrong with what was typed */
export function valueOf({ type, text }: Pick<Entry, 'type' | 'text'>): { value: Json } | { mistake: string } {
  if (type === 'null') return { value: null };
  if (type === 'text') return { value: text };
  if (type === 'yes-no') return { value: text === 'yes' };
  if (type === 'number') {
    const isNumber = /^-?(0|[1-9]\d*)(\.\d+)?([eE][+-]?\d+)?$/.test(text.trim()) && Number.isFinite(Number(text));
    return isNumber ? { value: Number(text) } : { mistake: 'A number, such as 12 or 0.5.' };
  }
  try {
    return { value: JSON.parse(text) as Json };
  } catch {
    return { mistake: 'This is not JSON: an object in { }, or a list in [ ].' };
  }
}

/** @returns the document, or by the entry's id what is wrong with it */
export function documentOf(entries: readonly Entry[]): { document: Document } | { mistakes: Record<string, string> } {
  const mistakes: Record<string, string> = {};
  const values = new Map<string, Json>();
  for (const entry of entries) {
    const read = valueOf(entry);
    // A row that was just added is no key yet; a document may have one of the empty name all the same.
    const isNameless = entry.key === '' && entry.id !== '';
    if (isNameless && entry.text === '') continue;
    if (isNameless) mistakes[entry.id] = 'Give the key a name.';
    else if (values.has(entry.key)) mistakes[entry.id] = 'There is such a key above.';
    else if ('mistake' in read) mistakes[entry.id] = read.mistake;
    else values.set(entry.key, read.value);
  }
  return Object.keys(mistakes).length > 0 ? { mistakes } : { document: Object.fromEntries(values) };
}

export interface Difference {
  path: string;
  before: Json | undefined;
  after: Json | undefined;
}

/** What differs, by its keys joined with dots; whole lists are compared. */
export function changesBetween(before: Document, after: Document, above = ''): Difference[] {
  return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((key) => {
    const [was, is] = [before[key], after[key]];
    const path = above + key.replace(/[\\.]/g, '\\$&');
    if (isDocument(was) && isDocument(is)) return changesBetween(was, is, `${path}.`);
    return JSON.stringify(was) === JSON.stringify(is) ? [] : [{ path, before: was, after: is }];
  });
}

/**
 * The patch that makes one document of the other, so that keys somebody else writes meanwhile stay. A merge patch cannot write null, nor an
 * object that has one.
 *
 * @returns undefined where no patch can say it
 */
export function mergePatch(before: Document, after: Document): Document | undefined {
  const patch: Record<string, Json> = {};
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
    const [was, is] = [before[key], after[key]];
    if (JSON.stringify(was) === JSON.stringify(is)) continue;
    if (is === undefined) patch[key] = null;
    else if (isDocument(was) && isDocument(is)) {
      const within = mergePatch(was, is);
      if (within === undefined) return undefined;
      patch[key] = within;
    } else if (isDocument(was) ? is === null : holdsNull(is)) return undefined;
    else patch[key] = is;
  }
  return patch;
}

/** Within objects alone: a list is written whole, with what it holds. */
const holdsNull = (value: Json): boolean =>
  value === null || (isDocument(value) && Object.values(value).some(holdsNull));
