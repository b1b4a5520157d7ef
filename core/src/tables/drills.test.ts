import { describe, expect, it } from 'vitest';
import { inches } from '../units/length';
import { allDrills, drillOfDiameter } from './drills';

describe('the drill of a hole', () => {
  it.each([
    [0.098, '#40'],
    [0.1285, '#30'],
    [0.159, '#21'],
    [0.191, '#11'],
    [3 / 32, '3/32'],
    [0.0935, '#42'],
    [7 / 64, '7/64'],
    [0.11, '#35'],
    [0.25, 'E'],
    [0.5, '1/2'],
    [1, '1'],
    [0.0984, '#40'],
    [0.0986, null],
    [0.6, null],
  ])('%d in: %s', (inch, name) => expect(drillOfDiameter(inches(inch))).toBe(name));
  it('every drill of the tables is named by itself', () => {
    for (const d of allDrills()) expect(drillOfDiameter(d.diameter)).toBe(d.name);
  });
});
