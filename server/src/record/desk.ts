import type { Database } from '../db/connection';
import { RecordTasks, type Task } from './tasks';

/** Where work on whole records is done. */
export interface RecordDesk {
  /** The answer as bytes of UTF-8; null where the kit or assembly is not there. `onProgress` may throw to stop it. */
  run(task: Task, onProgress?: (share: number) => void): Promise<Uint8Array | null>;
  close(): Promise<void>;
}

/** Work done where it is asked for: for tests, and for whoever has no thread to spare. */
export function deskHere(db: Database): RecordDesk {
  const tasks = new RecordTasks(db);
  return {
    run: async (task, onProgress = () => undefined) => {
      const text = await tasks.run(task, onProgress);
      return text === null ? null : Buffer.from(text);
    },
    close: () => Promise.resolve(),
  };
}
