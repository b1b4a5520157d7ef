import { mkdirSync, readFileSync, renameSync, rmSync, writeFileSync, linkSync } from 'node:fs';
import { join } from 'node:path';
import { isRunning, processIdentity } from './processes';

/** What a running program leaves in its data folder, so that a second start finds it. */
export interface Running {
  readonly pid: number;
  /** Which process that was: its number alone is soon another's. Absent in what an older release left. */
  readonly identity?: string | null;
  /** Null until it serves. */
  readonly url: string | null;
  readonly instance: string;
}

const NEEDLE = 'start.mjs';

function read(file: string): Running | null {
  try {
    const running = JSON.parse(readFileSync(file, 'utf8')) as Running;
    if (running.pid === process.pid || !isRunning(running.pid, NEEDLE)) return null;
    return running.identity === undefined || running.identity === processIdentity(running.pid) ? running : null;
  } catch {
    return null;
  }
}

function instanceIn(file: string): string | null {
  try {
    return (JSON.parse(readFileSync(file, 'utf8')) as Running).instance;
  } catch {
    return null;
  }
}

export type Claim =
  { readonly mine: true; serving(url: string): void; release(): void } | { readonly mine: false; readonly other: Running };

/** Claims a data folder for this process, or names the one that has it. What a killed program left is cleared away. */
export function claimFolder(folder: string, instance: string): Claim {
  const run = join(folder, 'run');
  mkdirSync(run, { recursive: true, mode: 0o700 });
  const file = join(run, 'app.json');
  const mine = `${file}.${process.pid}`;
  const write = (url: string | null) =>
    writeFileSync(mine, JSON.stringify({ pid: process.pid, identity: processIdentity(process.pid), url, instance } satisfies Running));
  write(null);
  for (let tries = 0; tries < 50; tries++) {
    const other = read(file);
    if (other) {
      rmSync(mine, { force: true });
      return { mine: false, other };
    }
    rmSync(file, { force: true });
    try {
      linkSync(mine, file);
      rmSync(mine, { force: true });
      return {
        mine: true,
        serving(url) {
          write(url);
          renameSync(mine, file);
        },
        release() {
          if (instanceIn(file) === instance) rmSync(file, { force: true });
        },
      };
    } catch {
      /* Somebody else was faster: look again who it is. */
    }
  }
  throw new Error(`the data folder ${folder} cannot be claimed`);
}
