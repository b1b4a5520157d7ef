import { useUnits } from '../../ui/units';
import type { Plan } from '#core/prep/plan';
import type { SchoolId, Stack } from '#core/prep/stack';
import { planStack } from '#core/prep/plan';
import { useMemo } from 'react';
import { PREP_WORDS, schoolWords } from '#core/wording/words';
import { VerdictSign } from '../../ui/verdict';
import { SectionFigure } from './section-figure';

const MINI = { plotWidth: 112, plotHeight: 66, labelWidth: 0 };

/** The four schools side by side, each as it alone would have it; the governing one marked. */
export function Schools({ stack, plan, onChoose }: { stack: Stack; plan: Plan; onChoose?: ((school: SchoolId) => void) | undefined }) {
  const units = useUnits();
  const alone = useMemo(() => {
    const bare = { ...stack, layers: stack.layers.map((l) => ({ ...l, plans: undefined })) };
    return plan.schools.map((s) => ({ view: s, stack: { ...bare, school: s.school }, plan: planStack({ ...bare, school: s.school }) }));
  }, [stack, plan.schools]);
  return (
    <ul aria-label="Schools" className="grid grid-cols-2 gap-1.5 sm:grid-cols-4">
      {alone.map(({ view, stack: own, plan: ownPlan }) => {
        const governs = view.school === plan.school;
        const { name, rule } = schoolWords(view.school, stack.limits, units);
        const preps = view.preps.map((p) => PREP_WORDS[p]).join(', ');
        return (
          <li
            key={view.school}
            className={`flex flex-col gap-0.5 rounded border p-1.5 ${governs ? 'border-2 border-dye bg-dye-soft' : 'border-line'}`}
          >
            <div className="flex items-center justify-between gap-1">
              <span className="label truncate text-[13px]" title={rule}>
                {name}
              </span>
              <span className="-mr-1.5">
                <VerdictSign of={view.verdict} withWord={false} size={15} />
              </span>
            </div>
            <SectionFigure stack={own} plan={ownPlan} title={`${name}: ${preps}`} frame={MINI} />
            <span className="text-[13px] leading-tight">{preps}</span>
            {governs ? (
              <span className="label mt-auto text-[13px] text-dye">governs</span>
            ) : onChoose ? (
              <button type="button" className="label mt-auto self-start text-[13px] underline" onClick={() => onChoose(view.school)}>
                let it govern<span className="sr-only">: {name}</span>
              </button>
            ) : null}
          </li>
        );
      })}
    </ul>
  );
}
