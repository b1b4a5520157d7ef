import { describe, expect, it } from 'vitest';
import { answerCallout } from '../formats/small-documents';
import { formatCallout, parseCallout } from './callout';

describe('call-outs', () => {
  it.each([
    ['MS20426AD4-5', 'MS20426AD4-5'],
    ['AN470AD4-4', 'MS20470AD4-4'],
    ['426-3-3.5', 'MS20426AD3-3.5'],
    ['470AD4-6', 'MS20470AD4-6'],
    ['426AD3-3.5', 'MS20426AD3-3.5'],
    ['470-4-4', 'MS20470AD4-4'],
    ['ms 20426 ad 3 - 4', 'MS20426AD3-4'],
    ['426DD6-12', 'MS20426DD6-12'],
    ['426A3-4', 'MS20426A3-4'],
    ['426AD3', 'MS20426AD3'],
    ['426-3', 'MS20426AD3'],
  ])('%s is %s', (text, callout) => {
    const parsed = parseCallout(text);
    expect(parsed.ok && formatCallout(parsed.value)).toBe(callout);
  });

  it.each([
    ['', 'callout-empty'],
    ['4-4', 'callout-head-missing'],
    ['426AD2-4', 'callout-diameter-unknown'],
    ['426AD7-4', 'callout-diameter-unknown'],
    ['426AD3-3.25', 'callout-length-odd'],
    ['426AD3-.5', 'callout-length-odd'],
    ['426AD3-0', 'callout-length-odd'],
    ['426AD3-65', 'callout-length-odd'],
    ['426XX3-4', 'callout-unreadable'],
    ['rivet', 'callout-unreadable'],
    ['4'.repeat(10_000), 'callout-unreadable'],
  ])('%s is refused: %s', (text, code) => {
    const parsed = parseCallout(text);
    expect(parsed.ok ? 'taken' : parsed.problem.code).toBe(code);
  });

  it('answers the headless verb as its contract shows', () => {
    expect(answerCallout({ text: '426AD3-3.5' })).toEqual({
      ok: true,
      value: {
        callout: 'MS20426AD3-3.5',
        head: 'flush-100',
        diameter: 0.09375,
        length: 0.21875,
        alloy: 'AD',
        dash: { diameter: 3, length: 3.5 },
      },
    });
    expect(answerCallout({ text: '470AD4-4', units: 'mm' })).toMatchObject({
      value: { diameter: 3.175, length: 6.35, head: 'protruding' },
    });
    expect(answerCallout({ text: '426AD3' })).toMatchObject({ problem: { code: 'callout-length-missing', path: 'text' } });
  });
});
