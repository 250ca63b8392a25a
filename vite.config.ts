import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

/** Beside each script and style the same compressed as far as it goes, once and for all: servers send that instead. */
const compressed: Plugin = {
  name: 'compressed',
  apply: 'build',
  writeBundle({ dir = '' }) {
    for (const file of readdirSync(`${dir}/assets`)) {
      if (!/\.(js|css)$/.test(file)) continue;
      const text = readFileSync(`${dir}/assets/${file}`);
      writeFileSync(`${dir}/assets/${file}.br`, brotliCompressSync(text));
      writeFileSync(`${dir}/assets/${file}.gz`, gzipSync(text, { level: 9 }));
    }
  },
};

export default defineConfig({
  plugins: [react(), tailwindcss(), compressed],
  publicDir: false,
  base: '/build/',
  build: {
    // bin/support/swap-build.mjs puts it into public/build once it is whole.
    outDir: '.cache/built',
    emptyOutDir: true,
    manifest: 'manifest.json',
    // Small fonts would become data: URLs, which the Content-Security-Policy refuses.
    assetsInlineLimit: 0,
    // The drawing of the API's reference is one piece, as its package ships it, and loaded on that page alone.
    chunkSizeWarningLimit: 1_600,
    rollupOptions: {
      input: ['resources/ui/console/main.tsx', 'resources/ui/pages/main.tsx', 'resources/ui/reference/main.ts'],
    },
  },
});
