import type { Entity, ToolDefinition, ToolKind } from '../record/definitions';
import { coneOf, surfaceOfDepth } from '../rivet/cone';
import type { Setup } from '../setup/setup';
import { mm, SAME_LENGTH_MM, type Mm } from '../units/length';

export type ToolProblem = 'size' | 'angle' | 'pilot' | 'largest' | 'diameter' | 'head' | 'substructure-on-skin';

/**
 * A cutter too small for the countersink it is wanted for: the diameter that is needed at the surface, mm, and how far the head would stand
 * proud of a cut that ends at the cutter's edge: (C - Cmax) / (2 tan a). Null: large enough, not told, or nothing to cut.
 * Source: docs/rules.md.
 */
export function tooSmall(owned: ToolDefinition, { tool }: Pick<Setup, 'tool'>): { readonly needed: Mm; readonly proud: Mm } | null {
  if (tool.kind !== 'cutter' || !owned.largest) return null;
  const cone = coneOf(tool.angleDeg);
  const needed = surfaceOfDepth(cone, tool.depth, tool.pilot);
  if (needed <= owned.largest.mm + SAME_LENGTH_MM) return null;
  return { needed, proud: mm((needed - owned.largest.mm) / (2 * cone.tan)) };
}

/** Diameters this near to each other are the same bit, mm. */
const SAME_BIT_MM = 0.006;

/** Which kinds of tool go into a set-up; none for work by hand. */
export function kindsFor({ tool }: Setup): readonly ToolKind[] {
  switch (tool.kind) {
    case 'dies':
      return ['die-set'];
    case 'cutter':
      return ['cutter'];
    case 'sets':
      return ['sets'];
    case 'bit':
      return ['bit', 'reamer'];
    case 'puller':
    case 'driver':
    case 'hand':
      return [];
  }
}

/**
 * Why a tool must not be used in a set-up; empty: it fits. What was not measured speaks against nothing. A skin die
 * forms a shallower dimple and may stand in for a substructure one, never the other way.
 */
export function toolProblems(owned: ToolDefinition, { tool }: Pick<Setup, 'tool'>): ToolProblem[] {
  const differs = (a: number | null | undefined, b: number, slack: number) => a !== null && a !== undefined && Math.abs(a - b) > slack;
  switch (tool.kind) {
    case 'dies':
      return [
        ...(owned.dash !== tool.dash ? (['size'] as const) : []),
        ...(differs(owned.angleDeg, tool.angleDeg, 0) ? (['angle'] as const) : []),
        ...(owned.sheet === 'substructure' && tool.sheet === 'skin' ? (['substructure-on-skin'] as const) : []),
      ];
    case 'cutter':
      return [
        ...(differs(owned.angleDeg, tool.angleDeg, 0) ? (['angle'] as const) : []),
        ...(differs(owned.diameter?.mm, tool.pilot, SAME_BIT_MM) ? (['pilot'] as const) : []),
        ...(tooSmall(owned, { tool }) ? (['largest'] as const) : []),
      ];
    case 'sets':
      return [
        ...(owned.dash !== null && owned.dash !== tool.dash ? (['size'] as const) : []),
        ...(owned.head && owned.head !== tool.head ? (['head'] as const) : []),
      ];
    case 'bit':
      return differs(owned.diameter?.mm, tool.diameter, SAME_BIT_MM) ? ['diameter'] : [];
    case 'puller':
    case 'driver':
    case 'hand':
      return [];
  }
}

/** The same of an owned tool: dies of a fastener that is no solid rivet are the ones its entry names, and no others. */
function problemsOf({ id, definition }: Entity<'tool'>, setup: Setup): ToolProblem[] {
  const { tool } = setup;
  const problems = toolProblems(definition, setup);
  if (tool.kind !== 'dies' || tool.name === undefined) return problems;
  const others = problems.filter((p) => p !== 'size');
  return id === tool.dieToolId ? others : ['size', ...others];
}

export interface ToolsForSetup {
  /** Those that fit, the ones made for it first. */
  readonly fit: readonly Entity<'tool'>[];
  /** Those of the right kind that must not be taken, nearly right ones first: a hand might reach for them. */
  readonly refused: readonly { readonly tool: Entity<'tool'>; readonly problems: readonly ToolProblem[]; readonly isNear: boolean }[];
  /** Something of the kind is owned at all, so that "none fits" means something. */
  readonly isKindOwned: boolean;
}

/** The owned tools for a set-up, and those refused with the reason. */
export function toolsForSetup(tools: readonly Entity<'tool'>[], setup: Setup): ToolsForSetup {
  const kinds = kindsFor(setup);
  const own = tools.filter((t) => kinds.includes(t.definition.kind)).map((tool) => ({ tool, problems: problemsOf(tool, setup) }));
  const sheet = setup.tool.kind === 'dies' ? setup.tool.sheet : null;
  const byId = (a: Entity<'tool'>, b: Entity<'tool'>) => (a.id < b.id ? -1 : 1);
  /* Of another size altogether: nobody would take it for this one. */
  const isNear = (problems: readonly ToolProblem[]) => !problems.includes('size') && !problems.includes('diameter');
  return {
    fit: own
      .filter((o) => o.problems.length === 0)
      .map((o) => o.tool)
      .sort((a, b) => Number(b.definition.sheet === sheet) - Number(a.definition.sheet === sheet) || byId(a, b)),
    refused: own
      .filter((o) => o.problems.length > 0)
      .map((o) => ({ ...o, isNear: isNear(o.problems) }))
      .sort((a, b) => Number(b.isNear) - Number(a.isNear) || byId(a.tool, b.tool)),
    isKindOwned: own.length > 0,
  };
}
