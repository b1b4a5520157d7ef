import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        extends: true,
        mode: 'production',
        oxc: { jsx: { runtime: 'automatic', development: false } },
        test: {
          name: 'pages',
          /* As it is built for the browser: without what the page's library adds for whoever develops, it is three times as quick. */
          env: { NODE_ENV: 'production' },
          environment: 'happy-dom',
          /* One program for all of them: what each file would load anew is most of the page. */
          isolate: false,
          include: ['e2e/pages/*.spec.ts'],
          /* The language of the browser's driver, spoken in a made-up window. */
          alias: { '@playwright/test': fileURLToPath(new URL('./e2e/pages/window/test.ts', import.meta.url)) },
          globalSetup: ['server/test/serving.ts'],
          maxWorkers: 2,
          sequence: { groupOrder: 1 },
          testTimeout: 120_000,
        },
      },
      {
        extends: true,
        test: {
          name: 'unit',
          /* Nothing here leaves anything behind in a module: what each file would load anew was a sixth of the work. */
          isolate: false,
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
          isolate: false,
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
