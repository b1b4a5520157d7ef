import sharp from 'sharp';
import { parseRowLine } from '#core/typed/row-line';
import { newKit } from '#core/record/blank';
import { composeRow } from '#core/compose/compose';
import { followGroups } from '#core/compose/groups';
import { judgeHole } from '#core/deviation/judge';
import type { Change, Edit, Entity, KitDefinition, RowDefinition, ShutOff, TypedLength } from '#core/record/definitions';
import { holesInPlan, parseRange } from '#core/record/holes';
import { mirrorAssembly } from '#core/record/mirror';
import { withWork } from '#core/done/with-work';
import { planStack } from '#core/prep/plan';
import type { Mark } from '#core/record/marks';
import { stackOf } from '#core/record/stack-of';
import { stepsOf } from '#core/record/steps';
import { mm, MM_PER_INCH } from '#core/units/length';
import { problemMessage } from '#core/wording/problems';
import { decide } from '../commands/change';
import type { Database, Queries } from '../db/connection';
import { eraseKitDefinitions, listKits } from '../db/entities';
import { insertPhoto } from '../db/photos';
import { insertMarks, eraseKitRecord } from '../db/record';
import { keepPhoto } from '../files/photos';
import { DAY_MS, DEVICE, demoId, demoMark, MINUTE_MS, PEOPLE, typedLength } from './mark-maker';
import { demoFasteners } from './fasteners';
import { DEMO_PHOTOS, demoPhotoId, pageEdits, rivetingMarks } from './riveting-record';
import { preparationMarks } from './preparation-record';
import { DEMO_ASSEMBLIES, DEMO_DEVIATION, DEMO_KIT_NAME, DEMO_SHIFTS } from './quillback';
import { jobEdits, jobMarkList } from './jobs';
import { demoTools } from './tools';
import type { DemoAssembly, DemoRow, DemoShift, DemoWork, InchPlace } from './shapes';

export const DEMO_KIT_ID = demoId('kit');
export const DEMO_ASSEMBLY_ID = demoId('assembly');
/** Ids in the order they are asked for. */
function idMaker(prefix: string): () => string {
  let n = 0;
  return () => demoId(`${prefix}/${n++}`);
}

const KIT: KitDefinition = {
  ...newKit(DEMO_KIT_NAME, 'in', [
    { id: PEOPLE.RV, initials: 'RV' },
    { id: PEOPLE.TK, initials: 'TK' },
  ]),
  work: { scuff: true, prime: true, scuffAfterDimple: false },
  holders: { 3: 40, 4: 25 },
};

const inchPlace = ([x, y]: InchPlace) => ({ x: x * MM_PER_INCH, y: y * MM_PER_INCH });

function withExtra(row: RowDefinition, extra: DemoRow['extra']): RowDefinition {
  if (!extra) return row;
  const { fixedNest, hole, rowDistance, layer, path, places, holds, room, shutBy: _, waitsFor: __, ...rest } = extra;
  const edge = row.edge?.mm ?? 0;
  return {
    ...row,
    ...rest,
    ...(room
      ? {
          access: {
            edge: null,
            wall: null,
            room: typedLength(String(room[0])),
            roomAtEnd: typedLength(String(room[1])),
            isBent: false,
            sheetIndex: row.layers.length - 1,
          },
        }
      : {}),
    ...(path ? { laid: { path: path.map(inchPlace), startEdgeMm: edge, endEdgeMm: edge } } : {}),
    holes: row.holes.map((h, i) => {
      const at = places?.[i];
      const hold = holds?.[i + 1];
      return { ...h, ...(at ? { at: inchPlace(at) } : {}), ...(hold ? { holds: [hold] } : {}) };
    }),
    nest: fixedNest === undefined ? row.nest : { fixed: typedLength(fixedNest) },
    hole: hole === undefined ? row.hole : typedLength(hole),
    rowDistance: rowDistance === undefined ? row.rowDistance : typedLength(rowDistance),
    layers: row.layers.map((l, i) =>
      layer?.index === i
        ? { ...l, bothSides: layer.bothSides ?? l.bothSides, edge: layer.edge === undefined ? l.edge : typedLength(layer.edge) }
        : l,
    ),
  };
}

interface MadeAssembly {
  readonly assembly: Entity<'assembly'>;
  readonly parts: readonly Entity<'part'>[];
  readonly rows: readonly Entity<'row'>[];
}

/** An assembly made from its row lines the way a builder's own lines are. */
function makeAssembly(demo: DemoAssembly, order: number): MadeAssembly {
  const assemblyId = demoId(`${demo.key}assembly`);
  const parts: Entity<'part'>[] = [];
  const fasteners = [...FASTENERS].map(([id, definition]) => ({ kind: 'fastener' as const, id, version: 1, definition }));
  const rows = demo.rows.map((row, i): Entity<'row'> => {
    const line = parseRowLine(row.line, 'in');
    if (!line.ok) throw new Error(`demo: ${row.line}: ${problemMessage(line.problem)}`);
    const made = composeRow(line.value, { assemblyId, units: 'in', parts, fasteners, newId: idMaker(`${demo.key}row-${i}`) }, i + 1);
    if (!made.ok) throw new Error(`demo: ${row.line}: ${problemMessage(made.problem)}`);
    parts.push(...made.value.newParts);
    return { kind: 'row', id: demoId(`${demo.key}row/${i}`), version: 0, definition: withExtra(made.value.row, row.extra) };
  });
  const outlined = parts.map((p) => {
    const { name } = p.definition;
    const outline = demo.outlines?.[name];
    const joined = Object.entries(demo.subAssemblies ?? {}).find(([, names]) => names.includes(name));
    return {
      ...p,
      definition: {
        ...p.definition,
        ...(outline ? { outline: { kind: outline.kind, corners: outline.corners.map(inchPlace) } } : {}),
        ...(joined ? { subAssembly: joined[0] } : {}),
      },
    };
  });
  const { plansOrder } = demo;
  const rowId = (i: number) => demoId(`${demo.key}row/${i}`);
  const sequence = plansOrder && { follows: 'plans' as const, reason: plansOrder.reason, plans: plansOrder.rows.map(rowId) };
  const definition = { v: 1, kitId: DEMO_KIT_ID, name: demo.name, order, ...(sequence ? { sequence } : {}) } as const;
  const told = rows.map((r, i) => ({ ...r, definition: withTold(r.definition, demo.rows[i]?.extra, parts, rowId) }));
  const groups = smallHoles(told, parts, fasteners, idMaker(`${demo.key}group`));
  return {
    assembly: { kind: 'assembly', id: assemblyId, version: 0, definition },
    parts: [...outlined, ...groups.parts],
    rows: [...told, ...groups.rows],
  };
}

/** The small holes that groups make, as keeping their rows makes them. */
function smallHoles(
  rows: readonly Entity<'row'>[],
  parts: readonly Entity<'part'>[],
  fasteners: readonly Entity<'fastener'>[],
  newId: () => string,
): Pick<MadeAssembly, 'parts' | 'rows'> {
  const made = followGroups(rows.map(newEdit), { rows: [], parts, fasteners, newId }).slice(rows.length);
  const ofKind = <K extends 'part' | 'row'>(kind: K) =>
    made.flatMap((e) => (e.kind === kind && e.definition ? [{ kind, id: e.id, version: 0, definition: e.definition } as Entity<K>] : []));
  return { parts: ofKind('part'), rows: ofKind('row') };
}

/** What a builder would tell by pointing. */
function withTold(
  row: RowDefinition,
  extra: DemoRow['extra'],
  parts: readonly Entity<'part'>[],
  rowId: (i: number) => string,
): RowDefinition {
  const partId = (name: string) => {
    const part = parts.find((p) => p.definition.name === name);
    if (!part) throw new Error(`demo: no part ${name}`);
    return part.id;
  };
  const shutBy = extra?.shutBy?.map(({ row: other, part, side, room }): ShutOff => ({
    by: other === undefined ? { kind: 'part', id: partId(part ?? '') } : { kind: 'row', id: rowId(other) },
    side,
    ...(room === undefined ? {} : { room: typedLength(room) }),
  }));
  const waitsForParts = extra?.waitsFor?.map(partId);
  return { ...row, ...(shutBy ? { shutBy } : {}), ...(waitsForParts ? { waitsForParts } : {}) };
}

function newEdit(e: Entity): Edit {
  return { kind: e.kind, id: e.id, expectedVersion: 0, definition: e.definition } as Edit;
}

/** The other side, which still names the pages it was made from. */
function mirroredEdits(demo: DemoAssembly, made: MadeAssembly, order: number): Edit[] {
  const { edits } = mirrorAssembly(made.assembly, made.parts, made.rows, order, idMaker(`${demo.key}mirror`));
  return edits.map((e): Edit => {
    if (e.kind !== 'row' || !e.definition) return e;
    const row = demo.rows[made.rows.findIndex((r) => r.id === e.definition?.mirroredFrom)];
    return row?.mirroredPage === undefined ? e : { ...e, definition: { ...e.definition, page: row.mirroredPage } };
  });
}

/** The assembly that shows work without holes. */
const HATCH = 'Deck hatch';

const DEMO_TOOLS = demoTools(DEMO_KIT_ID);
const FASTENERS = demoFasteners(DEMO_KIT_ID);

/** The demo's definitions as edits. */
export function demoEdits(): Edit[] {
  const edits: Edit[] = [
    { kind: 'kit', id: DEMO_KIT_ID, expectedVersion: 0, definition: KIT },
    ...[...FASTENERS].map(([id, definition]): Edit => ({ kind: 'fastener', id, expectedVersion: 0, definition })),
    ...DEMO_TOOLS.map(newEdit),
  ];
  let order = 1;
  for (const demo of DEMO_ASSEMBLIES) {
    const made = makeAssembly(demo, order++);
    edits.push(newEdit(made.assembly), ...made.parts.map(newEdit), ...made.rows.map(newEdit));
    if (demo.name === HATCH) {
      const partIds = new Map(made.parts.map((p) => [p.definition.name, p.id]));
      edits.push(
        ...jobEdits(
          made.assembly.id,
          partIds,
          made.rows.slice(0, 1).map((r) => r.id),
        ),
      );
    }
    if (demo.isMirrored) edits.push(...mirroredEdits(demo, made, order++));
  }
  return edits;
}

/** The demo's marks; done-at counts back from `now`. */
export function demoMarks(edits: readonly Edit[], now: Date): Mark[] {
  const parts = new Map(edits.flatMap((e) => (e.kind === 'part' && e.definition ? [[e.id, e.definition] as const] : [])));
  const rows = new Map(edits.flatMap((e) => (e.kind === 'row' && e.definition ? [[e.id, e.definition] as const] : [])));
  const made = DEMO_ASSEMBLIES.flatMap((demo) =>
    demo.rows.flatMap((row, i) => {
      const id = demoId(`${demo.key}row/${i}`);
      const definition = rows.get(id) as RowDefinition;
      return (row.done ?? []).flatMap((work, k) => marksOfWork({ id, definition }, work, parts, now, `${demo.key}mark/${i}/${k}`));
    }),
  );
  return withDemoWork(rows, parts, [
    ...made,
    ...DEMO_ASSEMBLIES.flatMap((demo) => partMarks(demo, parts, now)),
    ...DEMO_SHIFTS.flatMap((shift, i) => shiftMarks(shift, i, now)),
    demoDeviation(rows, parts, now),
    ...preparationMarks(rows, { kit: KIT, parts, fasteners: FASTENERS }, now),
    ...edits.flatMap((e) => {
      if (e.kind !== 'assembly' || e.definition?.name !== HATCH) return [];
      const skin = [...parts].find(([, p]) => p.assemblyId === e.id && p.name === 'deck skin');
      return jobMarkList(e.id, skin?.[0] ?? '', now);
    }),
    ...rivetingMarks(rows, { kit: KIT, parts, fasteners: FASTENERS }, now),
  ]);
}

/** What was done, filled in as the bench does it. */
function withDemoWork(
  rows: ReadonlyMap<string, RowDefinition>,
  parts: Parameters<typeof stackOf>[1]['parts'],
  marks: readonly Mark[],
): Mark[] {
  const planned = (rowId: string) => {
    const row = rows.get(rowId);
    const stack = row && stackOf(row, { kit: KIT, parts, fasteners: FASTENERS });
    return row && stack ? { row, stack, plan: planStack(stack), done: new Map() } : undefined;
  };
  const filled = withWork(marks, { row: planned, part: (id) => parts.get(id), tools: DEMO_TOOLS, lots: [] });
  /* A mark that became several: each has an id of its own. */
  const seen = new Map<string, number>();
  return filled.map((m) => {
    const n = seen.get(m.id) ?? 0;
    seen.set(m.id, n + 1);
    return n === 0 ? m : { ...m, id: demoId(`${m.id}/${n}`) };
  });
}

/** Work on all parts of an assembly. */
function partMarks({ key, partsDone }: DemoAssembly, parts: ReadonlyMap<string, { readonly assemblyId: string }>, now: Date): Mark[] {
  if (!partsDone) return [];
  const assemblyId = demoId(`${key}assembly`);
  const partIds = [...parts].filter(([, p]) => p.assemblyId === assemblyId).map(([id]) => id);
  const doneAt = new Date(now.getTime() - partsDone.daysAgo * DAY_MS).toISOString();
  return partsDone.kinds.map((kind) =>
    demoMark(`${key}parts/${kind}`, partsDone.by, doneAt, { kind, rowId: assemblyId, payload: { partIds } }),
  );
}

function shiftMarks(shift: DemoShift, index: number, now: Date): Mark[] {
  const rowId = demoId(`${shift.assembly}assembly`);
  const began = now.getTime() - shift.daysAgo * DAY_MS - shift.minutes * MINUTE_MS;
  const at = (minutes: number) => new Date(began + minutes * MINUTE_MS).toISOString();
  const half = Math.floor(shift.minutes / 2);
  const one = (kind: Mark['kind'], minutes: number) => demoMark(`shift/${index}/${kind}`, shift.by, at(minutes), { kind, rowId });
  return [
    one('shift-started', 0),
    ...(shift.pauseMinutes > 0 ? [one('shift-paused', half), one('shift-resumed', half + shift.pauseMinutes)] : []),
    one('shift-ended', shift.minutes),
  ];
}

/** A hole measured too large; what the program says of it is worked out, not written down. */
function demoDeviation(rows: ReadonlyMap<string, RowDefinition>, parts: Parameters<typeof stackOf>[1]['parts'], now: Date): Mark {
  const { assembly, row, hole, holeInch, edgesInch, daysAgo, by } = DEMO_DEVIATION;
  const rowId = demoId(`${assembly}row/${row}`);
  const definition = rows.get(rowId) as RowDefinition;
  const stack = stackOf(definition, { kit: KIT, parts, fasteners: FASTENERS });
  if (!stack) throw new Error('demo: a row names a part that is not there');
  const measured = typedLength(holeInch);
  const edges = edgesInch.map(typedLength);
  const { verdict } = judgeHole(stack, { hole: mm(measured.mm), isElongated: false, edges: edges.map((e) => mm(e.mm)) });
  const holeIds = [(holesInPlan(definition.holes)[hole - 1] as { id: string }).id];
  return demoMark('deviation', by, new Date(now.getTime() - daysAgo * DAY_MS).toISOString(), {
    kind: 'deviation',
    rowId,
    holeIds,
    payload: {
      deviation: {
        kind: 'oversize',
        hole: measured,
        edges: Object.fromEntries(definition.layers.map((l, i) => [l.id, edges[i] as TypedLength])),
        verdict,
      },
      note: 'The bit grabbed when the flange gave way.',
    },
  });
}

function marksOfWork(
  row: { id: string; definition: RowDefinition },
  work: DemoWork,
  parts: Parameters<typeof stackOf>[1]['parts'],
  now: Date,
  name: string,
): Mark[] {
  const stack = stackOf(row.definition, { kit: KIT, parts, fasteners: FASTENERS });
  if (!stack) throw new Error('demo: a row names a part that is not there');
  const holes = holesInPlan(row.definition.holes);
  const holeIds = (parseRange(work.holes, holes.length) ?? []).map((i) => (holes[i] as { id: string }).id);
  const doneAt = new Date(now.getTime() - work.daysAgo * DAY_MS).toISOString();
  const layers = row.definition.layers.filter((_, i) => work.layers?.includes(i) ?? true);
  const mark = (kind: Mark['kind'], layerIds: readonly string[], side: Mark['side'], key: string) =>
    ({
      id: demoId(`${name}/${key}`),
      kind,
      v: 1,
      rowId: row.id,
      holeIds,
      layerIds,
      side,
      doneAt,
      recordedAt: doneAt,
      person: PEOPLE[work.by],
      device: DEVICE,
      payload: {},
    }) as Mark;
  if (work.what === 'drilled') return [mark('drilled', [], null, 'drilled')];
  if (work.what === 'deburred')
    return [
      mark(
        'deburred',
        layers.map((l) => l.id),
        'head',
        'head',
      ),
      mark(
        'deburred',
        layers.map((l) => l.id),
        'shop',
        'shop',
      ),
    ];
  const wanted = new Set(layers.map((l) => l.id));
  return stepsOf(row.definition, planStack(stack).layers)
    .filter((s) => (s.kind === 'dimpled' || s.kind === 'countersunk') && wanted.has(s.layerId ?? ''))
    .map(({ kind, layerId, side }) => mark(kind, [layerId ?? ''], side, side === null ? (layerId ?? '') : `${layerId}/${side}`));
}

/** on: into an empty database only; reset: renewed whatever is there; off: not at all. Other kits are never touched. */
export type DemoMode = 'on' | 'off' | 'reset';

/** The demo's made-up photos, drawn on the spot. */
async function drawPhotos(db: Queries, folder: string, now: Date): Promise<void> {
  for (const [i, svg] of DEMO_PHOTOS.entries()) {
    const kept = await keepPhoto(folder, demoPhotoId(i), await sharp(Buffer.from(svg)).jpeg().toBuffer());
    if (kept.ok)
      await insertPhoto(db, { id: demoPhotoId(i), kitId: DEMO_KIT_ID, device: DEVICE, receivedAt: now, sentSha256: null, ...kept.value });
  }
}

/** Loads the demo kit, with its photos where a folder for them is given; answers whether it did. */
export async function loadDemo(db: Database, mode: DemoMode, now: Date, photosDir?: string): Promise<boolean> {
  if (mode === 'off') return false;
  if (mode === 'on' && (await listKits(db)).length > 0) return false;
  const edits = [...demoEdits(), ...pageEdits(DEMO_KIT_ID, now)];
  const change: Change = {
    id: demoId('change'),
    kitId: DEMO_KIT_ID,
    person: PEOPLE.RV,
    device: DEVICE,
    recordedAt: now.toISOString(),
    reason: 'Demo kit',
    undoes: null,
    edits,
  };
  /* All or nothing: broken off in the middle, what was there before is there again. */
  await db.transaction(async (tx) => {
    await eraseKitDefinitions(tx, DEMO_KIT_ID);
    await eraseKitRecord(tx, DEMO_KIT_ID);
    const kept = await decide(tx, change, now);
    if (!kept.ok) throw new Error(`demo: ${kept.problem.code}`);
    await insertMarks(tx, DEMO_KIT_ID, demoMarks(edits, now), now);
    if (photosDir !== undefined) await drawPhotos(tx, photosDir, now);
  });
  return true;
}
