import { inject } from 'vitest';
import { Worker as Thread } from 'node:worker_threads';

/** A worker of the page in a thread of its own, from what was bundled once for all tests. */
class PageWorker {
  onmessage: ((event: { data: unknown }) => void) | null = null;
  onerror: ((event: { message: string }) => void) | null = null;
  private readonly thread: Thread;

  constructor(file: URL | string) {
    const name = /([\w-]+)\.worker/.exec(String(file))?.[1] ?? '';
    this.thread = new Thread(`${inject('workersDir')}/${name}.worker.mjs`, { workerData: { base: inject('pageUrl') } });
    this.thread.on('message', (data: unknown) => this.onmessage?.({ data }));
    this.thread.on('error', (error: Error) => this.onerror?.({ message: error.message }));
  }
  postMessage(data: unknown): void {
    this.thread.postMessage(data);
  }
  terminate(): void {
    void this.thread.terminate();
  }
}

/** Says once that everything observed is seen, at a size: nothing is laid out here. */
class Observer {
  constructor(private tell: (entries: readonly object[], observer: Observer) => void) {}
  observe(target: Element): void {
    const size = { inlineSize: 1200, blockSize: 700 };
    const rect = { width: 1200, height: 700, top: 0, left: 0, right: 1200, bottom: 700, x: 0, y: 0 };
    const entry = { target, isIntersecting: true, intersectionRatio: 1, contentRect: rect, borderBoxSize: [size], contentBoxSize: [size] };
    setTimeout(() => this.tell([entry], this), 0);
  }
  unobserve(): void {}
  disconnect(): void {
    this.tell = () => undefined;
  }
}

/** Addresses a test answers itself. */
interface OwnAnswer {
  readonly fits: (url: string) => boolean;
  readonly pattern: unknown;
  readonly answer: (through: () => Promise<Response>) => Promise<Response>;
}
export const routes: OwnAnswer[] = [];

/** Told of everything that is asked of the server. */
export type Hearer = (request: { method: () => string; url: () => string; postDataJSON: () => unknown }) => void;
export const heard = new Set<Hearer>();

const underway = new Set<Promise<unknown>>();

/** Every question to the server has its answer, and what that led to; or so long has passed, ms. */
export async function answered(patience = 5000): Promise<void> {
  const end = performance.now() + patience;
  while (underway.size > 0 && performance.now() < end) {
    await Promise.race([Promise.all(underway), new Promise((resolve) => setTimeout(resolve, end - performance.now()))]);
    await new Promise((resolve) => setTimeout(resolve, 1));
  }
}

/** A gauge that says nothing. */
class Silent {
  addEventListener(): void {}
  close(): void {}
}

/** A picture nobody sees: everything drawn on it is taken. */
const nothingDrawn = (canvas: unknown): unknown =>
  new Proxy(
    { canvas },
    {
      get: (own, name) => {
        if (name === 'canvas') return own.canvas;
        if (name === 'measureText')
          return (text: string) => ({ width: text.length * 7, actualBoundingBoxAscent: 8, actualBoundingBoxDescent: 2 });
        if (name === 'getImageData' || name === 'createImageData') return () => ({ data: new Uint8ClampedArray(4), width: 1, height: 1 });
        if (/^create/.test(String(name))) return () => ({ addColorStop: () => undefined });
        return () => undefined;
      },
      set: () => true,
    },
  );

let filled: Document | null = null;

/** Gives the made-up window what a window has and it has not, or only in part. */
export function fillIn(base: string): void {
  /* Every file of tests has a window of its own. */
  if (filled === document) return;
  filled = document;
  const asked = globalThis.fetch;
  Object.assign(globalThis, {
    Worker: PageWorker,
    EventSource: Silent,
    ResizeObserver: Observer,
    IntersectionObserver: Observer,
    fetch: (path: string | URL, init?: RequestInit) => {
      const url = new URL(path, base);
      for (const hear of heard)
        hear({ method: () => init?.method ?? 'GET', url: () => url.href, postDataJSON: () => JSON.parse(String(init?.body)) as unknown });
      const through = () => asked(url, init);
      const own = routes.find((r) => r.fits(url.href));
      const answer = own ? own.answer(through) : through();
      const over = answer.then(() => undefined).catch(() => undefined);
      underway.add(over);
      void over.then(() => underway.delete(over));
      return answer;
    },
    scrollTo: () => undefined,
  });
  HTMLCanvasElement.prototype.getContext = function (this: unknown) {
    return nothingDrawn(this) as never;
  };
  Object.defineProperty(document, 'fonts', { value: { status: 'loaded', ready: Promise.resolve() } });
  Element.prototype.scrollIntoView = () => undefined;
  Element.prototype.setPointerCapture = () => undefined;
  Element.prototype.releasePointerCapture = () => undefined;
  Element.prototype.hasPointerCapture = () => false;
}
