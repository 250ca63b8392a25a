import { defineConfig } from 'vite';

export default defineConfig({
  root: 'examples/floodline',
  publicDir: false,
  build: {
    outDir: '../../.cache/built-floodline',
    emptyOutDir: true,
    assetsInlineLimit: 0,
    modulePreload: { polyfill: false },
  },
});
