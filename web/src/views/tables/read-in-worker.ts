import type { TableRead } from '../../workers/table-reader';

/** Reads a table in a worker of its own, which ends with it. */
export function readInWorker(input: ArrayBuffer | string): Promise<TableRead> {
  return new Promise((resolve) => {
    const worker = new Worker(new URL('../../workers/table.worker.ts', import.meta.url), { type: 'module' });
    worker.onmessage = (event: MessageEvent<TableRead>) => {
      worker.terminate();
      resolve(event.data);
    };
    worker.onerror = () => {
      worker.terminate();
      resolve({ ok: false, code: 'table-unreadable' });
    };
    worker.postMessage(input);
  });
}
