import type { KitDefinition, Person, RowDefinition } from './definitions';
import type { Units } from '../units/length';

/** A kit as it begins: the default school, profile and limits. */
export function newKit(name: string, units: Units, people: readonly Person[]): KitDefinition {
  return {
    v: 1,
    name,
    units,
    school: 'kit-032',
    nest: 'computed',
    profile: 'classic',
    halfDash: true,
    limits: {},
    holeMax: {},
    people,
  };
}

/** A row of flush dash-3 rivets with nothing decided yet: no layers, no holes, the drill's hole, 100 degrees, the kit's school. */
export function blankRow(assemblyId: string, order: number): RowDefinition {
  return {
    v: 1,
    assemblyId,
    order,
    name: '',
    hand: null,
    page: '',
    head: 'flush-100',
    dash: 3,
    alloy: 'AD',
    lengthDash: null,
    layers: [],
    holes: [],
    hole: null,
    pitch: null,
    edge: null,
    rowDistance: null,
    headAngleDeg: 100,
    cutterAngleDeg: 100,
    sharesLoadWith: null,
    school: null,
    nest: null,
    mirroredFrom: null,
  };
}
