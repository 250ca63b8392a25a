import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { json } from '@codemirror/lang-json';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import type { Extension } from '@codemirror/state';
import { EditorView, keymap, lineNumbers } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { getNonce } from 'get-nonce';

const look = EditorView.theme({
  '&': { fontSize: '12.5px', backgroundColor: 'var(--sheet)', color: 'var(--ink)', height: '100%' },
  '&.cm-focused, &:focus-within': { outline: '2px solid var(--petrol)', outlineOffset: '-2px', borderRadius: '6px' },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', lineHeight: '17px', overflow: 'auto' },
  '.cm-content': { caretColor: 'var(--ink)' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '.cm-gutters': { backgroundColor: 'var(--well)', color: 'var(--ink-soft)', borderRight: '1px solid var(--line)' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'transparent' },
  '&.cm-merge-b .cm-changedLine, .cm-insertedLine': { backgroundColor: 'var(--moss-wash)' },
  '.cm-deletedChunk, .cm-deletedLine': { backgroundColor: 'var(--brick-wash)' },
  '.cm-changedText': { background: 'none', textDecoration: 'underline 2px var(--moss)' },
  '.cm-deletedChunk .cm-deletedText, .cm-deletedText': {
    background: 'none',
    textDecoration: 'line-through var(--brick)',
  },
  '.cm-collapsedLines:before, .cm-collapsedLines:after': { content: '"···"' },
  // Its own marks are images within the style sheet, which the Content-Security-Policy refuses.
  '.cm-lint-marker-error': { content: 'none', color: 'var(--brick)' },
  '.cm-lint-marker-error:before': { content: '"✕"' },
  '.cm-lintRange-error': { backgroundImage: 'none', textDecoration: 'underline wavy var(--brick)' },
  '.cm-collapsedLines': { background: 'var(--well)', color: 'var(--ink-soft)' },
  '.cm-tooltip': { backgroundColor: 'var(--sheet)', color: 'var(--ink)', border: '1px solid var(--line-strong)' },
});

const colours = HighlightStyle.define([
  { tag: tags.propertyName, color: 'var(--petrol)' },
  { tag: tags.string, color: 'var(--moss)' },
  { tag: [tags.number, tags.bool, tags.null], color: 'var(--iris)' },
]);

/** What both share: JSON in the console's type and colours, its styles let through by the page's nonce. Tab leaves it, as it leaves every box. */
export const shared = (label: string): Extension => [
  EditorView.cspNonce.of(getNonce() ?? ''),
  // What scrolls is reached by keyboard, also where it cannot be written in.
  EditorView.contentAttributes.of({ 'aria-label': label, tabindex: '0' }),
  EditorView.lineWrapping,
  lineNumbers(),
  history(),
  keymap.of([...defaultKeymap, ...historyKeymap]),
  json(),
  syntaxHighlighting(colours),
  look,
];
