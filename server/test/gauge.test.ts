import { connect as plugIn, type AddressInfo, type Socket } from 'node:net';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { connect, type Connection } from '../src/db/connection';
import { dropReadings, listReadings } from '../src/db/gauges';
import { GaugeHub, type GaugeNews } from '../src/gauge/hub';
import { gaugeServer } from '../src/gauge/line';

let connection: Connection;
const hub = new GaugeHub();
let port = 0;
let server: ReturnType<typeof gaugeServer>;
beforeAll(async () => {
  connection = connect(inject('databaseUrl'));
  server = gaugeServer({ db: connection.db, hub, log: pino({ level: 'silent' }), now: () => new Date('2026-11-20T12:00:00.000Z') });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  port = (server.address() as AddressInfo).port;
});
afterAll(async () => {
  hub.close();
  await new Promise((resolve) => server.close(resolve));
  await connection.close();
});

/** A gauge in the test's hand. */
async function gauge() {
  const heard: string[] = [];
  const waiting: { is: (line: string) => boolean; done: (line: string) => void }[] = [];
  const socket: Socket = plugIn(port, '127.0.0.1').setEncoding('latin1');
  let text = '';
  let isClosed = false;
  socket.on('close', () => (isClosed = true));
  socket.on('error', () => undefined);
  socket.on('data', (chunk: string) => {
    const lines = (text + chunk).split('\n');
    text = lines.pop() ?? '';
    for (const line of lines) {
      heard.push(line);
      for (const w of waiting.filter((one) => one.is(line))) w.done(line);
    }
  });
  await new Promise<void>((resolve) => socket.once('connect', () => resolve()));
  return {
    say: (lines: string) => socket.write(lines),
    heard,
    isClosed: () => isClosed,
    until: (is: (line: string) => boolean) =>
      new Promise<string>((resolve) => {
        const known = heard.find(is);
        if (known !== undefined) resolve(known);
        else waiting.push({ is, done: resolve });
      }),
    pull: () => new Promise<void>((resolve) => socket.destroy().once('close', () => resolve())),
    closed: () => new Promise<void>((resolve) => (isClosed ? resolve() : socket.once('close', () => resolve()))),
  };
}
const kept = (name: string, after = 0, pressed = false) => listReadings(connection.db, name, after, pressed, 10_000);

describe('a gauge', () => {
  it('is greeted, and what it says is kept before it is acknowledged', async () => {
    const g = await gauge();
    g.say('HELLO depth-a in\nR 1 .0416\nR 2 .0421 P\n');
    expect(await g.until((l) => l.startsWith('OK'))).toBe('OK 0');
    await g.until((l) => l === 'ACK 2');
    expect(await kept('depth-a')).toEqual([
      { seq: 1, mm: 0.0416 * 25.4, isPressed: false },
      { seq: 2, mm: 0.0421 * 25.4, isPressed: true },
    ]);
    expect((await kept('depth-a', 0, true)).map((r) => r.seq)).toEqual([2]);
    await g.pull();
  });
  it('unplugged in the middle of a line: the half reading is none, the next plugging goes on, twice said is once kept', async () => {
    const first = await gauge();
    first.say('HELLO depth-b mm\nR 1 1.05\nR 2 1.0');
    await first.until((l) => l === 'ACK 1');
    await first.pull();
    expect((await kept('depth-b')).map((r) => r.mm)).toEqual([1.05]);
    const second = await gauge();
    second.say('HELLO depth-b mm\n');
    expect(await second.until((l) => l.startsWith('OK'))).toBe('OK 1');
    second.say('R 1 9.99\nR 2 1.06\n');
    await second.until((l) => l === 'ACK 2');
    expect((await kept('depth-b')).map((r) => r.mm)).toEqual([1.05, 1.06]);
    await second.pull();
  });
  it('nonsense is answered, counted and passed over; the readings around it are kept; endless nonsense is hung up on', async () => {
    const g = await gauge();
    g.say('R 1 1\n');
    expect(await g.until((l) => l.startsWith('ERR'))).toBe('ERR HELLO first');
    g.say('HELLO depth-c mm\nR 1 1\n~~ 0.0.4 ?\nR two 2\nR 2 999999\n\u0001\u0002\nR 3 3\n');
    await g.until((l) => l === 'ACK 3');
    expect((await kept('depth-c')).map((r) => r.seq)).toEqual([1, 3]);
    expect(g.heard.filter((l) => l.startsWith('ERR'))).toHaveLength(5);
    g.say('x'.repeat(100_000));
    g.say('\nbla\n'.repeat(300));
    await g.closed();
    const after = await gauge();
    after.say('HELLO depth-c mm\n');
    expect(await after.until((l) => l.startsWith('OK'))).toBe('OK 3');
    await after.pull();
  });
  it('6,000 readings at once: all of them kept, acknowledged in order, and the page is told in few words', async () => {
    const news: GaugeNews[] = [];
    const stop = hub.listen((n) => (n.gauge === 'depth-d' ? news.push(n) : undefined));
    const g = await gauge();
    g.say('HELLO depth-d mm\n');
    const count = 6000;
    g.say(Array.from({ length: count }, (_, i) => `R ${i + 1} ${(1 + (i % 7) / 1000).toFixed(4)}${i % 100 === 99 ? ' P' : ''}\n`).join(''));
    await g.until((l) => l === `ACK ${count}`);
    expect((await kept('depth-d')).length).toBe(count);
    const acks = g.heard.filter((l) => l.startsWith('ACK')).map((l) => Number(l.slice(4)));
    expect(acks).toEqual([...acks].sort((a, b) => a - b));
    await expect.poll(() => news.reduce((n, one) => n + one.count, 0)).toBe(count);
    expect(news.flatMap((n) => n.pressed)).toHaveLength(60);
    expect(news.length).toBeLessThan(100);
    stop();
    await g.pull();
    await expect
      .poll(() => {
        let isConnected = true;
        hub.listen((n) => (n.gauge === 'depth-d' ? (isConnected = n.isConnected) : undefined))();
        return isConnected;
      })
      .toBe(false);
  });
  it('readings nobody pressed for are let go after their time; pressed ones stay', async () => {
    await dropReadings(connection.db, new Date('2026-11-20T11:00:00.000Z'));
    expect((await kept('depth-a')).map((r) => r.seq)).toEqual([1, 2]);
    await dropReadings(connection.db, new Date('2026-11-20T13:00:00.000Z'));
    expect((await kept('depth-a')).map((r) => r.seq)).toEqual([2]);
  });
});

describe('what is no gauge', () => {
  it.each([
    [
      'a page of another site that posts lines of a gauge',
      'POST / HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: text/plain\r\n\r\nHELLO web-a in\nR 1 .0416 P\n',
    ],
    ['a browser', 'GET /index.html HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n'],
    ['the newer web', 'PRI * HTTP/2.0\r\n\r\nSM\r\n\r\n'],
    ['a safe connection', '\u0016\u0003\u0001\u0002\u0000\u0001\n'],
  ])('%s is hung up on without a word, and nothing of it is kept', async (_, said) => {
    const g = await gauge();
    g.say(said);
    await g.closed();
    expect(g.heard).toEqual([]);
    expect(await kept('web-a')).toEqual([]);
  });
  it('lines of nonsense before a name are heard three times', async () => {
    const g = await gauge();
    g.say('what\never\nthis\nHELLO late-a in\nR 1 1\n');
    await g.closed();
    expect(await kept('late-a')).toEqual([]);
  });
  it('a number far ahead of the last one is refused, so that it cannot shut out those that follow', async () => {
    const g = await gauge();
    g.say('HELLO far-a in\nR 4503599627370496 .04\nR 1000001 .04\nR 1000000 .04\nR 1000001 .05\n');
    await g.until((l) => l === 'ACK 1000001');
    expect(g.heard.filter((l) => l.startsWith('ERR'))).toEqual(['ERR number too far ahead', 'ERR number too far ahead']);
    expect((await kept('far-a')).map((r) => r.seq)).toEqual([1_000_000, 1_000_001]);
    await g.pull();
  });
  it('a second name on one line is refused, and so is a name too many', async () => {
    const g = await gauge();
    g.say('HELLO one-a in\nHELLO two-a in\n');
    expect(await g.until((l) => l.startsWith('ERR'))).toBe('ERR another HELLO before');
    await g.pull();
    for (let i = 0; i < 60; i++) {
      const other = await gauge();
      other.say(`HELLO crowd-${i} in\n`);
      const answer = await other.until(() => true);
      await other.pull();
      if (answer === 'ERR too many gauges') return;
      expect(answer).toBe('OK 0');
    }
    throw new Error('sixty gauges were let in');
  });
});
