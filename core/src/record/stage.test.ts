import { describe, expect, it } from 'vitest';
import { stageOf } from './stage';
import { AT_HOLE, type StepKey } from './step-key';

describe('how far a hole is', () => {
  const step = (kind: 'drilled' | 'deburred' | 'dimpled', key: string) => ({
    key: key as StepKey,
    kind,
    layerId: null,
    side: null,
    partId: null,
  });
  const steps = [step('drilled', 'a'), step('deburred', 'b'), step('deburred', 'c'), step('dimpled', 'd')];
  it.each([
    [[], 'open'],
    [['a'], 'drilled'],
    [['a', 'b'], 'drilled'],
    [['a', 'b', 'c'], 'deburred'],
    [['a', 'b', 'c', 'd'], 'prepared'],
    [['b', 'c', 'd'], 'open'],
  ] as const)('%j: %s', (keys, stage) => {
    expect(stageOf(steps, new Set<string>(keys))).toBe(stage);
  });
  it('one that is closed is closed, whatever is open again under its rivet', () => {
    const closed = [...steps, step('set' as 'drilled', AT_HOLE.set)];
    expect(stageOf(closed, new Set<string>(['a', AT_HOLE.set]))).toBe('set');
    expect(stageOf(closed, new Set<string>(['a', AT_HOLE.set, AT_HOLE.inspected]))).toBe('set');
    expect(
      stageOf([...closed, step('inspected' as 'drilled', AT_HOLE.inspected)], new Set<string>(['a', AT_HOLE.set, AT_HOLE.inspected])),
    ).toBe('inspected');
  });
  it('a plain row is prepared once deburred', () => {
    expect(stageOf(steps.slice(0, 3), new Set(['a', 'b', 'c']))).toBe('prepared');
  });
});
