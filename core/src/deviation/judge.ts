import { worse, type Finding } from '../prep/findings';
import { planStack, type Plan } from '../prep/plan';
import type { Stack } from '../prep/stack';
import { rivetOfDash } from '../tables/fasteners';
import { longer, shorter, type Mm } from '../units/length';

/** A hole as it was found. Lengths Mm. */
export interface MeasuredHole {
  /** Its diameter; an elongated hole's longer way. Absent: as planned. */
  readonly hole?: Mm | undefined;
  readonly isElongated: boolean;
  /** The next size is wanted whatever the hole is: opened up on purpose. */
  readonly isOnPurpose?: boolean;
  /** To the nearest edge of each layer; undefined: as planned there. */
  readonly edges: readonly (Mm | undefined)[];
  /** To the nearest neighbour in the row. */
  readonly pitch?: Mm | undefined;
}

export type HoleVerdict = 'same-rivet' | 'next-size' | 'stop';

/** What speaks against a rivet in this hole. */
export interface Objection {
  readonly code: 'over-hole-max' | 'not-cleaned-up' | 'plan-stops' | 'no-next-size';
  readonly finding?: Finding;
  readonly data: Readonly<Record<string, number>>;
}

/** One rivet size tried in the hole as it is. */
export interface Trial {
  readonly stack: Stack;
  readonly plan: Plan;
  readonly objections: readonly Objection[];
}

export interface Judgement {
  readonly verdict: HoleVerdict;
  readonly same: Trial;
  /** The next rivet size, worked through the whole of preparation; null where it was not needed or there is none. */
  readonly next: Trial | null;
}

/**
 * Judges one measured hole: the same rivet where the hole is within hole max and nothing stops it; else the next size with its
 * own preparation, edges and pitch, where its hole cleans the damage up; else stop. Advice: never an approval.
 * Source: the paragraph on taking a rivet out and the spacing rules, docs/rules.md.
 */
export function judgeHole(stack: Stack, found: MeasuredHole): Judgement {
  const same = tryRivet(stack, found, found.hole ?? stack.hole, false);
  if (same.objections.length === 0 && !found.isOnPurpose) return { verdict: 'same-rivet', same, next: null };
  const size = rivetOfDash(stack.size.dash + 1);
  if (!size)
    return { verdict: 'stop', same: { ...same, objections: [...same.objections, { code: 'no-next-size', data: {} }] }, next: null };
  const hole = Math.max(size.hole, found.hole ?? 0) as Mm;
  const bigger: Stack = { ...stack, size, hole: size.hole, holeMax: size.holeMax, lengthDash: null };
  const next = tryRivet(bigger, found, hole, true);
  return { verdict: next.objections.length === 0 ? 'next-size' : 'stop', same, next };
}

/** One size in the hole as it is found: the hole it needs, every sheet's preparation, every edge, the pitch. */
function tryRivet(stack: Stack, found: MeasuredHole, hole: Mm, isNext: boolean): Trial {
  const tried: Stack = {
    ...stack,
    hole: shorter(hole, stack.hole) ? stack.hole : hole,
    pitch: found.pitch ?? stack.pitch,
    layers: stack.layers.map((l, i) => {
      const edge = found.edges[i];
      return edge === undefined ? l : { ...l, edge, outline: undefined };
    }),
    /* Where every sheet's own edge was measured, the row's general one says nothing more about this hole. */
    edge: found.edges.length > 0 && found.edges.every((e) => e !== undefined) ? undefined : stack.edge,
  };
  const plan = planStack(tried);
  const objections: Objection[] = [];
  if (longer(hole, stack.holeMax)) objections.push({ code: 'over-hole-max', data: { hole, limit: stack.holeMax } });
  else if (isNext && found.isElongated && longer(hole, stack.hole))
    objections.push({ code: 'not-cleaned-up', data: { hole, limit: stack.hole } });
  for (const finding of plan.findings)
    if (finding.severity === 'stop' && finding.code !== 'hole-over-max') objections.push({ code: 'plan-stops', finding, data: {} });
  return { stack: tried, plan, objections };
}

/** The worst verdict of the plan that would be riveted. */
export function verdictOfTrial(trial: Trial): ReturnType<typeof worse> {
  return worse(trial.plan.verdict, trial.objections.length > 0 ? 'stop' : 'ok');
}
