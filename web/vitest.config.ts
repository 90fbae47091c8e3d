import { defineConfig } from 'vitest/config';

// One page for every file: making a fresh one costs more than all the tests in it.
export default defineConfig({
  test: { environment: 'jsdom', isolate: false, pool: 'threads', include: ['{src,worker}/**/*.test.{ts,tsx}'], setupFiles: ['./vitest.setup.ts'] },
});
