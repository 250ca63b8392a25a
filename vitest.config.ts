import { defineConfig } from 'vitest/config';

// The pure parts of the interface. Whatever needs a page is tested in a browser (tests/Browser).
export default defineConfig({
  test: { include: ['tests/Ui/**/*.test.ts'], environment: 'node', cache: false },
});
