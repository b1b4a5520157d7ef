import { describe, expect, it } from 'vitest';
import { carryPractice, PRACTICE, readPracticeTyped, type PracticeTyped } from './practice-text';

const good: PracticeTyped = { gauge: '.004 in', cage: '.0006 in', setting: '.0015 in', drift: '0', every: '2', seed: '1' };
const faults = (more: Partial<PracticeTyped>) => {
  const read = readPracticeTyped({ ...good, ...more }, 'in');
  return read.ok ? [] : read.problems.map((p) => p.path);
};

describe('what is assumed of simulated rows', () => {
  it.each<[Partial<PracticeTyped>, string[]]>([
    [{}, []],
    [{ gauge: '0' }, ['gauge']],
    [{ gauge: '' }, ['gauge']],
    [{ gauge: 'much' }, ['gauge']],
    [{ cage: '0', setting: '', drift: '.0' }, []],
    [{ drift: '?' }, ['drift']],
    [{ every: '0' }, ['every']],
    [{ every: '1' }, []],
    [{ every: '40' }, []],
    [{ every: '41' }, ['every']],
    [{ every: '2.5' }, ['every']],
    [{ every: '' }, ['every']],
    [{ seed: '-1' }, ['seed']],
    [{ seed: '0' }, []],
    [{ cage: '?', every: 'x', seed: '' }, ['cage', 'every', 'seed']],
  ])('%j: %j', (more, paths) => expect(faults(more)).toEqual(paths));
  it('typed in inches it is the same after a switch to millimetres; holes and seed are no lengths', () => {
    const bare = { ...good, gauge: '.004', cage: '.0006', setting: '.0015', drift: '.0001' };
    const carried = carryPractice(bare, 'in');
    expect(readPracticeTyped(carried, 'mm')).toEqual(readPracticeTyped(bare, 'in'));
    expect([carried.every, carried.seed]).toEqual([bare.every, bare.seed]);
  });
  it('the gauge scatters from not at all to what was typed, in even steps; the rest is the same in each', () => {
    const read = readPracticeTyped({ ...good, gauge: '.08', drift: '.01' }, 'mm');
    if (!read.ok) throw new Error('does not read');
    expect(read.conditions).toHaveLength(PRACTICE.points);
    read.conditions.forEach((c, i) => expect(c.gaugeSd).toBeCloseTo((0.08 * i) / 8, 9));
    for (const { gaugeSd: _, ...rest } of read.conditions)
      expect(rest).toEqual({
        holes: 40,
        readEvery: 2,
        cageSd: expect.closeTo(0.01524, 6) as number,
        settingSd: expect.closeTo(0.0381, 6) as number,
        driftPerHole: expect.closeTo(0.01, 9) as number,
        click: expect.closeTo(0.0254, 9) as number,
        tolerance: expect.closeTo(0.0508, 9) as number,
      });
    expect(read.seed).toBe(1);
  });
});
