import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['test/**/*.test.ts'],
    globalSetup: ['test/support/registry-setup.ts'],
    testTimeout: 180_000,
    hookTimeout: 180_000,
    // Package managers and bundlers run in the tests: more at once than the machine has cores only makes them wait.
    maxWorkers: 2,
  },
});
