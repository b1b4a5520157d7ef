import { NOSE_BOX_ROWS } from './nose-box';
import { BAY_ROWS, DOOR_ROWS, FAIL_ROWS, FLOAT_ROWS, PANEL_ROWS } from './rows';
import { HATCH_ROWS, WATER_RUDDER_ROWS } from './water-rudder';
import type { DemoAssembly, DemoShift, InchPlace } from './shapes';

/*
 * The demo kit: Quillback Two, a made-up two-seat amphibian. Definitions and marks only; every verdict is computed
 * when it is looked at.
 */
export const DEMO_KIT_NAME = 'Quillback Two';

const box = (x: number, y: number, length: number, height: number): InchPlace[] => [
  [x, y],
  [x + length, y],
  [x + length, y + height],
  [x, y + height],
];

export const DEMO_ASSEMBLIES: readonly DemoAssembly[] = [
  {
    key: '',
    name: 'Left float, compartment two',
    rows: FLOAT_ROWS,
    outlines: {
      'bottom skin': {
        kind: 'corners',
        corners: [
          [-0.5, -0.6],
          [30, -0.6],
          [44.5, 0.2],
          [52.5, 1.8],
          [52, 6],
          [20, 5.2],
          [-0.5, 5.7],
        ],
      },
      'side skin': {
        kind: 'corners',
        corners: [
          [-0.5, 4.6],
          [20, 4],
          [32, 4.1],
          [32, 15],
          [-0.5, 15],
        ],
      },
      'keel angle': { kind: 'rectangle', corners: box(-0.5, -0.6, 45, 4.4) },
      'deck skin': { kind: 'rectangle', corners: box(-0.5, 13.6, 34, 4) },
      rail: { kind: 'rectangle', corners: box(1.4, 10.6, 19.5, 1.2) },
      'frame flange 3': {
        kind: 'corners',
        corners: [
          [32.5, 1.5],
          [33.6, 1.5],
          [33.6, 12],
          [36.6, 18.4],
          [35.4, 18.8],
          [32.5, 12.4],
        ],
      },
      bracket: { kind: 'rectangle', corners: box(36.6, 2.4, 7.3, 1.6) },
    },
  },
  {
    key: 'bay/',
    name: 'Landing-light bay, left',
    rows: BAY_ROWS,
    isMirrored: true,
    outlines: {
      'bay rib': {
        kind: 'taper',
        corners: [
          [0, 0],
          [20, 0],
          [20, 1.2],
          [0, 4],
        ],
      },
      'nose skin': { kind: 'rectangle', corners: box(0, -1.5, 20, 6) },
      'belly skin': { kind: 'rectangle', corners: box(0, -4, 20, 3.5) },
    },
  },
  {
    key: 'door/',
    name: 'Baggage door, left',
    rows: DOOR_ROWS,
    isMirrored: true,
    outlines: {
      'door skin': { kind: 'rectangle', corners: box(0, 0, 20, 14) },
      'hinge leaf': { kind: 'rectangle', corners: box(0, 0.5, 1.1, 13) },
      'latch doubler': { kind: 'rectangle', corners: box(17.6, 2.6, 1.6, 8.4) },
    },
  },
  {
    key: 'panel/',
    name: 'Instrument sub-panel',
    rows: PANEL_ROWS,
    outlines: { panel: { kind: 'rectangle', corners: box(0, 0, 20, 6) }, shield: { kind: 'rectangle', corners: box(0, 6.9, 20, 3) } },
  },
  {
    key: 'nose/',
    name: 'Float nose box, left',
    rows: NOSE_BOX_ROWS,
    outlines: {
      'nose floor': { kind: 'rectangle', corners: box(0, 0, 24, 10) },
      'top skin': { kind: 'rectangle', corners: box(0.4, 0.4, 23.2, 9.2) },
      'stem bracket': { kind: 'rectangle', corners: box(15, 3.6, 6, 2.4) },
      'hinge strip': { kind: 'rectangle', corners: box(2, 8.4, 12, 1.2) },
    },
    subAssemblies: { 'nose cradle': ['nose floor', 'nose rib'] },
    plansOrder: {
      rows: [0, 1, 2, 3, 4, 5, 6],
      reason: 'As printed on page NB-02, taken over before anything was compared.',
    },
    partsDone: { kinds: ['scuffed', 'cleaned', 'primed'], daysAgo: 1, by: 'TK' },
  },
  {
    key: 'rudder/',
    name: 'Water rudder',
    rows: WATER_RUDDER_ROWS,
    outlines: {
      'left skin': { kind: 'rectangle', corners: box(0, 0, 10, 14) },
      'right skin': { kind: 'rectangle', corners: box(0, 0, 10, 14) },
      'edge strip': { kind: 'rectangle', corners: box(9, 0, 1, 14) },
      'rudder spar': { kind: 'rectangle', corners: box(2.6, 0, 0.8, 19) },
      'nose rib': { kind: 'rectangle', corners: box(0.1, 0.6, 1, 12.8) },
      'tiller arm': { kind: 'rectangle', corners: box(2.2, 14.5, 1.6, 4.4) },
    },
  },
  {
    key: 'hatch/',
    name: 'Deck hatch',
    rows: HATCH_ROWS,
    outlines: {
      'deck skin': { kind: 'rectangle', corners: box(-2, -2, 19, 15) },
      'hatch ring': { kind: 'rectangle', corners: box(0, 0, 15, 11) },
      'hatch cover': { kind: 'rectangle', corners: box(1, 1, 13, 9) },
    },
  },
  {
    key: 'fail/',
    name: 'Stacks made to fail',
    rows: FAIL_ROWS,
    outlines: {
      'chine strip': { kind: 'rectangle', corners: box(-0.5, 6.2, 33, 1.4) },
      'tail skin': { kind: 'rectangle', corners: box(41.5, 5.4, 10, 2.6) },
    },
  },
];

export const DEMO_SHIFTS: readonly DemoShift[] = [
  { assembly: 'door/', by: 'TK', daysAgo: 14, minutes: 135, pauseMinutes: 20 },
  { assembly: 'door/', by: 'RV', daysAgo: 13, minutes: 100, pauseMinutes: 0 },
  { assembly: 'bay/', by: 'RV', daysAgo: 2, minutes: 85, pauseMinutes: 10 },
];

/** A hole found too large: row by assembly and place, hole by number, what was measured, inches. */
export const DEMO_DEVIATION = {
  assembly: 'bay/',
  row: 0,
  hole: 4,
  holeInch: '.1045',
  edgesInch: ['.32', '.30'],
  daysAgo: 1,
  by: 'RV',
} as const;
