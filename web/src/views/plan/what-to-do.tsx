import { notSolid } from '#core/prep/stack';
import type { Plan } from '#core/prep/plan';
import type { PlanCall, Stack } from '#core/prep/stack';
import { clicksOf } from '#core/rivet/cone';
import { volumeWindow } from '#core/rivet/length';
import { whyOf, type WhyId } from '#core/prep/why';
import type { PlannedFace, PlannedLayer } from '#core/prep/walk';
import type { Mm } from '#core/units/length';
import { drillOfDiameter } from '#core/tables/drills';
import { PROFILES } from '#core/tables/profiles';
import { showFactor, showNumber } from '#core/units/show';
import { ADVICE_FIRST, cautionsFor } from '#core/wording/cautions';
import { layerReason } from '#core/wording/reasons';
import { dashSize } from '#core/wording/setups';
import { FASTENER_WORDS, PREP_WORDS, PROFILE_WORDS, sheetName } from '#core/wording/words';
import { PrepGlyph } from '../../ui/prep-glyph';
import { Length, useUnits } from '../../ui/units';
import { WhyNumber } from '../../ui/why';

interface WhatToDoProps {
  readonly stack: Stack;
  readonly plan: Plan;
  /** Entering the plans' own call-out for a sheet; absent on a draft. */
  readonly onPlans?: ((layer: number, plans: PlanCall | null) => void) | undefined;
  readonly onPart?: ((layer: number) => void) | undefined;
}

/** Sheet by sheet from the head side: what to do, with which tool setting, and why; then the rivet. */
export function WhatToDo({ stack, plan, onPlans, onPart }: WhatToDoProps) {
  const units = useUnits();
  return (
    <div className="flex flex-col gap-2">
      <ol aria-label="What to do, sheet by sheet" className="flex flex-col gap-2">
        {plan.layers.map((layer, i) => (
          <li key={i} className="border-l-4 border-line pl-2">
            <div className="flex flex-wrap items-center gap-x-2">
              <PrepGlyph prep={layer.prep} />
              <strong className="label text-[17px]">{PREP_WORDS[layer.prep]}</strong>
              {onPart ? (
                <button
                  type="button"
                  className="underline decoration-dotted underline-offset-2"
                  onClick={() => onPart(i)}
                  aria-label={`Thickness of ${sheetName(layer.part, i)}`}
                >
                  {sheetName(layer.part, i)} {showNumber(layer.thickness, units)}
                </button>
              ) : (
                <span>
                  {sheetName(layer.part, i)} {showNumber(layer.thickness, units)}
                </span>
              )}
              {onPlans ? (
                <label className="ml-auto flex items-center gap-1 text-[13px] text-ink2">
                  plans
                  <select
                    aria-label={`Plans' call-out for ${sheetName(layer.part, i)}`}
                    className="w-21 rounded border border-edge bg-raised px-0.5 text-ink pointer-coarse:min-h-11"
                    value={stack.layers[i]?.plans ?? ''}
                    onChange={(e) => onPlans(i, (e.target.value || null) as PlanCall | null)}
                  >
                    <option value="">silent</option>
                    <option value="dimple">dimple</option>
                    <option value="countersink">countersink</option>
                    <option value="none">plain</option>
                    <option value="through">through: a washer or spacer</option>
                  </select>
                </label>
              ) : null}
            </div>
            {layer.faces && layer.faces.length > 0 ? (
              layer.faces.map((face) => <FaceWork key={face.from} stack={stack} plan={plan} layer={layer} face={face} index={i} />)
            ) : (
              <LayerWork stack={stack} plan={plan} layer={layer} index={i} />
            )}
            <p className="text-[13.5px] leading-snug text-ink2">
              {layerReason(layer, plan.school, stack.limits, units)}
              {layer.alternative ? ` Alternative: ${PREP_WORDS[layer.alternative]}.` : ''}
              {layer.method ? ` Method: ${layer.method}.` : ''}
            </p>
          </li>
        ))}
      </ol>
      <RivetLine stack={stack} plan={plan} />
      <ul aria-label="Cautions" className="border-l-4 border-caution pl-2 text-[13.5px] leading-snug text-ink2">
        {[...cautionsFor(plan.layers.map((l) => l.prep)), ADVICE_FIRST].map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </div>
  );
}

/** The dies of a dimple: of the rivet's size, or of the fastener they are made for. */
function dieWords(stack: Stack, receives: PlannedLayer['receives']): string {
  const other = notSolid(stack);
  const sheet = receives === 'head' ? 'skin' : 'substructure';
  const dies = other ? `${sheet} dies for ${other.name}` : `${dashSize(stack.size.dash)} ${sheet} dies`;
  const first = other?.dieHole === undefined ? '' : ', before the hole has its size';
  return `${dies}, ${stack.headAngleDeg}°${first}`;
}

function LayerWork({ stack, plan, layer, index }: { stack: Stack; plan: Plan; layer: PlannedLayer; index: number }) {
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

/** The call-out, its neighbours with whether they work, and the numbers behind it. */
function RivetLine({ stack, plan }: { stack: Stack; plan: Plan }) {
  const why = (id: WhyId) => whyOf(id, stack, plan);
  const { rivet } = plan;
  if (notSolid(stack)) return <OtherLine stack={stack} plan={plan} />;
  if (rivet.proud !== undefined) return <FarLine stack={stack} plan={plan} />;
  const { least, most } = volumeWindow(PROFILES[stack.profile], stack.limits.formFactor);
  const window = `A length works from ${showFactor(least)} to ${showFactor(most)} (${PROFILE_WORDS[stack.profile]}, k ${showFactor(stack.limits.formFactor)}).`;
  return (
    <div className="border-l-4 border-line pl-2">
      <div className="flex flex-wrap items-baseline gap-x-2">
        <strong className="label text-[17px]">{rivet.callout}</strong>
        <span className="text-[14px] text-ink2">{rivet.lengthGiven ? 'as called out' : 'length chosen by core'}</span>
        <span className="text-[14px]">
          drill {stack.size.drill || (drillOfDiameter(stack.size.hole) ?? '')} <Length mm={stack.size.hole} />
          {stack.hole === stack.size.hole ? null : (
            <strong>
              , hole as it is <Length mm={stack.hole} />
            </strong>
          )}
        </span>
      </div>
      <p className="text-[14.5px]">
        length{' '}
        <WhyNumber why={why('length')}>
          <Length mm={rivet.length} />
        </WhyNumber>
        , ideal{' '}
        <WhyNumber why={why('ideal-length')}>
          <Length mm={rivet.ideal} />
        </WhyNumber>
        , grip{' '}
        <WhyNumber why={why('grip')}>
          <Length mm={plan.grip} />
        </WhyNumber>
        {rivet.widthAtHalfD === null ? (
          ', too short for any head'
        ) : (
          <>
            , head at half D{' '}
            <WhyNumber why={why('width')}>
              <Length mm={rivet.widthAtHalfD} />
            </WhyNumber>
          </>
        )}
      </p>
      <ul aria-label="Lengths" className="flex flex-wrap gap-1.5 pt-0.5 text-[14px]">
        {rivet.candidates.map((c) => {
          const isChosen = c.lengthDash === rivet.lengthDash;
          return (
            <li
              key={c.lengthDash}
              className={`rounded border px-1.5 ${isChosen ? 'border-2 border-dye' : 'border-line'} ${c.works || c.worksAtLip ? '' : 'text-ink2 line-through'}`}
            >
              <WhyNumber why={whyOf('head-volume', stack, plan, { lengthDash: c.lengthDash })} note={window}>
                -{showFactor(c.lengthDash)} <span className="sr-only">{isChosen ? 'chosen, ' : ''}</span>
                <span>{c.works ? 'works' : c.worksAtLip ? 'works at the lip' : 'does not'}</span>
              </WhyNumber>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** Another fastener than a solid rivet: its name, hole, grip and head; nothing of the solid one it stands for. */
function OtherLine({ stack, plan }: { stack: Stack; plan: Plan }) {
  const other = notSolid(stack);
  if (!other) return null;
  const { kind, flushHead } = other;
  return (
    <div className="border-l-4 border-line pl-2">
      <div className="flex flex-wrap items-baseline gap-x-2">
        <strong className="label text-[17px]">{plan.rivet.callout}</strong>
        <span className="text-[14px] text-ink2">{FASTENER_WORDS[kind]}</span>
        <span className="text-[14px]">
          hole <Length mm={stack.hole} />
          {kind === 'none' || other.isHoleMaxUnknown ? null : (
            <>
              , no larger than <Length mm={stack.holeMax} />
            </>
          )}
        </span>
      </div>
      {kind === 'none' ? null : (
        <p className="text-[14.5px]">
          grip <Length mm={plan.grip} />
          {stack.head === 'protruding' ? null : flushHead === undefined ? (
            <strong className="text-stop">, its flush head is not typed yet: give diameter and angle under Fasteners</strong>
          ) : (
            <>
              , flush head <Length mm={flushHead} /> of {stack.headAngleDeg}°
            </>
          )}
        </p>
      )}
    </div>
  );
}

/** A rivet that ends flush on both sides: the length that fills the far cone, and how its driven end lies. */
function FarLine({ stack, plan }: { stack: Stack; plan: Plan }) {
  const { rivet } = plan;
  const why = (id: WhyId) => whyOf(id, stack, plan);
  return (
    <div className="border-l-4 border-line pl-2">
      <div className="flex flex-wrap items-baseline gap-x-2">
        <strong className="label text-[17px]">{rivet.callout}</strong>
        <span className="text-[14px] text-ink2">flush on both sides, {rivet.lengthGiven ? 'as called out' : 'length chosen by core'}</span>
      </div>
      <p className="text-[14.5px]">
        length{' '}
        <WhyNumber why={why('length')}>
          <Length mm={rivet.length} />
        </WhyNumber>
        , ends flush at{' '}
        <WhyNumber why={why('far-ideal')}>
          <Length mm={rivet.ideal} />
        </WhyNumber>
        , grip{' '}
        <WhyNumber why={why('grip')}>
          <Length mm={plan.grip} />
        </WhyNumber>
        ; its driven end lies{' '}
        <WhyNumber why={why('far-proud')}>
          <strong className={rivet.works ? '' : 'text-caution'}>
            <Length mm={Math.abs(rivet.proud ?? 0) as Mm} /> {(rivet.proud ?? 0) >= 0 ? 'above' : 'below'}
          </strong>
        </WhyNumber>{' '}
        the far surface.
      </p>
      <ul aria-label="Lengths" className="flex flex-wrap gap-1.5 pt-0.5 text-[14px]">
        {rivet.candidates.map((c) => (
          <li
            key={c.lengthDash}
            className={`rounded border px-1.5 ${c.lengthDash === rivet.lengthDash ? 'border-2 border-dye' : 'border-line'} ${c.works ? '' : 'text-ink2 line-through'}`}
          >
            -{showFactor(c.lengthDash)} <span className="sr-only">{c.lengthDash === rivet.lengthDash ? 'chosen, ' : ''}</span>
            {c.works ? 'works' : 'does not'}
          </li>
        ))}
      </ul>
      <p className="text-[13.5px] text-ink2">
        {plan.layers.some((l) => l.prep === 'dimple')
          ? 'Set one in scrap of the same stack first, and correct the length by what it stands. '
          : ''}
        From the middle out, a straight steel bar as long as the edge under it; the set square to the shank first, then tilted to the
        surface, the flush set last.
      </p>
    </div>
  );
}

/** What is done to one face of a sheet in a stack that is flush on both sides. */
function FaceWork({
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
