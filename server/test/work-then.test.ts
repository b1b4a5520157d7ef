import { describe, expect, it } from 'vitest';
import { fullEdits } from '../../core/test/definition-examples';
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

describe('a definition of every kind, nothing left out', () => {
  it('is stored, exported, imported and read back the same', async () => {
    const ids = {
      kit: id(),
      assembly: id(),
      skin: id(),
      spar: id(),
      row: id(),
      other: id(),
      tool: id(),
      page: id(),
      fastener: id(),
      lot: id(),
      person: id(),
      layers: [id(), id()] as const,
      hole: id(),
    };
    const edits = fullEdits(ids);
    const kept = await api.post('/changes', change(ids.kit, edits));
    expect([kept.status, kept.body.error]).toEqual([200, undefined]);
    const text = await exportText(ids.kit);
    const { entities } = JSON.parse(text) as { entities: { kind: string; id: string; definition: object }[] };
    for (const e of edits) expect([e.kind, entities.find((x) => x.id === e.id)?.definition]).toEqual([e.kind, e.definition]);
    const copy = await api.post('/kits/import?as=copy', text);
    expect(copy.status).toBe(200);
    const copied = await exportText(copy.body.kitId);
    /* Everything that was named is in it under an id of its own. */
    for (const own of [ids.assembly, ids.skin, ids.row, ids.fastener, ids.lot, ids.hole, ids.other]) expect(copied).not.toContain(own);
    expect((JSON.parse(copied) as { entities: unknown[] }).entities).toHaveLength(entities.length);
    /* The row names the copy's own fastener. */
    const made = JSON.parse(copied) as { entities: { kind: string; id: string; definition: { fastenerId?: string } }[] };
    const fastener = made.entities.find((e) => e.kind === 'fastener');
    expect(made.entities.find((e) => e.kind === 'row')?.definition.fastenerId).toBe(fastener?.id);
  });

  it('a fastener is not taken from under its row, nor called like another, nor of another kit', async () => {
    const k = await makeKit(api);
    const [one, two] = [id(), id()];
    const definition = (name: string) => ({
      v: 1,
      kitId: k.kitId,
      name,
      kind: 'blind',
      diameter: null,
      hole: null,
      head: null,
      gripFrom: null,
      gripTo: null,
    });
    const edit = (e: object) => [{ expectedVersion: 0, kind: 'fastener', ...e }] as never;
    const post = async (edits: never) => (await api.post('/changes', change(k.kitId, edits))).body.error?.code ?? 'kept';
    expect(await post(edit({ id: one, definition: definition('BR-3') }))).toBe('kept');
    expect(await post(edit({ id: two, definition: definition('br-3') }))).toBe('fastener-name-taken');
    const naming = (fastenerId: string) =>
      [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, fastenerId } }] as never;
    expect(await post(naming(two))).toBe('fastener-missing');
    expect(await post(naming(one))).toBe('kept');
    expect(await post(edit({ id: one, expectedVersion: 1, definition: null }))).toBe('fastener-in-use');
    /* Its hole decides for its rows: one that is smaller than their rivet is refused. */
    const small = { ...definition('BR-3'), hole: { mm: 1, text: '1 mm', units: 'mm' } };
    expect(await post(edit({ id: one, expectedVersion: 1, definition: small }))).toBe('hole-under-diameter');
  });

  it('an edit of a fastener reaches the rows that name it: told before it is kept', async () => {
    const k = await makeKit(api);
    const fastenerId = id();
    const length = (mm: number) => ({ mm, text: `${mm} mm`, units: 'mm' });
    const definition = (hole: number) => ({
      v: 1, kitId: k.kitId, name: 'BR-3', kind: 'blind', diameter: null, hole: length(hole), gripFrom: null, gripTo: null,
      head: { kind: 'flush', diameter: length(4.57), angleDeg: 100 },
    }); // prettier-ignore
    const made = [
      { kind: 'fastener', id: fastenerId, expectedVersion: 0, definition: definition(2.78) },
      { kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, fastenerId } },
    ] as never;
    expect((await api.post('/changes', change(k.kitId, made))).status).toBe(200);
    const holes = k.row.holes.map((h) => h.id);
    const work = { bitMm: 2.78, holeMm: 2.78, tool: 'drill', partIds: [k.skin, k.spar] };
    expect((await api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, holes, { payload: { work } })] })).status).toBe(200);
    const larger = [{ kind: 'fastener', id: fastenerId, expectedVersion: 1, definition: definition(3.2) }] as never;
    const { body } = await api.post('/changes/effects', change(k.kitId, larger));
    expect(body.rows).toEqual([
      expect.objectContaining({
        rowId: k.rowId,
        effects: expect.arrayContaining([
          expect.objectContaining({ kind: 'again', because: 'enlarge', holes: 4, made: 2.78, wanted: 3.2 }),
        ]),
      }),
    ]);
    const renamed = [
      { kind: 'fastener', id: fastenerId, expectedVersion: 1, definition: { ...definition(2.78), note: 'a word' } },
    ] as never;
    expect((await api.post('/changes/effects', change(k.kitId, renamed))).body.rows).toEqual([]);
  });
});
