import type { Profile } from '#core/tables/profiles';

/** The acceptance window: W / D to the right, H / D upward, pixels; and the curve that one rivet can follow in its stack. */
export interface WindowFrame {
  readonly width: number;
  readonly height: number;
}

const [W_MIN, W_MAX] = [1.1, 2];
const [H_MIN, H_MAX] = [0.2, 1.2];
const LEFT = 40;
const BOTTOM = 34;
const TOP = 10;
const RIGHT = 12;
const STEPS = 60;

export interface WindowDrawing {
  readonly x: (widthD: number) => number;
  readonly y: (heightD: number) => number;
  readonly window: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  /** h = V / (k w^2 D^3) as a path; empty where there is no volume. */
  readonly curve: string;
  readonly ticksX: readonly number[];
  readonly ticksY: readonly number[];
}

/** `volumeD3`: V / D^3 of the rivet in this stack; at or under 0 there is no head to make. */
export function windowDrawing(profile: Profile, volumeD3: number, formFactor: number, frame: WindowFrame): WindowDrawing {
  const x = (w: number) => LEFT + ((clamp(w, W_MIN, W_MAX) - W_MIN) / (W_MAX - W_MIN)) * (frame.width - LEFT - RIGHT);
  const y = (h: number) => frame.height - BOTTOM - ((clamp(h, H_MIN, H_MAX) - H_MIN) / (H_MAX - H_MIN)) * (frame.height - TOP - BOTTOM);
  const points: string[] = [];
  for (let i = 0; i <= STEPS && volumeD3 > 0; i++) {
    const w = W_MIN + ((W_MAX - W_MIN) * i) / STEPS;
    const h = volumeD3 / (formFactor * w * w);
    if (h >= H_MIN && h <= H_MAX) points.push(`${x(w).toFixed(1)} ${y(h).toFixed(1)}`);
  }
  const [left, top] = [x(profile.minWidthD), y(profile.maxHeightD)];
  return {
    x,
    y,
    window: { x: left, y: top, width: x(profile.maxWidthD) - left, height: y(profile.minHeightD) - top },
    curve: points.length < 2 ? '' : `M${points.join('L')}`,
    ticksX: [1.2, 1.4, 1.6, 1.8, 2],
    ticksY: [0.2, 0.4, 0.6, 0.8, 1],
  };
}

function clamp(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value));
}
