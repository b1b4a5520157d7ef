import { planStack } from '../prep/plan';
import type { Definitions, EntityKind, FastenerDefinition, KitDefinition, PartDefinition, RowDefinition } from '../record/definitions';
import type { MarkWork } from '../record/mark-work';
import type { Mark } from '../record/marks';
import { stackOf } from '../record/stack-of';
import { workDone, type PlannedRow } from './work';

/** A change as the record keeps it: both sides of each edit, oldest first. */
export interface PastChange {
  /** ISO 8601, UTC. */
  readonly recordedAt: string;
  readonly edits: readonly {
    readonly kind: EntityKind;
    readonly id: string;
    readonly before: Definitions[EntityKind] | object | null;
    readonly after: Definitions[EntityKind] | object | null;
  }[];
}

/** A definition as it stands now, deleted ones too. */
export interface PresentEntity {
  readonly kind: EntityKind;
  readonly id: string;
  readonly version: number;
  readonly definition: Definitions[EntityKind] | object;
}

interface Edit {
  readonly at: string;
  readonly before: object | null;
  readonly after: object | null;
}

/** Kinds of marks whose work is read as of their time where they do not say it. */
export const READ_THEN: readonly Mark['kind'][] = ['piloted', 'drilled', 'dimpled', 'countersunk', 'set'];

/** Whether a mark was written before marks carried the work. */
export function isOld(mark: Mark): boolean {
  return READ_THEN.includes(mark.kind) && mark.payload.work === undefined;
}

/** A kit's definitions as they stood at any time, by its change record. */
export class Past {
  private readonly edits = new Map<string, Edit[]>();
  private readonly present = new Map<string, PresentEntity>();
  /** Rows planned as of a time, by what they were planned from. */
  private readonly plans = new Map<string, PlannedRow | null>();
  private readonly keys = new WeakMap<object, number>();
  private nextKey = 0;

  constructor(changes: readonly PastChange[], entities: readonly PresentEntity[]) {
    for (const { recordedAt, edits } of changes)
      for (const { kind, id, before, after } of edits) {
        const own = this.edits.get(`${kind}/${id}`);
        const edit = { at: recordedAt, before, after };
        if (own) own.push(edit);
        else this.edits.set(`${kind}/${id}`, [edit]);
      }
    for (const e of entities) this.present.set(`${e.kind}/${e.id}`, e);
  }

  /**
   * A definition as it stood at a time: after the last edit before it; earlier than all of them its first version; null where the record
   * cannot tell (it was changed, and by what is not kept).
   */
  definition(kind: EntityKind, id: string, at: string): object | null {
    const edits = this.edits.get(`${kind}/${id}`) ?? [];
    const now = this.present.get(`${kind}/${id}`);
    let then: object | null | undefined;
    /* A tablet's clock may be off: of edits in the order they were kept, the last one that is not later. */
    for (const edit of edits) if (edit.at <= at) then = edit.after;
    if (then !== undefined) return then ?? this.lastBefore(edits, at);
    const first = edits[0];
    if (first) return first.before ?? first.after;
    return now && now.version <= 1 ? now.definition : null;
  }

  /** Definitions of a kind that were deleted and are not back, each as it was last and when it went. */
  deleted<K extends EntityKind>(kind: K): { readonly id: string; readonly definition: Definitions[K]; readonly at: string }[] {
    return [...this.edits].flatMap(([key, edits]) => {
      const last = edits.at(-1);
      if (!last || last.after !== null || last.before === null || !key.startsWith(`${kind}/`)) return [];
      return [{ id: key.slice(kind.length + 1), definition: last.before as Definitions[K], at: last.at }];
    });
  }

  /** Of a definition that was deleted by then: as it was before. */
  private lastBefore(edits: readonly Edit[], at: string): object | null {
    for (const edit of [...edits].reverse()) if (edit.at <= at && edit.before !== null) return edit.before;
    return null;
  }

  /** A row planned as it was at a time; null where that cannot be told. */
  plannedRow(rowId: string, kitId: string, at: string): PlannedRow | null {
    const row = this.definition('row', rowId, at) as RowDefinition | null;
    const kit = this.definition('kit', kitId, at) as KitDefinition | null;
    if (!row || !kit) return null;
    const parts = new Map<string, PartDefinition>();
    for (const { partId } of row.layers) {
      const part = this.definition('part', partId, at) as PartDefinition | null;
      if (!part) return null;
      parts.set(partId, part);
    }
    const fasteners = new Map<string, FastenerDefinition>();
    const fastener = row.fastenerId ? (this.definition('fastener', row.fastenerId, at) as FastenerDefinition | null) : null;
    if (row.fastenerId && fastener) fasteners.set(row.fastenerId, fastener);
    const key = [row, kit, ...parts.values(), ...fasteners.values()].map((d) => this.keyOf(d)).join();
    let planned = this.plans.get(key);
    if (planned === undefined) {
      const stack = stackOf(row, { kit, parts, fasteners });
      this.plans.set(key, (planned = stack && { row, stack, plan: planStack(stack) }));
    }
    return planned;
  }

  private keyOf(definition: object): number {
    let key = this.keys.get(definition);
    if (key === undefined) this.keys.set(definition, (key = this.nextKey++));
    return key;
  }
}

/** What an old mark's work was, read from the row as it stood at its done-at; null: it cannot be told. Never today's plan. */
export function workThen(mark: Mark, kitId: string, past: Past): MarkWork | null {
  const planned = past.plannedRow(mark.rowId, kitId, mark.doneAt);
  if (!planned) return null;
  const { kind, holeIds, layerIds, side, payload } = mark;
  const works = (layerIds.length === 0 ? [null] : layerIds).map((layerId) =>
    workDone({ kind, holeIds, layerId, side, how: payload.how, setting: payload.setting }, planned),
  );
  const [first] = works;
  /* Sheets that were not done alike in one mark: what was done in each cannot be said in one. */
  return first && works.every((w) => JSON.stringify(forComparing(w)) === JSON.stringify(forComparing(first))) ? first : null;
}

/** Skin and substructure dies make the same dimple for the rivet: they do not tell two sheets apart. */
function forComparing(work: MarkWork | null): unknown {
  return work && 'sheet' in work ? { ...work, sheet: null } : work;
}
