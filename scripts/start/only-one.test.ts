import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawn, type ChildProcess } from 'node:child_process';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { claimFolder } from './only-one';
import { processIdentity, waitFor } from './processes';

let folder = '';
let other: ChildProcess | null = null;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'anvil-claim-'));
});
afterEach(() => {
  other?.kill('SIGKILL');
  other = null;
  rmSync(folder, { recursive: true, force: true });
});

/** A process whose command line looks like a running program. */
async function looksLikeStart(): Promise<number> {
  other = spawn('sh', ['-c', 'sleep 60', 'start.mjs'], { stdio: 'ignore' });
  const pid = other.pid ?? 0;
  await waitFor(() => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs'), 5000);
  return pid;
}
function left(running: object): void {
  mkdirSync(join(folder, 'run'), { recursive: true });
  writeFileSync(join(folder, 'run', 'app.json'), JSON.stringify({ url: 'http://127.0.0.1:1/', instance: 'x', ...running }));
}

describe('one program a data folder', () => {
  it('the process that left its word is really the one: the folder is taken', async () => {
    const pid = await looksLikeStart();
    left({ pid, identity: processIdentity(pid) });
    expect(claimFolder(folder, 'me')).toMatchObject({ mine: false, other: { pid } });
  });
  it('its number is another process’s by now, which looks the same: the folder is free', async () => {
    const pid = await looksLikeStart();
    left({ pid, identity: `${processIdentity(pid)}0` });
    expect(claimFolder(folder, 'me').mine).toBe(true);
  });
  it('its number is our own, as in a container that boots again: the folder is free', () => {
    left({ pid: process.pid, identity: 'another boot/1' });
    expect(claimFolder(folder, 'me').mine).toBe(true);
  });
  it.each([
    ['nobody', { pid: 2 ** 22 - 1, identity: 'x/1' }],
    ['an older release that left no more than a number of nobody', { pid: 2 ** 22 - 1 }],
  ])('%s: the folder is free', (_, running) => {
    left(running);
    expect(claimFolder(folder, 'me').mine).toBe(true);
  });
  it('half a word, of a program killed while it wrote: the folder is free', () => {
    mkdirSync(join(folder, 'run'), { recursive: true });
    writeFileSync(join(folder, 'run', 'app.json'), '{"pid":');
    expect(claimFolder(folder, 'me').mine).toBe(true);
  });
  it('released, it can be claimed again', () => {
    const claim = claimFolder(folder, 'me');
    if (!claim.mine) throw new Error('taken');
    claim.serving('http://127.0.0.1:1/');
    claim.release();
    expect(() => readFileSync(join(folder, 'run', 'app.json'))).toThrow();
  });
});
