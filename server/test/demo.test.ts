import { beforeAll, describe, expect, it } from 'vitest';
import { cageRecord } from '#core/depth/cage-record';
import { CLICK } from '#core/prep/countersink';
import { FINDING_SEVERITIES } from '#core/prep/findings';
import type { Mark } from '#core/record/marks';
import type { Mm } from '#core/units/length';
import { DEMO_ASSEMBLY_ID, DEMO_KIT_ID, loadDemo } from '../src/demo/load';
import { change, makeKit, serve } from './client';

const api = serve();
const NOW = new Date('2026-11-20T12:00:00.000Z');

describe('the demo kit', () => {
  beforeAll(async () => {
    await loadDemo(api.db(), 'reset', NOW);
  });

  it('meets every finding a stack can raise', async () => {
    const { assemblies } = (await api.get(`/kits/${DEMO_KIT_ID}`)).body;
    expect(assemblies.map((a: { definition: { name: string } }) => a.definition.name).sort()).toEqual([
      'Baggage door, left',
      'Baggage door, right',
      'Instrument sub-panel',
      'Landing-light bay, left',
      'Landing-light bay, right',
      'Left float, compartment two',
    ]);
    const rows: { id: string }[] = [];
    for (const a of assemblies) rows.push(...(await api.get(`/assemblies/${a.id}`)).body.rows);
    const found = new Set<string>();
    for (const r of rows) for (const f of (await api.get(`/rows/${r.id}/prep`)).body.findings) found.add(f.code);
    expect([...found].sort()).toEqual(Object.keys(FINDING_SEVERITIES).sort());
  });

  it('has half-done work', async () => {
    expect((await api.get(`/assemblies/${DEMO_ASSEMBLY_ID}/marks`)).body.marks.length).toBeGreaterThan(8);
  });

  it('has a cage of forty readings: ten would have been followed by a nervous builder, and the advice is to leave it', async () => {
    const { marks } = (await api.get(`/assemblies/${DEMO_ASSEMBLY_ID}/marks`)).body as { marks: Mark[] };
    const key = marks.find((m) => m.kind === 'depth-read')?.payload.setupKey ?? '';
    const target = 0.041634 * 25.4;
    const record = cageRecord(marks, key, { target: target as Mm, click: CLICK });
    expect(record.readings).toHaveLength(40);
    expect(record.readings.filter((r) => Math.abs(r.reading - target) >= CLICK)).toHaveLength(10);
    expect(record.advice).toMatchObject({ n: 40, advice: 'leave', because: 'near' });
    expect(record.gaugeSd).not.toBeNull();
  });
  it('has a skin dimpled to the wrong side', async () => {
    const { marks } = (await api.get(`/assemblies/${DEMO_ASSEMBLY_ID}/marks`)).body as { marks: Mark[] };
    expect(marks.filter((m) => m.payload.dimple === 'wrong-side')).toHaveLength(1);
  });

  it('is renewed by reset, which touches no other kit, and left alone by on', async () => {
    const mine = await makeKit(api);
    const before = (await api.get(`/assemblies/${DEMO_ASSEMBLY_ID}`)).body.rows[0];
    await api.post('/changes', change(DEMO_KIT_ID, [{ kind: 'row', id: before.id, expectedVersion: 1, definition: null }]));
    expect(await loadDemo(api.db(), 'on', NOW)).toBe(false);
    expect((await api.get(`/assemblies/${DEMO_ASSEMBLY_ID}`)).body.rows[0].id).not.toBe(before.id);
    expect(await loadDemo(api.db(), 'reset', NOW)).toBe(true);
    expect((await api.get(`/assemblies/${DEMO_ASSEMBLY_ID}`)).body.rows[0]).toEqual(before);
    expect((await api.get(`/assemblies/${mine.assemblyId}`)).body.rows).toHaveLength(1);
  });
});
