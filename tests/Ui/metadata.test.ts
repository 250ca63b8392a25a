import theirs from 'json-merge-patch';
import { expect, test } from 'vitest';
import {
  changesBetween,
  documentOf,
  entriesOf,
  mergePatch,
  valueOf,
  type Document,
  type Json,
} from '../../resources/ui/console/accounts/metadata';

const everything: Document = {
  text: 'a',
  number: 1.5,
  yes: true,
  none: null,
  list: [1, null],
  object: { a: {} },
  '': '',
};

test('a document comes back from its table as it went in', () => {
  expect(documentOf(entriesOf(everything))).toEqual({ document: everything });
});

test('what cannot be read is named by its row', () => {
  const entry = (id: string, key: string, type: 'number' | 'json' | 'text', text: string) => ({ id, key, type, text });
  expect(
    documentOf([
      entry('1', 'a', 'number', '1,5'),
      entry('2', 'b', 'json', '{'),
      entry('3', 'c', 'text', ''),
      entry('4', 'c', 'text', ''),
      entry('5', '', 'text', ''),
      entry('6', '', 'text', 'x'),
    ]),
  ).toEqual({
    mistakes: {
      1: 'A number, such as 12 or 0.5.',
      2: 'This is not JSON: an object in { }, or a list in [ ].',
      4: 'There is such a key above.',
      6: 'Give the key a name.',
    },
  });
  for (const odd of ['', ' ', '01', '0x1', 'Infinity', '1e999', '.5', '1.']) {
    expect(valueOf({ type: 'number', text: odd }), odd).toHaveProperty('mistake');
  }
});

test('what changes is named by path', () => {
  expect(changesBetween({ a: { b: 1, 'c.d': 2 }, e: [1] }, { a: { b: 1, 'c.d': 3 }, e: [1, 2], f: null })).toEqual([
    { path: 'a.c\\.d', before: 2, after: 3 },
    { path: 'e', before: [1], after: [1, 2] },
    { path: 'f', before: undefined, after: null },
  ]);
});

test('a patch makes one of the other, where a patch can say it', () => {
  let state = 7396;
  const chance = (below: number): number => (state = (state * 48271) % 2147483647) % below;
  const value = (depth: number): Json => {
    const kind = chance(depth > 2 ? 4 : 6);
    if (kind > 3)
      return Object.fromEntries(Array.from({ length: chance(4) }, () => ['abc'[chance(3)], value(depth + 1)]));
    return [null, chance(3), 'x', [chance(2), null]][kind] ?? null;
  };
  const document = () => ({ ...(value(0) as object), a: value(1), b: value(1) }) as Document;
  let said = 0;
  for (let round = 0; round < 2000; round += 1) {
    const [before, after] = [document(), document()];
    const patch = mergePatch(before, after);
    if (patch === undefined) {
      expect(JSON.stringify(after)).toContain('null');
      continue;
    }
    said += 1;
    expect(theirs.apply(structuredClone(before), patch)).toEqual(after);
  }
  expect(said).toBeGreaterThan(400);
});
