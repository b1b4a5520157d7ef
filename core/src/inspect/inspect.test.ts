import { RIVET_SIZES } from '../tables/fasteners';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fold, mark } from '../../test/build';
import { randomFrom } from '../depth/simulate';
import type { HeadCheck, Mark, Setting } from '../record/marks';

import { rivetOfDash, type RivetSize } from '../tables/fasteners';
import { PROFILES } from '../tables/profiles';
import { inches, type Mm } from '../units/length';
import { diagnosisSentence } from '../wording/inspect';
import { diagnose, TIPPED_D } from './diagnose';
import { DRIFT_OF, FIT_FROM, fittedFactor, headReadings, heightDrift, type HeadReading } from './heads';
import { holeStory } from './hole-story';
import { oddHoles } from './odd-holes';
import { rejectedRivets } from './rejected';
import { firstPieces, goesOnUnlooked } from './first-pieces';
import { batchesOf, dueRivets, isDueAt } from './sampling';
import { settingOrder, settingRanks } from './setting-order';

const dash3 = rivetOfDash(3) as RivetSize;
const D = 0.09375;
const length = (inch: number) => ({ mm: inch * 25.4, text: String(inch), units: 'in' as const });
const at = (n: number) => new Date(Date.UTC(2026, 10, 1, 10, n)).toISOString();

describe('the order within a row', () => {
  it.each([
    [0, []],
    [1, [0]],
    [2, [0, 1]],
    [3, [1, 0, 2]],
    [5, [2, 0, 4, 1, 3]],
    [9, [4, 0, 8, 2, 6, 1, 3, 5, 7]],
  ])('%d holes', (count, wanted) => expect(settingOrder(count)).toEqual(wanted));
  it('names every hole once, the middle first, and after each round no gap is over twice another', () => {
    fc.assert(
      fc.property(fc.integer({ min: 3, max: 400 }), (count) => {
        const order = settingOrder(count);
        expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: count }, (_, i) => i));
        expect(order.slice(0, 3)).toEqual([Math.floor((count - 1) / 2), 0, count - 1]);
        /* Whatever is next lies in a gap at least as wide as every gap taken after it. */
        const set = new Set(order.slice(0, 3));
        let before = Infinity;
        for (const place of order.slice(3)) {
          let [a, b] = [place, place];
          while (!set.has(a)) a--;
          while (!set.has(b)) b++;
          expect(b - a).toBeLessThanOrEqual(before + 1);
          before = b - a;
          set.add(place);
        }
      }),
      { seed: 20261123, numRuns: 120 },
    );
  });
});

describe('the sampling plan', () => {
  const q = { every: 10, calloutOf: () => 'MS20426AD3-3.5' };
  const set = (n: number, more: Partial<Mark> = {}) => mark(`s${n}`, { kind: 'set', holeIds: [`h${n}`], doneAt: at(n), ...more });
  const due = (marks: Mark[], every = 10) => dueRivets(batchesOf(marks, { ...q, every })).map((r) => r.holeId);
  it.each([
    [0, true],
    [2, true],
    [3, false],
    [11, false],
    [12, true],
    [13, false],
    [22, true],
  ])('place %d of a batch: %s', (place, wanted) => expect(isDueAt(place, 10)).toBe(wanted));
  it('the three that are due are the first three in riveting order, also where one mark sets the whole row', () => {
    const ids = Array.from({ length: 7 }, (_, i) => `h${i}`);
    const ranks = settingRanks(ids);
    const rankOf = (_: string, id: string) => ranks.get(id) as number;
    const whole = [mark('s', { kind: 'set', holeIds: ids, doneAt: at(1) })];
    expect(settingOrder(7).slice(0, 3)).toEqual([3, 0, 6]);
    expect(dueRivets(batchesOf(whole, { ...q, rankOf })).map((r) => r.holeId)).toEqual(['h3', 'h0', 'h6']);
  });
  it('first pieces: three are proposed, going on past them unlooked asks once and stays on record', () => {
    const squeezer = { way: 'squeezer' as const };
    const hand = (marks: Mark[], setting: Setting | undefined = squeezer) =>
      firstPieces(batchesOf(marks, q), { person: 'p', setting, callout: 'MS20426AD3-3.5' });
    const one = (n: number, more: object = {}) => set(n, { payload: { setting: squeezer, ...more } });
    expect(hand([])).toEqual({ left: 3, unlooked: [], isAccepted: false });
    expect(goesOnUnlooked(hand([]), 3)).toBe(false);
    expect(goesOnUnlooked(hand([]), 4)).toBe(true);
    const three = [one(0), one(1), one(2)];
    expect(hand(three.slice(0, 2)).left).toBe(1);
    expect(goesOnUnlooked(hand(three.slice(0, 2)), 1)).toBe(false);
    expect(hand(three)).toMatchObject({ left: 0, unlooked: [{ holeId: 'h0' }, { holeId: 'h1' }, { holeId: 'h2' }] });
    expect(goesOnUnlooked(hand(three), 1)).toBe(true);
    const looked = (n: number) =>
      mark(`l${n}`, { kind: 'head-check', holeIds: [`h${n}`], doneAt: at(20 + n), payload: { head: { disposition: 'accept' } } });
    expect(goesOnUnlooked(hand([...three, looked(0), looked(1)]), 1)).toBe(true);
    expect(goesOnUnlooked(hand([...three, looked(0), looked(1), looked(2)]), 1)).toBe(false);
    const accepted = [...three, one(3, { early: ['inspected'] })];
    expect(hand(accepted).isAccepted).toBe(true);
    expect(goesOnUnlooked(hand(accepted), 9)).toBe(false);
    /* Another pressure is another batch, and asks anew. */
    expect(hand(accepted, { ...squeezer, pressure: '60 psi' })).toEqual({ left: 3, unlooked: [], isAccepted: false });
  });
  it('every one is due where the builder wants every one', () => {
    expect([0, 1, 2, 3, 4, 5].every((p) => isDueAt(p, 1))).toBe(true);
  });
  it('a change of tool, pressure, length or person begins again', () => {
    const many = (from: number, count: number, more: Partial<Mark>) => Array.from({ length: count }, (_, i) => set(from + i, more));
    const squeezer = { payload: { setting: { way: 'squeezer' as const } } };
    expect(due(many(0, 8, squeezer))).toEqual(['h0', 'h1', 'h2']);
    for (const other of [
      { payload: { setting: { way: 'gun' as const } } },
      { payload: { setting: { way: 'squeezer' as const, pressure: '80 psi' } } },
      { payload: { setting: { way: 'squeezer' as const, lengthDash: 4 } } },
      { payload: { setting: { way: 'squeezer' as const, toolId: 't' } } },
      { payload: { setting: { way: 'squeezer' as const, dash: 4 as const } } },
      { ...squeezer, person: 'q' },
    ])
      expect(due([...many(0, 8, squeezer), ...many(8, 8, other)])).toEqual(['h0', 'h1', 'h2', 'h8', 'h9', 'h10']);
  });
  it('two people beside each other do not end each other’s batches', () => {
    const marks = Array.from({ length: 20 }, (_, i) => set(i, { person: i % 2 === 0 ? 'p' : 'q' }));
    expect(batchesOf(marks, q).map((b) => b.rivets.length)).toEqual([10, 10]);
  });
  it('a checked one is due no longer, one to be driven more is, a removed one is gone', () => {
    const check = (hole: number, disposition: HeadCheck['disposition']) =>
      mark(`c${hole}`, { kind: 'head-check', holeIds: [`h${hole}`], doneAt: at(30), payload: { head: { disposition } } });
    const marks = Array.from({ length: 5 }, (_, i) => set(i));
    expect(due([...marks, check(0, 'accept'), check(1, 'take-out')])).toEqual(['h2']);
    expect(due([...marks, check(0, 'accept'), check(1, 'drive-more')])).toEqual(['h1', 'h2']);
    expect(due([...marks, mark('r', { kind: 'removed', holeIds: ['h0'], doneAt: at(31) })])).toEqual(['h1', 'h2', 'h3']);
    expect(due([...marks, check(0, 'accept'), mark('u', { kind: 'undo', payload: { undoes: 'c0' } })])).toEqual(['h0', 'h1', 'h2']);
  });
  it('an accepted check counts as inspected; anything else opens it again', () => {
    const done = (...marks: Mark[]) => fold(marks).rows.get('r')?.get('h0')?.has('inspected//') ?? false;
    const check = (n: number, disposition: HeadCheck['disposition']) =>
      mark(`c${n}`, { kind: 'head-check', holeIds: ['h0'], doneAt: at(n), payload: { head: { disposition } } });
    expect(done(set(0), check(1, 'accept'))).toBe(true);
    expect(done(set(0), check(1, 'accept-note'))).toBe(true);
    expect(done(set(0), check(1, 'accept'), check(2, 'take-out'))).toBe(false);
    expect(done(set(0), check(1, 'drive-more'))).toBe(false);
  });
});

describe('one rivet looked at', () => {
  const rivet = {
    size: dash3,
    lengthDash: 3.5,
    grip: inches(0.088),
    hole: dash3.hole,
    profile: PROFILES.classic,
    formFactor: 0.91,
    halfDash: true,
  };
  const limits = { flushness: inches(0.002), gapMax: inches(0.002) };
  const look = (check: Partial<HeadCheck>, more: Partial<typeof rivet> = {}) => diagnose(check, { ...rivet, ...more }, limits);
  it('a dash too short, over-driven, under-driven, tipped: four different diagnoses', () => {
    const all = [
      look({ width: length(1.3 * D), height: length(0.4 * D) }, { lengthDash: 2.5 }),
      look({ width: length(1.72 * D), height: length(0.43 * D) }),
      look({ width: length(1.3 * D), height: length(0.87 * D) }),
      look({ width: length(1.62 * D), width2: length(1.5 * D), height: length(0.55 * D) }),
    ];
    expect(all.map((d) => [d.diagnosis, d.advice])).toEqual([
      ['wrong-length', 'take-out'],
      ['over-driven', 'take-out'],
      ['under-driven', 'drive-more'],
      ['tipped', 'take-out'],
    ]);
    expect(all[0]?.suggestDash).toBe(3.5);
    expect(new Set(all.map((d) => diagnosisSentence(d, 'MS20426AD3-3.5'))).size).toBe(4);
    expect(look({ defects: ['tipped'] }).diagnosis).toBe('tipped');
  });
  it.each<[string, number, number, string, string]>([
    ['.120 by .040 for a dash 3', 0.12, 0.04, 'too-small', 'take-out'],
    ['a hair under both', 1.4999 * D, 0.4999 * D, 'too-small', 'take-out'],
    ['as wide as it must be', 1.5 * D, 0.4999 * D, 'cannot-tell', 'ask'],
    ['low, and wider than the most', 1.9 * D, 0.4 * D, 'cannot-tell', 'ask'],
  ])('in a stack dimpled all through: %s', (_, width, height, diagnosis, advice) => {
    /* The two reckonings disagree: dash 4 is too long for the flat grip and works at the lip. */
    const stack = { ...rivet, lengthDash: 4, grip: inches(0.05), lip: inches(0.0858) };
    const seen = diagnose({ width: length(width), height: length(height) }, stack, limits);
    expect([seen.judgement?.cause, seen.diagnosis, seen.advice]).toEqual(['cannot-tell', diagnosis, advice]);
    expect(diagnosisSentence(seen, 'MS20426AD3-4')).not.toBe('');
  });
  it.each([
    ['at the limit', TIPPED_D, 'good'],
    ['a hair over', TIPPED_D + 0.0001, 'tipped'],
  ])('two widths that differ %s', (_, by, wanted) =>
    expect(look({ width: length((1.55 + by / 2) * D), width2: length((1.55 - by / 2) * D), height: length(0.52 * D) }).diagnosis).toBe(
      wanted,
    ),
  );
  it.each([
    [{ gauge: 'go' as const }, 'good', 'accept'],
    [{ gauge: 'no-go' as const }, 'no-go', 'ask'],
    [{}, 'not-measured', 'accept'],
    [{ gauge: 'go' as const, defects: ['dent' as const] }, 'defect', 'accept-note'],
    [{ gauge: 'go' as const, defects: ['dent' as const, 'crack' as const] }, 'defect', 'ask'],
    [{ flush: length(0.002) }, 'not-measured', 'accept'],
    [{ flush: length(0.0021) }, 'defect', 'take-out'],
    [{ flush: length(-0.0021) }, 'defect', 'ask'],
    [{ gap: length(0.003) }, 'defect', 'take-out'],
    [{ width: length(1.3 * D), height: length(0.87 * D), defects: ['dent' as const] }, 'under-driven', 'drive-more'],
  ])('%j: %s, %s', (check, diagnosis, advice) => expect(look(check)).toMatchObject({ diagnosis, advice }));
});

describe('heads over time', () => {
  const context = { size: dash3, lengthDash: 3.5, grip: inches(0.088), hole: dash3.hole };
  const head = (n: number, w: number, h: number, more: Partial<HeadCheck> = {}) =>
    mark(`c${n}`, {
      kind: 'head-check',
      holeIds: [`h${n}`],
      doneAt: at(n),
      payload: { head: { width: length(w * D), height: length(h * D), disposition: 'accept', ...more } },
    });
  it('belong to who set the rivet, not to who measured it', () => {
    const marks = [
      mark('s', { kind: 'set', holeIds: ['h1'], person: 'setter', payload: { setting: { way: 'gun', toolId: 't', lengthDash: 4 } } }),
      head(1, 1.5, 0.6),
    ];
    expect(headReadings(marks, () => context)[0]).toMatchObject({ setter: 'setter', toolId: 't', lengthDash: 4 });
    expect(headReadings(marks, () => undefined)).toEqual([]);
  });
  it('the form factor comes back from heads made with it, once there are enough', () => {
    const volume = ((0.21875 - 0.088) * D * D - 0.088 * (0.098 ** 2 - D * D)) / D ** 3;
    const made = (count: number) =>
      Array.from({ length: count }, (_, i) => {
        const w = 1.5 + 0.01 * i;
        return head(i, w, volume / (0.87 * w * w));
      });
    expect(fittedFactor(headReadings(made(FIT_FROM - 1), () => context))).toBeNull();
    const fit = fittedFactor(headReadings([...made(FIT_FROM), head(50, 1.2, 0.9, { disposition: 'take-out' })], () => context));
    expect(fit?.n).toBe(FIT_FROM);
    expect(fit?.mean).toBeCloseTo(0.87, 9);
    expect(fit?.sd).toBeCloseTo(0, 9);
  });
  it('a drifting gun is seen, the same scatter without drift is not', () => {
    const random = randomFrom(7);
    const series = (drift: number) =>
      Array.from({ length: 40 }, (_, i) => ({ heightD: 0.55 + 0.04 * (random() - 0.5) - (i >= 40 - DRIFT_OF ? drift : 0) }) as HeadReading);
    expect(heightDrift(series(0.08))).not.toBeNull();
    expect(heightDrift(series(0))).toBeNull();
    expect(heightDrift(series(0.08).slice(0, 2 * DRIFT_OF - 1))).toBeNull();
  });
});

it('a rivet that was decided against is rejected until another is set', () => {
  const h = { rowId: 'r', holeIds: ['h'] };
  const check = (n: number, disposition: HeadCheck['disposition']) =>
    mark(`c${n}`, { ...h, kind: 'head-check', doneAt: at(n), payload: { head: { disposition } } });
  const set = (n: number) => mark(`s${n}`, { ...h, kind: 'set', doneAt: at(n) });
  const rejected = (...marks: Mark[]) => rejectedRivets(marks).map((r) => r.holeId);
  expect(rejected(set(1))).toEqual([]);
  expect(rejected(set(1), check(2, 'take-out'))).toEqual(['h']);
  expect(rejected(set(1), check(2, 'drive-more'), check(3, 'accept'))).toEqual([]);
  expect(rejected(set(1), check(2, 'ask'), mark('x', { ...h, kind: 'removed', doneAt: at(3) }), set(4))).toEqual([]);
  expect(rejected(set(1), check(2, 'take-out'), mark('u', { kind: 'undo', payload: { undoes: 'c2' } }))).toEqual([]);
});

it('a hole that wants the next size, or stops, is no place for the planned rivet until one is set there', () => {
  const h = { rowId: 'r', holeIds: ['h'] };
  const found = (n: number, verdict: 'same-rivet' | 'next-size' | 'stop') =>
    mark(`d${n}`, { ...h, kind: 'deviation', doneAt: at(n), payload: { deviation: { kind: 'after-removal', verdict } } });
  const odd = (...marks: Mark[]) => [...oddHoles(marks, 'r')].map(([id, d]) => [id, d.verdict]);
  expect(odd(found(1, 'same-rivet'))).toEqual([]);
  expect(odd(found(1, 'next-size'))).toEqual([['h', 'next-size']]);
  expect(odd(found(1, 'next-size'), found(2, 'stop'))).toEqual([['h', 'stop']]);
  expect(odd(found(1, 'stop'), found(2, 'same-rivet'))).toEqual([]);
  expect(odd(found(1, 'next-size'), mark('s', { ...h, kind: 'set', doneAt: at(2) }))).toEqual([]);
  expect(oddHoles([found(1, 'stop')], 'other').size).toBe(0);
});

it('the story of a hole: made, set, found, taken out, measured, set again', () => {
  const h = { rowId: 'r', holeIds: ['h'] };
  const marks = [
    mark('f', { ...h, kind: 'set', doneAt: at(7) }),
    mark('a', { ...h, kind: 'drilled', doneAt: at(1) }),
    mark('b', { ...h, kind: 'set', doneAt: at(2) }),
    mark('c', { ...h, kind: 'head-check', doneAt: at(3), payload: { head: { disposition: 'take-out' } } }),
    mark('d', { ...h, kind: 'removed', doneAt: at(4) }),
    mark('e', { ...h, kind: 'deviation', doneAt: at(5), payload: { deviation: { kind: 'after-removal', verdict: 'next-size' } } }),
    mark('x', { ...h, kind: 'set', doneAt: at(6) }),
    mark('u', { kind: 'undo', payload: { undoes: 'x' } }),
    mark('z', { rowId: 'r', holeIds: ['other'], kind: 'set' }),
  ];
  expect(holeStory(marks, 'r', 'h').map((e) => [e.mark.id, e.rivets])).toEqual([
    ['a', 0],
    ['b', 0],
    ['c', 1],
    ['d', 1],
    ['e', 1],
    ['f', 1],
  ]);
});

it('the profile’s window, sampled: no head inside it is rejected, no head outside accepted', () => {
  const random = randomFrom(11);
  for (let i = 0; i < 3000; i++) {
    const [w, h] = [1.2 + 0.8 * random(), 0.3 + 0.9 * random()];
    const answer = diagnose(
      { width: { mm: w * dash3.diameter, text: '', units: 'in' }, height: { mm: h * dash3.diameter, text: '', units: 'in' } },
      { size: dash3, lengthDash: 3.5, grip: inches(0.088), hole: dash3.hole, profile: PROFILES.classic, formFactor: 0.91, halfDash: true },
      { flushness: inches(0.002), gapMax: 0 as Mm },
    );
    const isIn = w >= 1.5 && w <= 1.75 && h >= 0.5 && h <= 1;
    expect(answer.judgement?.verdict === 'accept').toBe(isIn);
  }
});

it('a head is accepted exactly where the picture shows it inside the window, whatever its volume', () => {
  const window = (w: number, h: number, p: (typeof PROFILES)[keyof typeof PROFILES]) =>
    w >= p.minWidthD && w <= p.maxWidthD && h >= p.minHeightD && h <= p.maxHeightD;
  for (const profile of Object.values(PROFILES))
    for (let w = 1.2; w < 1.9; w += 0.0137)
      for (let h = 0.3; h < 1.1; h += 0.0171) {
        const rivet = {
          size: RIVET_SIZES[0]!,
          lengthDash: 3.5,
          grip: inches(0.088),
          hole: inches(0.098),
          profile,
          formFactor: 0.91,
          halfDash: true,
        };
        const D = 3 / 32;
        const found = diagnose(
          { width: { mm: w * D * 25.4, text: '', units: 'in' }, height: { mm: h * D * 25.4, text: '', units: 'in' } },
          rivet,
          { flushness: inches(0.002), gapMax: inches(0.002) },
        );
        expect([found.advice.startsWith('accept'), w, h]).toEqual([window(w, h, profile), w, h]);
      }
});
