import 'fake-indexeddb/auto';
import type { QueryClient } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot, type Root } from 'react-dom/client';
import { inject } from 'vitest';
import { startOutbox } from '../../../web/src/api/outbox';
import { newQueryClient } from '../../../web/src/api/query-client';
import { WholePage } from '../../../web/src/whole-page';
import { fillIn, heard, routes, type Hearer } from './fill-in';
import { setClock, windClock } from './clock';
import { hands, Locator, pressKey, settled } from './locator';

declare const happyDOM: { setURL(url: string): void; setViewport(size: { width: number; height: number }): void };

const base = inject('pageUrl');
windClock();

let client: QueryClient = newQueryClient();
startOutbox(() => client.invalidateQueries({ queryKey: ['marks'] }));

interface Route {
  abort(): void;
  continue(): void;
  fetch(): Promise<{ json(): Promise<unknown> }>;
  fulfill(answer: { status?: number; json?: unknown; body?: string }): void;
}

/** Asks a test how an address is answered: not at all, by the server, or as it says. */
async function answeredBy(answer: (route: Route) => unknown, through: () => Promise<Response>): Promise<Response> {
  let given: Promise<Response> | null = null;
  await answer({
    abort: () => (given = Promise.reject(new TypeError('no answer'))),
    continue: () => (given = through()),
    fetch: through,
    fulfill: ({ status = 200, json, body }) => (given = Promise.resolve(new Response(body ?? JSON.stringify(json), { status }))),
  });
  return given ?? through();
}

/** The whole page of the program in a made-up window, against the real server: spoken to as the browser's driver is. */
export class Page {
  private root: Root | null = null;

  constructor() {
    happyDOM.setURL(`${base}/`);
    fillIn(base);
  }

  private readonly whole = new Locator(() => [document.documentElement], 'page');

  readonly getByRole: Locator['getByRole'] = (...how) => this.whole.getByRole(...how);
  readonly getByText: Locator['getByText'] = (...how) => this.whole.getByText(...how);
  readonly getByLabel: Locator['getByLabel'] = (...how) => this.whole.getByLabel(...how);
  readonly locator: Locator['locator'] = (css) => this.whole.locator(css);

  readonly keyboard = {
    press: pressKey,
    down: async (key: string) => {
      await hands.keyboard(`{${key}>}`);
      await settled();
    },
    up: async (key: string) => {
      await hands.keyboard(`{/${key}}`);
      await settled();
    },
    type: async (text: string) => {
      await hands.keyboard(text.replace(/[{[]/g, '$&$&'));
      await settled();
    },
  };

  readonly request = {
    get: (path: string) => this.call(path),
    post: (path: string, { data }: { data: unknown }) =>
      this.call(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(data) }),
  };
  private async call(path: string, init?: RequestInit) {
    const answer = await fetch(`${base}${path}`, init);
    const text = await answer.text();
    return { ok: () => answer.ok, status: () => answer.status, text: async () => text, json: async () => JSON.parse(text) as unknown };
  }

  /** What time the page believes it is. */
  readonly clock = {
    install: async ({ time = new Date() }: { time?: Date } = {}) => setClock(time.getTime()),
    setFixedTime: async (time: Date) => setClock(time.getTime()),
    fastForward: async (by: string) => {
      const [seconds = 0, minutes = 0, hours = 0] = by.split(':').map(Number).reverse();
      setClock(Date.now() + ((hours * 60 + minutes) * 60 + seconds) * 1000);
      await settled();
    },
  };

  async route(pattern: string | RegExp, answer: (route: Route) => unknown): Promise<void> {
    const wanted = typeof pattern === 'string' ? new RegExp(`${pattern.replace(/[.?]/g, '\\$&').replace(/\*\*/g, '.*')}$`) : pattern;
    routes.unshift({ pattern, fits: (url) => wanted.test(url), answer: (through) => answeredBy(answer, through) });
  }
  async unroute(pattern: string | RegExp): Promise<void> {
    const at = routes.findIndex((r) => r.pattern === pattern);
    if (at >= 0) routes.splice(at, 1);
  }
  on(_: 'request', hear: Hearer): void {
    heard.add(hear);
  }

  async setViewportSize(size: { width: number; height: number }): Promise<void> {
    this.setSize(size);
  }
  setSize(size: { width: number; height: number }): void {
    happyDOM.setViewport(size);
  }

  /** Opens an address as if nothing had been open. */
  async goto(path: string): Promise<void> {
    this.close();
    history.replaceState(null, '', path);
    client = newQueryClient();
    document.body.innerHTML = '<div id="root"></div>';
    this.root = createRoot(document.getElementById('root') as HTMLElement);
    this.root.render(
      <StrictMode>
        <WholePage client={client} />
      </StrictMode>,
    );
    await settled();
  }
  async reload(): Promise<void> {
    await this.goto(location.pathname + location.search);
  }
  async goBack(): Promise<void> {
    history.back();
    await settled();
  }
  url(): string {
    return location.href;
  }
  async evaluate<T, A>(run: (given: A) => T, given: A): Promise<T> {
    return run(given);
  }
  close(): void {
    this.root?.unmount();
    this.root = null;
    client.clear();
  }
}
