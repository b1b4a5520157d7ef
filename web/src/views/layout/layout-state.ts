import { carryUnit } from '#core/units/carry';
import { useMemo, useState } from 'react';
import { fitRow, type RigidFit } from '#core/layout/fit';
import { layoutAlong, pathLength, rowBeside, type KeepClear, type PathHole, type PathLayout, type Place } from '#core/layout/path';
import { trueSpacing, type LaidRow } from '#core/layout/true-spacing';
import { rowEdge } from '#core/layout/outline';
import { parsePlaces, placesText } from '#core/typed/places-text';
import { lapRows } from '#core/layout/even';
import type { Finding } from '#core/prep/findings';
import { edgeFindings, outlineFindings, trueSpacingFindings, type SpacingRule } from '#core/prep/spacing';
import type { Stack } from '#core/prep/stack';
import type { LayoutTyped, RowDefinition } from '#core/record/definitions';
import { typedText } from '#core/compose/compose';
import { holesInPlan } from '#core/record/holes';
import type { Mm, Units } from '#core/units/length';
import { exactText } from '#core/units/show';
import { problemMessage } from '#core/wording/problems';
import { dimensionValue } from '../../ui/dimension-field';

/** What is kept as it was typed, and the measured places, which are kept with the holes. */
export interface LayoutFields extends Omit<LayoutTyped, 'units' | 'secondRowId'> {
  readonly measured: string;
}

/** The outlines of a row's parts, layer by layer; null where a part is not drawn. */
export type LayerOutlines = readonly (readonly Place[] | null)[];

export interface LaidOut {
  readonly path: readonly Place[];
  readonly first: PathLayout;
  /** Holes of the second row, from the path's start along it and across it. */
  readonly second: readonly PathHole[];
  readonly rowDistance: Mm | null;
  /** Width of the lap as typed; null: not given. */
  readonly lapWidth: number | null;
  readonly findings: readonly Finding[];
  readonly fit: RigidFit | null;
  readonly measured: readonly Place[];
}

function fieldsOf(row: RowDefinition, units: Units): LayoutFields {
  const n = (mm: number) => exactText(mm, units);
  const measured = holesInPlan(row.holes).flatMap((h) => (h.at ? [h.at] : []));
  const typed = row.laid?.typed;
  /* As it was typed, as long as it still means the same. */
  if (typed) {
    const { units: from, secondRowId: _, ...fields } = typed;
    const t = (text: string) => (from === units ? text : carryUnit(text, from));
    return {
      ...fields,
      path: t(fields.path),
      maxPitch: t(fields.maxPitch),
      startEdge: t(fields.startEdge),
      endEdge: t(fields.endEdge),
      lapWidth: t(fields.lapWidth),
      keepClear: t(fields.keepClear),
      measured: placesText(measured, units),
    };
  }
  return {
    path: row.laid
      ? row.laid.path.length === 2 && row.laid.path[0]?.x === 0 && row.laid.path.every((p) => p.y === 0)
        ? n(row.laid.path[1]?.x ?? 0)
        : placesText(row.laid.path, units)
      : '',
    by: 'pitch',
    maxPitch: row.pitch ? typedText(row.pitch, units) : '',
    count: String(row.holes.filter((h) => !h.out).length),
    startEdge: row.laid ? n(row.laid.startEdgeMm) : row.edge ? typedText(row.edge, units) : '',
    endEdge: row.laid ? n(row.laid.endEdgeMm) : row.edge ? typedText(row.edge, units) : '',
    second: 'none',
    lapWidth: '',
    keepClear: '',
    measured: placesText(measured, units),
  };
}

/** The layout as far as its fields read, worked out at every key. */
export function useLayout(row: RowDefinition, stack: Stack, outlines: LayerOutlines, others: readonly LaidRow[], units: Units) {
  const [fields, setFields] = useState(() => fieldsOf(row, units));
  const result = useMemo(() => work(fields, stack, outlines, others, units), [fields, stack, outlines, others, units]);
  return { fields, set: (change: Partial<LayoutFields>) => setFields((old) => ({ ...old, ...change })), ...result };
}

/** Every place against every part of the stack that is drawn. */
export function offEdges(places: readonly Place[], outlines: LayerOutlines, rule: SpacingRule): Finding[] {
  return outlines.flatMap((corners, i) => {
    const edge = corners && rowEdge(places, corners);
    return edge ? outlineFindings(edge, rule, i) : [];
  });
}

function work(
  f: LayoutFields,
  stack: Stack,
  outlines: LayerOutlines,
  others: readonly LaidRow[],
  units: Units,
): { laid: LaidOut | null; problem: string | null } {
  const stop = (problem: string | null) => ({ laid: null, problem });
  if (f.path.trim() === '') return stop(null);
  const corners = parsePlaces(f.path, units);
  if (!corners.ok) return stop(problemMessage(corners.problem));
  const path = corners.value.length === 1 ? [{ x: 0, y: 0 }, ...corners.value] : corners.value;
  const lengths = {
    maxPitch: dimensionValue(f.maxPitch, units),
    startEdge: dimensionValue(f.startEdge, units),
    endEdge: dimensionValue(f.endEdge, units),
    lapWidth: dimensionValue(f.lapWidth, units),
  };
  if (Object.values(lengths).some((l) => l.isBad)) return stop('One of the lengths does not read.');
  const count = Number(f.count);
  if (f.by === 'count' && !(Number.isInteger(count) && count >= 2 && count <= 2000))
    return stop('The count is a whole number from 2 to 2000.');
  if (f.by === 'pitch' && !lengths.maxPitch.length) return stop('Give the largest pitch.');
  const spots = parsePlaces(f.keepClear, units);
  if (!spots.ok) return stop(problemMessage(spots.problem));
  const keepClear = spots.value.map((s): KeepClear => ({ at: s.x as Mm, clearance: Math.abs(s.y) as Mm }));
  const [startEdge, endEdge] = [(lengths.startEdge.length?.mm ?? 0) as Mm, (lengths.endEdge.length?.mm ?? 0) as Mm];
  const maxPitch = (lengths.maxPitch.length?.mm ?? 1) as Mm;
  const spacing = f.by === 'count' ? { count } : { maxPitch };
  if (f.by === 'pitch' && pathLength(path) / maxPitch > 2000) return stop('That pitch makes over 2000 holes.');
  const first = layoutAlong(path, { spacing, startEdge, endEdge, keepClear });
  if (!first) return stop('The edge distances leave no room for a row.');

  const lap = lengths.lapWidth.length ? lapRows(lengths.lapWidth.length.mm as Mm) : null;
  const rowDistance = f.second === 'none' ? null : ((lap ? lap[1] - lap[0] : 0.75 * first.pitch) as Mm);
  const second = rowDistance === null ? [] : rowBeside(path, first, rowDistance, f.second === 'staggered');
  const rule = { diameter: stack.size.diameter, flush: stack.head === 'flush-100', limits: stack.limits };
  const mine: LaidRow = { name: 'this row', places: first.places, diameter: stack.size.diameter };
  const beside: LaidRow[] = second.length > 0 ? [{ ...mine, name: 'the second row', places: second.map((h) => h.place) }] : [];
  const findings = [
    ...(startEdge > 0 ? edgeFindings(startEdge, rule) : []),
    ...(endEdge > 0 ? edgeFindings(endEdge, rule) : []),
    ...(lap ? edgeFindings(lap[0], rule) : []),
    /* Where a sheet is drawn its own edge decides, else what was typed. */
    ...stack.layers.flatMap((l, i) => (l.edge === undefined || outlines[i] ? [] : edgeFindings(l.edge, rule, i))),
    ...offEdges([...first.places, ...second.map((h) => h.place)], outlines, rule),
    ...trueSpacingFindings(trueSpacing(mine, [...others, ...beside]), rule),
    /* The second row's own holes, and those of the rows around it; what lies between the two is said once. */
    ...beside.flatMap((b) => trueSpacingFindings(trueSpacing(b, others), rule)),
  ];
  const measured = parsePlaces(f.measured, units);
  if (!measured.ok) return stop(problemMessage(measured.problem));
  const fit = measured.value.length === first.count ? fitRow(first.places, measured.value) : null;
  return {
    laid: { path, first, second, rowDistance, lapWidth: lengths.lapWidth.length?.mm ?? null, findings, fit, measured: measured.value },
    problem: null,
  };
}
