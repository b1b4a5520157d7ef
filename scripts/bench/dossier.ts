import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { newKit, blankRow } from '#core/record/blank';
import type { Entity, RowDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { assemblyWork } from '#core/work/assembly-work';
import type { AssemblyOfKit, KitRecord } from '#server/db/kit-record';
import { dossierPdf } from '#server/files/dossier-pdf';
import { report } from './measure';

const ASSEMBLIES = 20;
const ROWS = 30;
const HOLES = 25;

let n = 0;
const id = () => `00000000-0000-4000-8000-${String(n++).padStart(12, '0')}`;
const length = (inch: number) => ({ mm: inch * 25.4, text: String(inch), units: 'in' as const });

function assembly(order: number, kitId: string, person: string): AssemblyOfKit {
  const assemblyId = id();
  const parts = [0.025, 0.032, 0.063].map((t, i): Entity<'part'> => ({
    kind: 'part',
    id: id(),
    version: 1,
    definition: { v: 1, assemblyId, name: `part ${i}`, hand: null, thickness: length(t), measured: null, mirroredFrom: null },
  }));
  const marks: Mark[] = [];
  const rows = Array.from({ length: ROWS }, (_, r): Entity<'row'> => {
    const definition: RowDefinition = {
      ...blankRow(assemblyId, r),
      name: `row ${r}`,
      layers: [parts[0], parts[1 + (r % 2)]].map((p) => ({ id: id(), partId: p?.id ?? '', plans: null, edge: null, bothSides: false })),
      holes: Array.from({ length: HOLES }, () => ({ id: id(), out: false })),
    };
    const rowId = id();
    for (const kind of ['drilled', 'set', 'inspected'] as const)
      marks.push({
        id: id(), kind, v: 1, rowId, holeIds: definition.holes.map((h) => h.id), layerIds: [], side: null,
        doneAt: `2026-${String(1 + (order % 9)).padStart(2, '0')}-${String(1 + (r % 27)).padStart(2, '0')}T18:00:00.000Z`,
        recordedAt: '2026-11-01T18:00:00.000Z', person, device: person, payload: {},
      }); // prettier-ignore
    return { kind: 'row', id: rowId, version: 1, definition };
  });
  return {
    assembly: { kind: 'assembly', id: assemblyId, version: 1, definition: { v: 1, kitId, name: `assembly ${order}`, order } },
    parts,
    rows,
    jobs: [],
    marks,
  };
}

/** The dossier of a kit of 15,000 holes against planning and folding the same kit; and how long anybody else had to wait meanwhile. */
export async function benchDossier(): Promise<void> {
  const [kitId, person] = [id(), id()];
  const record: KitRecord = {
    kit: { kind: 'kit', id: kitId, version: 1, definition: newKit('Bench', 'in', [{ id: person, initials: 'QA' }]) },
    assemblies: Array.from({ length: ASSEMBLIES }, (_, i) => assembly(i, kitId, person)),
    pages: [],
    things: [],
    fasteners: [],
  };
  const began = performance.now();
  for (const a of record.assemblies)
    assemblyWork({ fasteners: [], kit: record.kit.definition, parts: a.parts, rows: a.rows, marks: a.marks });
  const planMs = performance.now() - began;
  const folder = mkdtempSync(join(tmpdir(), 'anvil-bench-'));
  const delay = monitorEventLoopDelay({ resolution: 5 });
  delay.enable();
  const from = performance.now();
  const pdf = await dossierPdf(record, {
    dayOf: (iso) => iso.slice(0, 10),
    now: '2026-11-20T12:00:00.000Z',
    paper: 'a4',
    photosDir: folder,
    onProgress: () => undefined,
  });
  pdf.resume();
  await new Promise<void>((resolve) => pdf.once('end', () => resolve()));
  const tookMs = performance.now() - from;
  delay.disable();
  rmSync(folder, { recursive: true, force: true });
  report(
    'dossier of 15,000 holes / planning and folding the same kit',
    `${(tookMs / planMs).toFixed(1)}  (${(tookMs / 1000).toFixed(1)} s; others waited ${(delay.max / 1e6).toFixed(0)} ms at most)`,
  );
}
