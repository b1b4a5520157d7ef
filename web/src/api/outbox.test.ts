import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Mark } from '#core/record/marks';
import { mark } from '../../../core/test/build';

/** A browser as far as the outbox needs one: storage, timers, a server that can be away or refuse. */
class Server {
  isAway = false;
  refuses = false;
  readonly kept: string[] = [];
  readonly batches: number[] = [];
  fetch = async (_url: string, init: RequestInit): Promise<Response> => {
    const { marks } = JSON.parse(init.body as string) as { marks: Mark[] };
    if (this.isAway) throw new TypeError('away');
    if (this.refuses) return new Response(JSON.stringify({ error: { code: 'kit-unknown' } }), { status: 404 });
    this.batches.push(marks.length);
    for (const m of marks) if (!this.kept.includes(m.id)) this.kept.push(m.id);
    return new Response(JSON.stringify({ accepted: marks.map((m) => m.id) }));
  };
}

let stored: Map<string, string>;
let server: Server;

/** The module anew, as after a reload: only what is in storage is known. */
async function openPage() {
  vi.resetModules();
  const page = await import('./outbox');
  return page;
}

beforeEach(() => {
  vi.useFakeTimers();
  stored = new Map();
  server = new Server();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => stored.set(key, value),
  });
  vi.stubGlobal('window', { setTimeout: setTimeout.bind(globalThis), addEventListener: () => undefined });
  vi.stubGlobal('fetch', (url: string, init: RequestInit) => server.fetch(url, init));
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const waiting = () => (JSON.parse(stored.get('anvil.outbox') ?? '[]') as { mark: Mark }[]).map((w) => w.mark.id);

describe('the outbox', () => {
  it('keeps a mark until the server has acknowledged it', async () => {
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {}), mark('b', {})]);
    expect(waiting()).toEqual(['a', 'b']);
    await vi.runAllTimersAsync();
    expect([server.kept, waiting()]).toEqual([['a', 'b'], []]);
  });

  it('tells its listeners before it lets go of what was sent', async () => {
    const page = await openPage();
    const seen: string[][] = [];
    page.startOutbox(() => {
      seen.push(waiting());
      return Promise.resolve();
    });
    page.sendMarks('kit', [mark('a', {})]);
    await vi.runAllTimersAsync();
    expect(seen).toEqual([['a']]);
  });

  it('waits while the server is away and sends in order, once, when it is back', async () => {
    server.isAway = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {})]);
    await vi.advanceTimersByTimeAsync(5000);
    page.sendMarks('kit', [mark('b', {})]);
    await vi.advanceTimersByTimeAsync(5000);
    expect([server.kept, waiting()]).toEqual([[], ['a', 'b']]);
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(5000);
    expect([server.kept, waiting()]).toEqual([['a', 'b'], []]);
  });

  it('remembers through a closed page', async () => {
    server.isAway = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {})]);
    await vi.advanceTimersByTimeAsync(100);
    server.isAway = false;
    const again = await openPage();
    again.startOutbox(() => Promise.resolve());
    await vi.runAllTimersAsync();
    expect([server.kept, waiting()]).toEqual([['a'], []]);
  });

  it('keeps what another window put there', async () => {
    server.isAway = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {})]);
    stored.set(
      'anvil.outbox',
      JSON.stringify([...JSON.parse(stored.get('anvil.outbox') ?? '[]'), { kitId: 'kit', mark: mark('theirs', {}) }]),
    );
    page.sendMarks('kit', [mark('b', {})]);
    expect(waiting()).toEqual(['a', 'theirs', 'b']);
  });

  it('keeps what the server refuses, and goes on trying', async () => {
    server.refuses = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {})]);
    await vi.advanceTimersByTimeAsync(5000);
    expect(waiting()).toEqual(['a']);
    server.refuses = false;
    await vi.advanceTimersByTimeAsync(5000);
    expect([server.kept, waiting()]).toEqual([['a'], []]);
  });

  it('sends a long queue in pieces, a kit at a time', async () => {
    const page = await openPage();
    server.isAway = true;
    page.sendMarks(
      'kit',
      Array.from({ length: 450 }, (_, i) => mark(`m${i}`, {})),
    );
    page.sendMarks('other', [mark('x', {})]);
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(5000);
    expect([server.batches, server.kept.length]).toEqual([[200, 200, 50, 1], 451]);
  });

  it('holds marks in the page where storage is refused', async () => {
    vi.stubGlobal('localStorage', {
      getItem: () => {
        throw new Error('refused');
      },
      setItem: () => {
        throw new Error('refused');
      },
    });
    server.isAway = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {})]);
    page.sendMarks('kit', [mark('b', {})]);
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(5000);
    expect(server.kept).toEqual(['a', 'b']);
  });
});
