import type { RuleBook } from '../../api/rules';

export type FieldRule = RuleBook['fields'][number];

export const WITH_LIMITS: readonly FieldRule['type'][] = ['short_text', 'long_text', 'number', 'several_choices'];

/** A field as it begins: asked of nobody until somebody says so. */
export function newField(key: string, label: string, type: FieldRule['type']): FieldRule {
  const hasChoices = type === 'one_choice' || type === 'several_choices';
  return {
    key,
    label,
    help: '',
    type,
    required: 'never',
    edited_by: 'holder',
    apps: [],
    minimum: null,
    maximum: null,
    earliest: '',
    latest: '',
    region: '',
    choices: hasChoices ? [{ key: 'first', label: 'First', retired: false }] : [],
    searchable: false,
    retired: false,
  };
}

/** The key that a label suggests; empty where it has no letter that a key may have. */
export function keyFrom(label: string): string {
  return label
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}+/gu, '')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 40);
}

const KEY = /^[a-z][a-z0-9_]{0,39}$/;

/** @returns why it cannot be a field's key; null when it can */
export function reasonAgainstKey(key: string, taken: readonly string[]): string | null {
  if (taken.includes(key)) return `The key ${key} is taken by another field.`;
  if (key === '') return 'Type a key: lower-case letters a–z, digits and _, a letter first.';
  return KEY.test(key) ? null : `${key} is no key: use lower-case letters a–z, digits and _, a letter first.`;
}

/** Moves one of a list; beyond its ends it stays. */
export function moved<T>(list: readonly T[], from: number, by: number): T[] {
  const item = list[from];
  return item === undefined ? [...list] : list.toSpliced(from, 1).toSpliced(Math.max(0, from + by), 0, item);
}
