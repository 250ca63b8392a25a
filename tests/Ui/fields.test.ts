import { describe, expect, it } from 'vitest';
import { keyFrom, moved, newField, reasonAgainstKey } from '../../resources/ui/console/signup/fieldRule';

describe('a new field', () => {
  it.each([
    ['Waders size', 'waders_size'],
    ['Größe in cm', 'gro_e_in_cm'],
    ['Prénom', 'prenom'],
    ['2nd phone', 'nd_phone'],
    ['Имя', ''],
    ['x'.repeat(60), 'x'.repeat(40)],
  ])('%s suggests the key %s', (label, key) => expect(keyFrom(label)).toBe(key));

  it('says why a key is none', () => {
    expect(reasonAgainstKey('size', [])).toBeNull();
    expect(reasonAgainstKey('size', ['size'])).toContain('taken');
    expect(reasonAgainstKey('', [])).toContain('Type a key');
    for (const key of ['2size', 'Size', 'größe', '_size', 'a'.repeat(41)])
      expect(reasonAgainstKey(key, [])).toContain('is no key');
  });

  it('has a first choice where it needs choices', () => {
    expect(newField('a', 'A', 'one_choice').choices).toHaveLength(1);
    expect(newField('a', 'A', 'several_choices').choices).toHaveLength(1);
    expect(newField('a', 'A', 'number').choices).toEqual([]);
    expect(newField('a', 'A', 'number').required).toBe('never');
  });

  it('moves in its list and not out of it', () => {
    const list = ['a', 'b', 'c'];
    expect(moved(list, 1, -1)).toEqual(['b', 'a', 'c']);
    expect(moved(list, 1, 1)).toEqual(['a', 'c', 'b']);
    expect(moved(list, 0, -1)).toEqual(list);
    expect(moved(list, 2, 1)).toEqual(list);
    expect(moved(list, 7, 1)).toEqual(list);
    expect(list).toEqual(['a', 'b', 'c']);
  });
});
