import type { RowDefinition } from '#core/record/definitions';

/**
 * The demo kit: Quillback Two, a made-up two-seat amphibian. Definitions and marks only; every verdict is computed
 * when it is looked at. The rows of this assembly meet every finding a stack can raise.
 */
export const DEMO_KIT_NAME = 'Quillback Two';
export const DEMO_ASSEMBLY_NAME = 'Left float, compartment two';

export interface DemoRow {
  /** The row as a builder would type it. */
  readonly line: string;
  /** What a line does not say; `path` in inches, where the row lies on the float's side. */
  readonly extra?: Partial<Pick<RowDefinition, 'school' | 'sharesLoadWith' | 'cutterAngleDeg'>> & {
    fixedNest?: string;
    hole?: string;
    rowDistance?: string;
    path?: readonly (readonly [number, number])[];
    layer?: { index: number; bothSides?: boolean; edge?: string };
  };
  /** Work done so far: holes by range, what was done, and how many days ago. */
  readonly done?: readonly DemoWork[];
}

export interface DemoWork {
  readonly holes: string;
  readonly what: 'drilled' | 'deburred' | 'prepared';
  /** Layers by place from the head side, for what belongs to a layer; absent: all of them. */
  readonly layers?: readonly number[];
  readonly daysAgo: number;
  readonly by: 'RV' | 'TK';
}

export const DEMO_ROWS: readonly DemoRow[] = [
  {
    line: 'Keel, forward half ; bottom skin .025 / keel angle .063 : 426AD3 x24 @1.25 e=5/16 hand=L plan=FL-07',
    extra: {
      path: [
        [0, 0],
        [29.4, 0],
      ],
    },
    done: [
      { holes: '1-24', what: 'drilled', daysAgo: 9, by: 'RV' },
      { holes: '1-24', what: 'deburred', daysAgo: 8, by: 'RV' },
      { holes: '1-24', what: 'prepared', layers: [0], daysAgo: 6, by: 'RV' },
      { holes: '1-11', what: 'prepared', layers: [1], daysAgo: 5, by: 'TK' },
    ],
  },
  {
    line: 'Keel, aft half ; bottom skin .025 / frame 2 flange .040 : 426AD3-3.5 x18 @1.25 e=5/16 hand=L plan=FL-07',
    extra: {
      path: [
        [30, 0],
        [44, 0.8],
        [51.8, 2.4],
      ],
    },
    done: [{ holes: '1-18', what: 'drilled', daysAgo: 9, by: 'RV' }],
  },
  {
    line: 'Chine lap ; bottom skin .025 / side skin .020 : 426AD3 x32 @1 e=.25 hand=L plan=FL-08',
    extra: {
      path: [
        [0, 5],
        [20, 4.4],
        [31.5, 4.6],
      ],
    },
    done: [
      { holes: '1-20', what: 'drilled', daysAgo: 3, by: 'TK' },
      { holes: '1-12', what: 'deburred', daysAgo: 3, by: 'TK' },
    ],
  },
  { line: 'Frame 3 to doubler ; doubler .032 / frame 2 flange .040 : 426AD3 x14 @1.1 e=.25 hand=L plan=FL-08' },
  { line: 'Bulkhead web to keel angle ; bulkhead web .050 / keel angle .063 : 426AD3 x16 @1.5 e=9/32 hand=L plan=FL-09' },
  { line: 'Strake, inboard ; bottom skin .025 / strake .050 : 426AD3 x20 @1.25 e=9/32 hand=L plan=FL-10', extra: { school: 'two-thirds' } },
  { line: 'Strake, outboard ; bottom skin .025 / strake .050 dimple : 426AD3 x20 @1.25 e=9/32 hand=L plan=FL-10' },
  { line: 'Splash rail ; side skin .020 / rail 0,8 mm plain : 426AD3 x15 @1.25 e=1/4 hand=L plan=FL-11' },
  {
    line: 'Deck corner, four sheets ; deck skin .025 / corner gusset .025 / bottom skin .025 / side skin .020 : 426AD4 x8 @1.25 e=3/8 hand=L plan=FL-12',
  },
  {
    line: 'Doubler at the step ; stiffener .016 / doubler .032 / step plate .125 : 426AD3 x12 @1.25 e=9/32 hand=L plan=FL-13',
    extra: { fixedNest: '.007' },
  },
  {
    line: 'Pump-out cover ring ; cover ring .040 / deck skin .025 : 426AD3 x10 @1.25 e=9/32 hand=L plan=FL-14',
    extra: { hole: '.105', school: 'band-030-040' },
  },
  { line: 'Long rivets by mistake ; deck skin .025 / frame 3 flange .032 : 426AD3-6 x22 @1.25 e=9/32 hand=L plan=FL-12' },
  {
    line: 'Chine strip, both faces ; chine strip .080 / bottom skin .025 : 426AD4 x26 @1.25 e=3/8 hand=L plan=FL-15',
    extra: {
      path: [
        [0, 7.2],
        [18, 6.6],
        [32, 7],
      ],
      layer: { index: 0, bothSides: true },
    },
  },
  {
    line: 'Tail cone lap, second row ; side skin .020 / tail skin .020 : 426AD3 x30 @.3 e=.17 hand=L plan=FL-16',
    extra: {
      rowDistance: '.2',
      path: [
        [42, 6],
        [51, 7.4],
      ],
    },
  },
  { line: 'Wide lap ; deck skin .025 / side skin .020 : 426AD4 x9 @2.25 e=3/4 hand=L plan=FL-16' },
  {
    line: 'Landing gear bracket ; bracket .125 / keel angle .063 : 470AD4 x6 @1 e=3/8 hand=L plan=FL-17',
    extra: { sharesLoadWith: 'bolts' },
    done: [
      { holes: '1-6', what: 'drilled', daysAgo: 12, by: 'TK' },
      { holes: '1-6', what: 'deburred', daysAgo: 12, by: 'TK' },
    ],
  },
  {
    line: 'Inspection hatch screws ; hatch ring .063 / deck skin .025 csk : 426AD4 x12 @1.5 e=3/8 hand=L plan=FL-14',
    extra: { cutterAngleDeg: 120 },
  },
  {
    line: 'Frame 3, web stiffener ; stiffener .016 / frame 3 flange .032 : 470AD3 x18 @1 e=1/4 hand=L plan=FL-09',
    extra: {
      path: [
        [33, 2],
        [33, 12],
        [36, 18.2],
      ],
    },
    done: [{ holes: '1-18', what: 'drilled', daysAgo: 4, by: 'RV' }],
  },
];
