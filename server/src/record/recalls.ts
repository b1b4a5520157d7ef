import type { RecallPlaceView, RecallsAnswer } from '#contract/answers';
import { recallsOf, type RecallPlace, type Thing } from '#core/done/recall';
import { holesInPlan } from '#core/record/holes';
import { effectiveMarks } from '#core/record/marks';
import { rowTitle } from '#core/record/title';
import { definitionsById } from '#core/work/assembly-work';
import type { KitRecord } from '../db/kit-record';

interface Place {
  readonly title: string;
  readonly assemblyId: string;
  readonly assembly: string;
  /** Holes in the plan, in order. */
  readonly holeIds: readonly string[];
}

/** Findings on a kit's things with what is to be looked at again, named; newest first. `things`: deleted ones too. */
export function recallsAnswer(record: KitRecord, things: readonly Thing[]): RecallsAnswer {
  const places = placesOf(record);
  const parts = new Map(record.assemblies.flatMap((a) => a.parts.map((p) => [p.id, p.definition.name] as const)));
  const view = (place: RecallPlace): RecallPlaceView => {
    const at = places.get(place.rowId);
    const holeIds = at?.holeIds ?? [];
    return {
      rowId: place.rowId,
      title: at?.title ?? 'a row since deleted',
      assemblyId: at?.assemblyId ?? place.rowId,
      assembly: at?.assembly ?? '',
      holes: place.holes
        .map(({ holeId, kinds, isLookedAt }) => ({ holeId, number: holeIds.indexOf(holeId) + 1 || null, kinds, isLookedAt }))
        .sort((a, b) => (a.number ?? Infinity) - (b.number ?? Infinity)),
      parts: place.partIds.map((id) => ({ id, name: parts.get(id) ?? 'a part since deleted' })),
    };
  };
  const marks = [...record.things, ...record.assemblies.flatMap((a) => a.marks)];
  return {
    kit: record.kit,
    recalls: recallsOf(marks, things)
      .map((r) => ({ ...r, places: r.places.map(view), unnamed: r.unnamed.map(view) }))
      .reverse(),
    checks: effectiveMarks(record.things).reverse(),
  };
}

function placesOf({ assemblies }: KitRecord): Map<string, Place> {
  const places = new Map<string, Place>();
  for (const { assembly, parts, rows } of assemblies) {
    const byId = definitionsById(parts);
    const own = { assemblyId: assembly.id, assembly: assembly.definition.name };
    places.set(assembly.id, { ...own, title: 'Parts', holeIds: [] });
    for (const { id, definition } of rows)
      places.set(id, { ...own, title: rowTitle(definition, byId), holeIds: holesInPlan(definition.holes).map((h) => h.id) });
  }
  return places;
}
