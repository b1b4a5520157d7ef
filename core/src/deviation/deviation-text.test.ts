import { describe, expect, it } from 'vitest';
import { DEVIATION_KINDS } from '../record/marks';
import { carryDeviation, deviationOf, measuredAsTyped, noDeviation, readDeviation, type DeviationTyped } from './deviation-text';
import type { Judgement } from './judge';

const typed = (more: Partial<DeviationTyped> = {}): DeviationTyped => ({ ...noDeviation('oversize', 2), ...more });
const faults = (more: Partial<DeviationTyped>) => {
  const read = readDeviation(typed(more), 'in');
  return read.ok ? [] : read.problems.map((p) => `${p.path} ${p.code}`);
};
const near = (inches: number) => expect.closeTo(inches * 25.4, 9) as number;

describe('what was found at a hole, as it is typed', () => {
  it.each<[Partial<DeviationTyped>, string[]]>([
    [{}, []],
    [{ hole: '.101', edges: ['.2', ''], pitch: '3/4' }, []],
    [{ hole: '??', pitch: 'far' }, ['hole dimension-unreadable', 'pitch dimension-unreadable']],
    [{ edges: ['.2', 'near'] }, ['edges.1 dimension-unreadable']],
    [{ edges: ['.2', 'near'], isSameEdge: true }, []],
    [{ edges: ['near', ''], isSameEdge: true }, ['edges.0 dimension-unreadable']],
    [{ off: 'much' }, []],
    [{ kind: 'out-of-place', off: 'much' }, ['off dimension-unreadable']],
    [{ kind: 'out-of-place' }, []],
    [{ kind: 'over-deburred' }, ['off cut-away-missing']],
    [{ kind: 'over-deburred', off: '.01' }, []],
    [{ kind: 'over-deburred', off: 'deep' }, ['off dimension-unreadable']],
    [{ kind: 'opened-up', note: '  ' }, ['note opened-up-reason']],
    [{ kind: 'opened-up', note: 'cleaned up' }, []],
  ])('%j: %j', (more, told) => expect(faults(more)).toEqual(told));

  it('is judged as far as it reads, in the unit it was typed in', () => {
    expect(measuredAsTyped(typed({ hole: '.101', edges: ['.2', 'n'], pitch: '' }), 'in')).toEqual({
      hole: near(0.101),
      isElongated: false,
      moved: undefined,
      isOnPurpose: false,
      /* N is a drill: .302 in. */
      edges: [near(0.2), near(0.302)],
      pitch: undefined,
      cutAway: undefined,
    });
    expect(measuredAsTyped(typed({ hole: '2.6', edges: ['5', 'near'] }), 'mm')).toMatchObject({ hole: 2.6, edges: [5, undefined] });
    expect(measuredAsTyped(typed({ edges: ['5', '9'], isSameEdge: true }), 'mm').edges).toEqual([5, 5]);
    expect(measuredAsTyped(carryDeviation(typed({ hole: '.101', edges: ['.2', ''] }), 'in'), 'mm')).toMatchObject({
      hole: near(0.101),
      edges: [near(0.2), undefined],
    });
  });
  it.each(DEVIATION_KINDS)('%s says of itself what it is', (kind) => {
    const found = measuredAsTyped(typed({ kind, off: '.01', cutLayer: '1' }), 'in');
    expect(found.isElongated).toBe(kind === 'elongated');
    expect(found.isOnPurpose).toBe(kind === 'opened-up');
    expect(found.moved).toBe(({ 'out-of-place': 'place', 'near-edge': 'edge' } as Partial<Record<string, string>>)[kind]);
    expect(found.cutAway).toEqual(kind === 'over-deburred' ? { layer: 1, depth: near(0.01) } : undefined);
  });
  it('goes on record by layer, with what is still to be measured only where nothing could be said', () => {
    const read = readDeviation(typed({ hole: '.101', edges: ['', '.2'] }), 'in');
    if (!read.ok) throw new Error('does not read');
    const judgement = { missing: { edges: [0], pitch: true } } as unknown as Judgement;
    const row = { layers: [{ id: 'skin' }, { id: 'rib' }] };
    const kept = deviationOf('oversize', read.value, { verdict: 'unknown', judgement }, row);
    expect(kept).toMatchObject({
      kind: 'oversize',
      hole: { text: '.101', units: 'in' },
      edges: { rib: { text: '.2' } },
      missing: { layerIds: ['skin'], pitch: true },
    });
    expect(Object.keys(kept.edges ?? {})).toEqual(['rib']);
    expect(deviationOf('oversize', read.value, { verdict: 'stop', judgement }, row)).not.toHaveProperty('missing');
  });
});
