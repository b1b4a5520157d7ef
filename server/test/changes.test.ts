import { describe, expect, it } from 'vitest';
import { answerPrep } from '#core/formats/prep-document';
import { change, id, kit, makeKit, part, row, serve } from './client';

const api = serve();

describe('changes of definitions', () => {
  it('are kept, and answered with their versions', async () => {
    const k = await makeKit(api);
    const { body } = await api.get(`/assemblies/${k.assemblyId}`);
    expect(body.parts).toHaveLength(2);
    expect(body.rows[0]).toMatchObject({ id: k.rowId, version: 1, definition: k.row });
    expect(body.summaries[k.rowId]).toEqual({ verdict: 'caution', preps: ['dimple', 'countersink'], callout: 'MS20426AD3-3.5' });
  });

  it('sent twice, also at once, are written once', async () => {
    const k = await makeKit(api);
    const rename = change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, name: 'Renamed' } }]);
    const answers = await Promise.all(Array.from({ length: 6 }, () => api.post('/changes', rename)));
    expect(answers.map((a) => a.status)).toEqual(Array(6).fill(200));
    expect(answers.filter((a) => !a.body.repeated)).toHaveLength(1);
    const { body } = await api.get(`/kits/${k.kitId}/changes`);
    expect(body.changes.filter((c: { id: string }) => c.id === rename.id)).toHaveLength(1);
    expect((await api.get(`/assemblies/${k.assemblyId}`)).body.rows[0].version).toBe(2);
  });

  it('of many people at the same moment are all kept: nobody is turned away because somebody else is writing', async () => {
    for (let round = 0; round < 4; round++) {
      const made = await Promise.all(Array.from({ length: 16 }, () => makeKit(api)));
      const renames = await Promise.all(
        made.map((k) =>
          api.post(
            '/changes',
            change(k.kitId, [
              { kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, name: 'Renamed' } },
              { kind: 'part', id: id(), expectedVersion: 0, definition: part(k.assemblyId, 'rib', 0.032) },
            ]),
          ),
        ),
      );
      expect(renames.map((a) => a.status)).toEqual(Array(16).fill(200));
    }
  });

  it('of one assembly at the same moment wait for each other: of two parts of one name one is refused', async () => {
    for (let round = 0; round < 5; round++) {
      const k = await makeKit(api);
      const add = () =>
        api.post(
          '/changes',
          change(k.kitId, [{ kind: 'part', id: id(), expectedVersion: 0, definition: part(k.assemblyId, 'rib', 0.032) }]),
        );
      const answers = await Promise.all(Array.from({ length: 6 }, add));
      expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409, 409, 409]);
      expect((await api.get(`/assemblies/${k.assemblyId}`)).body.parts).toHaveLength(3);
    }
  });

  it('two that make the same thing at once: one is kept, the other is shown it', async () => {
    for (let round = 0; round < 5; round++) {
      const k = await makeKit(api);
      const same = id();
      const add = (name: string) =>
        api.post(
          '/changes',
          change(k.kitId, [{ kind: 'part', id: same, expectedVersion: 0, definition: part(k.assemblyId, name, 0.032) }]),
        );
      const answers = await Promise.all(['one', 'two', 'three', 'four'].map(add));
      expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409, 409]);
      const kept = (await api.get(`/assemblies/${k.assemblyId}`)).body.parts.find((p: { id: string }) => p.id === same);
      expect(kept.version).toBe(1);
      for (const a of answers) if (a.status === 409) expect(a.body.error.conflicts[0].current).toEqual(kept.definition);
    }
  });

  it('from a version that is no longer the newest are refused, with the newest shown', async () => {
    const k = await makeKit(api);
    const rename = (name: string) => change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, name } }]);
    const both = await Promise.all([api.post('/changes', rename('First')), api.post('/changes', rename('Second'))]);
    expect(both.map((a) => a.status).sort()).toEqual([200, 409]);
    const lost = both.find((a) => a.status === 409);
    const kept = (await api.get(`/assemblies/${k.assemblyId}`)).body.rows[0];
    expect(lost?.body.error).toMatchObject({
      code: 'version-conflict',
      conflicts: [{ kind: 'row', id: k.rowId, expectedVersion: 1, currentVersion: 2, current: kept.definition }],
    });
  });

  it('are all or nothing', async () => {
    const k = await makeKit(api);
    const bad = await api.post(
      '/changes',
      change(k.kitId, [
        { kind: 'part', id: id(), expectedVersion: 0, definition: part(k.assemblyId, 'rib', 0.032) },
        { kind: 'row', id: id(), expectedVersion: 0, definition: row(k.assemblyId, [id()]) },
      ]),
    );
    expect([bad.status, bad.body.error.code]).toEqual([409, 'part-unknown']);
    expect((await api.get(`/assemblies/${k.assemblyId}`)).body.parts).toHaveLength(2);
  });

  it('can be taken back by a change of their own, also a deletion', async () => {
    const k = await makeKit(api);
    const remove = change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: null }]);
    expect((await api.post('/changes', remove)).status).toBe(200);
    expect((await api.get(`/assemblies/${k.assemblyId}`)).body.rows).toEqual([]);
    const undo = change(k.kitId, [], { undoes: remove.id });
    expect((await api.post('/changes', undo)).status).toBe(200);
    expect((await api.get(`/assemblies/${k.assemblyId}`)).body.rows[0]).toMatchObject({ id: k.rowId, version: 3, definition: k.row });
    const again = await api.post('/changes', change(k.kitId, [], { undoes: remove.id }));
    expect([again.status, again.body.error.code]).toEqual([409, 'version-conflict']);
  });

  it('two edits of one row are taken back one after the other, and made again one after the other', async () => {
    const k = await makeKit(api);
    const nameOf = async () => (await api.get(`/assemblies/${k.assemblyId}`)).body.rows[0]?.definition.name;
    const rename = (name: string, expectedVersion: number) =>
      change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion, definition: { ...k.row, name } }]);
    const back = (undoes: string) => change(k.kitId, [], { undoes });
    const [first, second] = [rename('First', 1), rename('Second', 2)];
    const [undoSecond, undoFirst] = [back(second.id), back(first.id)];
    const told: unknown[] = [];
    for (const step of [first, second, undoSecond, undoFirst, back(undoFirst.id), back(undoSecond.id)]) {
      const answer = await api.post('/changes', step);
      told.push(answer.status === 200 ? await nameOf() : answer.body.error);
    }
    expect(told).toEqual(['First', 'Second', 'First', k.row.name, 'First', 'Second']);
  });

  it('what somebody else changed since is not taken back over it', async () => {
    const k = await makeKit(api);
    const first = change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, name: 'Mine' } }]);
    const theirs = change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 2, definition: { ...k.row, name: 'Theirs' } }], {
      device: id(),
    });
    for (const c of [first, theirs]) expect((await api.post('/changes', c)).status).toBe(200);
    const answer = await api.post('/changes', change(k.kitId, [], { undoes: first.id }));
    expect([answer.status, answer.body.error.code]).toEqual([409, 'version-conflict']);
  });

  it('a whole assembly made in one change is taken back, and comes again', async () => {
    const k = await makeKit(api);
    const [assemblyId, skin, spar] = [id(), id(), id()];
    const made = change(k.kitId, [
      { kind: 'assembly', id: assemblyId, expectedVersion: 0, definition: { v: 1, kitId: k.kitId, name: 'Right float', order: 2 } },
      { kind: 'part', id: skin, expectedVersion: 0, definition: part(assemblyId, 'skin', 0.025) },
      { kind: 'part', id: spar, expectedVersion: 0, definition: part(assemblyId, 'spar', 0.04) },
      { kind: 'row', id: id(), expectedVersion: 0, definition: row(assemblyId, [skin, spar]) },
    ]);
    const back = change(k.kitId, [], { undoes: made.id });
    for (const c of [made, back]) expect((await api.post('/changes', c)).status).toBe(200);
    expect((await api.get(`/assemblies/${assemblyId}`)).status).toBe(404);
    expect((await api.post('/changes', change(k.kitId, [], { undoes: back.id }))).status).toBe(200);
    expect((await api.get(`/assemblies/${assemblyId}`)).body.rows).toHaveLength(1);
  });

  it('an assembly and a kit are deleted and come back with all that was in them', async () => {
    const k = await makeKit(api);
    const { assembly } = (await api.get(`/assemblies/${k.assemblyId}`)).body;
    expect(assembly.version).toBe(1);
    const gone = change(k.kitId, [{ kind: 'assembly', id: k.assemblyId, expectedVersion: 1, definition: null }]);
    expect((await api.post('/changes', gone)).status).toBe(200);
    expect((await api.get(`/kits/${k.kitId}`)).body.assemblies).toEqual([]);
    expect((await api.post('/changes', change(k.kitId, [], { undoes: gone.id }))).status).toBe(200);
    expect((await api.get(`/assemblies/${k.assemblyId}`)).body.rows).toHaveLength(1);
    const kitGone = change(k.kitId, [{ kind: 'kit', id: k.kitId, expectedVersion: 1, definition: null }]);
    expect((await api.post('/changes', kitGone)).status).toBe(200);
    expect((await api.get(`/kits/${k.kitId}`)).status).toBe(404);
    expect((await api.post('/changes', change(k.kitId, [], { undoes: kitGone.id }))).status).toBe(200);
    expect((await api.get(`/kits/${k.kitId}`)).status).toBe(200);
  });

  it('taking back the making of a row takes it out again', async () => {
    const k = await makeKit(api);
    const make = change(k.kitId, [{ kind: 'row', id: id(), expectedVersion: 0, definition: row(k.assemblyId, [k.skin, k.spar]) }]);
    await api.post('/changes', make);
    await api.post('/changes', change(k.kitId, [], { undoes: make.id }));
    expect((await api.get(`/assemblies/${k.assemblyId}`)).body.rows).toHaveLength(1);
  });

  it('are kept with who, when and the reason', async () => {
    const k = await makeKit(api);
    await api.post(
      '/changes',
      change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, school: 'two-thirds' } }], {
        reason: 'Page FL-07 revision B',
      }),
    );
    const newest = (await api.get(`/kits/${k.kitId}/changes`)).body.changes[0];
    expect(newest).toMatchObject({
      reason: 'Page FL-07 revision B',
      recordedAt: '2026-11-20T11:00:00.000Z',
      edits: [{ kind: 'row', before: { school: null }, after: { school: 'two-thirds' } }],
    });
    expect((await api.get(`/rows/${k.rowId}/prep`)).body.layers.map((l: { prep: string }) => l.prep)).toEqual(['dimple', 'dimple']);
  });

  it.each([
    [
      'a part still in use',
      (k: Awaited<ReturnType<typeof makeKit>>) => [{ kind: 'part' as const, id: k.skin, expectedVersion: 1, definition: null }],
      'part-in-use',
    ],
    [
      'a name that is taken',
      (k: Awaited<ReturnType<typeof makeKit>>) => [
        { kind: 'part' as const, id: id(), expectedVersion: 0, definition: part(k.assemblyId, 'SKIN', 0.032) },
      ],
      'part-name-taken',
    ],
    [
      'a hole smaller than the rivet',
      (k: Awaited<ReturnType<typeof makeKit>>) => [
        {
          kind: 'row' as const,
          id: k.rowId,
          expectedVersion: 1,
          definition: { ...k.row, hole: { mm: 2, text: '2 mm', units: 'mm' as const } },
        },
      ],
      'hole-under-diameter',
    ],
    [
      'an assembly that is not there',
      (_k: Awaited<ReturnType<typeof makeKit>>) => [
        { kind: 'part' as const, id: id(), expectedVersion: 0, definition: part(id(), 'rib', 0.032) },
      ],
      'assembly-unknown',
    ],
  ])('refuse %s', async (_, edits, code) => {
    const k = await makeKit(api);
    const answer = await api.post('/changes', change(k.kitId, edits(k)));
    expect([answer.status, answer.body.error.code]).toEqual([409, code]);
  });

  it('cannot reach into another kit', async () => {
    const [mine, other] = [await makeKit(api), await makeKit(api)];
    const answer = await api.post(
      '/changes',
      change(mine.kitId, [{ kind: 'row', id: other.rowId, expectedVersion: 1, definition: { ...other.row, name: 'Stolen' } }]),
    );
    expect([answer.status, answer.body.error.code]).toEqual([409, 'kit-mismatch']);
    const undo = await api.post(
      '/changes',
      change(mine.kitId, [], { undoes: (await api.get(`/kits/${other.kitId}/changes`)).body.changes[0].id }),
    );
    expect(undo.body.error.code).toBe('change-unknown');
  });
});

describe('one core, three faces', () => {
  it('the API gives the same numbers as the headless verb', async () => {
    const k = await makeKit(api);
    const headless = answerPrep({
      head: 'flush-100',
      diameter: '3/32',
      stack: [
        { part: 'skin', thickness: 0.025 },
        { part: 'spar', thickness: 0.04 },
      ],
    });
    expect((await api.get(`/rows/${k.rowId}/prep`)).body).toEqual(headless.ok && JSON.parse(JSON.stringify(headless.value)));
    expect((await api.get(`/rows/${k.rowId}/prep?units=mm`)).body.grip).toBe(1.651);
    expect(
      (await api.post('/prep', { head: 'flush-100', diameter: '3/32', stack: [{ part: 'skin', thickness: 0.025 }] })).body.verdict,
    ).toBe('ok');
  });
});

describe('what does not fit is refused, and the server stays up', () => {
  it.each([
    ['not JSON', '{', 400, 'not-json'],
    ['a text', '"hello"', 400, 'document-invalid'],
    [
      'an unknown key',
      { ...change(id(), [{ kind: 'kit', id: id(), expectedVersion: 0, definition: kit() }]), extra: 1 },
      400,
      'key-unknown',
    ],
    ['no edits', change(id(), []), 400, 'document-invalid'],
    [
      'an id that is none',
      { ...change(id(), [{ kind: 'kit', id: id(), expectedVersion: 0, definition: kit() }]), id: 'x' },
      400,
      'document-invalid',
    ],
    [
      'a thickness of nothing',
      change(id(), [{ kind: 'part', id: id(), expectedVersion: 0, definition: part(id(), 'x', 0) }]),
      400,
      'document-invalid',
    ],
    [
      'a length dash between',
      change(id(), [{ kind: 'row', id: id(), expectedVersion: 0, definition: row(id(), [id()], 1, { lengthDash: 3.3 }) }]),
      400,
      'document-invalid',
    ],
    ['9 MB', `"${'x'.repeat(9_000_000)}"`, 413, 'body-too-large'],
  ])('%s', async (_, body, status, code) => {
    const answer = await api.post('/changes', body);
    expect([answer.status, answer.body.error.code]).toEqual([status, code]);
  });
  it('addresses that lead nowhere', async () => {
    for (const path of [
      '/kits/x',
      `/kits/${id()}`,
      '/assemblies/x',
      `/assemblies/${id()}`,
      `/rows/${id()}/prep`,
      '/nothing',
      '/assemblies/%00/marks',
      `/kits/'; DROP TABLE marks; --`,
    ])
      expect((await api.get(path)).status).toBe(404);
  });
  it('other hosts and other origins', async () => {
    const k = await makeKit(api);
    const evil = await api.post('/changes', change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: null }]), {
      origin: 'http://elsewhere.example',
    });
    expect([evil.status, evil.body.error.code]).toEqual([403, 'origin-refused']);
    const { request } = await import('node:http');
    const status = await new Promise((resolve) =>
      request(`${api.url()}/api/kits`, { headers: { host: 'elsewhere.example' } }, (res) => resolve(res.statusCode)).end(),
    );
    expect(status).toBe(403);
  });
});
