import { Worker } from 'node:worker_threads';
import type { RecordDesk } from './desk';
import { Stopped, type Task } from './tasks';

/** What goes to the thread: a task, or the wish that one stops. */
export type ToThread = { readonly id: number; readonly task: Task } | { readonly id: number; readonly stop: true };
/** What comes from it. */
export type FromThread =
  | { readonly id: number; readonly progress: number }
  | { readonly id: number; readonly done: Uint8Array | null }
  | { readonly id: number; readonly failed: string; readonly isStopped: boolean };

interface Waiting {
  readonly resolve: (bytes: Uint8Array | null) => void;
  readonly reject: (error: Error) => void;
  readonly onProgress: (share: number) => void;
}

/** Work on whole records in a thread of its own with connections of its own: whoever else asks meanwhile does not wait for it. */
export class ThreadDesk implements RecordDesk {
  private readonly waiting = new Map<number, Waiting>();
  private thread: Worker | null = null;
  private last = 0;
  private isClosed = false;

  /** `file`: the thread's program, {@link ./thread.ts}. It begins with the first task, and anew after it broke down. */
  constructor(
    private readonly file: string,
    private readonly databaseUrl: string,
  ) {}

  run(task: Task, onProgress: (share: number) => void = () => undefined): Promise<Uint8Array | null> {
    if (this.isClosed) return Promise.reject(new Error('closed'));
    const id = ++this.last;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject, onProgress });
      this.begun().postMessage({ id, task } satisfies ToThread);
    });
  }

  async close(): Promise<void> {
    this.isClosed = true;
    await this.thread?.terminate();
    this.thread = null;
  }

  private begun(): Worker {
    if (this.thread) return this.thread;
    const thread = new Worker(this.file, { workerData: { databaseUrl: this.databaseUrl } });
    thread.unref();
    thread.on('message', (said: FromThread) => this.hear(said, thread));
    const over = (error: Error) => {
      if (this.thread === thread) this.thread = null;
      for (const w of this.waiting.values()) w.reject(error);
      this.waiting.clear();
    };
    thread.on('error', over);
    thread.on('exit', () => over(new Error('the thread for records ended')));
    this.thread = thread;
    return thread;
  }

  private hear(said: FromThread, thread: Worker): void {
    const waiting = this.waiting.get(said.id);
    if (!waiting) return;
    if ('progress' in said) {
      try {
        waiting.onProgress(said.progress);
      } catch {
        thread.postMessage({ id: said.id, stop: true } satisfies ToThread);
      }
      return;
    }
    this.waiting.delete(said.id);
    if ('done' in said) waiting.resolve(said.done);
    else waiting.reject(said.isStopped ? new Stopped() : new Error(said.failed));
  }
}
