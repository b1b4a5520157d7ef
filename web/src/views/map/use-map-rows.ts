import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { boundsOf } from '#core/layout/bounds';
import type { Place } from '#core/layout/path';
import { schematicOf, type UnplacedRow } from '#core/layout/schematic';
import { hardestByHole, type LayerReach } from '#core/reach/layer-reach';
import type { Hand } from '#core/record/definitions';
import { holePlaces, rowPath, type PlacedHole } from '#core/record/hole-places';
import { holesInPlan } from '#core/record/holes';
import { stageOf, type Stage } from '#core/record/stage';
import { STEP_KINDS } from '#core/record/steps';
import type { Setup } from '#core/setup/setup';
import type { Mm } from '#core/units/length';
import type { MapOutline, MapRow } from '../../drawing/map-paint';
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
    const draw = (model: RowModel, places: readonly PlacedHole[], path: readonly Place[], isSchematic: boolean) => {
      const tools = show === 'tools' ? hardestByHole(reaches.get(model.entity.id) ?? []) : null;
      const holes = places.map(({ hole, place }, i) => {
        const reached = stageOf(model.steps, model.states.get(hole.id));
        const sign = model.deviations.has(hole.id) ? ('deviation' as const) : (hole.holds?.length ?? 0) > 0 ? ('held' as const) : null;
        return { place, stage: reached, isShown: stage === '' || reached === stage, sign, ...(tools ? { reach: tools[i] ?? null } : {}) };
      });
      return { id: model.entity.id, title: model.title, path, holes, ...(isSchematic ? { isSchematic } : {}) };
    };
    for (const model of all) {
      const places = holePlaces(model.entity.definition);
      if (places) placed.push(draw(model, places, rowPath(model.entity.definition, places), false));
      else strips.push(model);
    }
    const lying = [...placed.flatMap((r) => [...r.path, ...r.holes.map((h) => h.place)]), ...outlines.flatMap((o) => o.corners)];
    const schematic = schematicOf(strips.map(unplacedOf), lying.length > 0 ? boundsOf(lying) : null);
    const drawn = strips.flatMap((model) => {
      const places = schematic.rows.get(model.entity.id) ?? [];
      const holes = holesInPlan(model.entity.definition.holes).flatMap((hole, i) => {
        const place = places[i];
        return place ? [{ hole, place }] : [];
      });
      return holes.length > 0 ? [draw(model, holes, places, true)] : [];
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
