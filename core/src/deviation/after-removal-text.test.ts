import { describe, expect, it } from 'vitest';
import { KIT, NO_FASTENERS, part, rowOf } from '../../test/build';
import { planRow } from '../work/assembly-work';
import {
  afterRemovalOf,
  carryAfterRemoval,
  measuredAfterRemoval,
  nothingMeasured,
  readAfterRemoval,
  type AfterRemovalTyped,
} from './after-removal-text';
import { judgeHole } from './judge';

const PARTS = new Map([part('skin', 'skin', 0.025), part('rib', 'rib', 0.032)].map((p) => [p.id, p.definition]));
const row = planRow('r', rowOf(['skin', 'rib'], 4), { fasteners: NO_FASTENERS, kit: KIT, parts: PARTS });
if (!row) throw new Error('not planned');
const good: AfterRemovalTyped = { ...nothingMeasured(2), hole: '.098' };
const faults = (more: Partial<AfterRemovalTyped>) => {
  const read = readAfterRemoval({ ...good, ...more }, 'in');
  return read.ok ? [] : read.problems.map((p) => p.path);
};

describe('a hole after its rivet came out, as it is typed', () => {
  it.each<[Partial<AfterRemovalTyped>, string[]]>([
    [{}, []],
    [{ hole: ' ' }, ['hole']],
    [{ hole: 'wide' }, ['hole']],
    [{ edges: ['', '?'] }, ['edges.1']],
    [{ hole: '', edges: ['?', ''], pitch: '?' }, ['hole', 'edges.0', 'pitch']],
    [{ edges: ['.2', ''], pitch: '1' }, []],
  ])('%j: %j', (more, paths) => expect(faults(more)).toEqual(paths));
  it('longer one way is judged as that; what is typed means the same under the other unit', () => {
    expect(measuredAfterRemoval({ ...good, isElongated: true }, 'in').isElongated).toBe(true);
    expect(measuredAfterRemoval(good, 'in').isElongated).toBe(false);
    const inMm = carryAfterRemoval({ ...good, edges: ['.2', ''], pitch: '1' }, 'in');
    expect(measuredAfterRemoval(inMm, 'mm')).toEqual(measuredAfterRemoval({ ...good, edges: ['.2', ''], pitch: '1' }, 'in'));
  });
  it.each(['.098', '.104', '.125', '.2'])('a hole of %s goes on record as it was judged, with the limit it was judged by', (hole) => {
    const typed = { ...good, hole, edges: ['.25', '.25'], pitch: '1' };
    const read = readAfterRemoval(typed, 'in');
    if (!read.ok) throw new Error('does not read');
    const judgement = judgeHole(row.stack, measuredAfterRemoval(typed, 'in'));
    const kept = afterRemovalOf(read.value, judgement, row.row, { factorD: 2, by: 'program' });
    expect(kept).toMatchObject({ kind: 'after-removal', verdict: judgement.verdict, edgeLimit: { factorD: 2, by: 'program' } });
    expect(kept.hole?.mm).toBeCloseTo(Number(hole) * 25.4, 9);
    expect(Object.keys(kept.edges ?? {})).toEqual(row.row.layers.map((l) => l.id));
    expect(kept.missing === undefined).toBe(judgement.verdict !== 'unknown');
  });
  it('what cannot be said without edge and neighbour says what is missing', () => {
    const judgement = judgeHole(row.stack, measuredAfterRemoval({ ...good, hole: '.115' }, 'in'));
    const read = readAfterRemoval({ ...good, hole: '.115' }, 'in');
    if (!read.ok) throw new Error('does not read');
    const kept = afterRemovalOf(read.value, judgement, row.row, { factorD: 2, by: 'kit' });
    expect(kept.verdict).toBe('unknown');
    expect(kept.missing?.layerIds).toEqual(row.row.layers.map((l) => l.id));
    expect(kept.missing?.pitch).toBe(true);
    expect(kept.edges).toBeUndefined();
  });
});
