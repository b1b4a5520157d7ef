import { expect, it } from 'vitest';
import { holesThen } from './holes-then';

const row = (text: string) => ({ holes: text.split('').map((c) => ({ id: c.toLowerCase(), out: c !== c.toLowerCase() })) });

it.each([
  ['the same', 'abcdef', 'abcdef', 'cde', '3-5'],
  ['one before it taken out since', 'abcdef', 'abCdef', 'f', '6 (now 5)'],
  ['taken out itself', 'abcdef', 'abcdEF', 'ef', '5-6 (now taken out)'],
  ['one taken out, one moved', 'abcdef', 'abCdef', 'cd', '3-4 (now 3)'],
  ['put in since', 'ab', 'abc', 'c', '3'],
  ['the row is gone', 'abc', null, 'bc', '2-3 (row deleted)'],
])('%s', (_, then, now, ids, said) => expect(holesThen(row(then), now === null ? null : row(now), ids.split(''))).toBe(said));
