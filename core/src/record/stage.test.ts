import { describe, expect, it } from 'vitest';
import { stageOf } from './stage';
import type { StepKey } from './step-key';

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
  it('a plain row is prepared once deburred', () => {
    expect(stageOf(steps.slice(0, 3), new Set(['a', 'b', 'c']))).toBe('prepared');
  });
});
