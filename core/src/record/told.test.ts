import { describe, expect, it } from 'vitest';
import { part, rowOf } from '../../test/build';
import type { ShutOff } from './definitions';
import { toggledJoin, toggledShutOff, toggledWait } from './told';

const row = rowOf(['a', 'b'], 2);
const byPart = (id: string, side: ShutOff['side'] = 'shop'): ShutOff => ({ by: { kind: 'part', id }, side });

describe('told by a tap, taken back by another', () => {
  it('what shuts a row off; the same thing told for another side is the same thing', () => {
    const once = toggledShutOff(row, byPart('x'));
    expect(once.shutBy).toEqual([byPart('x')]);
    expect(toggledShutOff(once, byPart('y')).shutBy).toEqual([byPart('x'), byPart('y')]);
    expect(toggledShutOff(once, byPart('x', 'both')).shutBy).toEqual([]);
    expect(toggledShutOff(once, { by: { kind: 'row', id: 'x' }, side: 'shop' }).shutBy).toHaveLength(2);
  });
  it('the later part a row waits for', () => {
    const once = toggledWait(row, 'x');
    expect(once.waitsForParts).toEqual(['x']);
    expect(toggledWait(toggledWait(once, 'y'), 'x').waitsForParts).toEqual(['y']);
  });
  it('the sub-assembly a part joins: another name moves it there, the same takes it out', () => {
    const box = toggledJoin(part('p', 'rib', 0.032).definition, 'box');
    expect(box.subAssembly).toBe('box');
    expect(toggledJoin(box, 'cradle').subAssembly).toBe('cradle');
    expect(toggledJoin(box, 'box')).not.toHaveProperty('subAssembly');
  });
});
