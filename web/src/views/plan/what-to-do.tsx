import type { Plan } from '#core/prep/plan';
import type { PlanCall, Stack } from '#core/prep/stack';
import { showNumber } from '#core/units/show';
import { ADVICE_FIRST, cautionsFor } from '#core/wording/cautions';
import { layerReason } from '#core/wording/reasons';
import { PREP_WORDS, sheetName } from '#core/wording/words';
import { PrepGlyph } from '../../ui/prep-glyph';
import { useUnits } from '../../ui/units';
import { FaceWork } from './face-work';
import { LayerWork } from './layer-work';
import { RivetLine } from './rivet-line';

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
                <button type="button" className="underline decoration-dotted underline-offset-2" onClick={() => onPart(i)}>
                  {sheetName(layer.part, i)} {showNumber(layer.thickness, units)}
                  <span className="sr-only"> thickness</span>
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
