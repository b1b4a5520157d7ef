import { describe, expect, it } from 'vitest';
import { readThingCheck } from './thing-check-text';

const faults = (note: string, off: string, isGood = false) => {
  const read = readThingCheck({ note, off }, isGood, 'in');
  return read.ok ? [] : read.problems.map((p) => `${p.path} ${p.code}`);
};

describe('what was found of a thing, as it is typed', () => {
  it.each<[string, string, boolean, string[]]>([
    ['die cracked', '', false, []],
    [' ', '', false, ['note finding-unsaid']],
    ['', '', true, []],
    ['', 'a hair', true, ['off reads-off-unreadable']],
    ['', 'a hair', false, ['note finding-unsaid', 'off reads-off-unreadable']],
    ['', '--.002', true, ['off reads-off-unreadable']],
  ])('%j, off %j, good %j: %j', (note, off, isGood, told) => expect(faults(note, off, isGood)).toEqual(told));
  it.each([
    ['-.002', -0.0508],
    ['\u2212.002', -0.0508],
    ['+.002', 0.0508],
    ['.002', 0.0508],
    ['-.05 mm', -0.05],
  ])('a gauge that reads %s off', (text, mm) => {
    const read = readThingCheck({ note: '', off: text }, true, 'in');
    expect(read.ok && read.off?.mm).toBeCloseTo(mm, 9);
    expect(read.ok && read.off?.text).toBe(text);
  });
  it('says nothing of what was not said', () => expect(readThingCheck({ note: '', off: '' }, true, 'mm')).toEqual({ ok: true }));
});
