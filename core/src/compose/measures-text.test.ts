import { describe, expect, it } from 'vitest';
import { MEASURES, measuresTyped, readMeasures } from './measures-text';

const typed = { throat: '3 in', noseHalfWidth: '', noseHeight: '12 mm' };

describe('a tool\u2019s measures as they are typed', () => {
  it('read to what was measured; what was not measured limits nothing', () => {
    const read = readMeasures(typed, 'in');
    if (!read.ok) throw new Error('does not read');
    expect(read.value.throat?.mm).toBeCloseTo(76.2, 9);
    expect(read.value.noseHalfWidth).toBeNull();
    expect(read.value.noseHeight?.mm).toBeCloseTo(12, 9);
  });
  it('every one that does not read is told', () => {
    const read = readMeasures({ throat: '?', noseHalfWidth: '.3', noseHeight: 'tall' }, 'in');
    expect(read.ok ? [] : read.problems.map((p) => p.path)).toEqual(['throat', 'noseHeight']);
  });
  it.each(['in', 'mm'] as const)('kept and opened again under %s they are the same lengths', (units) => {
    const first = readMeasures(typed, 'in');
    if (!first.ok) throw new Error('does not read');
    const again = readMeasures(measuresTyped(first.value, units), units);
    for (const m of MEASURES) expect(again.ok ? again.value[m]?.mm : NaN).toBe(first.value[m]?.mm);
  });
});
