import { describe, expect, it } from 'vitest';
import { KIT, mark, part, rowOf } from '../../test/build';
import type { Mark } from '../record/marks';
import { assemblyWork } from '../setup/assembly-work';
import { finishedParts } from './finish';

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
