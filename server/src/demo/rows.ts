import type { DemoRow } from './shapes';

/** The float's lower half: good work under way, a caution and a stop worth seeing. */
export const FLOAT_ROWS: readonly DemoRow[] = [
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
    line: 'Keel, aft half ; bottom skin .025 / frame flange 2 .040 : 426AD3-3.5 x18 @1.25 e=5/16 hand=L plan=FL-07',
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
  {
    line: 'Splash rail ; side skin .020 / rail 0,8 mm plain : 426AD3 x15 @1.25 e=1/4 hand=L plan=FL-11',
    extra: {
      path: [
        [2, 11],
        [20, 11.4],
      ],
    },
  },
  {
    line: 'Wide lap ; deck skin .025 / side skin .020 : 426AD4 x9 @2.25 e=3/4 hand=L plan=FL-16',
    extra: {
      path: [
        [2, 14.2],
        [22, 14.2],
      ],
    },
  },
  {
    line: 'Landing gear bracket ; bracket .125 / keel angle .063 : 470AD4 x6 @1 e=3/8 hand=L plan=FL-17',
    extra: {
      path: [
        [37.4, 3.2],
        [43.1, 3.2],
      ],
      sharesLoadWith: 'bolts',
    },
    done: [
      { holes: '1-6', what: 'drilled', daysAgo: 12, by: 'TK' },
      { holes: '1-6', what: 'deburred', daysAgo: 12, by: 'TK' },
    ],
  },
  {
    line: 'Frame 3, web stiffener ; stiffener .016 / frame flange 3 .032 : 470AD3 x18 @1 e=1/4 hand=L plan=FL-09',
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

/*
 * Stacks that went wrong, each in its own way: with the float's rows they meet every finding a stack can raise. They belong to no work; they are
 * there to be looked at.
 */
export const FAIL_ROWS: readonly DemoRow[] = [
  { line: 'Frame 3 to doubler ; doubler .032 / frame flange 2 .040 : 426AD3 x14 @1.1 e=.25 hand=L plan=FL-08' },
  { line: 'Bulkhead web to keel angle ; bulkhead web .050 / keel angle .063 : 426AD3 x16 @1.5 e=9/32 hand=L plan=FL-09' },
  { line: 'Strake, inboard ; bottom skin .025 / strake .050 : 426AD3 x20 @1.25 e=9/32 hand=L plan=FL-10', extra: { school: 'two-thirds' } },
  { line: 'Strake, outboard ; bottom skin .025 / strake .050 dimple : 426AD3 x20 @1.25 e=9/32 hand=L plan=FL-10' },
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
  { line: 'Long rivets by mistake ; deck skin .025 / frame flange 3 .032 : 426AD3-6 x22 @1.25 e=9/32 hand=L plan=FL-12' },
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
  { line: 'Bow fender ; fender .125 / bottom skin .025 / frame flange 2 .040 : blind 3/32, body .109 x6 @1.25 e=.3 hand=L plan=FL-18' },
  { line: 'Tow eye ; tow eye .125 / keel angle .063 : bracket bolt 1/4 x2 @1.5 e=.6 hand=L plan=FL-18' },
  {
    line: 'Inspection hatch screws ; hatch ring .063 / deck skin .025 csk : 426AD4 x12 @1.5 e=3/8 hand=L plan=FL-14',
    extra: { cutterAngleDeg: 120 },
  },
];

/* A lap one inch wide with two rows, at a quarter and three quarters of it; a rib that tapers; holes that are not where the plans put them. */
export const BAY_ROWS: readonly DemoRow[] = [
  {
    line: 'Bay rib, upper flange ; nose skin .025 / bay rib .025 : 426AD3 x16 @1.27 e=.3 hand=L plan=LL-03',
    extra: {
      room: [3.87, 0.9],
      path: [
        [0.3, 3.66],
        [19.7, 0.95],
      ],
    },
    done: [
      { holes: '1-16', what: 'drilled', daysAgo: 2, by: 'RV' },
      { holes: '1-9', what: 'deburred', daysAgo: 2, by: 'RV' },
    ],
  },
  {
    line: 'Bay rib, lower flange ; nose skin .025 / bay rib .025 : 426AD3 x16 @1.25 e=.3 hand=L plan=LL-03',
    extra: {
      path: [
        [0.3, 0.3],
        [19.7, 0.3],
      ],
    },
    done: [{ holes: '1-16', what: 'drilled', daysAgo: 2, by: 'RV' }],
  },
  {
    line: 'Skin lap, first row ; nose skin .025 / belly skin .032 : 426AD3 x14 @1.5 e=.25 hand=L plan=LL-04',
    extra: {
      rowDistance: '.5',
      path: [
        [0, -0.75],
        [20, -0.75],
      ],
    },
  },
  {
    line: 'Skin lap, second row, staggered ; nose skin .025 / belly skin .032 : 426AD3 x13 @1.5 e=.25 hand=L plan=LL-04',
    extra: {
      rowDistance: '.5',
      path: [
        [0.75, -1.25],
        [19.25, -1.25],
      ],
    },
  },
  {
    line: 'Lens frame, holes of the kit ; nose skin .025 / lens frame .040 : 426AD3 x9 @1.5 e=.3 hand=L plan=LL-05',
    extra: {
      path: [
        [3.7, 0.8],
        [16.3, 0.8],
      ],
      places: [
        [4.03, 0.82],
        [5.53, 0.83],
        [7.03, 0.85],
        [8.53, 0.86],
        [10.03, 0.88],
        [11.64, 0.96],
        [13.03, 0.91],
        [14.53, 0.92],
        [16.03, 0.94],
      ],
    },
  },
  /* Placed too far out: two of its holes lie off the rib. */
  {
    line: 'Lamp bracket ; lamp bracket .063 / bay rib .025 : 470AD4 x4 @1 e=3/8 hand=L plan=LL-06',
    extra: {
      start: 'none',
      holds: { 4: 'square' },
      path: [
        [-1.95, 2],
        [1.85, 2],
      ],
    },
  },
];

export const DOOR_ROWS: readonly DemoRow[] = [
  {
    line: 'Door skin to frame, lower ; door skin .025 / door frame .032 : 426AD3 x16 @1.25 e=5/16 hand=L plan=BD-02',
    extra: {
      path: [
        [0.3, 0.35],
        [19.7, 0.35],
      ],
    },
    done: [
      { holes: '1-16', what: 'drilled', daysAgo: 14, by: 'TK' },
      { holes: '1-16', what: 'deburred', daysAgo: 14, by: 'TK' },
      { holes: '1-16', what: 'prepared', daysAgo: 13, by: 'TK' },
    ],
  },
  {
    line: 'Door skin to frame, upper ; door skin .025 / door frame .032 : 426AD3 x16 @1.25 e=5/16 hand=L plan=BD-02',
    extra: {
      path: [
        [0.3, 13.65],
        [19.7, 13.65],
      ],
    },
    done: [
      { holes: '1-16', what: 'drilled', daysAgo: 14, by: 'TK' },
      { holes: '1-16', what: 'deburred', daysAgo: 13, by: 'RV' },
    ],
  },
  {
    line: 'Hinge side ; door skin .025 / door frame .032 / hinge leaf .040 : 426AD3 x10 @1.3 e=5/16 hand=L plan=BD-03',
    extra: {
      holds: { 9: 'no-rivet', 10: 'no-rivet' },
      path: [
        [0.4, 1],
        [0.4, 13],
      ],
    },
    done: [{ holes: '1-10', what: 'drilled', daysAgo: 13, by: 'RV' }],
  },
  {
    line: 'Latch doubler ; door skin .025 / latch doubler .040 : 426AD3-3.5 x8 @1 e=.3 hand=L plan=BD-04 rev A',
    mirroredPage: 'BD-04',
    extra: {
      start: 'final',
      holds: { 3: 'no-prep', 4: 'no-prep' },
      path: [
        [18, 3],
        [18, 10.6],
      ],
    },
  },
  {
    line: 'Access panel, quarter-turns ; access panel .040 / door frame .032 : quarter-turn 5/16 x4 @3 e=.75 hand=L plan=BD-05',
    extra: {
      path: [
        [4, 7],
        [14.5, 7],
      ],
    },
  },
  { line: 'Latch plate nutplates ; latch plate .063 / latch doubler .040 : 426AD3 x6 @1 e=1/4 hand=L plan=BD-04' },
];

/** Built from the first hole to the last look. */
export const PANEL_ROWS: readonly DemoRow[] = [
  {
    line: 'Glare shield lap ; shield .025 / shield rib .032 : 426AD3 x20 @1 e=.32 plan=IP-01',
    extra: {
      path: [
        [0.5, 7.2],
        [19.5, 7.2],
      ],
    },
  },
  {
    line: 'Upper stiffener ; panel .040 / stiffener .032 : 426AD3 x24 @.8 e=.3 plan=IP-02 rev A',
    extra: {
      path: [
        [0.5, 5.4],
        [19.5, 5.4],
      ],
    },
  },
  {
    line: 'Lower stiffener ; panel .040 / stiffener .032 : 426AD3 x24 @.8 e=.3 plan=IP-02 rev A',
    extra: {
      path: [
        [0.5, 1.4],
        [19.5, 1.4],
      ],
    },
  },
  {
    line: 'Panel to flange ; panel .040 / side flange .050 : 470AD4 x30 @.75 e=3/8 plan=IP-03',
    extra: {
      path: [
        [0.4, 0.4],
        [19.6, 0.4],
      ],
    },
  },
  { line: 'Radio tray nutplates ; tray .032 / tray rail .040 : 426AD3 x8 @1 e=1/4 plan=IP-04' },
];
