import { describe, expect, it } from 'vitest';
import { drawShares } from './shares-drawing';

const point = (advice: number, every: number, never: number) => ({ rows: 10, share: { advice, 'every-reading': every, never } });

describe('the picture of who wins', () => {
  const marks = drawShares([0, 1, 2], [point(0.9, 1, 0.5), point(0.8, 0.7, 0.5), point(0.7, 0.3, 0.75)], 600, 300);
  it('one line a way, higher is better, more scatter is further right', () => {
    expect(marks.lines.map((l) => l.points.length)).toEqual([3, 3, 3]);
    const advice = marks.lines[0]?.points ?? [];
    expect(advice.every((p, i) => i === 0 || (p.y > (advice[i - 1]?.y ?? 0) && p.x > (advice[i - 1]?.x ?? 0)))).toBe(true);
  });
  it('says where each wins, without gaps', () => {
    expect(marks.winners.map((w) => w.strategy)).toEqual(['every-reading', 'advice', 'never']);
    marks.winners.slice(1).forEach((w, i) => expect(w.x1).toBe(marks.winners[i]?.x2));
  });
});
