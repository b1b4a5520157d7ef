import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        extends: true,
        test: {
          name: 'unit',
          /* Both cores: many of these wait for processes they started. */
          maxWorkers: 2,
          sequence: { groupOrder: 1 },
          include: ['core/**/*.test.ts', 'anvil/**/*.test.ts', 'web/**/*.test.ts', 'scripts/**/*.test.ts'],
          testTimeout: 180_000,
        },
      },
      {
        extends: true,
        test: {
          name: 'server',
          /* One database for all of them, and one demo kit in it: one file after the other. */
          maxWorkers: 1,
          sequence: { groupOrder: 0 },
          include: ['server/**/*.test.ts'],
          globalSetup: ['server/test/database.ts'],
          testTimeout: 180_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
