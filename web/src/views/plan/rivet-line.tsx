import { notSolid } from '#core/prep/stack';
import type { Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import { volumeWindow } from '#core/rivet/length';
import { whyOf, type WhyId } from '#core/prep/why';
import type { Mm } from '#core/units/length';
import { drillOfDiameter } from '#core/tables/drills';
import { PROFILES } from '#core/tables/profiles';
import { showFactor } from '#core/units/show';
import { FASTENER_WORDS, PROFILE_WORDS } from '#core/wording/words';
import { Length } from '../../ui/units';
import { WhyNumber } from '../../ui/why';

/** The call-out, its neighbours with whether they work, and the numbers behind it. */
export function RivetLine({ stack, plan }: { stack: Stack; plan: Plan }) {
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
        <span className="text-[14px] text-ink2">{rivet.lengthGiven ? 'as called out' : 'length computed'}</span>
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
        <span className="text-[14px] text-ink2">flush on both sides, {rivet.lengthGiven ? 'as called out' : 'length computed'}</span>
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
