import { describe, expect, it } from 'vitest';
import { readBatchTyped, typedAsLast, type BatchTyped } from './batch-text';

const good: BatchTyped = { ...typedAsLast(null), product: 'tank sealant', work: '30', mixedFor: ['r1'] };
const faults = (more: Partial<BatchTyped>) => {
  const read = readBatchTyped({ ...good, ...more });
  return read.ok ? [] : read.problems.map((p) => `${p.path} ${p.code}`);
};

describe('a batch as it is typed', () => {
  it.each<[Partial<BatchTyped>, string[]]>([
    [{}, []],
    [{ product: ' ' }, ['product batch-product-missing']],
    [{ work: '' }, ['work batch-work-missing']],
    [{ work: '.9' }, ['work batch-work-life']],
    [{ work: '1' }, []],
    [{ work: '2000' }, []],
    [{ work: '2001' }, ['work batch-work-life']],
    [{ work: 'half an hour' }, ['work batch-work-life']],
    [{ tackFree: '29' }, ['tackFree batch-tack-free-early']],
    [{ tackFree: '30' }, []],
    [{ tackFree: '0' }, ['tackFree batch-minutes']],
    [{ cure: '29' }, ['cure batch-cured-early']],
    [{ tackFree: '60', cure: '59' }, ['cure batch-cured-early']],
    [{ tackFree: '60', cure: '60' }, []],
    [{ cure: '100001' }, ['cure batch-minutes']],
    [{ temperature: '-40' }, []],
    [{ temperature: '\u221241' }, ['temperature batch-temperature']],
    [{ temperature: '60.5' }, ['temperature batch-temperature']],
    [{ mixedFor: [] }, ['mixedFor batch-for-nothing']],
    [
      { product: '', work: 'x', temperature: 'x', mixedFor: [] },
      ['product batch-product-missing', 'work batch-work-life', 'temperature batch-temperature', 'mixedFor batch-for-nothing'],
    ],
  ])('%j: %j', (more, told) => expect(faults(more)).toEqual(told));
  it('says what was said, and nothing of what was not', () => {
    expect(readBatchTyped({ ...good, ratioBy: 'volume' })).toEqual({ ok: true, workMinutes: 30, batch: { product: 'tank sealant' } });
    expect(readBatchTyped({ ...good, ratio: '10 : 1', ratioBy: 'volume', tackFree: '90', cure: '600', temperature: '18,5' })).toEqual({
      ok: true,
      workMinutes: 30,
      batch: {
        product: 'tank sealant',
        ratio: '10 : 1',
        ratioBy: 'volume',
        tackFreeMinutes: 90,
        cureMinutes: 600,
        temperatureC: 18.5,
      },
    });
  });
});
