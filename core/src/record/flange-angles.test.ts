import { foldDone } from '../done/hole-done';
import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, KIT, mark, part, rowOf } from '../../test/build';
import { planRow } from '../work/assembly-work';
import { flangeAngles } from './flange-angles';
import type { AngleStation, Mark } from './marks';

const parts = new Map([part('p1', 'skin', 0.025), part('p2', 'flange', 0.025)].map((p) => [p.id, p.definition]));
const asked = new Map(parts).set('p2', { ...(parts.get('p2') as NonNullable<ReturnType<typeof parts.get>>), flangeAngleDeg: 88 });
const row = rowOf(['p1', 'p2'], 3);
const [, flange] = row.layers.map((l) => l.id) as [string, string];
const holes = row.holes.map((h) => h.id);
const at = (hour: number) => `2026-11-01T${String(hour).padStart(2, '0')}:00:00.000Z`;
const dimpled = (id: string, holeIds: string[], hour: number) =>
  mark(id, { kind: 'dimpled', holeIds, layerIds: [flange], doneAt: at(hour) });
const read = (id: string, found: number, hour: number, station?: AngleStation) =>
  mark(id, {
    kind: 'angle-read',
    rowId: 'a',
    doneAt: at(hour),
    payload: { partIds: ['p2'], angle: { found, wanted: 88, ...(station ? { station } : {}) } },
  });
function due(marks: Mark[], own = asked) {
  const planned = planRow('r', row, {
    fasteners: NO_FASTENERS,
    kit: KIT,
    parts: own,
    done: foldDone(marks, () => row.layers).rows.get('r'),
  });
  if (!planned) throw new Error('no stack');
  return flangeAngles(own, [planned], marks);
}

describe('a flange after its last dimple', () => {
  it('is not asked of a part that does not say its angle, nor before the last dimple', () => {
    expect(due([dimpled('1', holes, 1)], parts)).toEqual([]);
    expect(due([dimpled('1', holes.slice(1), 1)])).toEqual([]);
  });
  it('is asked at both ends and the middle, station by station, until each was read', () => {
    expect(due([dimpled('1', holes, 1)])[0]).toMatchObject({ partId: 'p2', wantedDeg: 88, due: ['start', 'middle', 'end'] });
    expect(due([dimpled('1', holes, 1), read('2', 88.5, 2, 'start'), read('3', 91, 3, 'end')])[0]).toMatchObject({
      due: ['middle'],
      readings: { start: { foundDeg: 88.5, answer: { isFine: true } }, end: { answer: { isFine: false, bendDeg: -3 } } },
    });
    expect(due([dimpled('1', holes, 1), read('2', 88, 2, 'start'), read('3', 88, 3, 'end'), read('4', 88, 4)])[0]?.due).toEqual([]);
  });
  it('a dimple that is made later asks for all of them again, an undone one does not', () => {
    const all = [dimpled('1', holes, 1), read('2', 88, 2, 'start'), read('3', 88, 2, 'middle'), read('4', 88, 2, 'end')];
    expect(due([...all, dimpled('5', holes.slice(0, 1), 3)])[0]?.due).toHaveLength(3);
    const undo = mark('6', { kind: 'undo', payload: { undoes: '5' }, doneAt: at(4) });
    expect(due([...all, dimpled('5', holes.slice(0, 1), 3), undo])[0]?.due).toEqual([]);
  });
});
