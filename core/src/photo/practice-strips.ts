import { boundsOf } from '../layout/bounds';
import type { Place } from '../layout/path';
import { chance } from './chance';
import { onPrint, type Placing } from './placing';
import { FAULTS_FROM, spoil, type PracticeHole, type PracticePart } from './practice';
import { stripsScene, type LaidSheet, type Scene } from './simulate';
import { MOST_STRIPS, STRIP_LENGTH, STRIP_WIDTH, type StripPose } from './strips';

/** A long part between strips, and what each picture of it shows. */
export interface PracticeStrips {
  readonly sheet: LaidSheet;
  readonly scenes: readonly Scene[];
  readonly faults: PracticePart['faults'];
}

/** From strip to strip along an edge, from the part's edge to a strip, and over the part's ends, mm. */
const STEP = STRIP_LENGTH + 12;
const BESIDE = 10;
const BEYOND = 30;
/** A longer or higher part is practised on a piece of. */
const LONGEST = 1200;
const HIGHEST = 260;
/** From a cut to the nearest hole, mm. */
const CUT = 6;

/** A part of the kit, its longer way across, strips along both its edges laid by hand, photographed so that neighbours share a strip. Null: it has no hole. */
export function practiceStrips(
  holes: readonly PracticeHole[],
  outline: readonly Place[] | null,
  thickness: number,
  { seed, withFaults }: { readonly seed: number; readonly withFaults: boolean },
): PracticeStrips | null {
  if (holes.length === 0) return null;
  const random = chance(seed * 13 + 5);
  const box = boundsOf([...holes.map((h) => h.place), ...(outline ?? [])]);
  const isUpright = box.maxY - box.minY > box.maxX - box.minX;
  const placing: Placing = isUpright
    ? { cos: 0, sin: 1, x: box.minX, y: box.minY, isTurnedOver: false }
    : { cos: 1, sin: 0, x: box.minX, y: box.maxY, isTurnedOver: false };
  const lying = holes.map((h, index) => ({ at: onPrint(placing, h.place), diameter: h.diameter, index }));
  const edge = boundsOf([...lying.map((h) => h.at), ...(outline ?? []).map((p) => onPrint(placing, p))]);
  const margin = outline ? 0 : 2 * CUT;
  const [left, top] = [edge.minX - margin, edge.minY - margin];
  const [right, bottom] = [Math.min(edge.maxX + margin, left + LONGEST), Math.min(edge.maxY + margin, top + HIGHEST)];
  const laid = lying.filter(({ at }) => at.x > left + CUT && at.x < right - CUT && at.y > top + CUT && at.y < bottom - CUT);
  if (laid.length === 0) return null;
  const count = Math.min(MOST_STRIPS / 2, Math.max(1, Math.ceil((right - left + 2 * BEYOND) / STEP)));
  const begin = (left + right) / 2 - (count * STEP) / 2;
  const lay = (x: number, y: number): StripPose => ({
    x: x + random.between(-3, 3),
    y: y + random.between(-2, 2),
    angle: random.between(-0.012, 0.012),
  });
  const strips = new Map<number, StripPose>();
  for (let k = 0; k < count; k++) {
    strips.set(2 * k, lay(begin + k * STEP, top - BESIDE - STRIP_WIDTH));
    strips.set(2 * k + 1, lay(begin + k * STEP, bottom + BESIDE));
  }
  const pictures = Math.max(1, count - 1);
  const height = bottom - top + 2 * (BESIDE + STRIP_WIDTH) + 24;
  const scenes = Array.from({ length: pictures }, (_, i) =>
    stripsScene(strips, {
      x: begin + i * STEP - 12,
      y: top - BESIDE - STRIP_WIDTH - 12,
      width: Math.min(2, count) * STEP + 24,
      height,
    }),
  );
  const corners = [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ];
  const isSpoiled = withFaults && laid.length >= FAULTS_FROM;
  const made = isSpoiled ? spoil(laid, corners, random) : { holes: laid, faults: null };
  return { sheet: { outline: corners, thickness, holes: made.holes }, scenes, faults: made.faults };
}
