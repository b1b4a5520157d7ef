import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { schematicOf, type UnplacedRow } from '#core/layout/schematic';
import { hardestByHole, type LayerReach } from '#core/reach/layer-reach';
import type { Hand } from '#core/record/definitions';
import { holePlaces, rowPath, type PlacedHole } from '#core/record/hole-places';
import { holesInPlan } from '#core/record/holes';
import { stageReader, type Stage } from '#core/record/stage';
import { STEP_KINDS } from '#core/record/steps';
import type { Setup } from '#core/setup/setup';
import type { Mm } from '#core/units/length';
import { sceneBounds, type MapOutline, type MapRow } from '../../drawing/map-paint';
import type { RowModel } from '../../models/row-model';

/** What the map is narrowed to. */
export interface MapFilter {
  readonly text: string;
  readonly stage: Stage | '';
  readonly setupKey: string;
  readonly hand: Hand | 'none' | '';
  /** What the holes' shapes tell. */
  readonly show: 'stages' | 'tools';
}

/** Every set-up that the assembly's rows need, in the order it is first wanted. */
export function useSetups(models: readonly RowModel[]): Setup[] {
  return useMemo(() => {
    const found = new Map<string, Setup>();
    for (const m of models) for (const use of m.setups) found.set(use.setup.key, use.setup);
    return [...found.values()].sort(
      (a, b) => STEP_KINDS.indexOf(a.operation) - STEP_KINDS.indexOf(b.operation) || (a.key < b.key ? -1 : 1),
    );
  }, [models]);
}

const NO_REACH: readonly LayerReach[] = [];

/** How a row is drawn: where its holes are, which stage alone is shown, and where tools are asked for what reaches it. */
interface RowLook {
  readonly places: readonly PlacedHole[];
  readonly stage: MapFilter['stage'];
  readonly tools: readonly LayerReach[] | null;
}

function draw(model: RowModel, { places, stage, tools }: RowLook): MapRow {
  const reached = tools ? hardestByHole(tools) : null;
  const stageAt = stageReader(model.steps);
  const holes = places.map(({ hole, place }, i) => {
    const at = stageAt(model.states.get(hole.id));
    const sign = model.deviations.has(hole.id) ? ('deviation' as const) : (hole.holds?.length ?? 0) > 0 ? ('held' as const) : null;
    return { place, stage: at, isShown: stage === '' || at === stage, sign, ...(reached ? { reach: reached[i] ?? null } : {}) };
  });
  return { id: model.entity.id, title: model.title, path: rowPath(model.entity.definition, places), holes };
}

const DRAWN = new WeakMap<RowModel, { readonly as: RowLook; readonly row: MapRow }>();

/** A placed row drawn; the same as before while it, and how it is looked at, are. */
function drawnRow(model: RowModel, as: RowLook): MapRow {
  const known = DRAWN.get(model);
  if (known && known.as.places === as.places && known.as.stage === as.stage && known.as.tools === as.tools) return known.row;
  const row = draw(model, as);
  DRAWN.set(model, { as, row });
  return row;
}

/** The rows that lie somewhere, and those without a place in a schematic of their own, each hole with how far it is. */
export function useMapRows(
  models: readonly RowModel[],
  { text, stage, setupKey, hand, show }: MapFilter,
  reaches: ReadonlyMap<string, readonly LayerReach[]>,
  outlines: readonly MapOutline[],
) {
  return useMemo(() => {
    const words = text.toLowerCase().split(/\s+/).filter(Boolean);
    const all = models.filter(
      (m) =>
        words.every((w) => m.searchText.includes(w)) &&
        (setupKey === '' || m.setups.some((u) => u.setup.key === setupKey)) &&
        (hand === '' || (m.entity.definition.hand ?? 'none') === hand),
    );
    const placed: MapRow[] = [];
    const strips: RowModel[] = [];
    const look = (model: RowModel) => ({ stage, tools: show === 'tools' ? (reaches.get(model.entity.id) ?? NO_REACH) : null });
    for (const model of all) {
      const places = holePlaces(model.entity.definition);
      if (places) placed.push(drawnRow(model, { ...look(model), places }));
      else strips.push(model);
    }
    const isEmpty = placed.length === 0 && outlines.every((o) => o.corners.length === 0);
    const schematic = schematicOf(strips.map(unplacedOf), isEmpty ? null : sceneBounds(placed, outlines));
    const drawn = strips.flatMap((model) => {
      const places = schematic.rows.get(model.entity.id) ?? [];
      const holes = holesInPlan(model.entity.definition.holes).flatMap((hole, i) => {
        const place = places[i];
        return place ? [{ hole, place }] : [];
      });
      return holes.length > 0 ? [{ ...draw(model, { ...look(model), places: holes }), path: places, isSchematic: true }] : [];
    });
    const frames = schematic.frames.map((f): MapOutline => ({
      ...f,
      id: `frame ${f.id}`,
      name: `${f.name}, no place yet`,
      isSchematic: true,
    }));
    return { placed, strips, drawn, frames };
  }, [models, text, stage, setupKey, hand, show, reaches, outlines]);
}

/** The outlines of the parts that have one. */
export function outlinesOf(data: AssemblyAnswer): MapOutline[] {
  return data.parts.flatMap(({ id, definition: p }) => (p.outline ? [{ id, name: p.name, corners: p.outline.corners }] : []));
}

/** What a schematic needs of a row. */
function unplacedOf({ entity: { id, definition }, stack, holeCount }: RowModel): UnplacedRow {
  return {
    id,
    partId: definition.layers[0]?.partId ?? id,
    partName: stack.layers[0]?.part || 'a sheet without a name',
    hand: definition.hand,
    holes: holeCount,
    pitch: (definition.pitch?.mm ?? null) as Mm | null,
  };
}
