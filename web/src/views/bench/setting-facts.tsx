import { notSolid, type StackFastenerKind } from '#core/prep/stack';
import { showBoth, showLength } from '#core/units/show';
import { longer, shorter, type Mm } from '#core/units/length';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';

/** What is no solid rivet: hole, grip against its range, and what is looked at when it is in. */
export function OtherFacts({ row }: { row: RowModel }) {
  const units = useUnits();
  const other = notSolid(row.stack);
  if (!other) return null;
  const { grip } = row.plan;
  const { gripFrom, gripTo } = other;
  const isOut = (gripTo !== undefined && longer(grip, gripTo)) || (gripFrom !== undefined && shorter(grip, gripFrom));
  const isRanged = gripFrom !== undefined || gripTo !== undefined;
  const range = isRanged
    ? `good from ${gripFrom === undefined ? '0' : showLength(gripFrom, units)} to ${gripTo === undefined ? 'any' : showLength(gripTo, units)}`
    : 'its range is not typed: whether the sheets fit it is not judged';
  const hasGrip = other.kind === 'blind' || other.kind === 'screw' || other.kind === 'bolt';
  return (
    <p className={isOut ? 'font-semibold text-stop' : ''}>
      {other.name}: hole {showBoth(row.stack.hole, units)}
      {hasGrip ? `; grip here ${showLength(grip, units)}, ${range}` : ''}
      {isOut ? ': out of its range, take another' : ''}. {SET_HINTS[other.kind]}
    </p>
  );
}

const SET_HINTS: Readonly<Record<StackFastenerKind, string>> = {
  solid: '',
  blind:
    'Pulled square, in one steady stroke. Afterwards: the stem broke flush, the head is tight and does not spin, the far end is formed.',
  screw: 'By hand to its seat first, then as tight as its own documents say; then it is looked at.',
  bolt: 'Through the holes by hand, never driven; as tight as the plans or its own documents say, and locked as they say.',
  pin: 'By hand or with a light tap. In a blind hole it wants a vent, or a thread to draw it by.',
  none: 'Why and how stands with its entry under Fasteners.',
};

/** A rivet that ends flush on both sides: what holds it, in which order the sets come, and what it should come to. */
export function FarFacts({ row }: { row: RowModel }) {
  const units = useUnits();
  const { rivet, layers } = row.plan;
  const lies = rivet.proud ?? 0;
  return (
    <>
      <p className={rivet.works ? '' : 'font-semibold text-caution'}>
        {rivet.callout}: its driven end fills the cone on the far side and should end {showLength(Math.abs(lies) as Mm, units)}{' '}
        {lies >= 0 ? 'above' : 'below'} the surface
        {rivet.works ? '' : `; flush would be ${showLength(rivet.ideal, units)} long: cut the next longer one to that`}.
        {layers.some((l) => l.prep === 'dimple')
          ? ' Set one in scrap of the same stack first, and correct the length by what it stands.'
          : ''}
      </p>
      <p>
        A straight steel bar as long as the edge under it. The set square to the shank first, then tilted to the surface, the flush set
        last. Judged by straightedge: within .005 in, both ends.
      </p>
    </>
  );
}
