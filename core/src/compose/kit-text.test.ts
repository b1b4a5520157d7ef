import { describe, expect, it } from 'vitest';
import { KIT } from '../../test/build';
import type { KitDefinition } from '../record/definitions';
import { carryKitTyped, limitsTyped, readKitTyped, typedOfKit, type KitTyped } from './kit-text';

const L = (mm: number, text: string, units: 'in' | 'mm') => ({ mm, text, units });
/* Figures that no screen shows whole. */
const kit: KitDefinition = {
  ...KIT,
  nest: { fixed: L(0.17778, '.007', 'in') },
  limits: { edgeFlushCaution: 2.25, sheetHolderSpacing: 1.5875 } as KitDefinition['limits'],
  holeMax: { 3: 2.66701 },
  people: [{ id: 'rv', initials: 'RV' }],
  holders: { 3: 40 },
  timeZone: 'Europe/Vienna',
  defaults: {
    start: 'final',
    access: { edge: L(9.525, '3/8', 'in'), wall: null, room: L(25, '25', 'mm'), roomAtEnd: null, isBent: false },
  },
};
const own = Object.fromEntries(Object.entries(kit.limits).filter(([k]) => k in typedOfKit(kit, 'in', 'UTC').limits));
const known: KitDefinition = { ...kit, limits: own };
const typed = (more: Partial<KitTyped> = {}): KitTyped => ({ ...typedOfKit(known, 'in', 'UTC'), ...more });
const read = (t: KitTyped, units: 'in' | 'mm' = 'in') => readKitTyped(t, known, units);
const value = (t: KitTyped, units: 'in' | 'mm' = 'in'): KitDefinition => {
  const made = read(t, units);
  if (!made.ok) throw new Error(made.problems.map((p) => p.code).join());
  return made.value;
};
const paths = (t: KitTyped) => {
  const made = read(t);
  return made.ok ? [] : made.problems.map((p) => p.path);
};

describe('the settings of a kit as they are typed', () => {
  it('what is not touched stays exactly what it was, in either unit and after the units were switched', () => {
    expect(value(typed())).toEqual({ ...known, work: known.work ?? { scuff: false, prime: false, scuffAfterDimple: false } });
    expect(value(typedOfKit(known, 'mm', 'UTC'), 'mm')).toEqual(value(typed()));
    expect(value(carryKitTyped(typed(), known, 'in', 'mm'), 'mm')).toEqual(value(typed()));
  });
  it('what was typed before the units were switched means the same after', () => {
    const before = typed({ fixed: '.010', holeMax: { ...typed().holeMax, 4: '.140' }, defaults: { ...typed().defaults, wall: '1/2' } });
    const after = value(carryKitTyped(before, known, 'in', 'mm'), 'mm');
    expect(after.nest).toMatchObject({ fixed: { mm: 0.254 } });
    expect(after.holeMax['4']).toBeCloseTo(3.556, 9);
    expect(after.defaults?.access?.wall?.mm).toBeCloseTo(12.7, 9);
  });
  it('every fault at once, each at its field', () => {
    const [first] = Object.keys(typed().limits) as (keyof KitTyped['limits'])[];
    expect(
      paths(
        typed({
          fixed: 'thick',
          people: [{ id: 'rv', initials: ' ' }],
          timeZone: 'Middle/Nowhere',
          limits: { ...typed().limits, [first as string]: 'some' },
          holeMax: { ...typed().holeMax, 3: '.080' },
          holders: { ...typed().holders, 5: '3.5' },
          defaults: { ...typed().defaults, room: 'roomy' },
        }),
      ).sort(),
    ).toEqual(['defaults.room', 'fixed', 'holders.5', 'holeMax.3', `limits.${first}`, 'people', 'timeZone']);
  });
  it.each([
    ['.0937', ['holeMax.3']],
    ['.094', []],
    ['#40', []],
    ['', []],
  ])('a hole max of %s for a rivet of 3/32 in: %j', (text, faults) =>
    expect(paths(typed({ holeMax: { ...typed().holeMax, 3: text } }))).toEqual(faults),
  );
  it('an emptied field says nothing any more', () => {
    const made = value(typed({ fixed: '', holeMax: { ...typed().holeMax, 3: '' }, defaults: { ...typed().defaults, edge: '' } }));
    expect(made.nest).toBe('computed');
    expect(made.holeMax).toEqual({});
    expect(made.defaults?.access).toMatchObject({ edge: null, room: { mm: 25 } });
    const none = value(typed({ defaults: { start: '', closedWith: ' ', way: '', drilledFrom: '', edge: '', wall: '', room: '' } }));
    expect(none.defaults).toBeUndefined();
  });
  it('limits that read so far are known while others do not', () => {
    const [first, second] = Object.keys(typed().limits) as (keyof KitTyped['limits'])[];
    const some = limitsTyped({ limits: { ...typed().limits, [first as string]: '2', [second as string]: 'some' } }, 'in');
    expect(second !== undefined && second in some).toBe(false);
    expect(Object.keys(some)).toContain(first);
  });
});
