import { Agent, get } from 'node:http';
import { Worker } from 'node:worker_threads';
import { medianMs, report } from './measure';

/** Reads an address to its end; answers how long that took, ms. */
function timed(url: string, agent: Agent): Promise<number> {
  const began = performance.now();
  return new Promise((resolve, reject) => {
    get(url, { agent }, (answer) => {
      if (answer.statusCode !== 200) reject(new Error(`${url}: ${answer.statusCode}`));
      answer.resume();
      answer.once('end', () => resolve(performance.now() - began));
    }).once('error', reject);
  });
}

const ROUNDS = 6;

/** The log's first page against its bare query, and how long anybody else waits while log, export and table are asked for over and over. */
export async function heavyAnswers(base: string, kitId: string, bareMs: number): Promise<void> {
  const agent = new Agent({ keepAlive: true });
  const kit = `${base}/api/kits/${kitId}`;
  const first = await timed(`${kit}/log?zone=UTC`, agent);
  const again = await medianMs(() => timed(`${kit}/log?zone=UTC`, agent), 7, 1);
  report(
    'first page of the log of 60,000 marks / its bare query',
    `${(first / bareMs).toFixed(2)}, unchanged since ${(again / bareMs).toFixed(2)}  (${first.toFixed(0)} ms, ${again.toFixed(0)} ms / ${bareMs.toFixed(0)} ms)`,
  );
  const health = `${base}/api/health`;
  const quiet = await medianMs(() => timed(health, agent), 51, 10);
  /* In a thread of its own, so that reading the answers does not hold up the clock here. Another zone each time: the log is written anew. */
  const rounds = Array.from({ length: ROUNDS }, (_, i) => [
    `${kit}/log?zone=Etc/GMT%2B${i + 1}`,
    `${kit}/export`,
    `${kit}/record/marks.csv?zone=UTC`,
  ]);
  const load = new Worker(
    `const { workerData } = require('node:worker_threads');
(async () => { for (const urls of workerData) await Promise.all(urls.map(async (u) => (await fetch(u)).arrayBuffer())); })();`,
    { eval: true, workerData: rounds },
  );
  let isBusy = true;
  const done = new Promise<void>((resolve, reject) => load.once('exit', () => resolve()).once('error', reject)).finally(
    () => (isBusy = false),
  );
  const waits: number[] = [];
  while (isBusy) waits.push(await timed(health, agent));
  await done;
  waits.sort((a, b) => a - b);
  const at = (share: number) => waits[Math.min(waits.length - 1, Math.floor(waits.length * share))] as number;
  report(
    'health under log + export + CSV / its quiet time',
    `${(at(0.5) / quiet).toFixed(1)} half the time, ${(at(0.99) / quiet).toFixed(1)} in 99 of 100, ${(at(1) / quiet).toFixed(1)} at worst of ${waits.length}  (${quiet.toFixed(2)} ms quiet; aim 10 or less)`,
  );
  agent.destroy();
}
