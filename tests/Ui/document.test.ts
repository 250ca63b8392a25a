import { describe, expect, it } from 'vitest';
import type { RuleBook } from '../../resources/ui/api/rules';
import { named, read, write } from '../../resources/ui/console/rules/document';

const book = {
  apps: [
    { key: 'portal', admission: 'anyone', look: { name: 'Portal' } },
    { key: 'desk', admission: 'nobody', look: { name: 'Desk' } },
  ],
  password: { minimum: 12 },
  fields: [],
} as unknown as RuleBook;

describe('the rule book by paths', () => {
  it('reads through objects, and through lists by their keys', () => {
    expect(read(book, ['password', 'minimum'])).toBe(12);
    expect(read(book, ['apps', 'desk', 'look', 'name'])).toBe('Desk');
    expect(read(book, ['apps', 'nothing', 'admission'])).toBeUndefined();
    expect(named(['apps', 'desk', 'look'])).toBe('apps.desk.look');
  });

  it('writes a new document and leaves the old one as it was', () => {
    const next = write(book, ['apps', 'desk', 'admission'], 'anyone');
    expect(read(next, ['apps', 'desk', 'admission'])).toBe('anyone');
    expect(read(book, ['apps', 'desk', 'admission'])).toBe('nobody');
    expect(next.apps.map(({ key }) => key)).toEqual(['portal', 'desk']);
    expect(next.password).toBe(book.password);
  });

  it('adds an object to a list and takes one out', () => {
    const more = write(book, ['fields', 'size'], { key: 'size', label: 'Size' });
    expect(more.fields.map(({ key }) => key)).toEqual(['size']);
    expect(write(more, ['fields', 'size'], undefined).fields).toEqual([]);
    expect(write(book, ['apps', 'portal'], undefined).apps.map(({ key }) => key)).toEqual(['desk']);
  });
});
