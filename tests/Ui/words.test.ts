import { describe, expect, it } from 'vitest';
import { de } from '../../resources/ui/pages/words/de';
import { en } from '../../resources/ui/pages/words/en';

/** Every word of a catalogue by its path; a sentence with parameters is said with some that can be told apart. */
function said(words: unknown, path = ''): Record<string, string> {
  if (typeof words === 'function') return { [path]: String((words as (...given: unknown[]) => unknown)('⟨first⟩', 7)) };
  if (typeof words !== 'object' || words === null) return { [path]: String(words) };
  return Object.assign(
    {},
    ...Object.entries(words).map(([key, part]) => said(part, path === '' ? key : `${path}.${key}`)),
  );
}

describe('the catalogues of the account pages', () => {
  const [english, german] = [said(en), said(de)];

  it('say the same things', () => {
    expect(Object.keys(german)).toEqual(Object.keys(english));
    for (const [path, words] of Object.entries(english)) {
      expect(german[path]?.includes('⟨first⟩'), path).toBe(words.includes('⟨first⟩'));
      // What is before or behind an address may be nothing.
      if (words.trim() !== '') expect(german[path]?.trim(), path).not.toBe('');
    }
  });

  it('are in two languages', () => {
    const alike = Object.entries(english).filter(([path, words]) => words === german[path]);
    expect(alike.map(([path]) => path)).toEqual([
      'kit.secondStep.code',
      'boxes.name',
      'verify.done.0',
      'letIn.as.1',
      'passkeys.title',
    ]);
  });

  it('count in both forms', () => {
    expect([en.mistakes(1), en.mistakes(2)]).toEqual(['Please correct 1 entry', 'Please correct 2 entries']);
    expect([de.mistakes(1), de.mistakes(2)]).toEqual([
      'Bitte berichtigen Sie 1 Angabe',
      'Bitte berichtigen Sie 2 Angaben',
    ]);
    expect([1, 89, 90, 5_400].map((seconds) => de.kit.tryAgainIn('Zu oft', seconds))).toEqual([
      'Zu oft. Versuchen Sie es in 1 Sekunde wieder.',
      'Zu oft. Versuchen Sie es in 89 Sekunden wieder.',
      'Zu oft. Versuchen Sie es in 2 Minuten wieder.',
      'Zu oft. Versuchen Sie es in 2 Stunden wieder.',
    ]);
  });
});
