import type { Definitions, EntityKind } from './definitions';
import { MARK_ADDRESS, type Mark } from './marks';

/** What a kit has or once had, as far as some marks ask for it. */
export interface Recorded {
  /** Rows, assemblies and the kit itself by id, deleted ones too. */
  readonly owners: ReadonlyMap<string, 'row' | 'assembly' | 'kit'>;
  /** `row/hole` and `row/layer`, of every version of the row. */
  readonly holes: ReadonlySet<string>;
  readonly layers: ReadonlySet<string>;
  readonly parts: ReadonlySet<string>;
}

/** Gathers what a kit has from its definitions, of whatever version. */
export class RecordedDefinitions implements Recorded {
  readonly owners = new Map<string, 'row' | 'assembly' | 'kit'>();
  readonly holes = new Set<string>();
  readonly layers = new Set<string>();
  readonly parts = new Set<string>();

  take(kind: EntityKind, id: string, definition: Definitions[EntityKind] | object): void {
    if (kind === 'part') this.parts.add(id);
    if (kind === 'row' || kind === 'assembly' || kind === 'kit') this.owners.set(id, kind);
    if (kind !== 'row') return;
    const row = definition as Definitions['row'];
    for (const h of row.holes) this.holes.add(`${id}/${h.id}`);
    for (const l of row.layers) this.layers.add(`${id}/${l.id}`);
  }
}

/** Why the record will never take a mark. */
export type MarkRefusal =
  'mark-row-unknown' | 'mark-hole-unknown' | 'mark-layer-unknown' | 'mark-part-unknown' | 'mark-in-future' | 'mark-before-kit';

/** A mark of a tablet whose clock is ahead is kept up to so far in the future, and noted; beyond it is refused. */
const AHEAD_MS = 24 * 3_600_000;

/** Paper notes are written up for so long before a kit was first entered, and nothing earlier. This project's own default. */
const BEFORE_KIT_MS = 10 * 366 * 24 * 3_600_000;

/** Why a mark is not taken, fresh or with an import; null: it is. `now`, `kitBegan`: ms since 1970. */
export function refusalOf(mark: Mark, recorded: Recorded, time: { readonly now: number; readonly kitBegan: number }): MarkRefusal | null {
  const doneAt = Date.parse(mark.doneAt);
  if (doneAt > time.now + AHEAD_MS) return 'mark-in-future';
  if (doneAt < time.kitBegan - BEFORE_KIT_MS) return 'mark-before-kit';
  return unknownIn(mark, recorded);
}

/** What a mark names that its kit never had; null: it had everything. */
function unknownIn(mark: Mark, recorded: Recorded): MarkRefusal | null {
  const address = MARK_ADDRESS[mark.kind];
  const isOfRow = address === 'hole' || address === 'hole-in-layer' || address === 'row';
  /* A part's or a shift's mark names the assembly; an undo what the mark it takes back names. Old marks of parts name a row. */
  const owner = recorded.owners.get(mark.rowId);
  const isOfKit = address === 'kit' || (address === 'mark' && owner === 'kit');
  if (owner === undefined || (isOfRow && owner !== 'row') || isOfKit !== (owner === 'kit')) return 'mark-row-unknown';
  if (mark.holeIds.some((id) => !recorded.holes.has(`${mark.rowId}/${id}`))) return 'mark-hole-unknown';
  if (mark.layerIds.some((id) => !recorded.layers.has(`${mark.rowId}/${id}`))) return 'mark-layer-unknown';
  const partIds = [...(mark.payload.partIds ?? []), ...(mark.payload.sheets ?? []).map((s) => s.partId)];
  if (partIds.some((id) => !recorded.parts.has(id))) return 'mark-part-unknown';
  return null;
}
