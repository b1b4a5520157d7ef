import { fullMarks } from '../../test/mark-examples';
import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import { logPages } from '../log/day-log';
import type { TypedLength } from '../record/definitions';
import { MARK_KINDS, type Mark } from '../record/marks';
import { hoursSentence, logGroups, logSentences, noteSentences, type LogNames } from './log';
import { WORK_WORDS } from './work-words';

const L = (inch: number): TypedLength => ({ mm: inch * 25.4, text: String(inch), units: 'in' });
const HOLES = Array.from({ length: 12 }, (_, i) => `h${i + 1}`);
const names: LogNames = {
  row: (id) => (id === 'gone' ? undefined : { title: id === 'keel' ? 'Keel' : 'Rib', page: id === 'keel' ? 'FL-07' : '', holeIds: HOLES }),
  part: (id) => `part ${id}`,
  person: (id) => id.toUpperCase(),
  units: 'in',
};
const at = (minute: number) => new Date(Date.UTC(2026, 10, 1, 18, minute)).toISOString();
let n = 0;
const one = (kind: Mark['kind'], holes: number[], more: Partial<Mark> = {}): Mark =>
  mark(`m${n++}`, { kind, rowId: 'keel', holeIds: holes.map((h) => `h${h}`), doneAt: at(n % 60), ...more });
const day = (marks: Mark[]) => logPages(marks, { assemblyOf: () => 'a', dayOf: (iso) => iso.slice(0, 10), now: at(59) })[0];
const said = (marks: Mark[]) => {
  const page = day(marks);
  return page ? logSentences(page, names) : [];
};
const numbers = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, i) => from + i);

describe('the day in sentences', () => {
  it('a day with not one word typed reads as a decent page', () => {
    expect(
      said([
        one('drilled', numbers(1, 12)),
        one('deburred', numbers(1, 12), { layerIds: ['l1', 'l2'], side: 'head' }),
        one('scuffed', [], { rowId: 'a', payload: { partIds: ['p1', 'p2'] } }),
        one('set', numbers(1, 5)),
        one('set', [7], { rowId: 'rib' }),
        one('squared', [8], { rowId: 'rib' }),
      ]),
    ).toEqual([
      'Drilled to size all 12 holes in Keel (page FL-07).',
      'Deburred all 12 holes in Keel.',
      'Scuffed part p1, part p2.',
      'Riveted 5 holes (1-5) in Keel.',
      'Riveted 1 hole (7) in Rib.',
      'Checked square at 1 hole (8) in Rib.',
    ]);
  });
  it('a new piece drilled through the old one says so, apart from what was drilled otherwise', () => {
    const work = { bitMm: 2.49, holeMm: 2.49, tool: 'drill', partIds: ['rib'] } as const;
    expect(said([one('drilled', [1], { payload: { work } }), one('drilled', [2, 3], { payload: { work: { ...work, asPattern: true } } })])).toEqual([
      'Drilled to size 1 hole (1) in Keel (page FL-07).',
      'Drilled to size 2 holes (2-3) in Keel, through the old part rib as a pattern.',
    ]); // prettier-ignore
  });
  it('who did what is said where more than one was there', () => {
    const marks = [one('drilled', [1, 2]), one('drilled', [3], { person: 'q' }), one('set', [1], { person: 'q' })];
    expect(said(marks)).toEqual(['Drilled to size 3 holes (1-3) in Keel (page FL-07). P and Q.', 'Riveted 1 hole (1) in Keel. Q.']);
  });
  it('rows and holes that are gone are named as gone', () => {
    expect(said([one('set', [1, 2], { rowId: 'gone' })])).toEqual(['Riveted 2 holes since taken out in a row since deleted.']);
    expect(said([one('set', [40])])).toEqual(['Riveted 1 hole since taken out in Keel (page FL-07).']);
  });
  it('checks and findings are told one by one, with what the program said then', () => {
    const deviation = { kind: 'oversize', hole: L(0.1045), verdict: 'next-size', edgeLimit: { factorD: 2, by: 'program' } } as const;
    expect(said([one('deviation', [5], { payload: { deviation, note: 'The bit ran off.' } })])).toEqual([
      'Found in Keel (page FL-07), hole 5: oversize, hole .1045 in; the program said: the next size goes (edge limit 2 D, the program’s default). The bit ran off.',
    ]);
    expect(said([one('dimple-check', [3], { payload: { dimple: 'cracked' } })])).toEqual([
      'Dimple at hole 3 of Keel (page FL-07): cracked.',
    ]);
    expect(said([one('rivet-check', [3], { payload: { rivet: { lie: 'proud' } } }), one('rivet-check', [4], { payload: { rivet: { lie: 'flush' } } })])).toEqual([
      'Laid a rivet into 2 holes of Keel (page FL-07): proud, flush.',
    ]); // prettier-ignore
    expect(said([one('depth-read', [1], { payload: { reading: L(0.041) } }), one('depth-read', [2], { payload: { reading: L(0.043) } })])).toEqual([
      'Read 2 depths in Keel (page FL-07), mean .042 in.',
    ]); // prettier-ignore
    expect(said([one('gauge-read', [1]), one('gauge-read', [1])])).toEqual(['Read one hole 2 times for the gauge’s own scatter.']);
    expect(said([one('angle-read', [], { rowId: 'a', payload: { partIds: ['p1'], angle: { found: 88, wanted: 90 } } })])).toEqual([
      'Flange of part p1: 88°, wanted 90°.',
    ]);
  });
  it('the cage: set, or turned by so many clicks', () => {
    const cage = (payload: object) => said([one('cage-set', [], { rowId: 'a', payload })])[0];
    expect(cage({ clicks: 2 })).toBe('Cage turned 2 deeper.');
    expect(cage({ clicks: -1, note: 'Chatter.' })).toBe('Cage turned 1 shallower. Chatter.');
    expect(cage({ clicks: 0, cage: { way: 'computed', pastFlush: 5, scrap: 'flush' } })).toBe(
      'Cage set by computation, 5 clicks past flush, scrap flush.',
    );
    expect(cage({})).toBe('Cage set anew.');
  });
  it('sealant: for a row, or for the assembly', () => {
    expect(said([one('sealant-mixed', [], { payload: { workMinutes: 60 } })])).toEqual([
      'Mixed sealant for Keel (page FL-07), 60 min to work it.',
    ]);
    expect(said([one('sealant-mixed', [], { rowId: 'a', payload: { workMinutes: 30 } })])).toEqual([
      'Mixed sealant for this assembly, 30 min to work it.',
    ]);
  });
  it('a step of a job, as it was called then, with its reading', () => {
    const step = (job: object) =>
      said([one('job-step', [], { rowId: 'a', payload: { job: { jobId: 'j', cycleId: 'c', stepId: 's', ...job } } })]);
    expect(step({ said: 'Trim the tip: cut outside the line' })).toEqual(['Trim the tip: cut outside the line.']);
    expect(step({ said: 'Skin: overhang', reading: L(1.3) })).toEqual(['Skin: overhang: 1.300 in read.']);
    expect(step({})).toEqual(['A step done.']);
  });
  it('heads: the good ones together, each other one by itself with what was found and decided', () => {
    const head = (h: NonNullable<Mark['payload']['head']>, hole: number, note?: string) =>
      one('head-check', [hole], { payload: { head: h, ...(note ? { note } : {}) } });
    const [good, bad, gauged] = said([
      head({ disposition: 'accept', width: L(0.14), height: L(0.05) }, 1),
      head({ disposition: 'accept' }, 2),
      head({ disposition: 'take-out', width: L(0.12), height: L(0.07), defects: ['gap'] }, 3, 'Not clamped.'),
      head({ disposition: 'drive-more', gauge: 'no-go' }, 4),
    ]);
    expect(good).toBe('Looked at 2 holes (1-2) in Keel (page FL-07): accepted.');
    expect(bad).toMatch(/^Rivet in hole 3 of Keel \(page FL-07\): \.120 in by \.070 in, gap between the sheets; .+\. Not clamped\.$/);
    expect(gauged).toMatch(/^Rivet in hole 4 .*: no-go; /);
  });
  it('what happened to a sheet or a part is told by itself', () => {
    expect(said([one('gave-way', [3], { layerIds: ['l1'], payload: { note: 'The rib, no block behind it.' } })])).toEqual([
      'A sheet that gave way: Keel (page FL-07), hole 3. The rib, no block behind it.',
    ]);
    const onPart = (kind: Mark['kind'], payload: object) =>
      one(kind, [], { rowId: 'a', payload: { partIds: ['p1'], ...payload } } as Partial<Mark>);
    expect(said([onPart('scrapped', { note: 'Cracked at the bend.' })])).toEqual(['Parts scrapped: part p1. Cracked at the bend.']);
    expect(said([onPart('arrived', {})])).toEqual(['Parts that came: part p1.']);
    expect(said([onPart('arrived', { putBack: 1 })])).toEqual(['Piece 1 put back: part p1.']);
    expect(said([onPart('dent', { dent: { where: '6 in aft of rib 3', deep: L(0.03) } })])).toEqual([
      'Dent in part p1, 6 in aft of rib 3, .030 in deep.',
    ]);
    expect(said([onPart('dent-settled', { because: 'x', dented: 'dressed' })])).toEqual(['Dent in part p1: dressed out.']);
  });
  it('no kind of mark says nothing understandable, or leaves a hole in the sentence', () => {
    for (const kind of MARK_KINDS) {
      expect(WORK_WORDS[kind], kind).toMatch(/^[a-z]/);
      /* These two never come without what they say: the shape of marks sees to it. */
      if (kind === 'rivet-check' || kind === 'sealant-mixed') continue;
      for (const sentence of said([one(kind, [1])])) expect(sentence, kind).not.toMatch(/undefined|NaN|null| {2}| \.(\D|$)/);
    }
  });
});

describe('the day by kind of work', () => {
  const groups = (marks: Mark[]) => {
    const page = day(marks);
    return page ? logGroups(page, names).map((g) => `${g.title}: ${g.lines.join(' | ')}`) : [];
  };

  it('has a line for each row and one for the parts, in the order it was begun', () => {
    expect(
      groups([
        one('drilled', numbers(1, 12)),
        one('drilled', [3], { rowId: 'rib' }),
        one('scuffed', [], { rowId: 'a', payload: { partIds: ['p1', 'p2'] } }),
        one('set', numbers(1, 5)),
      ]),
    ).toEqual([
      'Drilling: Keel (page FL-07): all 12 holes | Rib: 1 hole (3)',
      'Scuffing: part p1, part p2',
      'Riveting: Keel: 5 holes (1-5)',
    ]);
  });

  it('names every row and part that the sentences name', () => {
    const marks = [
      one('drilled', [1]),
      one('deviation', [2], { payload: { deviation: { kind: 'oversize', verdict: 'stop' } } }),
      one('set', [3], { rowId: 'rib' }),
    ];
    const page = day(marks);
    const told = page ? logGroups(page, names).map((g) => g.title) : [];
    expect(told).toEqual(['Drilling', 'Measuring deviations', 'Riveting']);
    expect(page && logGroups(page, names)[1]?.lines).toEqual(
      page &&
        logSentences(page, names)
          .slice(1, 2)
          .map((t) => t),
    );
  });

  it('says a note that is on many rows once, and one on holes or with a photo by itself', () => {
    const note = (rowId: string) => one('log-note', [], { rowId, payload: { note: 'Primer held' } });
    const page = day([note('keel'), note('rib'), one('log-note', [2], { payload: { note: 'Primer held' } })]);
    expect(page ? noteSentences(page, names) : []).toEqual([
      expect.stringMatching(/: Keel, Rib: Primer held$/),
      expect.stringMatching(/: Keel, 1 hole \(2\): Primer held$/),
    ]);
  });
});

describe('the hours of a day', () => {
  const shift = (kind: Mark['kind'], minute: number) => mark(`${kind}${minute}`, { kind, rowId: 'a', doneAt: at(minute) });
  it('who, how long, at what; nothing without a shift', () => {
    const marks = [
      shift('shift-started', 0),
      mark('d', { kind: 'drilled', rowId: 'keel', holeIds: ['h1'], doneAt: at(20) }),
      mark('c', { kind: 'head-check', rowId: 'keel', holeIds: ['h1'], doneAt: at(25) }),
      mark('i', { kind: 'inspected', rowId: 'keel', holeIds: ['h1'], doneAt: at(30) }),
      shift('shift-ended', 30),
    ];
    const page = day(marks);
    expect(page && hoursSentence(page, names)).toBe('P 30 min: drilling 20 min, inspecting 10 min.');
    const alone = day([one('drilled', [1])]);
    expect(alone && hoursSentence(alone, names)).toBe('');
    const idle = day([shift('shift-started', 0), shift('shift-ended', 30)]);
    expect(idle && hoursSentence(idle, names)).toBe('P 30 min.');
  });
  it('every kind of mark says something in words, or is the hours', () => {
    const ids = { rowId: 'r', assemblyId: 'a', kitId: 'a', holeId: 'h1', layerId: 'l', partId: 'p1', person: 'p', device: 'd', other: 'o' };
    for (const m of fullMarks({ ...ids, newId: () => 'm' })) {
      if (m.kind === 'undo' || m.kind.startsWith('shift-') || m.kind === 'log-note') continue;
      const lines = said([m]);
      expect(lines.length, m.kind).toBeGreaterThan(0);
      for (const line of lines) expect(line, m.kind).not.toMatch(/undefined|null|NaN/);
    }
  });
});
