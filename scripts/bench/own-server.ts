import { spawn } from 'node:child_process';
import type { CopyState } from '#contract/answers';
import { freePort, waitFor } from '../start/processes';

/** A server of the bench's own on a port that is free; it ends with the work, however that ends. */
export async function withServer<T>(folder: string, more: readonly string[], work: (base: string) => Promise<T>): Promise<T> {
  const [port, gaugePort] = [await freePort(), await freePort()];
  const server = spawn(
    'node',
    ['dist/start.mjs', '--data', folder, '--port', String(port), '--gauge-port', String(gaugePort), '--demo', 'off', ...more],
    { stdio: 'ignore' },
  );
  const gone = new Promise<void>((resolve) => server.once('exit', () => resolve()));
  try {
    const base = `http://127.0.0.1:${port}`;
    const isUp = () =>
      fetch(`${base}/api/health`).then(
        (r) => r.ok,
        () => false,
      );
    if (!(await waitFor(isUp, 60_000))) throw new Error('the server did not come up');
    /* With its first day a server makes a copy and reads it back, which takes a core for seconds: not what is measured here. */
    const isCalm = () => fetch(`${base}/api/backups`).then(async (r) => !((await r.json()) as CopyState).isBusy);
    if (!(await waitFor(isCalm, 60_000))) throw new Error('the server does not come to rest');
    return await work(base);
  } finally {
    server.kill('SIGTERM');
    await gone;
  }
}
