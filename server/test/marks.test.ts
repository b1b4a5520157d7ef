import { describe, expect, it } from 'vitest';
import type { Mark } from '#core/record/marks';
import { change, id, makeKit, mark, serve, written } from './client';

const api = serve();

describe('marks', () => {
  it('come back as they were sent, in the order they were kept', async () => {
    const k = await makeKit(api);
    const holes = k.row.holes.map((h) => h.id);
    const layers = k.row.layers.map((l) => l.id);
    const sent = [
      mark(k.rowId, holes),
      mark(k.rowId, holes.slice(0, 2), { kind: 'deburred', layerIds: layers, side: 'shop' }),
      mark(k.rowId, holes, { kind: 'dimpled', layerIds: [layers[0] as string] }),
    ];
    const answer = await api.post('/marks', { kitId: k.kitId, marks: sent });
    expect([answer.status, answer.body.accepted]).toEqual([200, sent.map((m) => m.id)]);
    expect(written((await api.get(`/assemblies/${k.assemblyId}/marks`)).body.marks)).toEqual(sent);
  });

  it('sent again, also at once from many sides, are there once', async () => {
    const k = await makeKit(api);
    const sent = Array.from({ length: 20 }, () => mark(k.rowId, [k.row.holes[0]?.id as string]));
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) => api.post('/marks', { kitId: k.kitId, marks: i % 2 ? sent : [...sent].reverse() })),
    );
    expect(answers.every((a) => a.status === 200)).toBe(true);
    const kept: Mark[] = (await api.get(`/assemblies/${k.assemblyId}/marks`)).body.marks;
    expect(kept.map((m) => m.id).sort()).toEqual(sent.map((m) => m.id).sort());
  });

  it('after a place in the record only newer ones are answered', async () => {
    const k = await makeKit(api);
    const holes = [k.row.holes[0]?.id as string];
    await api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, holes)] });
    const { last } = (await api.get(`/assemblies/${k.assemblyId}/marks`)).body;
    const newer = mark(k.rowId, holes);
    await api.post('/marks', { kitId: k.kitId, marks: [newer] });
    expect(written((await api.get(`/assemblies/${k.assemblyId}/marks?after=${last}`)).body.marks)).toEqual([newer]);
    expect((await api.get(`/assemblies/${k.assemblyId}/marks?after=-1`)).status).toBe(400);
  });

  it('put their kit first among all: there one carries on', async () => {
    const [one, other] = [await makeKit(api), await makeKit(api)];
    const order = async () => {
      const ids = (await api.get('/kits')).body.kits.map((k: { id: string }) => k.id);
      return [one, other].map((k) => k.kitId).sort((a, b) => ids.indexOf(a) - ids.indexOf(b));
    };
    const markIn = (k: typeof one) => api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, [k.row.holes[0]?.id as string])] });
    await markIn(one);
    expect(await order()).toEqual([one.kitId, other.kitId]);
    await markIn(other);
    expect(await order()).toEqual([other.kitId, one.kitId]);
    expect((await api.get('/kits')).body.kits[0].id).toBe(other.kitId);
    await markIn(one);
    expect(await order()).toEqual([one.kitId, other.kitId]);
  });

  it('on a row deleted since are kept', async () => {
    const k = await makeKit(api);
    await api.post('/changes', change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: null }]));
    await api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, [k.row.holes[0]?.id as string])] });
    expect((await api.get(`/assemblies/${k.assemblyId}/marks`)).body.marks).toHaveLength(1);
  });

  it.each([
    ['no hole', { holeIds: [] }],
    ['deburred without a side', { kind: 'deburred', layerIds: [id()] }],
    ['dimpled without a sheet', { kind: 'dimpled' }],
    ['an undo of nothing', { kind: 'undo' }],
    ['a mark that undoes', { payload: { undoes: id() } }],
    ['an unknown kind', { kind: 'hammered' }],
    ['a time that is none', { doneAt: 'yesterday' }],
    ['another version', { v: 2 }],
  ])('%s is refused', async (_, more) => {
    const k = await makeKit(api);
    const answer = await api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, [id()], more as Partial<Mark>)] });
    expect([answer.status, answer.body.error.path.startsWith('marks[0]')]).toEqual([400, true]);
    expect(['document-invalid', 'key-missing', 'key-unknown']).toContain(answer.body.error.code);
  });

  it('for a kit that is not there are refused', async () => {
    expect((await api.post('/marks', { kitId: id(), marks: [mark(id(), [id()])] })).status).toBe(404);
  });
});
