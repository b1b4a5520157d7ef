import { readFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';

/** Whether a process runs; a zombie does not count, nor one whose command line lacks `needle`. */
export function isRunning(pid: number, needle: string): boolean {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    if (stat.slice(stat.lastIndexOf(')') + 2).startsWith('Z')) return false;
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ').includes(needle);
  } catch {
    return false;
  }
}

/**
 * Which process a number stands for: numbers are used again, after a reboot, and in a container from the same beginning each time.
 * The boot of the machine and the moment of the process's start, as the kernel counts it; null where there is none.
 */
export function processIdentity(pid: number): string | null {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    /* After the name in brackets the 20th field is when it began, ticks since boot (proc(5): field 22). */
    const began = stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
    return began === undefined ? null : `${readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()}/${began}`;
  } catch {
    return null;
  }
}

/** Waits until `check` holds, looking every few milliseconds; false after `limitMs`. */
export async function waitFor(check: () => boolean | Promise<boolean>, limitMs: number): Promise<boolean> {
  for (const until = Date.now() + limitMs; Date.now() < until; await sleep(25)) if (await check()) return true;
  return false;
}

/** Whether nothing listens on that loopback port. */
export function isPortFree(port: number): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
}

/** A loopback port that nothing listens on now. */
export function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => resolve(port));
    });
  });
}

/** Asks a process to end and waits for it. */
export async function endProcess(pid: number, needle: string, limitMs: number): Promise<boolean> {
  if (!isRunning(pid, needle)) return true;
  try {
    process.kill(pid, 'SIGTERM');
  } catch {
    return true;
  }
  return waitFor(() => !isRunning(pid, needle), limitMs);
}
