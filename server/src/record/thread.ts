import { parentPort, workerData } from 'node:worker_threads';
import { constants, setPriority } from 'node:os';
import { connect } from '../db/connection';
import { RecordTasks, Stopped } from './tasks';
import type { FromThread, ToThread } from './thread-desk';

/* The program of the thread for whole records; started by ThreadDesk. */
const { databaseUrl } = workerData as { databaseUrl: string };
const tasks = new RecordTasks(connect(databaseUrl).db);
/* Of this thread alone (setpriority(2) of Linux is the calling thread's): whoever waits for a short answer goes first. */
setPriority(constants.priority.PRIORITY_LOW);
const stopping = new Set<number>();
/** Progress is told at most so often, ms. */
const EVERY_MS = 50;

function say(message: FromThread, moved: ArrayBuffer[] = []): void {
  parentPort?.postMessage(message, moved);
}

async function run({ id, task }: Extract<ToThread, { task: unknown }>): Promise<void> {
  let told = 0;
  try {
    const text = await tasks.run(task, (progress) => {
      if (stopping.has(id)) throw new Stopped();
      const now = performance.now();
      if (now - told < EVERY_MS && progress < 1) return;
      told = now;
      say({ id, progress });
    });
    const bytes = text === null ? null : new TextEncoder().encode(text);
    say({ id, done: bytes }, bytes ? [bytes.buffer] : []);
  } catch (error) {
    say({ id, failed: error instanceof Error ? error.message : 'failed', isStopped: error instanceof Stopped });
  }
  stopping.delete(id);
}

parentPort?.on('message', (message: ToThread) => {
  if ('stop' in message) stopping.add(message.id);
  else void run(message);
});
