import { describe, expect, it } from 'vitest';
import { codes, prep } from '../../test/build';
import { FINDING_SEVERITIES, verdictOf, worse, type FindingCode } from '../prep/findings';
import { FINDING_CATALOGUE, findingMessage } from './findings';
import { layerReason } from './reasons';
import { DEFAULT_LIMITS } from '../tables/limits';
import { readPrepDocument } from '../formats/prep-document';
import { planStack } from '../prep/plan';
import { PROBLEM_CATALOGUE, problemMessage } from './problems';

/** A stack for every finding, and what its sentence must name: the number and the limit. */
/* A hole off its part shows only on a drawn outline: see layout/outline.test.ts. */
const CASES: Readonly<Record<Exclude<FindingCode, 'hole-off-part'>, [Parameters<typeof prep>, string[]]>> = {
  'two-thirds-exceeded': [[[0.05]], ['s0', '.034 in', '.0333 in']],
  'countersink-breaks-through': [[[0.025, 0.04]], ['s1', '.0416 in', '.040 in', '.1019 in', '.103 in']],
  unresolved: [
    [[0.025, 0.05], { school: 'two-thirds' }],
    ['s1', '.050 in', 'ask the kit maker'],
  ],
  'not-aluminium': [[[{ part: 'plate', thickness: 0.032, material: 'steel' }]], ['plate', 'steel', 'plans']],
  'dimple-too-thick': [[[{ part: 'cap', thickness: 0.05, plans: 'dimple' }]], ['cap', '.050 in', '.040 in']],
  'not-received': [[[{ part: 'cap', thickness: 0.032, plans: 'none' }]], ['cap', 'flush head']],
  'outside-method-range': [[[0.025, 0.025, 0.025, 0.02]], ['4 dimpled sheets', '.095 in', '3 sheets', '.090 in']],
  'nest-misfit': [
    [[0.032, 0.08], { nest: { fixed: 0.007 } }],
    ['s1', '.007 in', '.0098 in', '.002 in'],
  ],
  'hole-over-max': [
    [[0.063], { hole: 0.105 }],
    ['.105 in', '.103 in'],
  ],
  'length-does-not-work': [
    [[0.025, 0.032], { length: '3/8' }],
    ['MS20426AD3-6', 'MS20426AD3-4'],
  ],
  'waist-over-pilot': [[[{ part: 'strip', thickness: 0.063, bothSides: true }]], ['strip', '.1039 in', '.098 in', '.103 in']],
  'edge-distance-low': [
    [[0.063], { edge: 0.2 }],
    ['.200 in', '2.5 D', '.2344 in'],
  ],
  'edge-distance-high': [
    [[0.063], { edge: 0.5 }],
    ['.500 in', '4 D', '.375 in'],
  ],
  'pitch-low': [
    [[0.063], { pitch: 0.2 }],
    ['.200 in', '3 D', '.2813 in'],
  ],
  'row-distance-low': [
    [[0.063], { rowDistance: 0.2 }],
    ['.200 in', '2.5 D', '.2344 in'],
  ],
  'pitch-high': [
    [[0.063], { pitch: 2 }],
    ['2.000 in', '16 D', '1.500 in'],
  ],
  'rivet-small-for-sheet': [[[0.125]], ['.0938 in', '.125 in']],
  'rivet-large-for-sheet': [[[0.02]], ['.0938 in', '.020 in', '.080 in']],
  'angle-mismatch': [
    [[0.063], { cutterAngle: 120 }],
    ['100 degrees', '120 degrees'],
  ],
  'plans-differ': [[[{ part: 'skin', thickness: 0.025, plans: 'countersink' }]], ['skin', 'countersink', 'dimple', 'The plans govern']],
  'far-side-unsaid': [[[0.05, { part: 'rib', thickness: 0.032, plans: 'dimple' }]], ['rib', 'dimple', 'far side']],
  'grip-out-of-range': [
    [
      [0.063],
      {
        head: undefined,
        diameter: undefined,
        fastener: { kind: 'blind', diameter: '3/32', hole: 0.098, head: { kind: 'flush', diameter: 0.179, angle: 100 }, gripTo: 0.05 },
      },
    ],
    ['.063 in', '.050 in'],
  ],
  'cutter-too-small': [
    [[0.063], { cutterMax: 0.17 }],
    ['s0', '.179 in', '.170 in', 'proud'],
  ],
  'hole-max-unknown': [
    [
      [0.063],
      {
        head: undefined,
        diameter: undefined,
        fastener: { kind: 'bolt', diameter: 0.19, hole: 0.19, head: { kind: 'protruding', diameter: 0.38, height: 0.1 } },
      },
    ],
    ['.190 in', 'not said'],
  ],
  'mixed-fit': [
    [[0.063], { sharesLoadWith: 'bolts' }],
    ['bolts', 'tighter fit'],
  ],
};

describe('every finding is said with its reason, its number and its limit', () => {
  it.each(Object.entries(CASES))('%s', (code, [args, names]) => {
    const answered = prep(...args);
    const finding = answered.findings.find((f) => f.code === code);
    if (!finding) throw new Error(`not raised: ${codes(answered).join(', ')}`);
    for (const name of names) expect(finding.message).toContain(name);
    expect((FINDING_SEVERITIES[code as FindingCode] as readonly string[]).includes(finding.severity)).toBe(true);
  });

  it.each(Object.entries(FINDING_CATALOGUE))('%s has a title, a condition and advice in the catalogue', (_, entry) => {
    for (const text of [entry.title, entry.when, entry.advice]) expect(text.length).toBeGreaterThan(8);
  });

  it('speaks the units of the document', () => {
    const read = readPrepDocument({
      units: 'mm',
      head: 'flush-100',
      diameter: '3/32',
      stack: [
        { part: 'skin', thickness: 0.6 },
        { part: 'rib', thickness: 1 },
      ],
    });
    if (!read.ok) throw new Error('refused');
    const plan = planStack(read.value.stack);
    const sentences = plan.findings.map((f) => findingMessage(f, 'mm', plan.layers));
    expect(sentences.join(' ')).toMatch(/ mm/);
    expect(sentences.join(' ')).not.toMatch(/ in\b(?! a)/);
  });
});

describe('the verdict', () => {
  const finding = (severity: 'stop' | 'caution' | 'note') => ({ code: 'pitch-high' as const, severity, data: {} });
  it.each([
    [[], 'ok'],
    [['note'], 'ok'],
    [['note', 'caution'], 'caution'],
    [['caution', 'stop', 'note'], 'stop'],
  ] as const)('of %j is %s', (severities, verdict) => {
    expect(verdictOf(severities.map(finding))).toBe(verdict);
  });
  it('the worse of two', () => {
    expect([worse('ok', 'ok'), worse('ok', 'caution'), worse('stop', 'caution'), worse('caution', 'ok')]).toEqual([
      'ok',
      'caution',
      'stop',
      'caution',
    ]);
  });
});

describe('why a layer is prepared as it is', () => {
  const reasons = (school: string, sheets: number[], more = {}) => {
    const read = readPrepDocument({
      school,
      head: 'flush-100',
      diameter: '3/32',
      stack: sheets.map((thickness) => ({ part: 's', thickness, ...more })),
    });
    if (!read.ok) throw new Error('refused');
    const plan = planStack(read.value.stack);
    return plan.layers.map((l) => layerReason(l, plan.school, DEFAULT_LIMITS, 'in'));
  };
  it.each([
    ['kit-032', [0.025, 0.063, 0.032], ['up to .032 in', 'over .032 in', 'Nothing comes down']],
    ['band-030-040', [0.025, 0.035, 0.05], ['under .030 in', 'between .030 in and .040 in', 'over .040 in']],
    ['production-040', [0.02, 0.02], ['up to .040 in together', 'up to .040 in together']],
    ['production-040', [0.025, 0.063], ['dimple before assembly', 'over .040 in: countersink']],
    ['production-040', [0.05, 0.025], ['The top sheet is .050 in', 'Nothing comes down']],
    ['two-thirds', [0.025, 0.05, 0.02], ['more than two thirds', 'ask the kit maker', 'nothing more is said']],
    ['two-thirds', [0.063], ['within two thirds']],
  ] as const)('%s of %j', (school, sheets, wanted) => {
    const said = reasons(school, [...sheets]);
    wanted.forEach((text, i) => expect(said[i]).toContain(text));
  });
  it('names the school beside the plans', () => {
    expect(reasons('kit-032', [0.025], { plans: 'countersink' })[0]).toBe('The plans say countersink; Kit .032 would say dimple.');
    expect(reasons('kit-032', [0.025], { plans: 'dimple' })[0]).toBe('The plans say dimple, and so does Kit .032.');
  });
});

describe('problems', () => {
  it.each(Object.keys(PROBLEM_CATALOGUE))('%s is a sentence with no hole in it', (code) => {
    const data = new Proxy({} as Record<string, string>, { get: () => 'something here', has: () => true });
    const said = problemMessage({ code, data });
    expect(said.length).toBeGreaterThan(8);
    expect(said).not.toContain('undefined');
  });
});
