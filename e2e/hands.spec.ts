import { test } from '@playwright/test';
import { counted, TASKS } from './hand-tasks';

/* Two of the tasks in a real browser, where focus, menus and fingers are real; all of them are counted in pages/hands.spec.ts. */
const REAL = TASKS.filter((t) => t.name === 'Keep a deviation with a photo' || t.name === 'Take a rivet out');

test.describe('by keys alone', () => {
  for (const task of REAL) test(task.name, ({ page }) => counted(page, task, 'keys'));
});

test.describe('by touch alone', () => {
  test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true });
  for (const task of REAL) test(task.name, ({ page }) => counted(page, task, 'touch'));
});
