import { describe, expect, it } from 'vitest';
import { insertReadings } from '../src/db/gauges';
import { serve } from './client';

const api = serve();
const RECEIVED = new Date('2026-11-20T12:00:00.000Z');

describe('readings of a gauge', () => {
  it('come in order, after a number, all or only those pressed for', async () => {
    const readings = Array.from({ length: 6 }, (_, i) => ({ seq: i + 1, mm: 1 + i / 100, isPressed: i % 2 === 1 }));
    await insertReadings(api.db(), 'route-a', readings, RECEIVED);
    const seqs = async (query: string) =>
      ((await api.get(`/gauges/route-a/readings${query}`)).body.readings as { seq: number }[]).map((r) => r.seq);
    expect(await seqs('')).toEqual([1, 2, 3, 4, 5, 6]);
    expect(await seqs('?after=4')).toEqual([5, 6]);
    expect(await seqs('?pressed=1')).toEqual([2, 4, 6]);
    expect(await seqs('?after=6')).toEqual([]);
    expect((await api.get('/gauges/route-a/readings')).body.readings[2]).toEqual({ seq: 3, mm: 1.02, isPressed: false });
  });
  it('one number is one reading, however often it is sent', async () => {
    for (const mm of [1.1, 1.9]) await insertReadings(api.db(), 'route-b', [{ seq: 1, mm, isPressed: false }], RECEIVED);
    expect((await api.get('/gauges/route-b/readings')).body.readings).toEqual([{ seq: 1, mm: 1.1, isPressed: false }]);
  });
  it('no more than a thousand at once', async () => {
    await insertReadings(
      api.db(),
      'route-c',
      Array.from({ length: 1001 }, (_, i) => ({ seq: i + 1, mm: 1, isPressed: false })),
      RECEIVED,
    );
    expect((await api.get('/gauges/route-c/readings')).body.readings).toHaveLength(1000);
    expect((await api.get('/gauges/route-c/readings?after=1000')).body.readings).toHaveLength(1);
  });
  it.each([
    ['/gauges/-odd/readings', 404, 'gauge-unknown'],
    [`/gauges/${'x'.repeat(41)}/readings`, 404, 'gauge-unknown'],
    ['/gauges/a%20b/readings', 404, 'gauge-unknown'],
    ['/gauges/route-a/readings?after=-1', 400, 'after-invalid'],
    ['/gauges/route-a/readings?after=1.5', 400, 'after-invalid'],
    ['/gauges/route-a/readings?after=west', 400, 'after-invalid'],
    ['/gauges/route-a/readings?after=1&after=2', 400, 'after-invalid'],
  ])('%s: %i %s', async (path, status, code) => {
    const answer = await api.get(path);
    expect([answer.status, answer.body.error.code]).toEqual([status, code]);
  });
  it('a gauge nobody knows has none', async () => expect((await api.get('/gauges/nobody/readings')).body).toEqual({ readings: [] }));
  it('the stream opens, says it is here, and is let go with the page', async () => {
    const away = new AbortController();
    const response = await fetch(`${api.url()}/api/gauges/stream`, { signal: away.signal });
    expect(response.headers.get('content-type')).toContain('text/event-stream');
    const first = await response.body?.getReader().read();
    expect(new TextDecoder().decode(first?.value)).toContain('retry: 1000');
    away.abort();
  });
});
