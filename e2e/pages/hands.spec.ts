import { expect, test } from '@playwright/test';
import { counted, promised, TASKS } from '../hand-tasks';

test.describe('by keys alone', () => {
  for (const task of TASKS) test(task.name, ({ page }) => counted(page, task, 'keys'));
});

test.describe('by touch alone', () => {
  test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true });
  for (const task of TASKS) test(task.name, ({ page }) => counted(page, task, 'touch'));
});

test('of the tasks that were counted before, all together take a third less', () => {
  const counted = TASKS.map((t) => promised(t.name)).filter((p) => p.before !== null);
  const sum = (of: (p: (typeof counted)[number]) => number) => counted.reduce((n, p) => n + of(p), 0);
  expect(counted.length).toBe(5);
  expect(sum((p) => p.keys)).toBeLessThanOrEqual((sum((p) => p.before ?? 0) * 2) / 3);
  expect(sum((p) => p.touch)).toBeLessThanOrEqual((sum((p) => p.before ?? 0) * 2) / 3);
});
