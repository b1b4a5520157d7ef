import fc from 'fast-check';
import { createEvents } from 'ics';
import { describe, expect, it } from 'vitest';
import { calendarText, foldCalendar } from './calendar-lines';

const calendar = (title: string, description: string) => {
  const made = createEvents([
    {
      uid: 'a@patient-anvil',
      title: calendarText(title).replace(/\n/g, ' '),
      description: calendarText(description),
      start: [2026, 11, 27, 19, 0],
      duration: { minutes: 90 },
    },
  ]);
  if (made.error || !made.value) throw new Error('refused');
  return foldCalendar(made.value);
};
/* Unfolded and unescaped as RFC 5545 says it, by other means than the code. */
const valueOf = (file: string, key: string) => {
  const line =
    file
      .split('\r\n ')
      .join('')
      .split('\r\n')
      .find((l) => l.startsWith(`${key}:`)) ?? '';
  return line.slice(key.length + 1).replace(/\\([\\;,nN])/g, (_, c: string) => (c === 'n' || c === 'N' ? '\n' : c));
};

describe('a calendar file', () => {
  it('folds at 75 octets, not letters, and cuts no letter', () => {
    const title = 'Шпангоут '.repeat(30).trim();
    const file = calendar(title, 'x');
    for (const line of file.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    expect(valueOf(file, 'SUMMARY')).toBe(title);
    expect(file).not.toContain('\ufffd');
  });
  it.each([
    ['CR LF', 'one\r\ntwo', 'one\ntwo'],
    ['a bare CR', 'one\rtwo', 'one\ntwo'],
    ['a line separator', 'one\u2028two', 'one\ntwo'],
    ['signs of its own', 'a;b,c\\d', 'a;b,c\\d'],
    ['a bell', 'a\u0007b', 'a b'],
    ['half a letter', 'a\ud83d', 'a'],
  ])('a description with %s has no bare CR and reads back', (_, text, wanted) => {
    const file = calendar('t', text);
    expect(file.replace(/\r\n/g, '')).not.toMatch(/[\r\n]/);
    expect(valueOf(file, 'DESCRIPTION')).toBe(wanted);
  });
  it('whatever is written, lines stay short and ended by CR LF, and nothing is lost', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 300 }), (text) => {
        const file = calendar('t', text);
        expect(file.split('\r\n').every((l) => Buffer.byteLength(l) <= 75)).toBe(true);
        expect(file.replace(/\r\n/g, '')).not.toMatch(/[\r\n]/);
        expect(valueOf(file, 'DESCRIPTION')).toBe(calendarText(text));
      }),
      { seed: 13, numRuns: 300 },
    );
  });
});
