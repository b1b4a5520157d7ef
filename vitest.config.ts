import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    /* Tests wait for servers and databases as often as they compute: one core more than the default takes. */
    maxWorkers: 2,
    projects: [
      {
        extends: true,
        test: {
          name: 'unit',
          include: ['core/**/*.test.ts', 'anvil/**/*.test.ts', 'web/**/*.test.ts', 'scripts/**/*.test.ts'],
          testTimeout: 60_000,
        },
      },
      {
        extends: true,
        test: {
          name: 'server',
          include: ['server/**/*.test.ts'],
          globalSetup: ['server/test/database.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
