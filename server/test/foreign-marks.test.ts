import { describe, expect, it } from 'vitest';
import { change, id, makeKit, mark, serve } from './client';

const api = serve();

const exported = async (kitId: string) =>
  (await (await fetch(`${api.url()}/api/kits/${kitId}/export`)).json()) as { marks: Record<string, unknown>[] };
const table = async (kitId: string) => (await fetch(`${api.url()}/api/kits/${kitId}/record/marks.csv`)).text();

describe('an import is held to what a fresh mark is', () => {
  it.each([
    ['of 2031', { doneAt: '2031-01-01T10:00:00.000Z' }, 'mark-in-future'],
    ['of 1999', { doneAt: '1999-01-01T10:00:00.000Z' }, 'mark-before-kit'],
    ['of a hole that kit never had', { holeIds: [id()] }, 'mark-hole-unknown'],
    ['of a row it never had', { rowId: id() }, 'mark-row-unknown'],
  ])('a mark %s is refused, and nothing is kept', async (_, more, code) => {
    const k = await makeKit(api);
    await api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, [k.row.holes[0]?.id as string])] });
    const doc = await exported(k.kitId);
    const refused = await api.post('/kits/import?as=copy', { ...doc, marks: doc.marks.map((m) => ({ ...m, ...more })) });
    expect([refused.status, refused.body.error.code, refused.body.error.path]).toEqual([400, code, 'marks[0]']);
  });
  it('an own export imports, with work at holes and rows that are gone; the table names them', async () => {
    const k = await makeKit(api);
    const holes = k.row.holes.map((h) => h.id);
    await api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, holes.slice(-1))] });
    const fewer = { ...k.row, holes: k.row.holes.map((h, i) => (i === 0 ? { ...h, out: true } : h)) };
    await api.post(
      '/changes',
      change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: fewer }], { recordedAt: '2026-11-20T11:30:00.000Z' }),
    );
    expect(await table(k.kitId)).toContain(`${holes.length} (now ${holes.length - 1})`);
    await api.post(
      '/changes',
      change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 2, definition: null }], { recordedAt: '2026-11-20T11:40:00.000Z' }),
    );
    const csv = await table(k.kitId);
    expect(csv).toMatch(/\(deleted on 2026-11-20\)/);
    expect(csv).toContain('(row deleted)');
    expect((await api.post('/kits/import?as=copy', await exported(k.kitId))).status).toBe(200);
  });
});
