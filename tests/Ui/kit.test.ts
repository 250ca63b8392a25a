import { expect, test } from 'vitest';

const KIT = import.meta.glob<string>('../../resources/ui/kit/*.tsx', { query: '?raw', import: 'default', eager: true });
const SHOWN = import.meta.glob<string>('../../resources/ui/console/kit/*.tsx', {
  query: '?raw',
  import: 'default',
  eager: true,
});

/** What the page that shows the kit stands in itself, or what only the whole of an account page is. */
const AROUND = [
  'Backdrop',
  'BarePage',
  'DialogContent',
  'DockColumn',
  'DockHandle',
  'ListPane',
  'PageSheet',
  'PaletteDialog',
  'PaletteEmpty',
  'PaletteGroup',
  'PaletteInput',
  'PaletteItem',
  'PaletteList',
  'Pane',
  'PaneHead',
  'RailLine',
  'RailStation',
  'RuleColumn',
  'ScreenGround',
  'Sheet',
  'SkipLink',
  'Toasts',
  'TryColumn',
];

const primitives = [
  ...Object.values(KIT)
    .join('\n')
    .matchAll(/^export function ([A-Z]\w*)/gm),
].map(([, name]) => name ?? '');

test('every primitive of the kit is shown on its page', () => {
  const shown = new Set(
    [
      ...Object.values(SHOWN)
        .join('\n')
        .matchAll(/<([A-Z]\w*)/g),
    ].map(([, name]) => name),
  );
  expect(primitives.length).toBeGreaterThan(60);
  expect(primitives.filter((name) => !shown.has(name) && !AROUND.includes(name))).toEqual([]);
  expect(AROUND.filter((name) => !primitives.includes(name))).toEqual([]);
});

test('no two primitives have one name', () => {
  expect(primitives.filter((name, index) => primitives.indexOf(name) !== index)).toEqual([]);
});
