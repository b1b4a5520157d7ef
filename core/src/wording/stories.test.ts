import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import { fullMarks } from '../../test/mark-examples';
import { depthAdvice } from '../depth/advice';
import { holeStory } from '../inspect/hole-story';
import type { TypedLength } from '../record/definitions';
import { type Deviation, type Mark } from '../record/marks';
import { inches, type Mm } from '../units/length';
import { depthSentence } from './depth';
import { edgeLimitText } from './deviations';
import { heldWord } from './helps';
import { holeEventText } from './hole-story';
import { angleSentence, clicksSentence, dimpleSentence, dimpleSeverity, rivetSentence, secondFaceSentence } from './preparation';

const L = (inch: number): TypedLength => ({ mm: inch * 25.4, text: String(inch), units: 'in' });
const event = (kind: Mark['kind'], payload: object = {}, more: object = {}) => holeEventText(mark('m', { kind, payload, ...more }), 'in');
const WITH = { work: { fastener: { kind: 'solid', name: 'MS20426AD3-3.5', head: 'flush-100' }, gripMm: 1, holeMm: 2.4892 } };
const oversize: Deviation = { kind: 'oversize', hole: L(0.1045), verdict: 'next-size', edgeLimit: { factorD: 2, by: 'kit' } };

describe('the story of a hole', () => {
  it.each<[string, string]>([
    [event('drilled'), 'drilled'],
    [event('deburred', {}, { side: 'shop' }), 'deburred, shop side'],
    [event('set'), 'set: which rivet is not said'],
    [event('set', WITH), 'set: MS20426AD3-3.5'],
    [event('set', {}, { then: WITH.work }), 'set: MS20426AD3-3.5'],
    [event('drilled', { work: { holeMm: 2.4892 } }), 'drilled .098 in'],
    [event('dimpled', { work: { dash: 3, angleDeg: 100 } }), 'dimpled with 3/32 dies, 100°'],
    [event('countersunk', { work: { depthMm: 1.05, angleDeg: 100 } }), 'countersunk .0413 in deep, 100°'],
    [event('gave-way'), 'the sheet gave way under the bit'],
    [event('hole-check', { gauge: 'no-go' }), 'gauged: no-go'],
    [event('left-over-settled', { settled: 'filled' }), 'left over, told: filled'],
    [event('set', { ...WITH, setting: { way: 'squeezer' } }), 'set: MS20426AD3-3.5, squeezer'],
    [event('set', { ...WITH, setting: { way: 'gun', pressure: '40 psi' } }), 'set: MS20426AD3-3.5, gun and bar, 40 psi'],
    [event('head-check'), 'looked at'],
    [event('removed'), 'taken out'],
    [event('removed', { note: 'Head came off clean.' }), 'taken out Head came off clean.'],
    [event('deviation'), 'measured'],
    [event('deviation', { deviation: oversize }), 'measured: oversize, hole .1045 in; the next size goes (edge limit 2 D, the kit’s own)'],
    [
      event('deviation', { deviation: { kind: 'wrong-part', verdict: 'stop' } }),
      'measured: drilled in the wrong part; stop and ask the kit maker',
    ],
    [event('dimple-check'), 'dimple looked at'],
    [event('dimple-check', { dimple: 'cracked', note: 'Left of it.' }), 'dimple cracked Left of it.'],
    [event('rivet-check'), 'a rivet laid in'],
    [event('rivet-check', { rivet: { lie: 'proud' } }), 'a rivet laid in: proud'],
    [event('depth-read'), 'depth read'],
    [event('depth-read', { reading: L(0.042) }), 'depth .042 in'],
    [event('squared'), 'checked square'],
    [event('cleared'), 'cleared after cure'],
  ])('%s', (said, wanted) => expect(said).toBe(wanted));
  it('a head as it was found: sizes, gauge, defects, and what was decided', () => {
    const found = event('head-check', {
      head: { width: L(0.14), height: L(0.05), gauge: 'go', defects: ['tipped'], disposition: 'take-out' },
      note: 'Bar slipped.',
    });
    expect(found).toMatch(/^found: W \.140 in, H \.050 in, go, /);
    expect(found).toMatch(/; .+ Bar slipped\.$/);
    expect(event('head-check', { head: { disposition: 'accept' } })).toMatch(/^found: accept/);
  });
  it('every kind that can stand at a hole says something, in words', () => {
    const nameless = {
      rowId: 'r',
      assemblyId: 'a',
      kitId: 'k',
      holeId: 'h',
      layerId: 'l',
      partId: 'p',
      person: 'p',
      device: 'd',
      other: 'o',
    };
    for (const full of fullMarks({ ...nameless, newId: () => 'm' }).filter((m) => m.holeIds.length > 0)) {
      const bare = { ...full, payload: { ...full.payload, work: undefined } } as Mark;
      for (const said of [holeEventText(full, 'in'), holeEventText(bare, 'mm')]) {
        expect(said, full.kind).toMatch(/^[a-z]/);
        expect(said, full.kind).not.toMatch(/undefined|null|NaN/);
      }
    }
  });
  it('goes on after a rivet was taken out: the next one is its second', () => {
    const at = (n: number) => `2026-11-01T1${n}:00:00.000Z`;
    const marks = (['drilled', 'set', 'head-check', 'removed', 'deviation', 'set'] as const).map((kind, n) =>
      mark(`m${n}`, { kind, holeIds: ['h', 'i'], doneAt: at(n) }),
    );
    const others = [
      mark('x', { kind: 'set', holeIds: ['i'], doneAt: at(7) }),
      mark('y', { kind: 'gauge-read', holeIds: ['h'], doneAt: at(8) }),
    ];
    const story = (own: readonly Mark[]) => holeStory([...own, ...others], 'r', 'h').map((e) => `${e.mark.kind} ${e.rivets}`);
    expect(story(marks)).toEqual(['drilled 0', 'set 0', 'head-check 1', 'removed 1', 'deviation 1', 'set 1']);
    const undone = mark('u', { kind: 'undo', payload: { undoes: 'm5' }, doneAt: at(9) });
    expect(story([...marks, undone])).toHaveLength(5);
    expect(holeStory(marks, 'another row', 'h')).toEqual([]);
  });
});

describe('deviations and what is held back', () => {
  it('whose edge limit was asked for stands in the record', () => {
    expect(edgeLimitText(oversize)).toBe('edge limit 2 D, the kit’s own');
    expect(edgeLimitText({ ...oversize, edgeLimit: { factorD: 1.5, by: 'program' } })).toBe('edge limit 1.5 D, the program’s default');
    expect(edgeLimitText({ ...oversize, edgeLimit: undefined })).toBe('');
  });
  it.each([
    ['set', 'leave empty'],
    ['drilled', 'leave for the square-up check'],
    ['dimpled', 'plug first'],
    ['countersunk', 'plug first'],
  ])('%s: %s', (operation, word) => expect(heldWord(operation)).toBe(word));
});

describe('the cage in words', () => {
  const target = inches(0.042);
  const say = (readings: number[], gaugeSd: Mm | null = null) =>
    depthSentence(
      depthAdvice({ target, click: inches(0.001), readings: readings.map(inches), gaugeSd: gaugeSd ?? undefined }),
      'in',
      gaugeSd,
    );
  it('asks for as many more as are missing', () => {
    expect(say([])).toMatch(/^Measure 3 more/);
    expect(say([0.042, 0.043])).toMatch(/^Measure 1 more/);
  });
  it('leaves what is near, what the readings’ scatter explains, and what the gauge’s does', () => {
    expect(say([0.042, 0.0421, 0.0422])).toMatch(/^Leave it: the mean of 3 is within half a click/);
    expect(say([0.041, 0.0435, 0.0445])).toContain('the scatter of the readings explains up to');
    expect(say([0.0429, 0.043, 0.0431], inches(0.002))).toContain('the gauge’s own scatter explains up to');
  });
  it('turns by as many clicks, with the way', () => {
    expect(say([0.0399, 0.04, 0.0401])).toMatch(/^Turn 2 clicks deeper: the mean of 3 is off by \.002 in/);
    expect(say([0.0429, 0.043, 0.0431])).toMatch(/^Turn 1 click shallower/);
  });
});

describe('checks of the preparation in words', () => {
  it('each defect of a dimple says what follows; only two of them stop the work', () => {
    expect(dimpleSentence('under-formed')).toMatch(/^Under-formed\. Dimple it once more/);
    expect((['under-formed', 'cracked', 'doubled', 'wrong-side', 'dented'] as const).filter((d) => dimpleSeverity(d) === 'stop')).toEqual([
      'cracked',
      'wrong-side',
    ]);
  });
  it('a flange is bent open or in by what it is off', () => {
    expect(angleSentence({ isFine: true, bendDeg: 0.4 })).toMatch(/leave it/);
    expect(angleSentence({ isFine: false, bendDeg: 2 })).toMatch(/open by 2°/);
    expect(angleSentence({ isFine: false, bendDeg: -1.5 })).toMatch(/in by 1\.5°/);
  });
  it('a rivet laid in: by how many clicks, and no cage turned on one reading', () => {
    const says = (of: 'right' | 'shallow' | 'deep' | 'look', clicks: number | null, drop = 0) =>
      rivetSentence({ says: of, clicks, drop: drop as Mm }, 'in');
    expect(says('right', null)).toMatch(/^Flush/);
    expect(says('right', null, 0.19)).toMatch(/^As deep as wanted/);
    expect(says('look', null, 0.193)).toContain('.0076 in');
    expect(says('shallow', 1)).toContain('shallow, by some 1 click.');
    expect(says('shallow', null)).toContain('shallow. One rivet is one reading');
    expect(says('deep', -3)).toContain('deep, by some 3 clicks');
  });
  it('clicks past flush: computed beside the rule of thumb', () => {
    expect(clicksSentence({ flushDepth: inches(0.04), computed: 0, ruleOfThumb: 0, differs: 0 })).toContain('the head itself sits here');
    expect(clicksSentence({ flushDepth: inches(0.04), computed: 5.1, ruleOfThumb: 5, differs: -0.1 })).toContain('both come to the same');
    expect(clicksSentence({ flushDepth: inches(0.04), computed: 5, ruleOfThumb: 7, differs: 2 })).toContain(
      'cuts 2 clicks deeper: the skin sits in a hollow',
    );
    expect(clicksSentence({ flushDepth: inches(0.04), computed: 6, ruleOfThumb: 5, differs: -1 })).toContain(
      'cuts 1 click too little: the skin stands proud',
    );
  });
  it('a strip from both faces: straight hole, a guided waist, one that is not', () => {
    const hole = inches(0.098);
    expect(secondFaceSentence({ waist: null, straight: inches(0.02), isGuided: true }, hole, 'in')).toContain(
      '.020 in of straight hole stays',
    );
    expect(secondFaceSentence({ waist: inches(0.1), straight: 0 as Mm, isGuided: true }, hole, 'in')).toContain('still just finds it');
    expect(secondFaceSentence({ waist: inches(0.12), straight: 0 as Mm, isGuided: false }, hole, 'in')).toContain('the cutter chatters');
  });
});
