import { describe, expect, it } from 'vitest';
import { KIT, mark, part, rowOf } from '../../test/build';
import type { Mark } from '../record/marks';
import { assemblyWork } from '../work/assembly-work';
import { finishedParts, openMachining } from './finish';

const PARTS = [part('skin', 'skin', 0.025), part('spar', 'spar', 0.063)];
const ROW = rowOf(['skin', 'spar'], 4);
const HOLES = ROW.holes.map((h) => h.id);
const PRIMING = { ...KIT, work: { scuff: false, prime: true, scuffAfterDimple: false } };
const at = (hour: number) => `2026-11-01T${String(hour).padStart(2, '0')}:00:00.000Z`;
const drilled = (hour: number, n = 4) => mark(`d${hour}`, { rowId: 'r', holeIds: HOLES.slice(0, n), doneAt: at(hour) });
const primed = (hour: number, partIds = ['skin', 'spar']) =>
  mark(`p${hour}`, { kind: 'primed', rowId: 'a', payload: { partIds }, doneAt: at(hour) });
const cleaned = mark('c', { kind: 'cleaned', rowId: 'a', payload: { partIds: ['skin', 'spar'] }, doneAt: at(2) });
const deburred = (hour: number) =>
  mark(`b${hour}`, {
    kind: 'deburred',
    rowId: 'r',
    side: 'head',
    layerIds: [ROW.layers[0]!.id],
    holeIds: HOLES.slice(0, 2),
    doneAt: at(hour),
  });
const dimpled = mark('x', { kind: 'dimpled', rowId: 'r', layerIds: [ROW.layers[0]!.id], holeIds: HOLES, doneAt: at(9) });
const work = (...marks: Mark[]) =>
  assemblyWork({ fasteners: [], kit: PRIMING, parts: PARTS, rows: [{ kind: 'row', id: 'r', version: 1, definition: ROW }], marks });

describe('a finish that is cut through', () => {
  it.each<[string, Mark[], Record<string, number>]>([
    ['nothing cut after it', [drilled(1), cleaned, primed(3)], {}],
    ['drilled after it: every sheet of the row, so many holes', [cleaned, primed(3), drilled(4, 3)], { skin: 3, spar: 3 }],
    ['deburred after it: that sheet alone', [drilled(1), cleaned, primed(3), deburred(4)], { skin: 2 }],
    ['dimpled after it: nothing is cut', [drilled(1), cleaned, primed(3), dimpled], {}],
    ['touched up since', [cleaned, primed(3), drilled(4), primed(5)], {}],
    ['one of the parts touched up', [cleaned, primed(3), drilled(4), primed(5, ['skin'])], { spar: 4 }],
    ['never finished', [drilled(1)], {}],
  ])('%s', (_, marks, touchUp) => {
    const { partsDone, touchUp: found } = work(...marks);
    expect(Object.fromEntries(found)).toEqual(touchUp);
    for (const id of ['skin', 'spar']) {
      const isPrimed = marks.some((m) => m.kind === 'primed') && touchUp[id] === undefined;
      expect(partsDone.has(`primed/part:${id}`), id).toBe(isPrimed);
    }
  });
  it('is offered at the bench again', () => {
    const { setups } = work(cleaned, primed(3), drilled(4));
    expect(setups.find((s) => s.setup.operation === 'primed')?.items.map((i) => i.partId)).toEqual(['skin', 'spar']);
  });
  it('is warned of before: parts that have one', () => {
    expect(finishedParts(['skin', 'spar', 'skin'], work(drilled(1), cleaned, primed(3, ['skin'])).partsDone)).toEqual(['skin']);
  });
});

describe('what is still to be machined before a finish', () => {
  const list = (marks: Mark[], parts: string[], holes = ROW.holes) => {
    const rows = [{ kind: 'row' as const, id: 'r', version: 1, definition: { ...ROW, holes } }];
    const { rows: planned } = assemblyWork({ fasteners: [], kit: PRIMING, parts: PARTS, rows, marks });
    return openMachining(planned, parts).map((m) => `${m.kind} ${m.holes}`);
  };
  const both = (kind: 'deburred' | 'dimpled', layer: number, side: 'head' | 'shop' | null, holes = HOLES) =>
    mark(`${kind} ${layer} ${side}`, { kind, rowId: 'r', side, layerIds: [ROW.layers[layer]!.id], holeIds: holes, doneAt: at(3) });
  const cases: readonly [string, Mark[], string[], string[]][] = [
    ['nothing was done', [], ['skin'], ['drilled 4', 'deburred 4', 'dimpled 4']],
    ['drilled: the rest, in that sheet alone', [drilled(1)], ['spar'], ['deburred 4', 'countersunk 4']],
    ['one side deburred: a hole counts once', [drilled(1), both('deburred', 0, 'head')], ['skin'], ['deburred 4', 'dimpled 4']],
    [
      'all of it in this sheet',
      [drilled(1), both('deburred', 0, 'head'), both('deburred', 0, 'shop'), both('dimpled', 0, null)],
      ['skin'],
      [],
    ],
    ['some holes', [drilled(1, 3)], ['skin'], ['drilled 1', 'deburred 4', 'dimpled 4']],
    ['a part of no row', [], ['other'], []],
  ];
  it.each(cases)('%s', (_, marks, parts, open) => expect(list(marks, parts)).toEqual(open));
  it('held holes are not asked for, one that waits for its angle is', () => {
    const holes = ROW.holes.map((h, i) =>
      i === 0 ? { ...h, holds: ['no-prep' as const] } : i === 1 ? { ...h, holds: ['square' as const] } : h,
    );
    expect(list([], ['skin'], holes)).toEqual(['drilled 4', 'deburred 4', 'dimpled 3']);
  });
});
