/**
 * A part has two faces: the *marked* one, which looks out where the Parts view shows the part, and the other. A row's layer says which of them
 * looks to the row's head side. Source: docs/rules.md, "The metal".
 */
export type PartFace = 'marked' | 'other';

/** The face on the far side of the sheet. */
export const oppositeFace = (face: PartFace): PartFace => (face === 'marked' ? 'other' : 'marked');

/** A layer as far as its facing goes. */
interface Facing {
  /** The part's face that looks to the row's head side; absent: its marked one. */
  readonly face?: PartFace | undefined;
}

/** The part's face that a tool touches when it works on a layer from a side of the row; no side: the head side. */
export function faceTouched({ face = 'marked' }: Facing, side: 'head' | 'shop' | null): PartFace {
  return side === 'shop' ? oppositeFace(face) : face;
}
