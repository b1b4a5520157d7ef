import type { LayerDefinition } from '../record/definitions';
import type { OperationKind } from './minutes';

/** One of the two faces of a part, or of the work when it is together. */
export type Face = 0 | 1;

/** What is in hand for an operation: a part, or the work when it is together, with the face that has to lie up; null: either. */
export interface Piece {
  readonly id: string;
  readonly up: Face | null;
}

/** The side of a row's heads: of each of its parts the face, and of the whole work the side. */
export interface HeadSide {
  readonly ofPart: ReadonlyMap<string, Face>;
  readonly ofWhole: Face;
}

const other = (face: Face): Face => (face === 0 ? 1 : 0);

/**
 * On which face of its parts each row's heads are, as far as the stacks say: a part that lies on the same neighbour in two rows touches it
 * with the same face in both, so that a row with its heads on the neighbour's side has them on that face. Where no stack says anything
 * rows are taken to lie alike: turnings counted from it are never too many. Rows by id; sheets from the head side.
 */
export function headSides(
  rows: readonly { readonly id: string; readonly row: { readonly layers: readonly Pick<LayerDefinition, 'partId'>[] } }[],
): Map<string, HeadSide> {
  /* Of each part: with which face it touches a neighbour, and which of its faces lies on side 0 of the whole. */
  const touches = new Map<string, Map<string, Face>>();
  const onSide0 = new Map<string, Face>();
  const found = new Map<string, HeadSide>();
  for (const { id, row } of rows) {
    const parts = [...new Set(row.layers.map((l) => l.partId))];
    const ofPart = new Map<string, Face>();
    parts.forEach((part, i) => {
      let known = touches.get(part);
      if (!known) touches.set(part, (known = new Map()));
      const above = parts.slice(0, i);
      const below = parts.slice(i + 1);
      const [upper, lower] = [above.find((p) => known.has(p)), below.find((p) => known.has(p))];
      const head: Face = upper !== undefined ? (known.get(upper) as Face) : lower !== undefined ? other(known.get(lower) as Face) : 0;
      for (const p of above) if (!known.has(p)) known.set(p, head);
      for (const p of below) if (!known.has(p)) known.set(p, other(head));
      ofPart.set(part, head);
    });
    const placed = parts.find((p) => onSide0.has(p));
    const ofWhole: Face = placed === undefined || onSide0.get(placed) === ofPart.get(placed) ? 0 : 1;
    for (const [part, head] of ofPart) if (!onSide0.has(part)) onSide0.set(part, ofWhole === 0 ? head : other(head));
    found.set(id, { ofPart, ofWhole });
  }
  return found;
}

/** Work on the parts by themselves; everything else is done on the work together. */
const APART: readonly OperationKind[] = ['deburred', 'creased', 'scuffed', 'dimpled', 'countersunk', 'cleaned', 'primed', 'mask'];
/** Work that wants the heads' side up; what is deburred, scuffed, cleaned or looked at is turned in any case. */
const HEADS_UP: readonly OperationKind[] = ['laid-out', 'piloted', 'drilled', 'dimpled', 'countersunk', 'set'];
/** Work that a sub-assembly is done with by itself. */
const BY_ITSELF: readonly OperationKind[] = ['seal', 'set', 'inspected'];

/** The work when it is together, as a piece; a sub-assembly's name after a stroke. */
export const WHOLE = 'whole';

/** What one operation wants in hand. `side`: of its row, where it is a row's; `isSecondFace`: it is cut from the shop side. */
export function piecesOf(
  { kind, partIds }: { readonly kind: OperationKind; readonly partIds: readonly string[] },
  side: HeadSide | undefined,
  isSecondFace: boolean,
  subAssemblyOf: (partId: string) => string | undefined,
): Piece[] {
  const up = (face: Face | undefined): Face | null => {
    if (face === undefined || !HEADS_UP.includes(kind)) return null;
    return isSecondFace ? other(face) : face;
  };
  if (APART.includes(kind)) return partIds.map((id) => ({ id, up: up(side?.ofPart.get(id)) }));
  const [first = ''] = partIds;
  const own =
    BY_ITSELF.includes(kind) && partIds.every((p) => subAssemblyOf(p) === subAssemblyOf(first)) ? subAssemblyOf(first) : undefined;
  return [{ id: own === undefined ? WHOLE : `${WHOLE}/${own}`, up: up(side?.ofWhole) }];
}
