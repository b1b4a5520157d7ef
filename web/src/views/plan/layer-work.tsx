import { notSolid } from '#core/prep/stack';
import type { Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import { clicksOf } from '#core/rivet/cone';
import { whyOf, type WhyId } from '#core/prep/why';
import type { PlannedLayer } from '#core/prep/walk';
import { dashSize } from '#core/wording/setups';
import { Length } from '../../ui/units';
import { WhyNumber } from '../../ui/why';

/** The dies of a dimple: of the rivet's size, or of the fastener they are made for. */
export function dieWords(stack: Stack, receives: PlannedLayer['receives']): string {
  const other = notSolid(stack);
  const sheet = receives === 'head' ? 'skin' : 'substructure';
  const dies = other ? `${sheet} dies for ${other.name}` : `${dashSize(stack.size.dash)} ${sheet} dies`;
  const first = other?.dieHole === undefined ? '' : ', before the hole has its size';
  return `${dies}, ${stack.headAngleDeg}°${first}`;
}

export function LayerWork({ stack, plan, layer, index }: { stack: Stack; plan: Plan; layer: PlannedLayer; index: number }) {
  const why = (id: WhyId) => whyOf(id, stack, plan, { layer: index });
  if (layer.prep === 'dimple') {
    return (
      <p className="text-[14.5px]">
        {layer.method === 'rivet-formed'
          ? `The ${dashSize(stack.size.dash)} rivet forms it, from the head side.`
          : `Male die on the head side, ${dieWords(stack, layer.receives)}.`}{' '}
        {layer.receives === 'dimple' ? 'It takes the dimple above.' : ''}
      </p>
    );
  }
  if (layer.prep !== 'countersink' || layer.depth === undefined || layer.surfaceDiameter === undefined || layer.extraDepth === undefined)
    return null;
  const isFixed = stack.nest.kind === 'fixed' && layer.receives === 'dimple';
  const clicks = clicksOf(layer.extraDepth);
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-[14.5px]">
      <dt>surface diameter</dt>
      <dd>
        <WhyNumber why={why(isFixed ? 'surface-fixed' : 'surface')}>
          <Length mm={layer.surfaceDiameter} />
        </WhyNumber>
      </dd>
      <dt>depth</dt>
      <dd>
        <WhyNumber why={why(isFixed ? 'depth-fixed' : 'depth')}>
          <Length mm={layer.depth} />
        </WhyNumber>
      </dd>
      <dt>past a flush head</dt>
      <dd>
        <WhyNumber why={why(isFixed ? 'clicks' : 'extra-depth')}>
          <Length mm={layer.extraDepth} />
        </WhyNumber>
        ,{' '}
        <WhyNumber why={why('clicks')}>
          <strong>{clicks.toFixed(1)} clicks</strong>
        </WhyNumber>
      </dd>
      {layer.holeAfter > stack.hole ? (
        <>
          <dt>hole after</dt>
          <dd>
            <WhyNumber why={why(layer.waist === undefined ? 'hole-left' : 'waist')}>
              <Length mm={layer.holeAfter} />
            </WhyNumber>
          </dd>
        </>
      ) : null}
    </dl>
  );
}
