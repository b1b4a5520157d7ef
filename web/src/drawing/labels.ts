/** A label beside a drawing: where it points, and where its text ends up. Pixels. */
export interface Label {
  readonly text: string;
  /** What it points at. */
  readonly anchorX: number;
  readonly anchorY: number;
  readonly tone: 'plain' | 'caution' | 'stop';
}

export interface PlacedLabel extends Label {
  /** Middle line of the text. */
  readonly y: number;
}

/** Height of one line of label text. */
export const LABEL_PX = 15;

/**
 * Spreads labels of one column so that none overlaps another and each stays as near to what it points at as can be:
 * runs of touching labels are centred on the mean of their wishes (pool adjacent violators). Order is kept.
 */
export function spreadLabels(labels: readonly Label[], topPx: number, bottomPx: number): PlacedLabel[] {
  const sorted = [...labels].sort((a, b) => a.anchorY - b.anchorY);
  interface Run {
    start: number;
    count: number;
    wish: number;
  }
  const runs: Run[] = [];
  sorted.forEach((label, i) => {
    let run: Run = { start: i, count: 1, wish: label.anchorY };
    for (let before = runs.at(-1); before && before.wish + (before.count - 1) * LABEL_PX + LABEL_PX > run.wish; before = runs.at(-1)) {
      const count = before.count + run.count;
      const wish = (before.wish * before.count + (run.wish - before.count * LABEL_PX) * run.count) / count;
      run = { start: before.start, count, wish };
      runs.pop();
    }
    runs.push(run);
  });
  const half = LABEL_PX / 2;
  const ys = runs.flatMap((r) => Array.from({ length: r.count }, (_, i) => r.wish + i * LABEL_PX));
  /* Push back inside the drawing, from the bottom up, then from the top down. */
  for (let i = ys.length - 1, limit = bottomPx - half; i >= 0; i--, limit = (ys[i + 1] as number) - LABEL_PX)
    ys[i] = Math.min(ys[i] as number, limit);
  for (let i = 0, limit = topPx + half; i < ys.length; i++, limit = (ys[i - 1] as number) + LABEL_PX)
    ys[i] = Math.max(ys[i] as number, limit);
  return sorted.map((label, i) => ({ ...label, y: ys[i] as number }));
}
