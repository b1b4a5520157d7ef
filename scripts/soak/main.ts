import { answerMetal } from '#core/formats/metal-document';
import { compareRecord } from '../../core/test/metal-compare';
import { randomRecord } from '../../core/test/metal-random';

/*
 * `npm run soak [FROM] [TO]`: random records by the hundred thousand, the program held against the model of its own. Ends with how many
 * agreed; the first ones that do not are printed with their seed, to become a case of the tests.
 */
const [from = 1, to = 100_000] = process.argv.slice(2).map(Number);
const SHOWN = 5;
let differing = 0;
for (let seed = from; seed <= to; seed++) {
  const record = randomRecord(seed);
  const answer = answerMetal(record);
  const wrong = answer.ok ? compareRecord(record, answer.value) : [JSON.stringify(answer.problem)];
  if (wrong.length > 0 && ++differing <= SHOWN) console.log(`seed ${seed}: ${wrong[0]}\n${JSON.stringify(record)}`);
  if (seed % 10_000 === 0) console.log(`${seed - from + 1} records, ${differing} differ`);
}
console.log(`${to - from + 1} records, ${differing} differ`);
process.exit(differing === 0 ? 0 : 1);
