import type { Edit, JobDefinition, PartDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { DAY_MS, demoId, demoMark, MINUTE_MS, typedLength } from './mark-maker';

/* The deck hatch: its skin fitted in three cycles, two of them done; a stiffener bonded under its cover. */
const STIFFENER = demoId('job/cover stiffener');
const [FIT, BOND] = [demoId('job/fit'), demoId('job/bond')];

interface StepOf {
  readonly text: string;
  readonly wanted?: string;
  readonly limit?: string;
}

const cycle = (job: string, index: number, name: string, steps: readonly StepOf[], rowIds: readonly string[] = []) => ({
  id: demoId(`${job}/cycle/${index}`),
  name,
  rowIds,
  steps: steps.map(({ text, wanted, limit = '1/32' }, i) => ({
    id: demoId(`${job}/cycle/${index}/${i}`),
    text,
    ...(wanted === undefined ? {} : { reading: { wanted: typedLength(wanted), limit: typedLength(limit) } }),
  })),
});

function fitUp(assemblyId: string, partIds: readonly string[], rowIds: readonly string[]): JobDefinition {
  return {
    v: 1,
    assemblyId,
    order: 1,
    name: 'Deck skin over the hatch ring',
    kind: 'fit-up',
    place: 'before-drilling',
    partIds,
    minutes: 150,
    needsTwo: true,
    page: 'DH-03',
    note: 'The ring pulls the skin out of flat at its corners: tape there.',
    cycles: [
      cycle('fit', 0, 'Trial fit', [
        { text: 'Tape on the ring’s corners, skin on, straps loose' },
        { text: 'Overlap at the front', wanted: '1 1/4' },
        { text: 'Overlap at the back', wanted: '1 1/4' },
        { text: 'Straps in order, round and round: loose, snug, tight' },
        { text: 'Ring traced from inside, skin off, rivet lines drawn' },
      ]),
      cycle(
        'fit',
        1,
        'Pilot',
        [
          { text: 'Lines piloted on the bench, deburred' },
          { text: 'Skin on, the line on the ring seen through every pilot' },
          { text: 'Drilled front first, the corners last' },
        ],
        rowIds,
      ),
      cycle('fit', 2, 'Final size', [
        { text: 'The coaming is fitted' },
        { text: 'Opened to the final size' },
        { text: 'Skin off, deburred' },
      ]),
    ],
  };
}

function bonded(assemblyId: string, partIds: readonly string[]): JobDefinition {
  return {
    v: 1,
    assemblyId,
    order: 2,
    name: 'Stiffener under the cover, bonded',
    kind: 'bond',
    place: 'before-riveting',
    partIds,
    minutes: 60,
    page: 'DH-05',
    cycles: [
      cycle('bond', 0, 'Bond', [
        { text: 'Tried dry, weights ready' },
        { text: 'Both faces abraded, wiped until the cloth stays clean' },
        { text: 'Batch mixed, both faces wetted' },
        { text: 'Joined, weighted, squeeze-out wiped off' },
        { text: 'Cured: weights off, looked at all round' },
      ]),
    ],
    amount: { length: typedLength('14'), width: typedLength('.75'), height: typedLength('.010') },
  };
}

/** The hatch's jobs and the stiffener, as edits. */
export function jobEdits(assemblyId: string, parts: ReadonlyMap<string, string>, rowIds: readonly string[]): Edit[] {
  const of = (...names: string[]) => names.flatMap((n) => parts.get(n) ?? []);
  const stiffener: PartDefinition = {
    v: 1,
    assemblyId,
    name: 'cover stiffener',
    hand: null,
    thickness: typedLength('.025'),
    measured: null,
    mirroredFrom: null,
    page: 'DH-05',
    bareZones: ['the bonded face, .75 in wide'],
  };
  const made = (kind: 'part' | 'job', id: string, definition: PartDefinition | JobDefinition) =>
    ({ kind, id, expectedVersion: 0, definition }) as Edit;
  return [
    made('part', STIFFENER, stiffener),
    made('job', FIT, fitUp(assemblyId, of('deck skin', 'hatch ring'), rowIds)),
    made('job', BOND, bonded(assemblyId, [...of('hatch cover'), STIFFENER])),
  ];
}

/** What was done of them, and the batch the stiffener was bonded with. */
export function jobMarkList(assemblyId: string, deckSkin: string, now: Date): Mark[] {
  const at = (days: number, minutes: number) => new Date(now.getTime() - days * DAY_MS + minutes * MINUTE_MS).toISOString();
  const step = (job: 'fit' | 'bond', c: number, s: number, when: string, reading?: string) =>
    demoMark(`job/${job}/${c}/${s}`, s % 2 === 0 ? 'RV' : 'TK', when, {
      kind: 'job-step',
      rowId: assemblyId,
      payload: {
        job: {
          jobId: job === 'fit' ? FIT : BOND,
          cycleId: demoId(`${job}/cycle/${c}`),
          stepId: demoId(`${job}/cycle/${c}/${s}`),
          ...(reading === undefined ? {} : { reading: typedLength(reading) }),
        },
      },
    });
  return [
    step('fit', 0, 0, at(9, 0)),
    step('fit', 0, 1, at(9, 12), '1.262'),
    step('fit', 0, 2, at(9, 15), '1.301'),
    step('fit', 0, 3, at(9, 40)),
    step('fit', 0, 4, at(9, 70)),
    step('fit', 1, 0, at(8, 0)),
    demoMark('job/dent', 'TK', at(8, 35), {
      kind: 'dent',
      rowId: assemblyId,
      payload: { partIds: [deckSkin], dent: { where: '3 in behind the front corner, left', deep: typedLength('1/32'), jobId: FIT } },
    }),
    demoMark('job/dent/settled', 'TK', at(8, 55), {
      kind: 'dent-settled',
      rowId: assemblyId,
      payload: {
        partIds: [deckSkin],
        because: demoId('job/dent'),
        dented: 'dressed',
        note: 'Strap eased, pushed out from inside by hand.',
      },
    }),
    step('bond', 0, 0, at(6, 0)),
    step('bond', 0, 1, at(6, 20)),
    demoMark('job/bare', 'RV', at(6, 22), {
      kind: 'bare-checked',
      rowId: assemblyId,
      payload: { partIds: [STIFFENER], zone: 'the bonded face, .75 in wide' },
    }),
    demoMark('job/batch', 'RV', at(6, 25), {
      kind: 'sealant-mixed',
      rowId: assemblyId,
      payload: {
        workMinutes: 60,
        batch: {
          product: 'structural adhesive, two parts',
          ratio: '100 : 40',
          ratioBy: 'weight',
          tackFreeMinutes: 360,
          cureMinutes: 1440,
          temperatureC: 21,
          amountMl: 2.1,
          rowIds: [],
          jobIds: [BOND],
        },
      },
    }),
    step('bond', 0, 2, at(6, 32)),
    step('bond', 0, 3, at(6, 50)),
    step('bond', 0, 4, at(4, 0)),
  ];
}
