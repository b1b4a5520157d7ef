import { definitionsById, planRow, type AssemblyRecord, type WorkRow } from './assembly-work';
import type { Definitions, Edit, Entity, KitDefinition, PartDefinition, RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { rowTitle } from '../record/title';
import type { OpenBecause, OpenStep } from '../done/compare';
import type { StandingFinding } from '../done/findings';
import { linksOfRows } from '../done/met-marks';
import { foldDone, holeOf, layersOfRows, NOT_SAID, type HoleDone, type RecordDone } from '../done/hole-done';

/** What an edit does to work that was done, by row: what is to be done again, what is contradicted, what is left over. */
export interface RowEffects {
  readonly rowId: string;
  readonly title: string;
  readonly effects: readonly Effect[];
}

/** One thing an edit does, with the holes it does it to. Lengths mm, sizes in 32nds of an inch. */
export type Effect =
  | {
      readonly kind: 'again';
      readonly because: OpenBecause;
      readonly step: OpenStep['step']['kind'];
      /** The sheet's part, where it is a sheet's. */
      readonly part: string | null;
      readonly made: number | null;
      readonly wanted: number | null;
      readonly holes: number;
    }
  | { readonly kind: 'contradicted'; readonly finding: StandingFinding; readonly part: string | null; readonly holes: number }
  | { readonly kind: 'left-over'; readonly holes: number }
  | { readonly kind: 'row-gone'; readonly holes: number }
  | { readonly kind: 'resolved'; readonly holes: number };

/** A record with the edits made: definitions only, the marks stay. */
export function edited(record: AssemblyRecord, assemblyId: string, edits: readonly Edit[]): AssemblyRecord {
  const put = <K extends 'part' | 'row' | 'fastener'>(kind: K, list: readonly Entity<K>[]): Entity<K>[] => {
    const byId = new Map(list.map((e) => [e.id, e]));
    for (const edit of edits) {
      if (edit.kind !== kind) continue;
      const definition = edit.definition as Definitions[K] | null;
      if (definition === null) byId.delete(edit.id);
      else if (!('assemblyId' in definition) || definition.assemblyId === assemblyId)
        byId.set(edit.id, { kind, id: edit.id, version: edit.expectedVersion + 1, definition } as unknown as Entity<K>);
    }
    return [...byId.values()];
  };
  const kit = edits.find((e) => e.kind === 'kit')?.definition as KitDefinition | null | undefined;
  return {
    ...record,
    kit: kit ?? record.kit,
    parts: put('part', record.parts),
    rows: put('row', record.rows),
    fasteners: put('fastener', record.fasteners),
  };
}

/** What edits do to the work of an assembly: rows where anything becomes open or contradicted, or is left over. Rows no edit reaches are not named. */
export function effectsOf(before: AssemblyRecord, after: AssemblyRecord): RowEffects[] {
  /* Old marks name a layer alone: what it was of, the rows say as they were before the edit. */
  const links = linksOfRows(after.rows);
  const done = foldDone(before.marks, layersOfRows([...after.rows, ...before.rows]), links);
  /* Which face old marks touched is an answer, not a plan: they are read by it from now on. */
  const answered = withFacesOf(after.rows, before.rows);
  const doneNow = answered ? foldDone(before.marks, layersOfRows([...after.rows, ...answered]), links) : done;
  const was = new Map(workRows(before, done).map((r) => [r.id, r]));
  const now = new Map(workRows(after, doneNow).map((r) => [r.id, r]));
  const parts = new Map([...before.parts, ...after.parts].map((p) => [p.id, p.definition]));
  const found: RowEffects[] = [];
  for (const [rowId, holes] of done.rows) {
    const old = was.get(rowId);
    if (!old) continue;
    const row = now.get(rowId);
    const effects = row ? rowEffects(old, row, parts) : goneEffects(holes);
    if (effects.length > 0) found.push({ rowId, title: rowTitle(old.row, parts), effects });
  }
  return found;
}

/** The rows of before with the faces of old marks as they are answered after; null: nobody answered anything. */
function withFacesOf(after: readonly Entity<'row'>[], before: readonly Entity<'row'>[]): Entity<'row'>[] | null {
  const faces = new Map(after.flatMap((r) => r.definition.layers.map((l) => [l.id, l.faceBefore] as const)));
  const isAnswered = before.some((r) => r.definition.layers.some((l) => faces.has(l.id) && faces.get(l.id) !== l.faceBefore));
  if (!isAnswered) return null;
  return before.map((r) => ({
    ...r,
    definition: { ...r.definition, layers: r.definition.layers.map((l) => (faces.has(l.id) ? { ...l, faceBefore: faces.get(l.id) } : l)) },
  }));
}

/** Only rows with marks: nothing else can be reached. */
function workRows({ kit, parts, rows, fasteners }: AssemblyRecord, done: RecordDone): WorkRow[] {
  const byId = definitionsById(parts);
  const fastenersById = definitionsById(fasteners);
  const assemblyRows = rows.map((r) => r.definition);
  return rows.flatMap((r) =>
    done.rows.has(r.id)
      ? (planRow(r.id, r.definition, {
          kit,
          parts: byId,
          fasteners: fastenersById,
          assemblyRows,
          done: done.rows.get(r.id),
          partsDone: done.parts,
        }) ?? [])
      : [],
  );
}

function goneEffects(holes: ReadonlyMap<string, HoleDone>): Effect[] {
  const marked = [...holes.values()].filter((d) => d.keys.size > 0).length;
  return marked > 0 ? [{ kind: 'row-gone', holes: marked }] : [];
}

function rowEffects(was: WorkRow, now: WorkRow, parts: ReadonlyMap<string, PartDefinition>): Effect[] {
  /* Each hole counts once, however many sides of it an effect is on. */
  const groups = new Map<string, { readonly effect: Effect; readonly holes: Set<string> }>();
  let at = '';
  const add = (effect: Effect) => {
    const key = JSON.stringify(effect);
    const known = groups.get(key);
    if (known) known.holes.add(at);
    else groups.set(key, { effect, holes: new Set([at]) });
  };
  const partOf = (row: RowDefinition, layer: number | undefined) =>
    layer === undefined ? null : (parts.get(row.layers[layer]?.partId ?? '')?.name ?? null);
  const inPlan = new Set(holesInPlan(now.row.holes).map((h) => h.id));
  for (const hole of holesInPlan(was.row.holes)) {
    at = hole.id;
    const done = now.done.get(hole.id);
    if (!done || done.keys.size === 0) continue;
    if (!inPlan.has(hole.id)) {
      add({ kind: 'left-over', holes: 1 });
      continue;
    }
    const [openBefore, openNow] = [was, now].map((r) => r.standing.again.get(hole.id) ?? []) as [OpenStep[], OpenStep[]];
    const [foundBefore, foundNow] = [was, now].map((r) => r.standing.findings.get(hole.id) ?? []) as [StandingFinding[], StandingFinding[]];
    for (const open of openNow)
      if (!openBefore.some((o) => isSameOpen(o, open))) add(againEffect(open, done, now, partOf(now.row, layerIndex(now.row, open))));
    /* Steps that were done and are wanted no more in that sheet are findings; steps that were done and are open now for the first time are new ones. */
    for (const step of now.steps) {
      const isNew = !now.states.get(hole.id)?.has(step.key) && was.states.get(hole.id)?.has(step.key);
      const isTold = openNow.some((o) => o.step.key === step.key);
      if (isNew && !isTold && step.partId === null)
        add({ kind: 'again', because: 'never', step: step.kind, part: null, made: null, wanted: null, holes: 1 });
    }
    for (const finding of foundNow)
      if (!foundBefore.some((f) => isSameFinding(f, finding)))
        add({ kind: 'contradicted', finding: withoutPlace(finding), part: partOf(now.row, finding.layer), holes: 1 });
    const isResolved = openBefore.length + foundBefore.length > 0 && openNow.length + foundNow.length === 0;
    if (isResolved) add({ kind: 'resolved', holes: 1 });
  }
  return [...groups.values()].map(({ effect, holes }) => ({ ...effect, holes: holes.size }));
}

const layerIndex = (row: RowDefinition, open: OpenStep): number | undefined => {
  if (open.layer !== undefined) return open.layer;
  const at = row.layers.findIndex((l) => l.id === open.step.layerId);
  return at < 0 ? undefined : at;
};

const isSameOpen = (a: OpenStep, b: OpenStep): boolean =>
  a.step.key === b.step.key && a.because === b.because && a.layer === b.layer && Math.abs((a.deeperMm ?? 0) - (b.deeperMm ?? 0)) < 1e-9;

const isSameFinding = (a: StandingFinding, b: StandingFinding): boolean =>
  a.code === b.code && a.severity === b.severity && a.layer === b.layer && JSON.stringify(a.data) === JSON.stringify(b.data);

/** Where a hole lies is its own: holes off by as much are told together. */
function withoutPlace(finding: StandingFinding): StandingFinding {
  return finding.code === 'drilled-elsewhere' ? { ...finding, data: {} } : finding;
}

function againEffect({ step, because, deeperMm }: OpenStep, done: HoleDone, now: WorkRow, part: string | null): Effect {
  const base = { kind: 'again', because, step: step.kind, part, holes: 1 } as const;
  switch (because) {
    case 'enlarge': {
      const made = holeOf(done);
      return { ...base, made: typeof made === 'number' ? made : null, wanted: now.stack.hole };
    }
    case 'dimple-again': {
      const dimple = done.sheets.get(step.partId ?? '')?.dimple;
      return { ...base, made: dimple && dimple.dash !== NOT_SAID ? dimple.dash : null, wanted: now.stack.size.dash };
    }
    case 'cut-deeper':
      return { ...base, made: null, wanted: deeperMm ?? null };
    default:
      return { ...base, made: null, wanted: null };
  }
}
