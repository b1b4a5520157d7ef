import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { describe, expect, it } from 'vitest';
import { eraseKitDefinitions } from '../src/db/entities';
import { eraseKitRecord } from '../src/db/record';
import { DEMO_KIT_ID, loadDemo } from '../src/demo/load';
import { change, id, makeKit, mark, serve } from './client';

const api = serve();
const exportText = async (kitId: string) => (await fetch(`${api.url()}/api/kits/${kitId}/export`)).text();
const erase = async (kitId: string) => {
  await eraseKitDefinitions(api.db(), kitId);
  await eraseKitRecord(api.db(), kitId);
};

async function workedKit() {
  const k = await makeKit(api);
  const holes = k.row.holes.map((h) => h.id);
  const done = mark(k.rowId, holes);
  await api.post('/marks', {
    kitId: k.kitId,
    marks: [done, mark(k.rowId, holes.slice(0, 1), { kind: 'undo', holeIds: [], payload: { undoes: done.id } })],
  });
  await api.post(
    '/changes',
    change(
      k.kitId,
      [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, name: 'Caf\u00e9 \u2300 \u{1F6E9} "quoted" \\ \t end' } }],
      { reason: 'Revision B' },
    ),
  );
  return k;
}

describe('a kit as one document', () => {
  it('exported, imported and exported again is the same to the byte', async () => {
    const k = await workedKit();
    const first = await exportText(k.kitId);
    await erase(k.kitId);
    expect((await api.get(`/kits/${k.kitId}`)).status).toBe(404);
    expect(await api.post('/kits/import', first)).toMatchObject({ status: 200, body: { kitId: k.kitId } });
    expect(await exportText(k.kitId)).toBe(first);
    expect((await api.get(`/assemblies/${k.assemblyId}/marks`)).body.marks).toHaveLength(2);
    expect((await api.get(`/kits/${k.kitId}/changes`)).body.changes).toHaveLength(2);
  });

  it('the demo kit, and one with all sorts of signs in it, are valid against the published schema, say two validators of different makers', async () => {
    await loadDemo(api.db(), 'reset', new Date('2026-11-27T12:00:00Z'));
    const exported = [await exportText(DEMO_KIT_ID), await exportText((await workedKit()).kitId)];
    const wrong = exported.map((text) => text.replace('"formatVersion":1', '"formatVersion":"one"'));
    expect(wrong).not.toEqual(exported);
    const schema: unknown = JSON.parse(readFileSync('docs/kit.schema.json', 'utf8'));
    const ajv = new Ajv2020({ strict: true, allErrors: true });
    addFormats.default(ajv);
    const validate = ajv.compile(schema as object);
    for (const text of exported) expect(validate(JSON.parse(text)) ? [] : validate.errors).toEqual([]);
    /* And both see what is wrong. */
    for (const text of wrong) expect(validate(JSON.parse(text))).toBe(false);
    const check = `
import json, sys, jsonschema
schema = json.load(open('docs/kit.schema.json'))
jsonschema.Draft202012Validator.check_schema(schema)
validator = jsonschema.Draft202012Validator(schema)
for line in sys.stdin:
    error = next(validator.iter_errors(json.loads(line)), None)
    print(None if error is None else [list(error.absolute_path), error.message[:200]])
`;
    const input = [...exported, ...wrong].map((text) => JSON.stringify(JSON.parse(text))).join('\n');
    const said = execFileSync('python3', ['-c', check], { input, encoding: 'utf8', maxBuffer: 1e7 }).trim().split('\n');
    expect(said).toEqual(['None', 'None', expect.stringContaining('formatVersion'), expect.stringContaining('formatVersion')]);
  });

  it('a copy’s order and told facts name the copy’s own rows and parts', async () => {
    const k = await makeKit(api);
    const partId = k.row.layers[0]?.partId ?? '';
    const assembly = (await api.get(`/assemblies/${k.assemblyId}`)).body.assembly;
    const own = [`${k.rowId}/set/3/flush-100`, `part/${partId}/primed`, 'assembly/fit-up'];
    const sequence = { follows: 'own', reason: 'tried', plans: [k.rowId], own };
    const shutBy = [{ by: { kind: 'part', id: partId }, side: 'shop' }];
    const kept = await api.post(
      '/changes',
      change(k.kitId, [
        { kind: 'assembly', id: k.assemblyId, expectedVersion: 1, definition: { ...assembly.definition, sequence } },
        { kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, shutBy, waitsForParts: [partId] } },
      ] as never),
    );
    expect(kept.status).toBe(200);
    const copy = await api.post('/kits/import?as=copy', await exportText(k.kitId));
    const { assemblies } = (await api.get(`/kits/${copy.body.kitId}`)).body;
    const made = (await api.get(`/assemblies/${assemblies[0].id}`)).body;
    const [row] = made.rows;
    const newPart = row.definition.layers[0].partId;
    expect(newPart).not.toBe(partId);
    expect(made.assembly.definition.sequence).toEqual({
      ...sequence,
      plans: [row.id],
      own: [`${row.id}/set/3/flush-100`, `part/${newPart}/primed`, 'assembly/fit-up'],
    });
    expect(row.definition.shutBy[0].by.id).toBe(newPart);
    expect(row.definition.waitsForParts).toEqual([newPart]);
  });

  it('names no time of export and keeps its keys sorted', async () => {
    const k = await workedKit();
    const [a, b] = [await exportText(k.kitId), await exportText(k.kitId)];
    expect(a).toBe(b);
    expect(Object.keys(JSON.parse(a))).toEqual(['changes', 'entities', 'format', 'formatVersion', 'kitId', 'marks']);
  });

  it('is refused where its ids are here already, and taken as a copy', async () => {
    const k = await workedKit();
    const text = await exportText(k.kitId);
    const again = await api.post('/kits/import', text);
    expect([again.status, again.body.error.code]).toEqual([409, 'kit-ids-taken']);
    const copy = await api.post('/kits/import?as=copy', text);
    expect(copy.status).toBe(200);
    expect(copy.body.kitId).not.toBe(k.kitId);
    const { assemblies } = (await api.get(`/kits/${copy.body.kitId}`)).body;
    expect(assemblies[0].rows).toBe(1);
    const copied = (await api.get(`/assemblies/${assemblies[0].id}/marks`)).body.marks;
    const { rows } = (await api.get(`/assemblies/${assemblies[0].id}`)).body;
    expect(copied[0].rowId).toBe(rows[0].id);
    expect(rows[0].definition.holes.map((h: { id: string }) => h.id)).toEqual(
      expect.arrayContaining(copied.find((m: { kind: string }) => m.kind === 'drilled').holeIds),
    );
  });

  it.each([
    ['another format', (d: Record<string, unknown>) => ({ ...d, format: 'something-else' }), 'kit-format-unknown', 'format'],
    ['another version', (d: Record<string, unknown>) => ({ ...d, formatVersion: 2 }), 'document-invalid', 'formatVersion'],
    ['an unknown key', (d: Record<string, unknown>) => ({ ...d, extra: 1 }), 'key-unknown', 'extra'],
    [
      'a part that is not in it',
      (d: { entities: { kind: string }[] }) => ({ ...d, entities: d.entities.filter((e) => e.kind !== 'part') }),
      'kit-reference-missing',
      undefined,
    ],
    ['an entity twice', (d: { entities: object[] }) => ({ ...d, entities: [...d.entities, d.entities[0]] }), 'kit-id-twice', undefined],
    ['another kit', (d: Record<string, unknown>) => ({ ...d, kitId: id() }), 'kit-reference-missing', undefined],
    ['a number', () => 7, 'document-invalid', ''],
  ])('%s is refused and nothing is kept', async (_, spoil, code, path) => {
    const k = await workedKit();
    const doc = JSON.parse(await exportText(k.kitId));
    await erase(k.kitId);
    const answer = await api.post('/kits/import', spoil(doc as never));
    expect([answer.status, answer.body.error.code]).toEqual([400, code]);
    if (path !== undefined) expect(answer.body.error.path).toBe(path);
    expect((await api.get(`/kits/${k.kitId}`)).status).toBe(404);
  });

  it('50 MB are refused and the server stays up', async () => {
    const answer = await api.post('/kits/import', `"${'x'.repeat(50_000_000)}"`);
    expect([answer.status, answer.body.error.code]).toEqual([413, 'body-too-large']);
    expect((await api.get('/health')).status).toBe(200);
  });

  it('has a published schema of the same version', () => {
    const schema = JSON.parse(readFileSync('docs/kit.schema.json', 'utf8'));
    expect([schema.properties.formatVersion.enum ?? schema.properties.formatVersion.const, schema.additionalProperties]).toEqual([
      [1],
      false,
    ]);
  });
});
