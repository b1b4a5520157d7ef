import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, KIT, mark, part, rowOf } from '../../test/build';
import { randomFrom } from '../depth/simulate';
import type { Edit, Entity, PartDefinition, RowDefinition } from '../record/definitions';
import type { Mark, MarkKind } from '../record/marks';
import { planRow, type AssemblyRecord } from './assembly-work';
import { effectSentence } from '../wording/effects';
import { edited, effectsOf } from './effects';
import { wantsReason } from './reaching';
import { foldDone } from '../done/hole-done';
import { withWork, type Wish } from '../done/with-work';

const PARTS = [part('skin', 'skin', 0.025), part('spar', 'spar', 0.063), part('strap', 'strap', 0.032)];
const byId = new Map<string, PartDefinition>(PARTS.map((p) => [p.id, p.definition]));
const ROW: RowDefinition = rowOf(['skin', 'spar'], 4);
const HOLES = ROW.holes.map((h) => h.id);
const entity = (definition: RowDefinition): Entity<'row'> => ({ kind: 'row', id: 'r', version: 1, definition });

/** Marks as a screen makes them, the work filled in from the row as it is then. */
function done(row: RowDefinition, wishes: readonly Omit<Wish, 'rowId'>[], marks: Mark[] = []): Mark[] {
  const planned = planRow('r', row, { fasteners: NO_FASTENERS, kit: KIT, parts: byId, done: foldDone(marks).rows.get('r') });
  if (!planned) throw new Error('no stack');
  const sources = { row: () => planned, part: () => undefined, tools: [], lots: [] };
  return withWork(
    wishes.map((w) => ({ ...w, rowId: 'r' })),
    sources,
  ).map((w, i) => mark(`m${marks.length + i}`, { ...w, doneAt: `2026-11-01T10:00:${String(marks.length + i).padStart(2, '0')}.000Z` }));
}
const drilled = { kind: 'drilled' as const, holeIds: HOLES };
const deburred = (side: 'head' | 'shop') => ({ kind: 'deburred' as const, holeIds: HOLES, layerIds: ROW.layers.map((l) => l.id), side });
const dimpled = { kind: 'dimpled' as const, holeIds: HOLES, layerIds: [ROW.layers[0]!.id] };
const cut = { kind: 'countersunk' as const, holeIds: HOLES, layerIds: [ROW.layers[1]!.id] };
const set = { kind: 'set' as const, holeIds: HOLES };
const PREPARED = [drilled, deburred('head'), deburred('shop'), dimpled, cut];

const recordOf = (marks: Mark[], row: RowDefinition = ROW): AssemblyRecord => ({
  fasteners: [],
  kit: KIT,
  parts: PARTS,
  rows: [entity(row)],
  marks,
});
const editOf = (definition: RowDefinition | null): Edit => ({ kind: 'row', id: 'r', expectedVersion: 1, definition });
/** What the edit does, in words. */
const words = (record: AssemblyRecord, ...edits: Edit[]): string[] =>
  effectsOf(record, edited(record, ROW.assemblyId, edits)).flatMap((r) => r.effects.map((e) => effectSentence(e, 'in')));

describe('an edit of a row with work in it', () => {
  const prepared = recordOf(done(ROW, PREPARED));
  it('nothing changes for the work: nothing is said', () => {
    expect(words(prepared, editOf({ ...ROW, name: 'Another name', page: 'FL-2' }))).toEqual([]);
    expect(words(recordOf([]), editOf({ ...ROW, dash: 4 }))).toEqual([]);
  });
  it('a larger rivet: holes to open, dimples again, countersinks deeper; with words and counts', () => {
    expect(words(prepared, editOf({ ...ROW, dash: 4 }))).toEqual([
      '4 holes drilled #40: open to #30 again.',
      '4 holes deburred in skin: again after opening.',
      '4 holes deburred in spar: again after opening.',
      '4 dimples in skin 3/32: again with 1/8; look for cracks.',
      '4 countersinks in spar: .0193 in deeper.',
      '4 holes: skin: dimpled with 3/32 dies, planned 1/8.',
    ]);
  });
  it('with rivets in: a stop, hole by hole', () => {
    const riveted = recordOf(done(ROW, [...PREPARED, set]));
    const said = words(riveted, editOf({ ...ROW, dash: 4 }));
    expect(said.find((s) => s.includes('is in, planned'))).toMatch(/^4 holes: MS20426AD3-[\d.]+ is in, planned MS20426AD4-[\d.]+\.$/);
    expect(said).toContain('4 holes: A rivet is in, and what is under it is not what is planned now.');
  });
  it('a sheet put in between: drilled and deburred there', () => {
    const [a, b] = ROW.layers as [RowDefinition['layers'][number], RowDefinition['layers'][number]];
    const layers = [a, { ...b, id: 'new', partId: 'strap' }, b];
    expect(words(prepared, editOf({ ...ROW, layers }))).toContain('4 holes: drill to size in strap that is new.');
  });
  it('a protruding head instead: what is prepared is so otherwise', () => {
    expect(words(prepared, editOf({ ...ROW, head: 'protruding' }))).toEqual([
      '4 holes: skin: dimpled, planned plain.',
      '4 holes: spar: countersunk, planned plain.',
    ]);
  });
  it('holes taken out, and the row itself: kept as left over', () => {
    const holes = ROW.holes.map((h, i) => (i < 3 ? { ...h, out: true } : h));
    expect(words(prepared, editOf({ ...ROW, holes }))).toEqual([
      '3 holes with work at them go out of the plan: the marks are kept as left over.',
    ]);
    expect(words(prepared, editOf(null))).toEqual(['The row goes, and 4 holes with work at them: the marks are kept.']);
  });
  it('a part measured across the school’s limit: the dimpled sheet is to be countersunk now', () => {
    const thick = PARTS[0]!.definition;
    const part: Edit = {
      kind: 'part',
      id: 'skin',
      expectedVersion: 1,
      definition: { ...thick, measured: { mm: 0.064 * 25.4, text: '.064', units: 'in' } },
    };
    expect(words(prepared, part)).toContain('4 holes: skin: dimpled, planned countersunk.');
  });
  it('an edit back is no more than that: nothing is open or contradicted', () => {
    const back = recordOf(prepared.marks as Mark[], { ...ROW, dash: 4 });
    const effects = effectsOf(back, edited(back, ROW.assemblyId, [editOf(ROW)]));
    expect(effects.flatMap((r) => r.effects)).toEqual([{ kind: 'resolved', holes: 4 }]);
    expect(wantsReason(effects)).toBe(false);
  });
  it('only what is new with the edit is said', () => {
    const dash4 = { ...ROW, dash: 4 as const };
    const record = recordOf(prepared.marks as Mark[], dash4);
    expect(words(record, editOf({ ...dash4, name: 'x' }))).toEqual([]);
  });
});

describe('200 random records', () => {
  const kinds = [drilled, deburred('head'), deburred('shop'), dimpled, cut, set];
  it('marks in any order, twice, split over devices give the same answer; an edit and its undo leave open work as it was', () => {
    const random = randomFrom(11);
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
    for (let n = 0; n < 200; n++) {
      const rows: RowDefinition[] = [ROW, { ...ROW, dash: 4 }, { ...ROW, head: 'protruding' }];
      let marks: Mark[] = [];
      for (let i = 0; i < 1 + Math.floor(random() * 8); i++) {
        const wish = pick(kinds);
        marks = [...marks, ...done(pick(rows), [{ ...wish, holeIds: HOLES.slice(0, 1 + Math.floor(random() * 4)) }], marks)];
      }
      const stand = (of: readonly Mark[], row: RowDefinition) => {
        const folded = foldDone(of);
        const planned = planRow('r', row, {
          fasteners: NO_FASTENERS,
          kit: KIT,
          parts: byId,
          done: folded.rows.get('r'),
          partsDone: folded.parts,
        });
        const { states, findings, again } = planned!.standing;
        const sorted = <V>(map: ReadonlyMap<string, V>) => [...map].sort(([a], [b]) => (a < b ? -1 : 1));
        return JSON.stringify([sorted(states).map(([h, k]) => [h, [...k].sort()]), sorted(findings), sorted(again)]);
      };
      const shuffled = [...marks, ...marks.filter(() => random() < 0.3)].sort(() => random() - 0.5);
      const [row, other] = [pick(rows), pick(rows)];
      expect(stand(shuffled, row), `case ${n}`).toBe(stand(marks, row));
      /* There and back: the same definition, whatever was in between. */
      const record = recordOf(marks, row);
      const there = edited(record, ROW.assemblyId, [editOf(other)]);
      const back = edited(there, ROW.assemblyId, [editOf(row)]);
      expect(effectsOf(record, back), `case ${n}`).toEqual([]);
      expect(stand(marks, back.rows[0]!.definition), `case ${n}`).toBe(stand(marks, row));
    }
  });
  it('says nothing of marks it does not know', () => {
    const odd = ['log-note', 'sealant-mixed'] satisfies MarkKind[];
    expect(effectsOf(recordOf(odd.map((kind) => mark(kind, { kind, rowId: 'r' }))), recordOf([]))).toEqual([]);
  });
});
