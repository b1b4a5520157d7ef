import { dieWords } from './layer-work';
import type { Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import { clicksOf } from '#core/rivet/cone';
import { whyOf, type WhyId } from '#core/prep/why';
import type { PlannedFace, PlannedLayer } from '#core/prep/walk';
import { Length } from '../../ui/units';
import { WhyNumber } from '../../ui/why';

/** What is done to one face of a sheet in a stack that is flush on both sides. */
export function FaceWork({
  stack,
  plan,
  layer,
  face,
  index,
}: {
  stack: Stack;
  plan: Plan;
  layer: PlannedLayer;
  face: PlannedFace;
  index: number;
}) {
  const why = (id: WhyId) => whyOf(id, stack, plan, { layer: index, face: face.from });
  const side = face.from === 'far' ? 'From the far side' : 'From the head side';
  if (face.prep === 'dimple' && layer.prep !== 'unresolved')
    return (
      <p className="text-[14.5px]">
        {side}: dimple, {dieWords(stack, face.receives)}.
      </p>
    );
  if (face.prep !== 'countersink' || face.depth === undefined || face.surfaceDiameter === undefined) return null;
  return (
    <p className="text-[14.5px]">
      {side}: countersink to{' '}
      <WhyNumber why={why('surface')}>
        <Length mm={face.surfaceDiameter} />
      </WhyNumber>
      ,{' '}
      <WhyNumber why={why('depth')}>
        <Length mm={face.depth} />
      </WhyNumber>{' '}
      deep
      {face.extraDepth === undefined ? null : (
        <>
          ,{' '}
          <WhyNumber why={why('extra-depth')}>
            <strong>{clicksOf(face.extraDepth).toFixed(1)} clicks</strong>
          </WhyNumber>{' '}
          past a flush head
        </>
      )}
      {face.from === 'far' && layer.waist !== undefined ? (
        <>
          ; waist{' '}
          <WhyNumber why={why('waist-of-two')}>
            <Length mm={layer.waist} />
          </WhyNumber>
        </>
      ) : null}
      .
    </p>
  );
}
