import { describe, expect, it } from 'vitest';
import { answerMetal } from '../src/formats/metal-document';
import { compareRecord } from './metal-compare';
import { randomRecord } from './metal-random';

/** Records in ./test; `npm run soak` takes many more. */
const RECORDS = 2000;

describe('the metal against a model of its own', () => {
  it(`${RECORDS} random records`, () => {
    for (let seed = 1; seed <= RECORDS; seed++) {
      const record = randomRecord(seed);
      const answer = answerMetal(record);
      if (!answer.ok) throw new Error(`seed ${seed}: ${JSON.stringify(answer.problem)}`);
      expect(compareRecord(record, answer.value), `seed ${seed}`).toEqual([]);
    }
  });
});
