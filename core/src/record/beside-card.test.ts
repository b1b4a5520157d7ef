import { describe, expect, it } from 'vitest';
import { part } from '../../test/build';
import { typedOfPart } from '../compose/part-text';
import type { PartDefinition } from './definitions';
import { withOthersRest } from './beside-card';

const isAlike = (a: PartDefinition, b: PartDefinition) => JSON.stringify(typedOfPart(a)) === JSON.stringify(typedOfPart(b));
const was: PartDefinition = { ...part('p', 'spar', 0.063).definition, number: 'QB-1', subAssembly: 'box' };
const measured = { mm: 1.5, text: '.059', units: 'in' as const };

describe('what somebody else made of the rest, beside a form', () => {
  it('a sheet that was measured stays measured; what the form asks stays as it was', () => {
    const now: PartDefinition = { ...was, measured, number: 'QB-2' };
    expect(withOthersRest(was, now, isAlike)).toEqual({ ...was, measured });
  });
  it('what was taken out is out, what came in is in', () => {
    const { subAssembly: _, ...now } = was;
    expect(withOthersRest(was, { ...now, supply: 'missing' } as unknown as PartDefinition, isAlike)).toEqual({ ...now, supply: 'missing' });
    expect('subAssembly' in withOthersRest(was, now, isAlike)).toBe(false);
  });
  it('what the form shows rounded is not rounded by it', () => {
    const shown = (d: { limit: number; other: string }) => d.limit.toFixed(1);
    const alike = (a: { limit: number; other: string }, b: { limit: number; other: string }) => shown(a) === shown(b);
    expect(withOthersRest({ limit: 1.234, other: 'a' }, { limit: 2.345, other: 'b' }, alike)).toEqual({ limit: 1.234, other: 'b' });
  });
  it('nothing else: it is the very same', () => expect(withOthersRest(was, { ...was }, isAlike)).toBe(was));
});
