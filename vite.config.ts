import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  publicDir: false,
  base: '/build/',
  build: {
    outDir: 'public/build',
    manifest: 'manifest.json',
    // Small fonts would become data: URLs, which the Content-Security-Policy refuses.
    assetsInlineLimit: 0,
    rollupOptions: { input: ['resources/ui/console/main.tsx', 'resources/ui/pages/main.tsx'] },
  },
});
