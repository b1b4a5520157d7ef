import { notSolid } from '#core/prep/stack';
import { AT_HOLE } from '#core/record/step-key';
import Papa from 'papaparse';
import { writeCell } from '#core/typed/csv-cells';
import { READ_THEN } from '#core/done/as-of';
import { setInRow } from '#core/done/in-hole';
import { gatherFindings } from '#core/done/row-standing';
import { holeEventText } from '#core/wording/hole-story';
import { holesInPlan } from '#core/record/holes';
import { workedTimes } from '#core/log/work-hours';
import type { RowDefinition } from '#core/record/definitions';
import { effectiveMarks, type Mark, type MarkKind } from '#core/record/marks';
import { holesThen } from '#core/wording/holes-then';
import type { WorkRow } from '#core/work/assembly-work';
import { showNumber } from '#core/units/show';
import type { Mm } from '#core/units/length';
import type { KitRecord } from '../db/kit-record';
import { assemblyFacts, type RecordQuestion } from './dossier';

const line = (cells: readonly (string | number)[]) => Papa.unparse([cells.map((c) => writeCell(String(c)))]);

/** Marks whose figures are told in words: what was done, which fastener was taken out or looked at. */
const AS_TOLD: readonly MarkKind[] = [...READ_THEN, 'removed', 'inspected', 'head-check', 'own-fastener', 'finding-settled'];

/** A mark's holes as they were numbered then, with today's numbers where they differ. */
function holesOf({ past }: KitRecord, { rowId, doneAt, holeIds }: Mark, row: WorkRow | undefined): string {
  if (holeIds.length === 0) return '';
  const then = past?.definition('row', rowId, doneAt) as RowDefinition | null | undefined;
  return holesThen(then, row?.row, holeIds);
}

/** Every mark that counts, one line each, with what it measured; lengths in the kit's units. */
export function* marksCsv(record: KitRecord, q: RecordQuestion): Generator<string> {
  const { units } = record.kit.definition;
  const L = (l: { mm: number } | undefined) => (l ? showNumber(l.mm as Mm, units) : '');
  yield line([
    'day', 'done at', 'recorded at', 'person', 'assembly', 'row', 'page', 'what', 'as', 'holes', 'count', 'sheets', 'side', 'parts',
    `width ${units}`, `second width ${units}`, `height ${units}`, `hole ${units}`, `reading ${units}`, 'gauge', 'defects', 'decision', 'verdict', 'note',
  ]); // prettier-ignore
  for (const source of record.assemblies) {
    const { rows, names } = assemblyFacts(record, source, q.dayOf);
    const byId = new Map(rows.map((r) => [r.id, r]));
    for (const m of effectiveMarks(source.marks)) {
      const row = byId.get(m.rowId);
      const { head, deviation, dimple, reading, rivet } = m.payload;
      const sheets = m.layerIds.map((id) => row?.stack.layers[row.row.layers.findIndex((l) => l.id === id)]?.part ?? '?');
      yield line([
        q.dayOf(m.doneAt), m.doneAt, m.recordedAt, m.payload.by ?? names.person(m.person), source.assembly.definition.name, names.row(m.rowId)?.title ?? '',
        names.row(m.rowId)?.page ?? '', m.kind, AS_TOLD.includes(m.kind) ? holeEventText(m, units) : '', holesOf(record, m, row), m.holeIds.length, sheets.join(' / '), m.side ?? '',
        (m.payload.partIds ?? []).map(names.part).join(' / '), L(head?.width), L(head?.width2), L(head?.height), L(deviation?.hole), L(reading),
        head?.gauge ?? '', [...(head?.defects ?? []), ...(dimple ? [dimple] : [])].join(' / '), head?.disposition ?? rivet?.lie ?? '',
        deviation?.verdict ?? '', m.payload.note ?? '',
      ]); // prettier-ignore
    }
  }
}

/** Every row as it is planned and how far it is, one line each. */
export function* rowsCsv(record: KitRecord, q: RecordQuestion): Generator<string> {
  const { units } = record.kit.definition;
  const L = (mm: number | undefined) => (mm === undefined ? '' : showNumber(mm as Mm, units));
  yield line([
    'assembly', 'row', 'hand', 'page', 'rivet', 'verdict', 'holes', 'set', 'inspected', 'set as', `grip ${units}`, 'sheets', `thicknesses ${units}`,
    'preparation', `depths ${units}`, 'findings',
  ]); // prettier-ignore
  for (const source of record.assemblies)
    for (const r of assemblyFacts(record, source, q.dayOf).rows) {
      const holes = holesInPlan(r.row.holes);
      const count = (key: string) => holes.filter((h) => r.states.get(h.id)?.has(key)).length;
      yield line([
        source.assembly.definition.name, r.title, r.row.hand ?? '', r.row.page, notSolid(r.stack)?.name ?? r.plan.rivet.callout,
        r.standing.verdict,
        holes.length, count(AT_HOLE.set), count(AT_HOLE.inspected),
        [...setInRow(r.done, holes.map((h) => h.id))].map(([name, n]) => `${n} ${name ?? 'not said'}`).join(' / '), L(r.plan.grip), r.plan.layers.map((l) => l.part).join(' / '),
        r.plan.layers.map((l) => L(l.thickness)).join(' / '), r.plan.layers.map((l) => l.prep).join(' / '),
        r.plan.layers.map((l) => L(l.depth)).join(' / '), [...gatherFindings(r.standing).map(({ finding: f }) => `${f.code}${f.isSettled ? ' (settled)' : ''}`), ...r.plan.findings.flatMap((f) => (f.severity === 'note' ? [] : [f.code]))].join(' / '),
      ]); // prettier-ignore
    }
}

/** Hours by day, assembly, person and kind of work: every minute stands in one line, so that the column adds up. */
export function* hoursCsv(record: KitRecord, q: RecordQuestion): Generator<string> {
  yield line(['day', 'assembly', 'person', 'what', 'minutes']);
  for (const source of record.assemblies) {
    const { names } = assemblyFacts(record, source, q.dayOf);
    const spent = new Map<string, { readonly cells: readonly string[]; ms: number }>();
    for (const { shift, kind, ms } of workedTimes(source.marks, q.now)) {
      const cells = [q.dayOf(shift.startedAt), source.assembly.definition.name, names.person(shift.person), kind ?? 'nothing marked'];
      const key = cells.join('\n');
      const known = spent.get(key);
      if (known) known.ms += ms;
      else spent.set(key, { cells, ms });
    }
    for (const { cells, ms } of spent.values()) yield line([...cells, (ms / 60_000).toFixed(2).replace(/\.?0+$/, '')]);
  }
}
