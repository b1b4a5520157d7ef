import { describe, expect, it } from 'vitest';
import { part } from '../../test/build';
import type { PartDefinition } from '../record/definitions';
import { readPartTyped, typedOfPart, type PartTyped } from './part-text';

const bare: PartDefinition = part('p1', 'skin', 0.025).definition;
const full: PartDefinition = {
  ...bare,
  hand: 'L',
  number: 'FL-07-1',
  material: '2024-T3',
  finish: 'epoxy',
  page: 'FL-07',
  revision: 'B',
  listed: 2,
  counted: 1,
  orientation: { turnDeg: 90, flipped: true },
  outline: {
    kind: 'corners',
    corners: [
      { x: 0, y: 0 },
      { x: 400, y: 0 },
      { x: 400, y: 90 },
    ],
  },
  nature: 'steel',
  isBought: true,
  crease: true,
  flangeAngleDeg: 88.5,
  bareZones: ['the lap'],
};
const read = (more: Partial<PartTyped>, was = full) => readPartTyped({ ...typedOfPart(was), ...more }, was);
const value = (more: Partial<PartTyped>, was = full): PartDefinition => {
  const made = read(more, was);
  if (!made.ok) throw new Error(made.problems.map((p) => p.code).join());
  return made.value;
};
const paths = (more: Partial<PartTyped>) => {
  const made = read(more);
  return made.ok ? [] : made.problems.map((p) => p.path);
};

describe('a part as its card is typed', () => {
  it('what is not touched stays as it was, said or unsaid', () => {
    expect(value({})).toEqual(full);
    expect(value({}, bare)).toEqual(bare);
  });
  it('what is emptied says nothing any more; what is typed is taken trimmed', () => {
    expect(value({ nature: '', isBought: false })).toMatchObject({ nature: undefined, isBought: false });
    expect(Object.keys(value({}, bare))).toEqual(Object.keys(bare));
    const none = value({ number: ' ', counted: '', angle: '', zones: '', crease: false });
    expect(none).toMatchObject({ number: '', counted: null, flangeAngleDeg: null, bareZones: [], crease: false });
    expect(value({ name: ' rib 3 ', hand: 'R', listed: ' 4 ', angle: '88,5°' }, bare)).toEqual({
      ...bare,
      name: 'rib 3',
      hand: 'R',
      listed: 4,
      flangeAngleDeg: 88.5,
    });
  });
  it('every fault at once, each at its field', () =>
    expect(paths({ name: ' ', listed: 'two', counted: '-1', angle: '181', zones: 'x'.repeat(81) })).toEqual([
      'name',
      'listed',
      'counted',
      'angle',
      'zones',
    ]));
  it.each([
    ['0', []],
    ['180', []],
    ['180.1', ['angle']],
    ['-1', ['angle']],
    ['steep', ['angle']],
  ])('an angle of %s: %j', (angle, faults) => expect(paths({ angle })).toEqual(faults));
});
