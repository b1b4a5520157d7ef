import { describe, expect, it } from 'vitest';
import { answerPrep } from './prep-document';
import { answerDimension } from './small-documents';

const good = {
  head: 'flush-100',
  diameter: '3/32',
  stack: [
    { part: 'skin', thickness: '.025' },
    { part: 'rib', thickness: 0.032 },
  ],
};

describe('unusable prep documents name their path', () => {
  it.each([
    ['nothing', null, 'document-invalid', ''],
    ['a number', 5, 'document-invalid', ''],
    ['no head', { ...good, head: undefined }, 'key-missing', 'head'],
    ['a misspelt key', { ...good, scholl: 'kit-032' }, 'key-unknown', 'scholl'],
    ['a misspelt key in a sheet', { ...good, stack: [{ part: 'a', thickness: 0.025, plan: 'dimple' }] }, 'key-unknown', 'stack[0].plan'],
    ['no sheets', { ...good, stack: [] }, 'document-invalid', 'stack'],
    ['too many sheets', { ...good, stack: Array(21).fill({ part: 'a', thickness: 0.02 }) }, 'document-invalid', 'stack'],
    ['an unknown school', { ...good, school: 'mine' }, 'document-invalid', 'school'],
    [
      'a thickness out of range',
      { ...good, stack: [good.stack[0], { part: 'rib', thickness: 25 }] },
      'sheet-out-of-range',
      'stack[1].thickness',
    ],
    [
      'a thickness that does not read',
      { ...good, stack: [good.stack[0], { part: 'rib', thickness: 'thin' }] },
      'dimension-unreadable',
      'stack[1].thickness',
    ],
    ['a negative thickness', { ...good, stack: [{ part: 'rib', thickness: -0.025 }] }, 'dimension-not-positive', 'stack[0].thickness'],
    ['a diameter outside the tables', { ...good, diameter: '1/4' }, 'diameter-not-in-table', 'diameter'],
    ['a hole under the rivet', { ...good, hole: '.090' }, 'hole-under-diameter', 'hole'],
    ['a hole in inches where a drill was meant', { ...good, hole: '40' }, 'hole-unreasonable', 'hole'],
    ['an edge of nothing', { ...good, edge: 0 }, 'dimension-not-positive', 'edge'],
    ['an endless pitch', { ...good, pitch: Infinity }, 'document-invalid', 'pitch'],
    ['a pitch beyond reason', { ...good, pitch: 1e300 }, 'dimension-too-large', 'pitch'],
    ['a bad allowance', { ...good, nest: { fixed: 'x y' } }, 'dimension-unreadable', 'nest.fixed'],
    ['a length between dashes', { ...good, length: 0.2 }, 'length-not-a-dash', 'length'],
    ['text for a switch', { ...good, halfDash: 'yes' }, 'document-invalid', 'halfDash'],
  ])('%s', (_, document, code, path) => {
    const answered = answerPrep(document);
    if (answered.ok) throw new Error('taken');
    expect(answered.problem).toMatchObject({ code, path });
  });

  it('takes a nominal diameter rounded to three places', () => {
    expect(answerPrep({ ...good, diameter: 0.094 })).toMatchObject({ ok: true });
    expect(answerPrep({ ...good, diameter: 0.1 })).toMatchObject({ ok: false });
  });

  it('takes an allowance of nothing', () => {
    expect(answerPrep({ ...good, nest: { fixed: 0 } })).toMatchObject({ ok: true });
  });
});

describe('the verb dimension', () => {
  it('answers as its contract shows, and points at the text', () => {
    expect(answerDimension({ text: '#40', units: 'in' })).toEqual({ ok: true, value: { value: 0.098, kind: 'drill-number' } });
    expect(answerDimension({ text: '25', sheet: true })).toMatchObject({ value: { value: 0.025 } });
    expect(answerDimension({ text: '25 furlongs' })).toMatchObject({ problem: { code: 'unit-unknown', path: 'text' } });
    expect(answerDimension({ text: 25 })).toMatchObject({ problem: { code: 'document-invalid', path: 'text' } });
  });
});
