import { describe, expect, it } from 'vitest';
import { fullMarks } from '../../core/test/mark-examples';
import type { Mark } from '#core/record/marks';
import { change, id, makeKit, mark, serve, written } from './client';

const api = serve();
const marksOf = async (assemblyId: string): Promise<Mark[]> => (await api.get(`/assemblies/${assemblyId}/marks`)).body.marks;
const exportText = async (kitId: string) => (await fetch(`${api.url()}/api/kits/${kitId}/export`)).text();
const at = (day: number) => `2026-11-${String(day).padStart(2, '0')}T10:00:00.000Z`;

/** A kit whose row was dash 3 from the 10th on, and dash 4 from the 20th. */
async function editedKit() {
  const k = await makeKit(api);
  await api.db().execute(`update changes set recorded_at = '${at(10)}' where kit_id = '${k.kitId}'`);
  const edited = await api.post(
    '/changes',
    change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, dash: 4 } }], { recordedAt: at(20) }),
  );
  expect(edited.status).toBe(200);
  return k;
}

describe('an old mark, which does not say what was done', () => {
  it.each([
    ['before the row was there: its first version', 5, 2.4892, 'MS20426AD3'],
    ['between: as the row stood then', 15, 2.4892, 'MS20426AD3'],
    ['after the edit: as it was edited', 21, 3.2639, 'MS20426AD4'],
  ])('%s', async (_, day, holeMm, stem) => {
    const k = await editedKit();
    const holes = k.row.holes.map((h) => h.id);
    const old = [mark(k.rowId, holes, { doneAt: at(day) }), mark(k.rowId, holes, { kind: 'set', doneAt: at(day) })];
    expect((await api.post('/marks', { kitId: k.kitId, marks: old })).status).toBe(200);
    const [drilled, set] = await marksOf(k.assemblyId);
    expect(drilled?.then).toMatchObject({ partIds: [k.skin, k.spar], tool: 'drill' });
    expect((drilled?.then as { holeMm: number }).holeMm).toBeCloseTo(holeMm, 4);
    expect((set?.then as { fastener: { name: string } }).fastener.name).toContain(stem);
    /* What was written stays as it was written, here and in the export. */
    expect(written([drilled, set] as Mark[])).toEqual(old);
    expect(await exportText(k.kitId)).not.toContain('"then"');
  });
  it('whose row was changed and nobody kept how says nothing: never today’s plan', async () => {
    const k = await editedKit();
    await api.db().execute(`delete from changes where kit_id = '${k.kitId}'`);
    await api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, [k.row.holes[0]!.id], { doneAt: at(15) })] });
    expect((await marksOf(k.assemblyId))[0]?.then).toBeNull();
  });
  it('sent again after it was read is the same mark', async () => {
    const k = await editedKit();
    const old = mark(k.rowId, [k.row.holes[0]!.id], { doneAt: at(15) });
    for (let i = 0; i < 2; i++) expect((await api.post('/marks', { kitId: k.kitId, marks: [old] })).status).toBe(200);
    expect(await marksOf(k.assemblyId)).toHaveLength(1);
  });
  it('a client cannot say it', async () => {
    const k = await makeKit(api);
    const said = { ...mark(k.rowId, [k.row.holes[0]!.id]), then: null };
    expect((await api.post('/marks', { kitId: k.kitId, marks: [said] })).status).toBe(400);
  });
});

describe('a mark of every kind and version, nothing left out', () => {
  it('is stored, exported, imported and read back the same; as a copy under its own ids', async () => {
    const k = await makeKit(api);
    const ids = {
      rowId: k.rowId,
      assemblyId: k.assemblyId,
      kitId: k.kitId,
      holeId: k.row.holes[0]!.id,
      layerId: k.row.layers[0]!.id,
      partId: k.skin,
      person: id(),
      device: id(),
      other: id(),
      newId: id,
    };
    const marks = fullMarks(ids);
    /* An undo takes back the mark it names: here one that is not there. */
    const answer = await api.post('/marks', { kitId: k.kitId, marks });
    expect([answer.status, answer.body.error]).toEqual([200, undefined]);
    const text = await exportText(k.kitId);
    const exported = (JSON.parse(text) as { marks: Mark[] }).marks;
    const byId = (list: readonly Mark[]) => [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
    expect(byId(exported)).toEqual(byId(marks));
    const copy = await api.post('/kits/import?as=copy', text);
    expect(copy.status).toBe(200);
    const copied = (JSON.parse(await exportText(copy.body.kitId)) as { marks: Mark[] }).marks;
    expect(copied.map((m) => m.kind).sort()).toEqual(marks.map((m) => m.kind).sort());
    /* No id of the first kit is left in it, but for who it was and the photos. */
    const kept = JSON.stringify(copied);
    for (const own of [k.rowId, k.assemblyId, ids.holeId, ids.layerId, k.skin]) expect(kept).not.toContain(own);
    expect((await api.post('/kits/import?as=copy', await exportText(copy.body.kitId))).status).toBe(200);
  });
});
