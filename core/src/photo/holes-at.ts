import { seeBlobs, type Region } from './blobs';
import { eye, onPlane, project, type Camera, type PlanePoint } from './camera';
import type { Grey } from './grey';
import { fitHole } from './hole-fit';

/** A hole as measured. */
export interface MeasuredHole {
  readonly at: PlanePoint;
  readonly diameter: number;
  /** Within so far of where it is said to be, 95 times in 100, mm. */
  readonly within: number;
}

/** A picture whose camera is known. Lengths mm. */
export interface HolesQuestion {
  readonly image: Grey;
  readonly camera: Camera;
  readonly region: Region;
  readonly thickness: number;
  readonly diameters: readonly [number, number];
  /** How far the marks lie off, root mean square, pixels; and what the focal length is known to, as a share of it. */
  readonly rms: number;
  readonly focalSpread: number;
  /** Where the picture's scale is taken. */
  readonly middle: PlanePoint;
}

/** The variance of a circle's middle, times points over the variance of one: of a whole rim 2, of half a rim across its middle some 12. */
const WHOLE = 4;
const HALF = 16;
/** What a thickness as typed may be off, and a print that was checked by its bar, mm over a hole's place, one standard deviation. */
const THICKNESS_SPREAD = 0.03;
const PRINT_SPREAD = 0.012;
/** Of two coordinates of one spread, 95 of 100 lie within so many spreads. */
const WITHIN_95 = 2.45;

/** Holes in a region of a picture, each with what it is known to; and spots where light hides what may be there. */
export function holesAt({ image, camera, region, thickness, diameters, rms, focalSpread, middle }: HolesQuestion): {
  readonly holes: MeasuredHole[];
  readonly blinded: { readonly at: PlanePoint; readonly radius: number }[];
} {
  const perMm = Math.hypot(
    project(camera, { x: middle.x + 1, y: middle.y }).x - project(camera, middle).x,
    project(camera, { x: middle.x + 1, y: middle.y }).y - project(camera, middle).y,
  );
  const area = (d: number, by: number) => Math.PI * ((d / 2) * perMm * by) ** 2;
  const { blobs, blinded } = seeBlobs(image, region, area(diameters[0], 0.6), area(diameters[1], 1.5));
  const [ex, ey, ez] = eye(camera);
  const holes = blobs.flatMap((blob): MeasuredHole[] => {
    const hole = fitHole(image, blob, camera, thickness);
    if (!hole || hole.diameter < diameters[0] || hole.diameter > diameters[1]) return [];
    const lever = Math.hypot(hole.at.x - ex, hole.at.y - ey) / (-ez - thickness);
    const spread = Math.hypot(
      rms / Math.SQRT2 / perMm,
      THICKNESS_SPREAD * lever,
      thickness * lever * focalSpread,
      hole.spread * Math.sqrt((hole.isHalf ? HALF : WHOLE) / hole.points),
      PRINT_SPREAD,
    );
    return [{ at: hole.at, diameter: hole.diameter, within: WITHIN_95 * spread }];
  });
  return {
    holes,
    blinded: blinded.map(({ at, size }) => ({ at: onPlane(camera, at, thickness), radius: (size / perMm) * Math.SQRT1_2 })),
  };
}
