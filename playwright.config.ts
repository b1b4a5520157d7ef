import { defineConfig } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM_SHELL } from './scripts/chromium';

/* Ports that are free now, chosen once: the workers are told by the environment, which they inherit. */
function freePorts(): string[] {
  const look = `const { createServer } = require('node:net');
const probes = [createServer(), createServer()];
let open = 0;
for (const p of probes) p.listen(0, '127.0.0.1', () => ++open === 2 && (console.log(probes.map((q) => q.address().port).join(' ')), probes.map((q) => q.close())));`;
  return execFileSync('node', ['-e', look], { encoding: 'utf8' }).trim().split(' ');
}
if (process.env.ANVIL_E2E_PORT === undefined) [process.env.ANVIL_E2E_PORT, process.env.ANVIL_E2E_GAUGE_PORT] = freePorts();
const PORT = Number(process.env.ANVIL_E2E_PORT);
const DATA = join(tmpdir(), `anvil-e2e-${process.env.ANVIL_E2E_RUN ?? process.ppid}`);

/** Journeys in a real browser against the real server and a real MariaDB of their own. */
export default defineConfig({
  testDir: 'e2e',
  testIgnore: process.env.ANVIL_E2E_PAGES ? [] : ['pages/**'],
  outputDir: 'test-results',
  /* Generous: on a loaded machine everything takes three times as long, and no test judges speed. */
  timeout: 300_000,
  expect: { timeout: 40_000 },
  fullyParallel: true,
  projects: [
    /* The long ones first, so that no core waits for the last of them. */
    { name: 'storm', testMatch: '**/storm.spec.ts' },
    { name: 'journeys', testIgnore: ['**/storm.spec.ts', 'pages/**'] },
    /* What ./test runs in a made-up window, in a real browser, for whoever doubts the window. */
    ...(process.env.ANVIL_E2E_PAGES ? [{ name: 'pages', testMatch: 'pages/*.spec.ts' }] : []),
  ],
  /* One more than there are cores: some of them wait for a server they killed. */
  workers: 3,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: process.env.ANVIL_E2E_REPORT ?? 'test-results/e2e.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: CHROMIUM_SHELL,
    contextOptions: { reducedMotion: 'reduce' },
    /* What keeps the page for when the program is away is asked for where a journey is about that. */
    serviceWorkers: 'block',
  },
  webServer: {
    command: `${process.env.ANVIL_E2E_BUILT ? '' : 'node scripts/build/build.mjs && '}exec node dist/start.mjs --data ${DATA} --port ${PORT} --gauge-port ${process.env.ANVIL_E2E_GAUGE_PORT} --demo reset`,
    url: `http://127.0.0.1:${PORT}/api/health`,
    timeout: 120_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 15_000 },
  },
});
