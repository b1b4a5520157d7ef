import type { JobKind, JobPlace } from '../record/definitions';
import type { JobStanding, Spread, StepStanding } from '../jobs/job';
import type { Units } from '../units/length';
import { showLength } from '../units/show';

export const JOB_KIND_WORDS: Readonly<Record<JobKind, string>> = {
  'fit-up': 'fitting up',
  edge: 'holding an edge straight',
  trim: 'trimming',
  bend: 'bending',
  roll: 'rolling',
  cut: 'cutting foam or stock',
  fixture: 'making a fixture',
  bond: 'a bonded joint',
  other: 'other work',
};

export const JOB_PLACE_WORDS: Readonly<Record<JobPlace, string>> = {
  'before-drilling': 'before and while holes are drilled',
  'after-drilling': 'after drilling, parts apart',
  'before-finish': 'before the finish',
  'before-riveting': 'before riveting',
  'after-riveting': 'after riveting',
};

/** Cards to begin with; what is wanted of a reading is the kit maker's or the builder's to say. */
export const JOB_CARDS: Readonly<
  Record<JobKind, { readonly place: JobPlace; readonly cycles: readonly { readonly name: string; readonly steps: string }[] }>
> = {
  'fit-up': {
    place: 'before-drilling',
    cycles: [
      {
        name: 'Trial fit',
        steps: [
          'Tape on ribs that would scratch, braces in the frame',
          'Skin on, tie-downs loose, one per bay',
          'Pulled in order: the curve first, then toward the free edge, round and round: loose, snug, tight',
          'Boards under the straps where an edge would crimp, a straightedge clamped along it',
          'The line inside shows along the edge: the skin lies far enough over',
          'Twist at both ends by level or winding sticks, squareness',
          'Frame traced from inside, skin off, centre lines of flanges and rivet lines drawn',
        ].join('\n'),
      },
      {
        name: 'Pilot',
        steps: [
          'Rivet lines piloted on the bench, deburred',
          'Skin on again, tight',
          'Through the pilots the line on each flange is seen; a stick moves the rib',
          'Drilled top down, nose first, back side second',
          'Skin off, chips out, both sides deburred',
        ].join('\n'),
      },
      {
        name: 'Final size',
        steps: ['The neighbour is fitted', 'Skin on, holders in every other hole', 'Opened to the final size', 'Skin off, deburred'].join(
          '\n',
        ),
      },
    ],
  },
  edge: {
    place: 'before-drilling',
    cycles: [
      {
        name: 'Held straight',
        steps: [
          'Backing bar along the edge, a clamp every 8 in',
          'Holes between the clamps: the middle, the ends, the halves',
          'Clamps off, the rest of the holes',
          'Joints and doublers last',
        ].join('\n'),
      },
      {
        name: 'Final trim',
        steps: [
          'Read from what must be parallel, not from the old edge: at the start = ?',
          'The same in the middle = ?',
          'The same at the end = ?',
          'Cut, edge deburred',
        ].join('\n'),
      },
    ],
  },
  trim: {
    place: 'after-drilling',
    cycles: [{ name: 'Trim', steps: 'Line drawn and measured twice\nCut outside the line\nFiled to the line, edges deburred' }],
  },
  bend: {
    place: 'after-drilling',
    cycles: [{ name: 'Bend', steps: 'Bend line drawn, relief holes drilled\nBent in small steps\nAngle checked with its template' }],
  },
  roll: {
    place: 'before-drilling',
    cycles: [{ name: 'Roll', steps: 'Protective film off, rolls clean\nRolled in small steps, held against its frame' }],
  },
  cut: { place: 'before-riveting', cycles: [{ name: 'Cut', steps: 'Template drawn and cut\nCut to the template, tried in its place' }] },
  fixture: { place: 'before-drilling', cycles: [{ name: 'Make it', steps: 'Made\nTried with the parts, square and level' }] },
  bond: {
    place: 'before-riveting',
    cycles: [
      {
        name: 'Bond',
        steps: [
          'Tried dry, clamps and weights ready',
          'Both faces abraded',
          'Wiped until the cloth stays clean, not touched again',
          'What stays bare around it masked',
          'Batch mixed, both faces wetted',
          'Joined and clamped, squeeze-out all along, wiped off',
          'Cured: clamps off, looked at all round',
        ].join('\n'),
      },
    ],
  },
  other: { place: 'before-riveting', cycles: [{ name: 'Once', steps: '' }] },
};

/** A card's own order goes before the general one. */
export const CARD_ORDER = 'The order on this card goes before "from the centre outward".';

/** How far a job is. */
export function jobSentence(s: JobStanding): string {
  const cycle = s.cycles.find((c) => c.id === s.current);
  if (s.steps === 0) return 'no step on its card yet';
  if (s.isDone) return `done, ${s.steps} steps`;
  return `${s.doneSteps} of ${s.steps} steps${cycle ? `; at work: ${cycle.name}` : ''}`;
}

/** What is wanted of a reading, and where it lies if it was read. */
export function readingSentence({ step, mark, beyond }: StepStanding, units: Units): string {
  if (!step.reading) return '';
  const { wanted: length, limit } = step.reading;
  const wanted = length
    ? `wanted ${showLength(length.mm, units)}, within ${showLength(limit.mm, units)}`
    : `alike with the others of this cycle within ${showLength(limit.mm, units)}`;
  const read = mark?.payload.job.reading;
  if (!read) return mark ? `${wanted}; marked without a reading` : wanted;
  return `${wanted}; is ${showLength(read.mm, units)}${beyond === null ? '' : `, beyond the limit by ${showLength(beyond, units)}`}`;
}

/** Readings that are to be alike. */
export function spreadSentence({ readings, by, limit, isBeyond }: Spread, units: Units): string {
  const apart = `${readings} readings, ${showLength(by, units)} apart`;
  return isBeyond
    ? `${apart}, more than ${showLength(limit, units)}: not parallel. Read again before anything is cut.`
    : `${apart}, within ${showLength(limit, units)}.`;
}
