import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Mark } from '#core/record/marks';
import { mark } from '../../../core/test/build';

/** A browser as far as the outbox needs one: storage, timers, a server that can be away or refuse. */
class Server {
  isAway = false;
  refuses = false;
  /** Marks it names as refused for good; one that spoils its whole batch; a status it answers everything with. */
  named: Record<string, string> = {};
  poison: string | null = null;
  status: number | null = null;
  readonly kept: string[] = [];
  readonly batches: number[] = [];
  fetch = async (_url: string, init: RequestInit): Promise<Response> => {
    const { marks } = JSON.parse(init.body as string) as { marks: Mark[] };
    if (this.isAway) throw new TypeError('away');
    if (this.refuses) return new Response(JSON.stringify({ error: { code: 'kit-unknown' } }), { status: 404 });
    if (this.status !== null) return new Response('{}', { status: this.status });
    const bad = marks.filter((m) => this.named[m.id]).map((m) => ({ id: m.id, code: this.named[m.id] }));
    if (bad.length > 0) return new Response(JSON.stringify({ error: { code: 'marks-refused', marks: bad } }), { status: 409 });
    if (marks.some((m) => m.id === this.poison))
      return new Response(JSON.stringify({ error: { code: 'document-invalid', message: 'no' } }), { status: 400 });
    this.batches.push(marks.length);
    for (const m of marks) if (!this.kept.includes(m.id)) this.kept.push(m.id);
    return new Response(JSON.stringify({ accepted: marks.map((m) => m.id) }));
  };
}

let server: Server;

/** The module anew, as after a reload: only what is in the browser's database is known. */
async function openPage() {
  vi.resetModules();
  /* What a refusal is said with comes when it is wanted; the clock of these tests does not wait for files. */
  await import('#core/wording/problems');
  return import('./outbox');
}

/** Lets the browser's database answer, and so much time pass. */
async function pass(ms = 0): Promise<void> {
  for (let i = 0; i < 60; i++) await new Promise((resolve) => setImmediate(resolve));
  await vi.advanceTimersByTimeAsync(ms);
  for (let i = 0; i < 60; i++) await new Promise((resolve) => setImmediate(resolve));
}

async function waiting(): Promise<string[]> {
  vi.resetModules();
  const store = await import('./outbox-store');
  const ids = store.loadWaiting().then((all) => all.map((w) => w.mark.id));
  await pass();
  return ids;
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  vi.stubGlobal('indexedDB', new IDBFactory());
  vi.stubGlobal('BroadcastChannel', undefined);
  server = new Server();
  const old = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => old.get(key) ?? null,
    setItem: (key: string, value: string) => old.set(key, value),
    removeItem: (key: string) => old.delete(key),
  });
  vi.stubGlobal('window', { setTimeout: (run: () => void, ms: number) => setTimeout(run, ms), addEventListener: () => undefined });
  vi.stubGlobal('fetch', (url: string, init: RequestInit) => server.fetch(url, init));
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the outbox', () => {
  it('what an earlier visit left is read again where the database did not open at first', async () => {
    const store = await import('./outbox-store');
    const left = store.addWaiting([{ kitId: 'kit', mark: mark('a', {}) }]);
    await pass();
    await left;
    /* As after a browser that was killed: what held the database is not gone yet, and opening it ends in an error. */
    const real = indexedDB;
    let failures = 2;
    const open = (name: string, version?: number) => (failures-- > 0 ? real.open(name, 1) : real.open(name, version));
    vi.stubGlobal('indexedDB', { open });
    const again = await openPage();
    again.startOutbox(() => Promise.resolve());
    await pass();
    expect(server.kept).toEqual([]);
    for (let i = 0; i < 3; i++) await pass(2000);
    expect(server.kept).toEqual(['a']);
    vi.stubGlobal('indexedDB', real);
    expect(await waiting()).toEqual([]);
  });
  it('where the browser keeps nothing at all, what is marked is sent, and the database is not asked for ever', async () => {
    let asked = 0;
    vi.stubGlobal('indexedDB', {
      open: () => {
        asked++;
        throw new DOMException('no storage', 'SecurityError');
      },
    });
    const page = await openPage();
    page.startOutbox(() => Promise.resolve());
    page.sendMarks('kit', [mark('b', {})]);
    for (let i = 0; i < 30; i++) await pass(2000);
    expect(server.kept).toEqual(['b']);
    const until = asked;
    for (let i = 0; i < 5; i++) await pass(2000);
    expect(asked).toBe(until);
  });
  it('keeps a mark until the server has acknowledged it', async () => {
    server.isAway = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {}), mark('b', {})]);
    await pass();
    expect(await waiting()).toEqual(['a', 'b']);
    server.isAway = false;
    await pass(3000);
    expect([server.kept, await waiting()]).toEqual([['a', 'b'], []]);
  });

  it('waits while the server is away and sends in order, once, when it is back', async () => {
    server.isAway = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {})]);
    await pass(5000);
    page.sendMarks('kit', [mark('b', {})]);
    await pass(5000);
    expect([server.kept, await waiting()]).toEqual([[], ['a', 'b']]);
    server.isAway = false;
    await pass(5000);
    expect([server.kept, await waiting()]).toEqual([['a', 'b'], []]);
  });

  it('remembers through a closed page, in order', async () => {
    server.isAway = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {})]);
    await pass(100);
    vi.clearAllTimers();
    server.isAway = false;
    const again = await openPage();
    again.startOutbox(() => Promise.resolve());
    again.sendMarks('kit', [mark('b', {})]);
    await pass(3000);
    expect([server.kept, await waiting()]).toEqual([['a', 'b'], []]);
  });

  it('takes over what the first release left in local storage, once', async () => {
    localStorage.setItem('anvil.outbox', JSON.stringify([{ kitId: 'kit', mark: mark('old', {}) }]));
    const page = await openPage();
    page.startOutbox(() => Promise.resolve());
    await pass(100);
    expect([server.kept, await waiting(), localStorage.getItem('anvil.outbox')]).toEqual([['old'], [], null]);
  });

  const aside = async () => {
    vi.resetModules();
    const store = await import('./outbox-store');
    const all = store.loadAside().then((found) => found.map((x) => [x.mark.id, x.code]));
    await pass();
    return all;
  };
  it('sets aside what the server names as refused for good, and sends the rest', async () => {
    server.named = { b: 'mark-row-unknown' };
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {}), mark('b', {}), mark('c', {})]);
    await pass(3000);
    expect([server.kept, await waiting(), await aside()]).toEqual([['a', 'c'], [], [['b', 'mark-row-unknown']]]);
  });
  it('finds the one mark a whole batch is refused for, by halves', async () => {
    server.poison = 'm037';
    const page = await openPage();
    page.sendMarks(
      'kit',
      Array.from({ length: 60 }, (_, i) => mark(`m${String(i).padStart(3, '0')}`, {})),
    );
    for (let i = 0; i < 10; i++) await pass(200);
    expect([server.kept.length, server.kept.includes('m037'), await waiting(), await aside()]).toEqual([
      59,
      false,
      [],
      [['m037', 'document-invalid']],
    ]);
  });
  it('what is set aside stays through a closed page until a person discards it', async () => {
    server.named = { a: 'mark-in-future' };
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {})]);
    await pass(3000);
    const again = await openPage();
    again.startOutbox(() => Promise.resolve());
    await pass(100);
    expect(await aside()).toHaveLength(1);
    await Promise.all([again.discardAside(['a']), pass()]);
    expect(await aside()).toEqual([]);
  });
  it('a kit that is gone sets its marks aside; a device that is not let in waits', async () => {
    server.refuses = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {}), mark('b', {})]);
    await pass(3000);
    expect([await waiting(), await aside()]).toEqual([
      [],
      [
        ['a', 'kit-unknown'],
        ['b', 'kit-unknown'],
      ],
    ]);
    server.refuses = false;
    server.status = 401;
    const next = await openPage();
    next.sendMarks('kit', [mark('c', {})]);
    await pass(3000);
    expect(await waiting()).toEqual(['c']);
    server.status = null;
    await pass(5000);
    expect(server.kept).toEqual(['c']);
  });

  it('sends a long queue in pieces, a kit at a time', async () => {
    server.isAway = true;
    const page = await openPage();
    page.sendMarks(
      'kit',
      Array.from({ length: 450 }, (_, i) => mark(`m${String(i).padStart(3, '0')}`, {})),
    );
    page.sendMarks('other', [mark('x', {})]);
    for (let i = 0; i < 20; i++) await pass();
    server.isAway = false;
    for (let i = 0; i < 20; i++) await pass(500);
    expect([server.batches, server.kept.length]).toEqual([[200, 200, 50, 1], 451]);
    expect(server.kept).toEqual([...server.kept.slice(0, 450)].sort().concat('x'));
  });

  it('holds marks in the page where the browser keeps nothing', async () => {
    vi.stubGlobal('indexedDB', {
      open: () => {
        throw new Error('refused');
      },
    });
    server.isAway = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {})]);
    page.sendMarks('kit', [mark('b', {})]);
    await pass(100);
    server.isAway = false;
    await pass(5000);
    expect(server.kept).toEqual(['a', 'b']);
  });

  it('a mark that is put in twice waits once', async () => {
    server.isAway = true;
    const page = await openPage();
    page.sendMarks('kit', [mark('a', {})]);
    await pass();
    page.sendMarks('kit', [mark('a', {})]);
    await pass();
    expect(await waiting()).toEqual(['a']);
  });
});
