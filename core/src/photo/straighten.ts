import { project, type Camera } from './camera';
import { shadeAt, type Grey } from './grey';

/** A piece of the plane, mm. */
export interface View {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Beyond what any picture shows. */
const NOTHING = 230;

/**
 * The sheet from straight above, the lens taken out: its face is true, what stands lower or higher is not. Of several pictures each place is
 * taken from the one that shows it nearest its middle. Four bytes a pixel.
 */
export function straightened(
  pictures: readonly { readonly image: Grey; readonly camera: Camera }[],
  view: View,
  thickness: number,
  pixelsAMm: number,
): { readonly width: number; readonly height: number; readonly data: Uint8ClampedArray<ArrayBuffer> } {
  const [width, height] = [Math.round(view.width * pixelsAMm), Math.round(view.height * pixelsAMm)];
  const data = new Uint8ClampedArray(width * height * 4);
  for (let j = 0, k = 0; j < height; j++)
    for (let i = 0; i < width; i++, k += 4) {
      const at = { x: view.x + (i + 0.5) / pixelsAMm, y: view.y + (j + 0.5) / pixelsAMm };
      let [shade, near] = [NOTHING, Infinity];
      for (const { image, camera } of pictures) {
        const p = project(camera, at, thickness);
        if (p.x < 0 || p.y < 0 || p.x > image.width - 1 || p.y > image.height - 1) continue;
        const far = (p.x / image.width - 0.5) ** 2 + (p.y / image.height - 0.5) ** 2;
        if (far < near) [shade, near] = [shadeAt(image, p.x, p.y), far];
      }
      data[k] = data[k + 1] = data[k + 2] = shade;
      data[k + 3] = 255;
    }
  return { width, height, data };
}
