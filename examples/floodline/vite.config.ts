import { defineConfig } from 'vite';

export default defineConfig({
  root: 'examples/floodline',
  publicDir: false,
  build: { outDir: 'dist', emptyOutDir: true, assetsInlineLimit: 0, modulePreload: { polyfill: false } },
});
