import { describe, expect, it } from 'vitest';
import type { JobDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { change, id, makeKit, mark, serve } from './client';

const api = serve();
const job = (assemblyId: string, more: Partial<JobDefinition> = {}): JobDefinition => ({
  v: 1,
  assemblyId,
  order: 1,
  name: 'Skin over the ribs',
  kind: 'fit-up',
  place: 'before-drilling',
  partIds: [],
  minutes: null,
  cycles: [{ id: id(), name: 'Trial', rowIds: [], steps: [{ id: id(), text: 'on' }] }],
  ...more,
});

describe('jobs of an assembly', () => {
  it('are kept, answered in their order, changed under their version, and go with a change of their own', async () => {
    const k = await makeKit(api);
    const [first, second] = [id(), id()];
    const keep = (jobId: string, expectedVersion: number, definition: JobDefinition | null) =>
      api.post('/changes', change(k.kitId, [{ kind: 'job', id: jobId, expectedVersion, definition }]));
    expect((await keep(second, 0, job(k.assemblyId, { order: 2, name: 'Trim' }))).status).toBeLessThan(300);
    expect((await keep(first, 0, job(k.assemblyId))).status).toBeLessThan(300);
    const jobs = async () => (await api.get(`/assemblies/${k.assemblyId}`)).body.jobs as { id: string; version: number }[];
    expect((await jobs()).map((j) => j.id)).toEqual([first, second]);
    expect((await keep(first, 0, job(k.assemblyId))).status).toBe(409);
    expect((await keep(first, 1, job(k.assemblyId, { cycles: [] }))).status).toBe(400);
    expect((await keep(first, 1, null)).status).toBeLessThan(300);
    expect((await jobs()).map((j) => j.id)).toEqual([second]);
  });
  it('are in the kit as a document, and come back from it as they were, their marks with them', async () => {
    const k = await makeKit(api);
    const jobId = id();
    const definition = job(k.assemblyId);
    const [cycle] = definition.cycles;
    await api.post('/changes', change(k.kitId, [{ kind: 'job', id: jobId, expectedVersion: 0, definition }]));
    const done: Mark = {
      ...mark(k.assemblyId, []),
      kind: 'job-step',
      payload: { job: { jobId, cycleId: cycle!.id, stepId: cycle!.steps[0]!.id, reading: { mm: 31.7, text: '31.7', units: 'mm' } } },
    } as Mark;
    expect((await api.post('/marks', { kitId: k.kitId, marks: [done] })).status).toBeLessThan(300);
    const answer = await fetch(`${api.url()}/api/kits/${k.kitId}/export`);
    const text = await answer.text();
    expect(text).toContain(jobId);
    const copied = await api.post('/kits/import?as=copy', text);
    expect(copied.status).toBeLessThan(300);
  });
});

describe('batches of a kit', () => {
  const mixed = (assemblyId: string, doneAt: string): Mark =>
    ({
      ...mark(assemblyId, []),
      kind: 'sealant-mixed',
      doneAt,
      payload: { workMinutes: 60, batch: { product: 'tank sealant', rowIds: [], jobIds: [] } },
    }) as Mark;
  it('those of thirty days, of every assembly, with what took one back and nothing else', async () => {
    const k = await makeKit(api);
    const [late, old, gone] = [
      mixed(k.assemblyId, '2026-11-19T12:00:00.000Z'),
      mixed(k.assemblyId, '2026-09-01T12:00:00.000Z'),
      mixed(k.assemblyId, '2026-11-18T12:00:00.000Z'),
    ];
    const note = mark(k.rowId, [k.row.holes[0]!.id]);
    const undo = (undoes: string, rowId: string): Mark => ({ ...mark(rowId, []), kind: 'undo', payload: { undoes } }) as Mark;
    const [back, other] = [undo(gone.id, k.assemblyId), undo(note.id, k.rowId)];
    expect((await api.post('/marks', { kitId: k.kitId, marks: [late, old, gone, note, back, other] })).status).toBeLessThan(300);
    const { body } = await api.get(`/kits/${k.kitId}/batches`);
    expect((body.marks as Mark[]).map((m) => m.id)).toEqual([late.id, gone.id, back.id]);
    expect((await api.get('/kits/nobody/batches')).status).toBe(404);
  });
});
