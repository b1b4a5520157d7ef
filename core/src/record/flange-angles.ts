import { judgeAngle, type AngleAnswer } from './dimple-check';
import type { PartDefinition, RowDefinition } from './definitions';
import { holesInPlan } from './holes';
import { effectiveMarks, type AngleStation, ANGLE_STATIONS, type Mark } from './marks';
import { isDone, isHeld, type HoleStates, type Step } from './steps';

/** A row as its flanges' angles depend on it. */
export interface AngleRow {
  readonly id: string;
  readonly row: RowDefinition;
  readonly steps: readonly Step[];
  readonly states: HoleStates;
}

/** A flange after its last dimple: what was read at each station since, and where it still has to be. */
export interface FlangeAngle {
  readonly partId: string;
  readonly wantedDeg: number;
  readonly readings: Readonly<Partial<Record<AngleStation, { readonly foundDeg: number; readonly answer: AngleAnswer }>>>;
  readonly due: readonly AngleStation[];
}

/**
 * Flanges whose angle is to be checked: parts that say their angle, once the last dimple in them is done. A dimple that is made later
 * asks for all stations again. A reading without a station, as earlier releases kept it, counts for the middle.
 * Source: a flange that gave way, docs/rules.md: both ends and the middle after the last dimple.
 */
export function flangeAngles(
  parts: ReadonlyMap<string, Pick<PartDefinition, 'flangeAngleDeg'>>,
  rows: readonly AngleRow[],
  marks: readonly Mark[],
): FlangeAngle[] {
  const asked = [...parts].filter(([, p]) => p.flangeAngleDeg !== null && p.flangeAngleDeg !== undefined);
  if (asked.length === 0) return [];
  const told = effectiveMarks(marks.filter((m) => m.kind === 'dimpled' || m.kind === 'angle-read' || m.kind === 'undo'));
  return asked.flatMap(([partId, part]) => {
    const own = rows.flatMap((r) => r.steps.filter((s) => s.kind === 'dimpled' && s.partId === partId).map((step) => ({ ...r, step })));
    if (own.length === 0 || !own.every(isAllDimpled)) return [];
    const layers = new Set(own.map((o) => o.step.layerId));
    const lastDimple = told.reduce((last, m, i) => (m.kind === 'dimpled' && m.layerIds.some((id) => layers.has(id)) ? i : last), -1);
    const wantedDeg = part.flangeAngleDeg as number;
    const readings: Partial<Record<AngleStation, { foundDeg: number; answer: AngleAnswer }>> = {};
    for (const m of told.slice(lastDimple + 1)) {
      const { angle, partIds } = m.payload;
      if (!angle || !partIds?.includes(partId)) continue;
      const { found: foundDeg } = angle;
      readings[angle.station ?? 'middle'] = { foundDeg, answer: judgeAngle({ found: foundDeg, wanted: wantedDeg }) };
    }
    return [{ partId, wantedDeg, readings, due: ANGLE_STATIONS.filter((s) => readings[s] === undefined) }];
  });
}

function isAllDimpled({ row, step, states }: AngleRow & { readonly step: Step }): boolean {
  return holesInPlan(row.holes).every((h) => isDone(step, states.get(h.id)) || isHeld(h, 'dimpled', states.get(h.id)));
}
