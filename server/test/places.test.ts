import mysql from 'mysql2/promise';
import { inject, describe, expect, it } from 'vitest';
import type { Mark } from '#core/record/marks';
import { keepMarks } from '../src/commands/marks';
import { insertMarks, listMarksOfAssembly } from '../src/db/record';
import { change, id, makeKit, mark, part, serve, written } from './client';
import { budget } from '../../core/test/budget';

const MARKS = budget(2000, 8000);

const api = serve();
const NOW = new Date('2026-11-20T12:00:00.000Z');

describe('places of a kit’s record', () => {
  it('a transaction that took places is waited for: nobody reads past a mark that commits later', async () => {
    const k = await makeKit(api);
    const [early, late] = [mark(k.rowId, [k.row.holes[0]!.id]), mark(k.rowId, [k.row.holes[1]!.id])];
    let finish = () => {};
    const held = new Promise<void>((resolve) => (finish = resolve));
    let begun = () => {};
    const isIn = new Promise<void>((resolve) => (begun = resolve));
    const first = api.db().transaction(async (tx) => {
      await insertMarks(tx, k.kitId, [early], NOW);
      begun();
      await held;
    });
    await isIn;
    let isSecondDone = false;
    const second = keepMarks(api.db(), k.kitId, [late], NOW).then((r) => {
      isSecondDone = true;
      return r;
    });
    /* A reader while the first hangs: nothing of the second is shown before it. */
    const seen = await listMarksOfAssembly(api.db(), k.assemblyId, 0);
    expect([seen, isSecondDone]).toEqual([[], false]);
    finish();
    await Promise.all([first, second]);
    const after = await listMarksOfAssembly(api.db(), k.assemblyId, 0);
    expect(after.map((f) => f.mark.id)).toEqual([early.id, late.id]);
  });

  it(`${MARKS} marks in mixed posts of 1 and 500 by twelve writers, four readers reading on: none is missed, none comes twice`, async () => {
    const k = await makeKit(api);
    const holeId = k.row.holes[0]!.id;
    const posts: number[] = [];
    for (let left = MARKS; left > 0; left -= posts.at(-1) as number)
      posts.push(Math.min(left, posts.length % 5 === 0 ? 500 : 1 + (posts.length % 40)));
    const sent: string[] = [];
    let isWriting = true;
    const write = async () => {
      for (let count = posts.pop(); count !== undefined; count = posts.pop()) {
        const marks = Array.from({ length: count }, () => mark(k.rowId, [holeId]));
        const kept = await keepMarks(api.db(), k.kitId, marks, NOW);
        if (!kept.ok) throw new Error(kept.problem.code);
        sent.push(...marks.map((m) => m.id));
      }
    };
    const read = async (): Promise<string[]> => {
      const seen: string[] = [];
      let after = 0;
      for (;;) {
        const isLast = !isWriting;
        const found = await listMarksOfAssembly(api.db(), k.assemblyId, after);
        after = found.at(-1)?.place ?? after;
        seen.push(...found.map((f) => f.mark.id));
        if (isLast) return seen;
      }
    };
    const readers = Promise.all([read(), read(), read(), read()]);
    await Promise.all(Array.from({ length: 12 }, write));
    isWriting = false;
    const wanted = [...sent].sort();
    for (const seen of await readers) expect([...seen].sort()).toEqual(wanted);
    expect(sent).toHaveLength(MARKS);
  }, 120_000);

  it('changes and marks share the places; the revision says how far each has come, and of which life of the database', async () => {
    const k = await makeKit(api);
    const revision = async () => (await api.get(`/kits/${k.kitId}/revision`)).body as { changes: number; marks: number; epoch: string };
    expect(await revision()).toMatchObject({ changes: 1, marks: 0 });
    await api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, [k.row.holes[0]!.id]), mark(k.rowId, [k.row.holes[1]!.id])] });
    expect(await revision()).toMatchObject({ changes: 1, marks: 3 });
    await api.post(
      '/changes',
      change(k.kitId, [{ kind: 'part', id: k.skin, expectedVersion: 1, definition: part(k.assemblyId, 'skin', 0.032) }]),
    );
    expect(await revision()).toMatchObject({ changes: 4, marks: 3 });
    const { epoch } = await revision();
    expect(epoch).toMatch(/^[0-9a-f-]{36}$/);
    expect((await api.get(`/assemblies/${k.assemblyId}/marks`)).body).toMatchObject({ last: 3, epoch });
  });

  it('what an earlier release had gets its places in the order it was kept', async () => {
    const connection = await mysql.createConnection({ uri: inject('databaseUrl') });
    const [rows] = await connection.query(
      'SELECT COUNT(*) AS n FROM marks m JOIN kit_places p ON p.kit_id = m.kit_id WHERE m.place < 1 OR m.place > p.n',
    );
    await connection.end();
    expect((rows as { n: number }[])[0]?.n).toBe(0);
  });
});

describe('what the record does not take', () => {
  const refusedAs = async (kitId: string, bad: ReturnType<typeof mark>) => {
    const answer = await api.post('/marks', { kitId, marks: [bad] });
    return [answer.status, answer.body.error?.marks?.[0]?.code ?? answer.body.error?.code ?? 'kept'];
  };
  it('marks of another kit’s row, or of holes, sheets and parts the kit never had', async () => {
    const [k, other] = [await makeKit(api), await makeKit(api)];
    const hole = k.row.holes[0]!.id;
    const layer = k.row.layers[0]!.id;
    expect(await refusedAs(k.kitId, mark(other.rowId, [other.row.holes[0]!.id]))).toEqual([409, 'mark-row-unknown']);
    expect(await refusedAs(k.kitId, mark(k.assemblyId, [hole]))).toEqual([409, 'mark-row-unknown']);
    expect(await refusedAs(k.kitId, mark(k.rowId, [id()]))).toEqual([409, 'mark-hole-unknown']);
    expect(await refusedAs(k.kitId, mark(k.rowId, [hole], { kind: 'dimpled', layerIds: [id()] }))).toEqual([409, 'mark-layer-unknown']);
    expect(await refusedAs(k.kitId, mark(k.assemblyId, [], { kind: 'scuffed', payload: { partIds: [other.skin] } }))).toEqual([
      409,
      'mark-part-unknown',
    ]);
    expect(await refusedAs(k.kitId, mark(k.assemblyId, [], { kind: 'scuffed', payload: { partIds: [k.skin] } }))).toEqual([200, 'kept']);
    expect(await refusedAs(k.kitId, mark(k.rowId, [hole], { kind: 'dimpled', layerIds: [layer] }))).toEqual([200, 'kept']);
    expect(await refusedAs(id(), mark(k.rowId, [hole]))).toEqual([404, 'kit-unknown']);
  });
  it('a hole since taken out, a sheet since changed and a row since deleted are still there to be marked', async () => {
    const k = await makeKit(api);
    const [gone, ...rest] = k.row.holes;
    const oldLayer = k.row.layers[0]!.id;
    const next = { ...k.row, holes: rest, layers: k.row.layers.map((l, i) => (i === 0 ? { ...l, id: id() } : l)) };
    expect((await api.post('/changes', change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: next }]))).status).toBe(
      200,
    );
    expect(await refusedAs(k.kitId, mark(k.rowId, [gone!.id], { kind: 'dimpled', layerIds: [oldLayer] }))).toEqual([200, 'kept']);
    expect((await api.post('/changes', change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 2, definition: null }]))).status).toBe(
      200,
    );
    expect(await refusedAs(k.kitId, mark(k.rowId, [rest[0]!.id]))).toEqual([200, 'kept']);
    expect((await api.get(`/assemblies/${k.assemblyId}/marks`)).body.marks).toHaveLength(2);
  });
  it('the same id with other content; the same again is harmless, also twice in one post', async () => {
    const [k, other] = [await makeKit(api), await makeKit(api)];
    const one = mark(k.rowId, [k.row.holes[0]!.id]);
    expect((await api.post('/marks', { kitId: k.kitId, marks: [one, one] })).status).toBe(200);
    expect(await refusedAs(k.kitId, one)).toEqual([200, 'kept']);
    expect(await refusedAs(k.kitId, { ...one, payload: { note: 'other' } } as Mark)).toEqual([409, 'mark-id-taken']);
    expect(await refusedAs(other.kitId, { ...mark(other.rowId, [other.row.holes[0]!.id]), id: one.id })).toEqual([409, 'mark-id-taken']);
    const twice = mark(k.rowId, [k.row.holes[0]!.id]);
    const answer = await api.post('/marks', { kitId: k.kitId, marks: [twice, { ...twice, payload: { note: 'no' } }] });
    expect([answer.status, answer.body.error.marks]).toEqual([409, [{ id: twice.id, code: 'mark-id-taken' }]]);
    expect(written((await api.get(`/assemblies/${k.assemblyId}/marks`)).body.marks)).toEqual([one]);
  });
  it('a batch is all or none, and the refusal names every mark that is at fault', async () => {
    const k = await makeKit(api);
    const [good, bad] = [mark(k.rowId, [k.row.holes[0]!.id]), mark(k.rowId, [id()])];
    const answer = await api.post('/marks', { kitId: k.kitId, marks: [good, bad] });
    expect([answer.status, answer.body.error.marks]).toEqual([409, [{ id: bad.id, code: 'mark-hole-unknown' }]]);
    expect((await api.get(`/assemblies/${k.assemblyId}/marks`)).body.marks).toEqual([]);
  });
  it.each([
    ['now', '2026-11-20T12:00:00.000Z', 200, []],
    ['a clock that is ahead', '2026-11-21T11:59:59.000Z', 200, ['clock-ahead']],
    ['24 h ahead to the second', '2026-11-21T12:00:00.000Z', 200, ['clock-ahead']],
    ['more than that', '2026-11-21T12:00:01.000Z', 409, []],
    ['30 February', '2026-02-30T12:00:00.000Z', 400, []],
    ['25 o’clock', '2026-02-20T25:00:00.000Z', 400, []],
  ])('done at %s', async (_, doneAt, status, noted) => {
    const k = await makeKit(api);
    const answer = await api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, [k.row.holes[0]!.id], { doneAt })] });
    expect([answer.status, (answer.body.noted ?? []).map((n: { code: string }) => n.code)]).toEqual([status, noted]);
  });
  it('versions out of range and half characters are refused with their place, never answered as busy', async () => {
    const k = await makeKit(api);
    const far = await api.post('/changes', change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 2 ** 31, definition: k.row }]));
    expect([far.status, far.body.error.path]).toEqual([400, 'edits[0].expectedVersion']);
    const half = JSON.stringify({ kitId: k.kitId, marks: [mark(k.rowId, [k.row.holes[0]!.id], { payload: { note: 'half' } })] }).replace(
      '"half"',
      '"half \\ud83d"',
    );
    const answer = await api.post('/marks', half);
    expect([answer.status, answer.body.error.code, answer.body.error.path]).toEqual([400, 'text-half-character', 'marks[0].payload.note']);
  });
  it('an undo writes through the same schema: what an older record holds otherwise is not stored again', async () => {
    const k = await makeKit(api);
    const edit = change(k.kitId, [{ kind: 'part', id: k.skin, expectedVersion: 1, definition: part(k.assemblyId, 'skin', 0.032) }]);
    expect((await api.post('/changes', edit)).status).toBe(200);
    await api.pool().query('UPDATE changes SET edits = REPLACE(edits, \'"name":"skin"\', \'"name":7\') WHERE id = ?', [edit.id]);
    const answer = await api.post('/changes', change(k.kitId, [], { undoes: edit.id }));
    expect([answer.status, answer.body.error.code]).toEqual([409, 'undo-not-sound']);
    expect((await api.get(`/assemblies/${k.assemblyId}`)).status).toBe(200);
  });
});
