import type { HoleDefinition } from '#core/record/definitions';
import { AT_HOLE } from '#core/record/step-key';
import { HOLD_WORDS } from '#core/wording/setups';
import { BAND_PX, HOLE_PX, type StripPlaces } from '../../drawing/strip-drawing';
import type { RowModel } from '../../models/row-model';
import { HoleGlyph, type HoleStage } from './hole-glyph';

interface StripHoleProps {
  readonly row: RowModel;
  readonly hole: HoleDefinition;
  /** From 1. */
  readonly number: number;
  readonly places: StripPlaces;
  readonly isChosen: boolean;
}

/** One hole through all sheets of the strip: its number with what is wrong or held, and its stage in each sheet. */
export function StripHole({ row, hole, number, places, isChosen }: StripHoleProps) {
  const x = places.holeX(number - 1);
  const sign = signOf(row, hole.id);
  const held = (hole.holds ?? []).map((h) => HOLD_WORDS[h].sign).join('');
  return (
    <g data-hole={number}>
      {isChosen ? (
        <rect x={x - HOLE_PX / 2} y="0" width={HOLE_PX} height={places.height} style={{ fill: 'var(--dye)', opacity: 0.22 }} />
      ) : null}
      <text x={x} y={places.numberY} textAnchor="middle" fontSize="12" fontWeight={isChosen ? 700 : 400} style={{ fill: 'var(--ink)' }}>
        {number}
        {sign ? <tspan style={{ fill: `var(--${sign === '!' ? 'stop' : 'caution'})` }}>{sign}</tspan> : null}
        {held ? <tspan style={{ fill: 'var(--caution)' }}>{held}</tspan> : null}
      </text>
      {row.entity.definition.layers.map((layer, i) => (
        <HoleGlyph key={layer.id} x={x} y={places.bandY(i) + BAND_PX / 2 - 1} stage={stageOf(row, hole.id, i)} />
      ))}
    </g>
  );
}

/** `!`: the work contradicts the plan; `~`: something is to be done again. */
function signOf({ standing: { findings, again } }: RowModel, holeId: string): '' | '!' | '~' {
  const open = findings.get(holeId)?.filter((f) => !f.isSettled) ?? [];
  if (open.some((f) => f.severity === 'stop')) return '!';
  return open.length > 0 || again.has(holeId) ? '~' : '';
}

/** How far a hole is in one layer, zero-based. */
function stageOf(row: RowModel, holeId: string, index: number): HoleStage {
  const done = row.states.get(holeId);
  const layerId = row.entity.definition.layers[index]?.id ?? '';
  const own = row.steps.filter((s) => (s.kind === 'dimpled' || s.kind === 'countersunk') && s.layerId === layerId);
  return {
    drilled: done?.has(AT_HOLE.drilled) ?? false,
    head: done?.has(`deburred/${layerId}/head`) ?? false,
    shop: done?.has(`deburred/${layerId}/shop`) ?? false,
    prepared: own.length > 0 && own.every((s) => done?.has(s.key) ?? false),
    prep: row.plan.layers[index]?.prep ?? 'none',
  };
}
