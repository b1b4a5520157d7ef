import { NO_FASTENER, readFastener, type FastenerTyped } from '#core/compose/fastener-text';
import type { FastenerDefinition } from '#core/record/definitions';
import { problemMessage } from '#core/wording/problems';
import { demoId } from './mark-maker';
import { DEMO_BLIND_DIES } from './tools';

/* What closes the demo's rows beside solid rivets, typed as a builder types it from each one's own sheet; the figures are made up. */
const TYPED: readonly (Partial<FastenerTyped> & Pick<FastenerTyped, 'name' | 'kind'>)[] = [
  {
    name: 'blind 3/32, body .109',
    kind: 'blind',
    hole: '7/64',
    head: 'flush',
    headDiameter: '.180',
    headAngle: '100',
    gripFrom: '1/32',
    gripTo: '1/8',
  },
  {
    name: 'blind 1/8, 120 head',
    kind: 'blind',
    diameter: '1/8',
    hole: '#27',
    dieHole: '#30',
    head: 'flush',
    headDiameter: '.235',
    headAngle: '120',
    gripFrom: '1/32',
    gripTo: '5/32',
    note: 'Its hole is larger than the pilot of its dies.',
  },
  {
    name: '#8 screw in anchored nut',
    kind: 'screw',
    diameter: '.164',
    head: 'flush',
    lengths: '3/8 ; 1/2',
    group: 'anchored-nut',
    small: '2',
    spacing: '11/16',
    angle: '0',
    lug: '.032',
    smallRivet: '426AD3',
  },
  {
    name: 'quarter-turn 5/16',
    kind: 'screw',
    diameter: '5/16',
    hole: '21/64',
    head: 'protruding',
    headDiameter: '.50',
    headHeight: '.08',
    gripFrom: '.05',
    gripTo: '.10',
    group: 'quarter-turn',
    small: '2',
    spacing: '1',
    angle: '90',
    lug: '.050',
    smallRivet: '426AD3',
    note: 'The pin faces the hinge side, where it can be pulled.',
  },
  {
    name: 'hinge bolt 3/16',
    kind: 'bolt',
    diameter: '.190',
    hole: '.190',
    holeMax: '.1915',
    head: 'protruding',
    headDiameter: '.375',
    headHeight: '.125',
    gripFrom: '.10',
    gripTo: '.25',
    lengths: '7/16 ; 1/2',
  },
  /* How large its hole may be nobody has typed yet. */
  { name: 'bracket bolt 1/4', kind: 'bolt', diameter: '1/4', hole: '.250', head: 'protruding', headDiameter: '.4375', headHeight: '.16' },
  { name: 'dowel 1/8', kind: 'pin', diameter: '.125', hole: '.125', holeMax: '.1255', note: 'Locates the counterweight; carries nothing.' },
  { name: 'rivet 1/8, reduced head', kind: 'solid', diameter: '1/8', hole: '#30', head: 'flush', headDiameter: '.200', headAngle: '100' },
  { name: 'drain hole 1/4', kind: 'none', hole: '1/4', ends: 'open', note: 'Lets out what got in, at the lowest corner.' },
  { name: 'jig hole, plugged', kind: 'none', hole: '#30', ends: 'plugged', note: 'Held the spar in the jig; nothing goes in.' },
];

/** Ids of the demo's fasteners, by name. */
export const fastenerIdOf = (name: string): string => demoId(`fastener/${name}`);

/** The fasteners of the demo kit by id, read as any builder's are. */
export function demoFasteners(kitId: string): ReadonlyMap<string, FastenerDefinition> {
  return new Map(
    TYPED.map((typed) => {
      const read = readFastener({ ...NO_FASTENER, ...typed }, kitId, 'in');
      if (!read.ok) throw new Error(`demo: ${typed.name}: ${problemMessage(read.problem)}`);
      const isOwnDies = typed.dieHole !== undefined;
      return [fastenerIdOf(typed.name), isOwnDies ? { ...read.value, dieToolId: DEMO_BLIND_DIES } : read.value];
    }),
  );
}
