import type { DemoRow } from './shapes';

/*
 * A water rudder: its trailing edge is closed flush from both sides over a strip, the last rows at the nose are blind with a hole larger than
 * their dies' pilot, the tiller is bolted on, a dowel locates the counterweight, and two kinds of holes take nothing.
 */
export const WATER_RUDDER_ROWS: readonly DemoRow[] = [
  {
    line: 'Spar to left skin ; left skin .025 / rudder spar .040 : 426AD3 x11 @1.25 e=5/16 plan=WR-02',
    extra: {
      path: [
        [3, 0.5],
        [3, 13.5],
      ],
    },
    done: [
      { holes: '1-11', what: 'drilled', daysAgo: 5, by: 'RV' },
      { holes: '1-11', what: 'deburred', daysAgo: 5, by: 'RV' },
      { holes: '1-11', what: 'prepared', daysAgo: 4, by: 'TK' },
    ],
  },
  {
    line: 'Trailing edge, both sides ; left skin .025 / edge strip .090 / right skin .025 : 426AD3-3 x11 @1.25 e=5/16 far=flush plan=WR-03',
    extra: {
      path: [
        [9.4, 0.5],
        [9.4, 13.5],
      ],
    },
    done: [
      { holes: '1-11', what: 'drilled', daysAgo: 3, by: 'RV' },
      { holes: '1-11', what: 'deburred', daysAgo: 3, by: 'RV' },
      { holes: '1-5', what: 'prepared', daysAgo: 2, by: 'TK' },
    ],
  },
  {
    line: 'Nose rib, closed last ; right skin .025 / nose rib .032 : blind 1/8, 120 head x8 @1.5 e=.5 plan=WR-04',
    extra: {
      path: [
        [0.6, 1.25],
        [0.6, 12.75],
      ],
    },
  },
  {
    line: 'Tiller arm ; tiller arm .125 / rudder spar .040 : hinge bolt 3/16 x3 @1 e=.5 plan=WR-05',
    extra: {
      path: [
        [3, 15.2],
        [3, 18.2],
      ],
    },
    done: [{ holes: '1-2', what: 'drilled', daysAgo: 3, by: 'TK' }],
  },
  { line: 'Counterweight, located ; counterweight .250 / tiller arm .125 : dowel 1/8 x2 @2 e=.5 plan=WR-05' },
  { line: 'Spar bracket, reduced heads ; spar bracket .063 / rudder spar .040 : rivet 1/8, reduced head x6 @1 e=3/8 plan=WR-02' },
  { line: 'Drain, lowest corner ; right skin .025 : drain hole 1/4 x1 e=.75 plan=WR-06' },
  {
    line: 'Jig holes in the spar ; rudder spar .040 : jig hole, plugged x2 @6 e=.6 plan=WR-06',
    done: [{ holes: '1-2', what: 'drilled', daysAgo: 9, by: 'RV' }],
  },
];

/* A hatch in the deck: its ring riveted in, its cover on screws that run into anchored nuts. */
export const HATCH_ROWS: readonly DemoRow[] = [
  {
    line: 'Hatch ring to deck ; deck skin .025 / hatch ring .090 : 426AD4 x24 @1.25 e=3/8 plan=FH-01',
    extra: {
      path: [
        [0.5, 0.5],
        [14.5, 0.5],
        [14.5, 10.5],
        [8.9, 10.5],
      ],
    },
    done: [
      { holes: '1-24', what: 'drilled', daysAgo: 6, by: 'TK' },
      { holes: '1-10', what: 'deburred', daysAgo: 6, by: 'TK' },
    ],
  },
  {
    line: 'Cover screws, front ; hatch cover .032 / hatch ring .090 : #8 screw in anchored nut x4 @2.5 e=.5 plan=FH-02',
    extra: {
      path: [
        [2.5, 1.6],
        [12.5, 1.6],
      ],
    },
    done: [{ holes: '1-4', what: 'drilled', daysAgo: 1, by: 'RV' }],
  },
  {
    line: 'Cover screws, back ; hatch cover .032 / hatch ring .090 : #8 screw in anchored nut x4 @2.5 e=.5 plan=FH-02',
    extra: {
      path: [
        [2.5, 9.4],
        [12.5, 9.4],
      ],
    },
  },
];
