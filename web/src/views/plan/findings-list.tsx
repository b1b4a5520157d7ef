import type { Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import type { Finding } from '#core/prep/findings';
import { whyOf, type Why } from '#core/prep/why';
import { FINDING_CATALOGUE, findingMessage } from '#core/wording/findings';
import { useUnits } from '../../ui/units';
import { VerdictSign } from '../../ui/verdict';
import { WhyNumber } from '../../ui/why';

/** The formula behind a finding's number, where it has one. */
function whyFinding(f: Finding, stack: Stack, plan: Plan): Why | null {
  switch (f.code) {
    case 'two-thirds-exceeded':
      return whyOf('two-thirds', stack, plan, { layer: f.layer });
    case 'countersink-breaks-through':
      return whyOf('hole-left', stack, plan, { layer: f.layer });
    case 'waist-over-pilot':
      return whyOf('waist', stack, plan, { layer: f.layer });
    case 'nest-misfit':
      return whyOf('extra-depth', stack, plan, { layer: f.layer });
    case 'length-does-not-work':
      return whyOf('head-volume', stack, plan);
    case 'edge-distance-low':
    case 'edge-distance-high':
    case 'pitch-low':
    case 'pitch-high':
    case 'row-distance-low':
      return whyOf('times-diameter', stack, plan, { factor: f.data.limitD as number });
    default:
      return null;
  }
}

/** Every finding with the reason, the number and the limit; the gravest first. */
export function FindingsList({ stack, plan }: { stack: Stack; plan: Plan }) {
  const units = useUnits();
  const order = { stop: 0, caution: 1, note: 2 };
  const sorted = [...plan.findings].sort((a, b) => order[a.severity] - order[b.severity]);
  if (sorted.length === 0) return <p className="text-[14px] text-ink2">No findings.</p>;
  return (
    <ul aria-label="Findings" className="flex flex-col gap-1">
      {sorted.map((f, i) => (
        <li key={i} className="grid grid-cols-[82px_1fr] items-start gap-1.5 text-[14.5px] leading-snug">
          <VerdictSign of={f.severity} />
          <span>
            <WhyNumber why={whyFinding(f, stack, plan)}>{findingMessage(f, units, plan.layers)}</WhyNumber>{' '}
            <span className="text-ink2">{FINDING_CATALOGUE[f.code].advice}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}
