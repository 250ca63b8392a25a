import ts from 'typescript';
import { describe, expect, it } from 'vitest';

/** The pages, and the primitives of the kit they share with the console: their text, by their path. */
const FILES = import.meta.glob<string>(
  [
    '../../resources/ui/pages/**/*.tsx',
    '../../resources/ui/kit/{Field,FieldBox,PasswordAdvice,SigninRefusal,Button,Notice,Picture,Page}.tsx',
  ],
  { query: '?raw', import: 'default', eager: true },
);

/** What of an element people read, or hear read out. */
const READ = ['label', 'title', 'help', 'alt', 'placeholder', 'aria-label', 'button', 'nameHelp', 'error'];

/** @returns each word that stands in a component instead of the catalogue */
function wordsIn(source: string): string[] {
  const words: string[] = [];
  const isWord = (text: string) => /\p{L}{2,}/u.test(text);
  const look = (node: ts.Node): void => {
    if (ts.isJsxText(node) && isWord(node.text)) words.push(node.text.trim());
    if (ts.isJsxAttribute(node) && node.initializer !== undefined && ts.isStringLiteral(node.initializer))
      if (READ.includes(node.name.getText()) && isWord(node.initializer.text)) words.push(node.initializer.text);
    // In braces, as the content of an element or as what is read of it: {isShown ? 'Hide' : 'Show'}.
    if (ts.isJsxExpression(node) && node.expression !== undefined) {
      const at = node.parent;
      const isRead =
        ts.isJsxElement(at) || ts.isJsxFragment(at) || (ts.isJsxAttribute(at) && READ.includes(at.name.getText()));
      if (isRead) strings(node.expression);
    }
    ts.forEachChild(node, look);
  };
  const strings = (node: ts.Expression): void => {
    if (ts.isStringLiteralLike(node) && isWord(node.text)) words.push(node.text);
    if (ts.isConditionalExpression(node)) [node.whenTrue, node.whenFalse].forEach(strings);
    if (ts.isParenthesizedExpression(node)) strings(node.expression);
    if (ts.isTemplateExpression(node))
      for (const text of [node.head, ...node.templateSpans.map(({ literal }) => literal)])
        if (isWord(text.text)) words.push(text.text);
  };
  look(ts.createSourceFile('page.tsx', source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX));
  return words;
}

describe('the words of the account pages', () => {
  it('are found wherever they stand', () => {
    expect(wordsIn('<p>Hello</p>')).toEqual(['Hello']);
    expect(wordsIn('<Box label="Name" id="name" />')).toEqual(['Name']);
    expect(wordsIn("<p>{on ? 'Hide' : 'Show'}</p>")).toEqual(['Hide', 'Show']);
    expect(wordsIn('<Box help={`At most ${most}`} />')).toEqual(['At most ']);
    expect(wordsIn("<p className={on ? 'text-moss' : ''}>{w.name} · ✓</p>")).toEqual([]);
  });

  it('are looked for in all of them', () => expect(Object.keys(FILES).length).toBeGreaterThan(20));

  it.each(Object.entries(FILES))('%s has none of its own', (_, source) => {
    expect(wordsIn(source)).toEqual([]);
  });
});
