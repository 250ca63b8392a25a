import type { Schemas } from '../../api/client';
import type { RuleBook } from '../../api/rules';

export type Parts = Schemas['WordingParts'];
export type Kind = Schemas['WordingKind'];
export type Language = 'en' | 'de';

export const LANGUAGES = [
  { value: 'en', label: 'English' },
  { value: 'de', label: 'German' },
] as const;

export const keyOf = (kind: string, app: string, language: string): string =>
  `${kind}:${app === '' ? '*' : app}:${language}`;

/** The words that go out by this book, and whose they are: written for just these messages, for all apps, or shipped. */
export function wordsOf(
  document: RuleBook,
  kind: string,
  app: string,
  language: string,
): { parts: Parts; from: 'own' | 'all' } | null {
  const find = (key: string) => document.messages.wordings.find((one) => one.key === key);
  const own = find(keyOf(kind, app, language));
  if (own !== undefined) return { parts: partsOf(own), from: 'own' };
  const all = app === '' ? undefined : find(keyOf(kind, '', language));
  return all === undefined ? null : { parts: partsOf(all), from: 'all' };
}

export const partsOf = ({ subject, html, text, sender_name, reply_to }: Parts): Parts => ({
  subject,
  html,
  text,
  sender_name,
  reply_to,
});

export const isSame = (one: Parts, other: Parts): boolean =>
  (Object.keys(one) as (keyof Parts)[]).every((part) => one[part] === other[part]);

/** Where in a text a line and a column are, both from 1. */
export function offsetOf(text: string, line: number, column: number): number {
  const before = text.split('\n').slice(0, line - 1);
  return Math.min(text.length, before.reduce((sum, one) => sum + one.length + 1, 0) + column - 1);
}

/** A text with something put where the caret is, and where the caret is then. */
export function withInserted(text: string, from: number, to: number, inserted: string): [text: string, caret: number] {
  return [text.slice(0, from) + inserted + text.slice(to), from + inserted.length];
}
