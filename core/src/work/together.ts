import type { Entity } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { isDone, type Step } from '../record/steps';
import { isOffered } from '../done/offered';
import { toolsForSetup } from '../reach/tools-for-setup';
import type { BenchRow } from './bench';
import type { Setup } from '../setup/setup';

/** What one press can mark of a whole part: the same work in every row that has a sheet of it. */
export interface PartTogether {
  readonly partId: string;
  readonly rows: readonly { readonly rowId: string; readonly steps: readonly Step[]; readonly holeIds: readonly string[] }[];
  /** Holes over all rows. */
  readonly holes: number;
}

/**
 * Deburring gathered by part: every row's holes that are drilled and still open in a sheet of that part, both sides. Of a single row there
 * is nothing to gather: its own button does as much.
 */
export function deburringByPart(rows: readonly BenchRow[]): PartTogether[] {
  const found = new Map<string, PartTogether['rows'][number][]>();
  for (const { id, row, steps, states, standing } of rows) {
    const byPart = new Map<string, Step[]>();
    for (const s of steps) if (s.kind === 'deburred' && s.partId !== null) byPart.set(s.partId, [...(byPart.get(s.partId) ?? []), s]);
    const drilling = steps.find((s) => s.kind === 'drilled');
    for (const [partId, own] of byPart) {
      const holeIds = holesInPlan(row.holes)
        .filter((h) => {
          const at = states.get(h.id);
          const wanted = own.filter((s) => !isDone(s, at) && (!standing || isOffered(standing, h.id, s)));
          return (!drilling || isDone(drilling, at)) && wanted.length > 0;
        })
        .map((h) => h.id);
      if (holeIds.length > 0) found.set(partId, [...(found.get(partId) ?? []), { rowId: id, steps: own, holeIds }]);
    }
  }
  const concerned = new Set([...found.values()].flatMap((own) => own.map((r) => r.rowId)));
  if (concerned.size < 2) return [];
  return [...found].map(([partId, own]) => ({ partId, rows: own, holes: own.reduce((n, r) => n + r.holeIds.length, 0) }));
}

/** Whether two set-ups for dimples are made with the same dies: one set of those owned, and no other, fits both. */
export function haveSameDies(tools: readonly Entity<'tool'>[], a: Setup, b: Setup): boolean {
  if (a.tool.kind !== 'dies' || b.tool.kind !== 'dies' || a.tool.dash !== b.tool.dash || a.tool.angleDeg !== b.tool.angleDeg) return false;
  const ids = [a, b].map((s) => toolsForSetup(tools, s).fit.map((t) => t.id));
  return ids[0]?.length === 1 && ids[1]?.length === 1 && ids[0][0] === ids[1][0];
}
