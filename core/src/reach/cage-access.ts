import type { RowDefinition, ToolDefinition } from '../record/definitions';

/** What the cage needs at a row, in the order it is arranged. */
export type CageNeed = 'cut-away' | 'no-cage-reaches' | 'spacer' | 'jig';

/**
 * How a cage gets at the holes of a row: a foot that is wider than the way to the wall needs a cut-away one; where the sheet is
 * narrower than the foot, a spacer; a tilted face, a jig that levels it. `cages`: the owned ones, their foot's half-width as w.
 */
export function cageNeeds(access: RowDefinition['access'], cages: readonly ToolDefinition[]): CageNeed[] {
  const needs: CageNeed[] = [];
  const wall = access?.wall?.mm;
  if (wall !== undefined) {
    const clears = (c: ToolDefinition) => c.noseHalfWidth === null || c.noseHalfWidth.mm <= wall;
    const whole = cages.filter((c) => !c.isCutAway);
    /* A cage whose foot was not measured limits nothing, as everywhere. */
    if (cages.length > 0 && !whole.some(clears)) needs.push(cages.some((c) => c.isCutAway) ? 'cut-away' : 'no-cage-reaches');
  }
  if (access?.needsSpacer) needs.push('spacer');
  if (access?.isTilted) needs.push('jig');
  return needs;
}
