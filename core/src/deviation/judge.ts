import { notSolid } from '../prep/stack';
import { worse, type Finding } from '../prep/findings';
import { planStack, type Plan } from '../prep/plan';
import type { PrepAnswer, Stack, StackLayer } from '../prep/stack';
import { rivetOfDash } from '../tables/fasteners';
import { longer, mm, shorter, type Mm } from '../units/length';

/** A hole as it was found. Lengths Mm. */
export interface MeasuredHole {
  /** Its diameter; an elongated hole's longer way. Absent: as planned. */
  readonly hole?: Mm | undefined;
  readonly isElongated: boolean;
  /** The next size is wanted whatever the hole is: opened up on purpose. */
  readonly isOnPurpose?: boolean;
  /** It is not where it was planned: the plan's edges, with `place` its pitch too, say nothing of it. */
  readonly moved?: 'edge' | 'place' | undefined;
  /** To the nearest edge of each layer; undefined: as planned there. */
  readonly edges: readonly (Mm | undefined)[];
  /** So deep the edge of the hole was cut away in one sheet (zero-based): that sheet is thinner where the head or the dimple sits. */
  readonly cutAway?: { readonly layer: number; readonly depth: Mm } | undefined;
  /** To the nearest neighbour in the row. */
  readonly pitch?: Mm | undefined;
}

/** `unknown`: nothing speaks against it, but an edge or a neighbour was never measured; that is no pass. */
export type HoleVerdict = 'same-rivet' | 'next-size' | 'stop' | 'unknown';

/** What is to be measured before anything can be said: edges by layer (zero-based), the neighbour's distance. */
export interface Missing {
  readonly edges: readonly number[];
  readonly pitch: boolean;
}

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
  /** With `unknown` what is missing; else null. */
  readonly missing: Missing | null;
}

/**
 * Judges one measured hole: the same rivet where the hole is within hole max and nothing stops it; else the next size with its
 * own preparation, edges and pitch, where its hole cleans the damage up; else stop. A larger rivet, or a hole that lies elsewhere, goes
 * only by edges and a pitch that are known: else the answer is `unknown`. Advice: never an approval.
 * Source: the paragraph on taking a rivet out and the spacing rules, docs/rules.md.
 */
export function judgeHole(stack: Stack, found: MeasuredHole): Judgement {
  const same = tryRivet(stack, found, found.hole ?? stack.hole, false);
  if (same.objections.length === 0 && !found.isOnPurpose) {
    const missing = found.moved ? missingIn(same.stack, found) : null;
    return { verdict: missing ? 'unknown' : 'same-rivet', same, next: null, missing };
  }
  /* Of a blind fastener the tables know no larger one: its maker does. */
  const size = notSolid(stack) ? null : rivetOfDash(stack.size.dash + 1);
  if (!size)
    return {
      verdict: 'stop',
      same: { ...same, objections: [...same.objections, { code: 'no-next-size', data: {} }] },
      next: null,
      missing: null,
    };
  const hole = Math.max(size.hole, found.hole ?? 0) as Mm;
  const holeMax = stack.holeMaxOf?.[size.dash] ?? size.holeMax;
  const bigger: Stack = { ...stack, size, hole: size.hole, holeMax, lengthDash: null };
  const next = tryRivet(bigger, found, hole, true);
  if (next.objections.length > 0) return { verdict: 'stop', same, next, missing: null };
  const missing = missingIn(next.stack, found);
  return { verdict: missing ? 'unknown' : 'next-size', same, next, missing };
}

/** Which edges and whether the pitch are known neither by measure nor, where the hole lies as planned, by the plan; null: all is known. */
function missingIn(stack: Stack, found: MeasuredHole): Missing | null {
  const edges = stack.layers.flatMap((layer, i) => {
    const isKnown = found.edges[i] !== undefined || (!found.moved && (layer.edge ?? layer.outline ?? stack.edge) !== undefined);
    return isKnown ? [] : [i];
  });
  const pitch = found.pitch === undefined && !(found.moved !== 'place' && (stack.spacing !== undefined || stack.pitch !== undefined));
  return edges.length > 0 || pitch ? { edges, pitch } : null;
}

/** A sheet as thick as it still is at the hole; what it was prepared for stays. */
function thinned(layer: StackLayer, depth: Mm, prep: PrepAnswer | undefined): StackLayer {
  const thickness = Math.max(layer.thickness - depth, LEAST_SHEET) as Mm;
  return { ...layer, thickness, ...(prep === undefined || prep === 'unresolved' ? {} : { plans: prep }) };
}

/** Cut away through and through a sheet is still drawn, so thin that everything stops. */
const LEAST_SHEET: Mm = mm(0.01);

/** One size in the hole as it is found: the hole it needs, every sheet's preparation, every edge, the pitch. */
function tryRivet(stack: Stack, found: MeasuredHole, hole: Mm, isNext: boolean): Trial {
  const planned = found.cutAway ? planStack(stack).layers[found.cutAway.layer]?.prep : undefined;
  const tried: Stack = {
    ...stack,
    hole: shorter(hole, stack.hole) ? stack.hole : hole,
    pitch: found.pitch ?? (found.moved === 'place' ? undefined : stack.pitch),
    /* A measured neighbour says more than the row's places, and a hole that lies elsewhere has none of them. */
    spacing: found.pitch === undefined && found.moved !== 'place' ? stack.spacing : undefined,
    layers: stack.layers.map((l, i) => {
      const edge = found.edges[i];
      const there = found.cutAway?.layer === i ? thinned(l, found.cutAway.depth, planned) : l;
      return edge === undefined ? there : { ...there, edge, outline: undefined };
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

/** What is to be measured, as the mark keeps it: layers by id. */
export function missingOf(
  j: Judgement,
  row: { readonly layers: readonly { readonly id: string }[] },
): { layerIds: string[]; pitch: boolean } {
  return { layerIds: (j.missing?.edges ?? []).flatMap((i) => row.layers[i]?.id ?? []), pitch: j.missing?.pitch ?? false };
}
