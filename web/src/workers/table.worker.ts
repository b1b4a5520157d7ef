import { decodeText, readTable, type TableRead } from './table-reader';

/* Off the main thread: a large or odd file never holds the page up. */
self.onmessage = (event: MessageEvent<ArrayBuffer | string>) => {
  const text = typeof event.data === 'string' ? event.data : decodeText(event.data);
  const answer: TableRead = readTable(text);
  self.postMessage(answer);
};
