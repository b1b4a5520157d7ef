import { Validator } from '@seriousme/openapi-schema-validator';
import { pino } from 'pino';
import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { CALLS } from '#contract/calls';
import { openApi } from '#contract/openapi';
import type { ThingCheck } from '#core/record/marks';
import { createApp } from '../src/app';
import type { CopyKeeper } from '../src/backups';
import { connect } from '../src/db/connection';
import { DEMO_ASSEMBLY_ID, DEMO_KIT_ID, loadDemo } from '../src/demo/load';
import { change, id, makeKit, mark, serve } from './client';

const api = serve();
const NOW = new Date('2026-11-20T12:00:00.000Z');

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> };
  readonly handle?: { readonly stack?: readonly Layer[] };
}

/** Every route of a router, however deep, as `get /kits/{id}`. */
function routesOf(stack: readonly Layer[]): string[] {
  return stack.flatMap(({ route, handle }) => [
    ...(route ? Object.keys(route.methods).map((m) => `${m} ${route.path.replace(/:(\w+)/g, '{$1}')}`) : []),
    ...(handle?.stack ? routesOf(handle.stack) : []),
  ]);
}

describe('what server and page say to each other', () => {
  it('every call of the server is described, and nothing else is', async () => {
    const { db, close } = connect(inject('databaseUrl'));
    const app = createApp({
      db,
      log: pino({ level: 'silent' }),
      now: () => NOW,
      instance: 'x',
      photosDir: '/nowhere',
      copies: {} as CopyKeeper,
    });
    const there = routesOf((app as unknown as { router: { stack: Layer[] } }).router.stack);
    await close();
    expect(there.sort()).toEqual(CALLS.map((c) => `${c.method} ${c.path}`).sort());
  });

  it('the document is OpenAPI 3.1, and the published one is this one', async () => {
    const result = await new Validator().validate(openApi());
    expect(result.errors ?? []).toEqual([]);
    expect(result.valid).toBe(true);
    expect(JSON.parse(readFileSync('docs/openapi.json', 'utf8'))).toEqual(JSON.parse(JSON.stringify(openApi())));
    expect((await api.get('/openapi.json')).body.openapi).toBe('3.1.0');
  });

  it('is read as a page that asks for nothing from elsewhere', async () => {
    const page = await (await fetch(`${api.url()}/api/docs`)).text();
    expect(page).toContain('POST /api/marks');
    expect(page).not.toMatch(/<script|src=|@import|https?:\/\/(?!json-schema)/);
    for (const call of CALLS) expect(page).toContain(call.path);
  });

  describe('what is really answered has the shape that is described', () => {
    const paths = new Map<string, string>();
    beforeAll(async () => {
      await loadDemo(api.db(), 'reset', NOW);
      const { tools } = (await api.get(`/kits/${DEMO_KIT_ID}/tools`)).body as { tools: { id: string; definition: { name: string } }[] };
      const tool = tools[0]!;
      const thing: ThingCheck = { thingId: tool.id, name: tool.definition.name, isGood: false };
      const marks = [mark(DEMO_KIT_ID, [], { kind: 'thing-finding', payload: { thing, note: 'a crack' } })];
      expect((await api.post('/marks', { kitId: DEMO_KIT_ID, marks })).status).toBe(200);
      const { rows } = (await api.get(`/assemblies/${DEMO_ASSEMBLY_ID}`)).body as { rows: { id: string }[] };
      paths.set('/kits/{id}', `/kits/${DEMO_KIT_ID}`).set('/assemblies/{id}', `/assemblies/${DEMO_ASSEMBLY_ID}`);
      paths.set('/rows/{id}', `/rows/${rows[0]!.id}`).set('/gauges/{gauge}', '/gauges/depth-1');
    });
    const asked = CALLS.filter((c) => c.method === 'get' && c.answer && !c.isDeskOnly && !c.path.includes('{job}'));
    it.each(asked.map((c) => [c.path, c] as const))('%s', async (path, call) => {
      const real = [...paths].reduce((p, [from, to]) => (p.startsWith(from) ? to + p.slice(from.length) : p), path);
      const { status, body } = await api.get(real);
      expect(status).toBe(200);
      expect(call.answer!.shape.joi.validate(body, { convert: false }).error?.message).toBeUndefined();
    });
    it('of writes too', async () => {
      const shapeOf = (path: string) => CALLS.find((c) => c.method === 'post' && c.path === path)!.answer!.shape.joi;
      const k = await makeKit(api);
      const edited = change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, dash: 4 } }]);
      for (const path of ['/changes/effects', '/changes'])
        expect(shapeOf(path).validate((await api.post(path, edited)).body, { convert: false }).error?.message).toBeUndefined();
      const marks = { kitId: k.kitId, marks: [mark(k.rowId, [k.row.holes[0]!.id])] };
      expect(shapeOf('/marks').validate((await api.post('/marks', marks)).body, { convert: false }).error?.message).toBeUndefined();
      const refused = await api.post('/marks', { kitId: id(), marks: marks.marks });
      expect(refused).toMatchObject({ status: 404, body: { error: { code: 'kit-unknown' } } });
    });
  });
});
