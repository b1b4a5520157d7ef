import { expect, it } from 'vitest';
import { budget } from '../../../core/test/budget';
import { KIT } from '../../../core/test/build';
import { randomFrom } from '#core/depth/simulate';
import { randomRecord } from '../../../core/test/metal-random';
import { MarkFolder } from '#core/done/folder';
import { foldDone, layersOfRows } from '#core/done/hole-done';
import { isOffered } from '#core/done/offered';
import { metalRecord } from '#core/formats/metal-document';
import { readKitDocument, unsoundMarks, writeKitDocument, type KitDocument } from '#core/formats/kit-document';
import { holeStory } from '#core/inspect/hole-story';
import { logPages } from '#core/log/day-log';
import type { Entity } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import { effectiveMarks, type Mark } from '#core/record/marks';
import { isDone, isPartStep, progressOf } from '#core/record/steps';
import { AT_HOLE } from '#core/record/step-key';
import { stockNeeds } from '#core/stock/needs';
import { assemblyWork } from '#core/work/assembly-work';
import { openDecisions } from '#core/work/open-decisions';
import { assemblyOverview } from '#core/work/overview';
import type { KitRecord } from '../db/kit-record';
import { marksCsv, rowsCsv } from '../files/record-csv';
import { assemblyDossier, type RecordQuestion } from '../files/dossier';

/*
 * Every face of the program over one record: what the row stands at, the strip, the bench, today, the first page, stock, log, a hole's story, the
 * dossier, the tables, and the kit written out and read again. They are made from random records, and have to say the same.
 */

const RECORDS = budget(400, 5000);
const NOW = '2027-01-01T00:00:00.000Z';
const ASSEMBLY = uuid('assembly');
const KIT_ID = uuid('kit');
const dayOf = (iso: string) => iso.slice(0, 10);
const question: RecordQuestion = { dayOf, now: NOW };

/** The same id for the same name, everywhere. */
function uuid(name: string): string {
  let hash = 2166136261;
  for (const c of name) hash = Math.imul(hash ^ c.charCodeAt(0), 16777619) >>> 0;
  return `${hash.toString(16).padStart(8, '0')}-0000-4000-8000-${[...name]
    .map((c) => c.charCodeAt(0).toString(16))
    .join('')
    .slice(-12)
    .padStart(12, '0')}`;
}

const mapped = <V>(record: Readonly<Record<string, V>>, of: (key: string) => string) =>
  Object.fromEntries(Object.entries(record).map(([k, v]) => [of(k), v]));

/** A mark of the headless record as the server would have it: ids of its own, a time, its place. */
function asKept(mark: Mark, i: number): Mark {
  const hole = (id: string) => uuid(`hole ${mark.rowId} ${id}`);
  const layer = (id: string) => uuid(`layer ${mark.rowId} ${id}`);
  const payload = structuredClone(mark.payload) as Record<string, unknown> & {
    partIds?: string[];
    sheets?: { layerId: string; partId: string }[];
    work?: { partIds?: string[]; places?: Record<string, object> };
    finding?: { stood: { holeId: string; partId?: string }[] };
  };
  if (payload.partIds) payload.partIds = payload.partIds.map(uuid);
  for (const s of payload.sheets ?? []) Object.assign(s, { layerId: layer(s.layerId), partId: uuid(s.partId) });
  if (payload.work?.partIds) payload.work.partIds = payload.work.partIds.map(uuid);
  if (payload.work?.places) payload.work.places = mapped(payload.work.places, hole);
  for (const s of payload.finding?.stood ?? [])
    Object.assign(s, { holeId: hole(s.holeId), ...(s.partId ? { partId: uuid(s.partId) } : {}) });
  /* Many at one time: then the place decides. */
  const doneAt = new Date(Date.UTC(2026, 10, 1) + Math.floor(i / 3) * 3_600_000).toISOString();
  return {
    ...mark,
    id: uuid(`mark ${(i * 7919) % 1000}`),
    v: mark.kind === 'deviation' ? 2 : 1,
    rowId: mark.rowId === '' ? ASSEMBLY : uuid(`row ${mark.rowId}`),
    holeIds: mark.holeIds.map(hole),
    layerIds: mark.layerIds.map(layer),
    doneAt,
    recordedAt: doneAt,
    person: KIT.people[0]?.id ?? '',
    device: uuid('device'),
    payload,
    place: i + 1,
  } as unknown as Mark;
}

/** A random record as a kit with one assembly; null: its events contradict the verb's own rules. */
function kitOf(seed: number): { record: KitRecord; was: readonly Entity<'row'>[] } | null {
  const read = metalRecord(randomRecord(seed));
  if (!read.ok) return null;
  const { parts, rows, was, marks } = read.value;
  const entity = <K extends 'part' | 'row'>(kind: K, id: string, definition: Entity<K>['definition']) =>
    ({ kind, id, version: 1, definition }) as unknown as Entity<K>;
  const asRow = ({ id, row }: (typeof rows)[number], order: number) =>
    entity('row', uuid(`row ${id}`), {
      ...row,
      assemblyId: ASSEMBLY,
      order,
      name: `row ${id}`,
      layers: row.layers.map((l) => ({ ...l, id: uuid(`layer ${id} ${l.id}`), partId: uuid(l.partId) })),
      holes: row.holes.map((h) => ({ ...h, id: uuid(`hole ${id} ${h.id}`) })),
    });
  const record: KitRecord = {
    kit: { kind: 'kit', id: KIT_ID, version: 1, definition: KIT },
    pages: [],
    things: [],
    fasteners: [],
    assemblies: [
      {
        assembly: { kind: 'assembly', id: ASSEMBLY, version: 1, definition: { v: 1, kitId: KIT_ID, name: 'Float', order: 1, mirroredFrom: null } },
        parts: parts.map(({ id, thickness }) =>
          entity('part', uuid(id), { v: 1, assemblyId: ASSEMBLY, name: id, hand: null, thickness: { mm: Number(thickness) * 25.4, text: String(thickness), units: 'in' }, measured: null, mirroredFrom: null }),
        ),
        rows: rows.map(asRow),
        marks: marks.map(asKept),
        jobs: [],
      },
    ],
  }; // prettier-ignore
  return { record, was: was.map(asRow) };
}

const cells = (lines: Iterable<string>) => [...lines].slice(1).map((l) => l.split(/,(?=(?:[^"]*"[^"]*")*[^"]*$)/));

/** What the faces disagree in, in words. */
function disagreements({ record, was }: NonNullable<ReturnType<typeof kitOf>>, seed: number): string[] {
  const wrong: string[] = [];
  const same = (what: string, a: unknown, b: unknown) => {
    const [x, y] = [JSON.stringify(a), JSON.stringify(b)];
    if (x !== y) wrong.push(`${what}: ${x} against ${y}`);
  };
  const [source] = record.assemblies as [KitRecord['assemblies'][number]];
  const { parts, rows: entities, marks } = source;
  const work = assemblyWork({ kit: KIT, parts, rows: entities, fasteners: [], marks });
  const isSet = (row: (typeof work.rows)[number], id: string) => row.states.get(id)?.has(AT_HOLE.set) ?? false;
  const holes = work.rows.flatMap((row) => holesInPlan(row.row.holes).map((hole) => ({ row, id: hole.id })));
  const setHoles = holes.filter((h) => isSet(h.row, h.id)).length;

  /* A rivet that is in is in for all. */
  for (const { row, id } of holes) same(`${row.title} ${id}: set`, isSet(row, id), (row.done.get(id)?.fastener ?? null) !== null);
  const overview = assemblyOverview(work, marks, []);
  same('first page: holes', overview.holes, holes.length);
  same('first page: set', (overview.stages.set ?? 0) + (overview.stages.inspected ?? 0), setHoles);
  same('stock', stockNeeds(work.rows, {}, 0).reduce((n, need) => n + need.needed, 0), holes.length - setHoles); // prettier-ignore
  same('first page: stops', overview.stops, work.rows.filter((r) => r.standing.verdict === 'stop').length);

  /* What the strip offers is what the bench has. */
  for (const row of work.rows)
    for (const step of row.steps.filter((s) => !isPartStep(s))) {
      const asked = (id: string) => row.own.of(row.standing.own.get(id) ?? 0)?.steps ?? row.steps;
      const strip = holesInPlan(row.row.holes).flatMap(({ id }) =>
        asked(id).some((s) => s.key === step.key) && !isDone(step, row.states.get(id)) && isOffered(row.standing, id, step) ? [id] : [],
      );
      const bench = work.setups.flatMap((s) => s.items).filter((i) => i.rowId === row.id && i.steps.some((s) => s.key === step.key));
      const offered = new Set(bench.flatMap((i) => i.openHoleIds));
      same(`${row.title} ${step.key}: strip and bench`, strip.every((id) => offered.has(id)), true); // prettier-ignore
    }
  for (const item of work.setups.flatMap((s) => s.items)) {
    const row = work.rows.find((r) => r.id === item.rowId);
    for (const id of item.openHoleIds) {
      const left = item.steps.filter((s) => !isDone(s, row?.states.get(id)) && row && isOffered(row.standing, id, s));
      if (left.length === 0) wrong.push(`bench offers ${item.key} at ${id}, the strip nothing`);
    }
  }

  /* A stop that nobody answered is open to decide, in the table, and stops its row. */
  const decisions = openDecisions({ rows: work.rows, parts, due: [] });
  for (const row of work.rows) {
    const stopped = [...row.standing.stopped].sort();
    const decided = decisions.flatMap((d) => (d.kind === 'work-stop' && d.row.id === row.id ? d.gathered.holeIds : []));
    same(`${row.title}: today`, [...new Set(decided)].sort(), stopped);
    if (stopped.length > 0) same(`${row.title}: verdict`, row.standing.verdict, 'stop');
  }
  const table = cells(rowsCsv(record, question));
  same('table: verdicts', table.map((c) => c[5]), work.rows.map((r) => r.standing.verdict)); // prettier-ignore
  same('table: set', table.reduce((n, c) => n + Number(c[7]), 0), setHoles); // prettier-ignore
  const counting = effectiveMarks(marks);
  const lines = cells(marksCsv(record, question));
  same('table of marks', lines.map((c) => [c[1], c[7], Number(c[10])]), counting.map((m) => [m.doneAt, m.kind, m.holeIds.length])); // prettier-ignore

  /* The log tells of every hole that was touched, once for each kind of work of a day; its story has every mark on it. */
  const pages = logPages(marks, { assemblyOf: () => ASSEMBLY, dayOf, now: NOW });
  const logged = new Set(pages.flatMap((p) => p.lines.flatMap((l) => l.holeIds.map((id) => `${p.day} ${l.kind} ${l.rowId} ${id}`))));
  const marked = new Set(counting.flatMap((m) => m.holeIds.map((id) => `${dayOf(m.doneAt)} ${m.kind} ${m.rowId} ${id}`)));
  same('log', [...logged].sort(), [...marked].sort());
  for (const { row, id } of holes) {
    const story = holeStory(marks, row.id, id).map((e) => e.mark.id);
    same(`${id}: story`, story, counting.filter((m) => m.rowId === row.id && m.holeIds.includes(id)).map((m) => m.id)); // prettier-ignore
  }
  const dossier = assemblyDossier(record, source, question);
  const done = work.rows.map((r) => progressOf(r.row, r.steps, r.states, work.partsDone).done).reduce((a, b) => a + b, 0);
  same('dossier', [dossier.progress.done, dossier.rows.map((r) => r.standing.verdict)], [done, work.rows.map((r) => r.standing.verdict)]);

  /* Folded mark by mark, or in two heaps that come the other way round, it is the same. */
  const layersOf = layersOfRows(entities);
  const whole = foldDone(marks, layersOf);
  const folder = new MarkFolder();
  const cut = Math.floor(randomFrom(seed)() * marks.length);
  folder.update(marks.slice(cut), layersOf);
  same('bit by bit', [...folder.update([...marks.slice(cut), ...marks.slice(0, cut)], layersOf).rows.keys()].sort(), [...whole.rows.keys()].sort()); // prettier-ignore
  for (const [rowId, own] of folder.update(marks, layersOf).rows) expect(own).toEqual(whole.rows.get(rowId));

  /* Written out and read again the marks stand as they stood, and the metal with them. */
  const document: KitDocument = {
    format: 'patient-anvil-kit',
    formatVersion: 1,
    kitId: KIT_ID,
    entities: [record.kit, source.assembly, ...parts, ...entities].map(({ kind, id, version, definition }) => ({ kind, id, version, deleted: false, definition })),
    changes: was.map((row, i) => ({
      id: uuid(`change ${i}`), person: KIT.people[0]?.id, device: uuid('device'), recordedAt: '2026-10-01T00:00:00.000Z', reason: '', undoes: null,
      edits: [{ kind: 'row', id: row.id, version: 1, before: null, after: row.definition }],
    })),
    marks: marks.map(({ place: _, ...mark }) => mark as Mark),
  } as unknown as KitDocument; // prettier-ignore
  const read = readKitDocument(JSON.parse(writeKitDocument(document)));
  if (!read.ok) return [...wrong, `not read again: ${JSON.stringify(read.problem)}`];
  const sound = unsoundMarks(read.value, new Date(NOW));
  if (!sound.ok) wrong.push(`not taken again: ${JSON.stringify(sound.problem)}`);
  const again = read.value.marks.map((m, i) => ({ ...m, place: i + 1 }) as Mark);
  const back = assemblyWork({ kit: KIT, parts, rows: entities, fasteners: [], marks: again });
  same('written out and read again', back.rows.map((r) => [...r.standing.findings]), work.rows.map((r) => [...r.standing.findings])); // prettier-ignore
  return wrong;
}

it(`${RECORDS} random records say the same in every view`, () => {
  let looked = 0;
  for (let seed = 1; looked < RECORDS; seed++) {
    const record = kitOf(seed);
    if (!record) continue;
    looked++;
    expect(disagreements(record, seed), `seed ${seed}`).toEqual([]);
  }
});
