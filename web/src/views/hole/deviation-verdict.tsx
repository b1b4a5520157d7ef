import { verdictOfTrial, type HoleVerdict, type Judgement } from '#core/deviation/judge';
import type { DeviationKind } from '#core/record/marks';
import { objectionSentence, verdictSentence } from '#core/wording/deviations';
import { useUnits } from '../../ui/units';
import { VerdictSign } from '../../ui/verdict';
import { SectionFigure } from '../plan/section-figure';

const FRAME = { plotWidth: 260, plotHeight: 220, labelWidth: 104 };

/** Whether figures of the hole can say anything about it. */
export const isJudged = (kind: DeviationKind): boolean => kind !== 'wrong-part' && kind !== 'edge-damage';

interface DeviationVerdictProps {
  readonly title: string;
  readonly kind: DeviationKind;
  readonly verdict: HoleVerdict;
  readonly judgement: Judgement;
  /** Nothing was measured yet: there is no verdict. */
  readonly isNothing?: boolean;
}

/** What the program says of a hole as measured: the verdict, what speaks against either rivet, the section. */
export function DeviationVerdict({ title, kind, verdict, judgement, isNothing = false }: DeviationVerdictProps) {
  const units = useUnits();
  if (isNothing && isJudged(kind))
    return (
      <p aria-live="polite" className="text-[18px] text-ink2">
        Type what the caliper says. The verdict follows.
      </p>
    );
  const shown = judgement.next ?? judgement.same;
  const sign = verdict === 'stop' ? 'stop' : verdict === 'next-size' || verdict === 'unknown' ? 'caution' : verdictOfTrial(judgement.same);
  return (
    <div className="flex flex-col gap-2" aria-live="polite">
      <p className="flex items-start gap-2 text-[18px]">
        <VerdictSign of={sign} />
        <span>{verdictSentence(verdict, kind, judgement)}</span>
      </p>
      {isJudged(kind) ? (
        <>
          {[judgement.same, ...(judgement.next ? [judgement.next] : [])].map((trial) => (
            <section key={trial.plan.rivet.callout} aria-label={trial.plan.rivet.callout} className="text-[14.5px]">
              <h3 className="label text-[16px]">{trial.plan.rivet.callout}</h3>
              {trial.objections.length === 0 ? <p>Nothing speaks against it.</p> : null}
              <ul>
                {trial.objections.map((o, i) => (
                  <li key={i} className="text-stop">
                    {objectionSentence(o, trial, units)}
                  </li>
                ))}
              </ul>
            </section>
          ))}
          <SectionFigure stack={shown.stack} plan={shown.plan} title={title} frame={FRAME} />
        </>
      ) : null}
    </div>
  );
}
