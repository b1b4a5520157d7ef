import { STRATEGIES, type Shares, type Strategy } from '#core/depth/simulate';

export interface SharesMarks {
  readonly width: number;
  readonly height: number;
  readonly lines: readonly {
    readonly strategy: Strategy;
    readonly path: string;
    readonly points: readonly { readonly x: number; readonly y: number }[];
  }[];
  readonly ticksX: readonly { readonly x: number; readonly value: number }[];
  readonly ticksY: readonly { readonly y: number; readonly share: number }[];
  /** From left to right, which way wins over each piece. */
  readonly winners: readonly { readonly x1: number; readonly x2: number; readonly strategy: Strategy }[];
}

const FRAME = { left: 52, right: 16, top: 12, bottom: 64 };

/** Share of good holes over the gauge's scatter, one line for each way of adjusting, and below which way wins where. */
export function drawShares(values: readonly number[], shares: readonly Shares[], width: number, height: number): SharesMarks {
  const most = Math.max(...values, 1e-9);
  const toX = (v: number) => FRAME.left + (v / most) * (width - FRAME.left - FRAME.right);
  const toY = (s: number) => FRAME.top + (1 - s) * (height - FRAME.top - FRAME.bottom);
  const lines = STRATEGIES.map((strategy) => {
    const points = shares.map((s, i) => ({ x: toX(values[i] as number), y: toY(s.share[strategy]) }));
    return { strategy, points, path: points.length > 0 ? `M${points.map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('L')}` : '' };
  });
  const best = shares.map((s) => [...STRATEGIES].sort((a, b) => s.share[b] - s.share[a])[0] as Strategy);
  const winners: { x1: number; x2: number; strategy: Strategy }[] = [];
  best.forEach((strategy, i) => {
    const x = toX(values[i] as number);
    const [before, after] = [values[i - 1], values[i + 1]];
    const x1 = before === undefined ? x : (toX(before) + x) / 2;
    const x2 = after === undefined ? x : (toX(after) + x) / 2;
    const last = winners.at(-1);
    if (last && last.strategy === strategy) last.x2 = x2;
    else winners.push({ x1, x2, strategy });
  });
  return {
    width,
    height,
    lines,
    ticksX: values.map((value) => ({ x: toX(value), value })),
    ticksY: [0, 0.25, 0.5, 0.75, 1].map((share) => ({ y: toY(share), share })),
    winners,
  };
}
