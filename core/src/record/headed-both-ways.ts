import { faceTouched, oppositeFace } from './face';
import type { LayerDefinition, RowDefinition } from './definitions';
import { effectiveMarks, type Mark } from './marks';

interface HeadedRow {
  readonly id: string;
  readonly row: RowDefinition;
}

/** Rows that go through sheets they share the other way round than `rowId` does, though all were read as headed from the same faces. */
export interface HeadedBothWays {
  readonly rowId: string;
  readonly otherIds: readonly string[];
  /** The sheets, in the order of `rowId`. */
  readonly partIds: readonly string[];
}

/**
 * Parts whose rows are headed both ways in a record made before marks kept faces, where nobody has said so yet: the same sheets in reversed
 * order, the same face to both head sides, and work in them that kept no face. A row with work that kept its faces is not asked about.
 * Example: skin on rib in one row, rib on skin in another, dimpled by marks of the first release.
 */
export function headedBothWays(rows: readonly HeadedRow[], marks: readonly Mark[]): HeadedBothWays[] {
  if (!marks.some(isFaceless)) return [];
  const counting = effectiveMarks(marks);
  const faceless = new Set(counting.filter(isFaceless).map((m) => m.rowId));
  const faced = new Set(counting.flatMap((m) => (m.payload.sheets === undefined ? [] : [m.rowId])));
  const asked = new Set<string>();
  const isOpen = (r: HeadedRow) => !isAnswered(r.row) && !faced.has(r.id) && !asked.has(r.id);
  /* Rows through the same sheets are asked about together: of a thousand rows there are few such ways. What kept its faces is what others are held to. */
  const stacks = rowsByStack(rows).sort((a, b) => Number(b.some((r) => faced.has(r.id))) - Number(a.some((r) => faced.has(r.id))));
  return stacks.flatMap((same, i): HeadedBothWays[] => {
    const first = same.find((r) => !asked.has(r.id) && !isAnswered(r.row));
    if (!first) return [];
    const turned = stacks.slice(i + 1).flat().filter((r) => isOpen(r) && reversed(first.row, r.row).length > 1); // prettier-ignore
    const partIds = reversed(first.row, turned[0]?.row);
    const others = turned.filter((r) => String(reversed(first.row, r.row)) === String(partIds));
    if (others.length === 0 || ![...same, ...others].some((r) => faceless.has(r.id))) return [];
    for (const r of others) asked.add(r.id);
    return [{ rowId: first.id, otherIds: others.map((r) => r.id), partIds }];
  });
}

function rowsByStack(rows: readonly HeadedRow[]): HeadedRow[][] {
  const byStack = new Map<string, HeadedRow[]>();
  for (const r of rows) {
    const stack = r.row.layers.map((l) => `${l.partId} ${headFace(l)}`).join('/');
    const same = byStack.get(stack);
    if (same) same.push(r);
    else byStack.set(stack, [r]);
  }
  return [...byStack.values()];
}

const isAnswered = (row: RowDefinition): boolean => row.layers.some((l) => l.faceBefore !== undefined);

/** Work that touches a face of a sheet. */
const AT_A_FACE: readonly Mark['kind'][] = ['deburred', 'dimpled', 'countersunk'];
const isFaceless = (m: Mark): boolean => AT_A_FACE.includes(m.kind) && m.payload.sheets === undefined;

/** The parts two rows share, where the second goes through them in reversed order with the same faces to its head side. */
function reversed(first: RowDefinition, second: RowDefinition | undefined): string[] {
  if (!second) return [];
  const shared = first.layers.filter((l) => second.layers.some((o) => o.partId === l.partId));
  const there = second.layers.filter((l) => shared.some((o) => o.partId === l.partId)).reverse();
  const isTurned =
    shared.length === there.length && shared.every((l, i) => l.partId === there[i]?.partId && headFace(l) === headFace(there[i]));
  return isTurned ? shared.map((l) => l.partId) : [];
}

const headFace = (layer: Pick<LayerDefinition, 'face'> | undefined) => faceTouched(layer ?? {}, 'head');

/**
 * A row with the answer on record. Headed from the other side, its sheets show their other faces to the head, in the plan and in what was marked
 * before; else they do lie the other way round there, and all is read as it was.
 */
export function withHeadSide(row: RowDefinition, isFromOtherSide: boolean): RowDefinition {
  return {
    ...row,
    layers: row.layers.map((l) => {
      const face = isFromOtherSide ? oppositeFace(headFace(l)) : headFace(l);
      return { ...l, ...(isFromOtherSide ? { face } : {}), faceBefore: face };
    }),
  };
}
