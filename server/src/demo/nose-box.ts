import type { DemoRow, DemoWork } from './shapes';

/** Everything before riveting. */
const ready = (holes: number): DemoWork[] => [
  { holes: `1-${holes}`, what: 'drilled', daysAgo: 3, by: 'TK' },
  { holes: `1-${holes}`, what: 'deburred', daysAgo: 3, by: 'TK' },
  { holes: `1-${holes}`, what: 'prepared', daysAgo: 2, by: 'RV' },
];

/*
 * A box that closes over its own rows. The plans close the top before the stem bracket is riveted, three steps on; the end wall is
 * reached from two sides, each for a while only; the hinge's row stays empty until its strip is there; the last row closes the box
 * and nobody's bar gets behind it. Rows are named by their place here.
 */
export const NOSE_BOX_ROWS: readonly DemoRow[] = [
  {
    line: 'Nose rib to floor ; nose floor .032 / nose rib .032 : 426AD3 x12 @1.25 e=5/16 hand=L plan=NB-01',
    extra: {
      path: [
        [5, 3.2],
        [18.75, 3.2],
      ],
    },
    done: ready(12),
  },
  {
    line: 'Side wall to floor ; side wall .025 / nose floor .032 : 426AD3 x18 @1.25 e=5/16 hand=L plan=NB-02',
    extra: {
      path: [
        [1, 0.7],
        [22.25, 0.7],
      ],
    },
    done: ready(18),
  },
  {
    line: 'End wall to nose rib ; end wall .025 / nose rib .032 : 426AD3 x6 @1.25 e=5/16 hand=L plan=NB-02',
    extra: {
      shutBy: [
        { row: 3, side: 'shop' },
        { row: 5, side: 'head' },
      ],
      path: [
        [22.8, 2],
        [22.8, 8.25],
      ],
    },
    done: ready(6),
  },
  {
    line: 'Top skin to side wall ; top skin .025 / side wall .025 : 426AD3 x16 @1.25 e=5/16 hand=L plan=NB-02',
    extra: {
      path: [
        [1.6, 1.5],
        [20.35, 1.5],
      ],
    },
    done: ready(16),
  },
  {
    line: 'Stem bracket ; stem bracket .063 / nose floor .032 : 426AD3 x6 @1 e=3/8 hand=L plan=NB-03',
    extra: {
      shutBy: [{ part: 'top skin', side: 'shop' }],
      path: [
        [15.5, 4.8],
        [20.5, 4.8],
      ],
    },
    done: ready(6),
  },
  {
    line: 'Top skin to end wall, the last ; top skin .025 / end wall .025 : blind 3/32, body .109 x7 @1.25 e=5/16 hand=L plan=NB-03',
    extra: {
      shutBy: [{ row: 3, side: 'shop' }],
      path: [
        [21.6, 1.5],
        [21.6, 9],
      ],
    },
  },
  {
    line: 'Hinge row, held ; top skin .025 / hinge strip .040 : 426AD3 x10 @1.25 e=5/16 hand=L plan=NB-04',
    extra: {
      waitsFor: ['hinge strip'],
      shutBy: [{ row: 5, side: 'shop', room: '1.2' }],
      path: [
        [2.4, 9],
        [13.65, 9],
      ],
    },
  },
];
