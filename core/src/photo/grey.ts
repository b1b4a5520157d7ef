/** A picture in shades of grey, row by row. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint8ClampedArray;
}

/** The shade between pixels (bilinear); beyond the edge the edge's own. */
export function shadeAt({ width, height, data }: Grey, x: number, y: number): number {
  const [cx, cy] = [Math.min(width - 1.001, Math.max(0, x)), Math.min(height - 1.001, Math.max(0, y))];
  const [i, j] = [Math.floor(cx), Math.floor(cy)];
  const [a, b] = [cx - i, cy - j];
  const at = j * width + i;
  const top = (data[at] as number) * (1 - a) + (data[at + 1] as number) * a;
  const low = (data[at + width] as number) * (1 - a) + (data[at + width + 1] as number) * a;
  return top * (1 - b) + low * b;
}

/** From the colours of a canvas or a decoder, four bytes a pixel: luminance (Rec. 709). */
export function greyOf(width: number, height: number, rgba: Uint8Array | Uint8ClampedArray): Grey {
  const data = new Uint8Array(width * height);
  for (let i = 0, k = 0; i < data.length; i++, k += 4)
    data[i] = 0.2126 * (rgba[k] as number) + 0.7152 * (rgba[k + 1] as number) + 0.0722 * (rgba[k + 2] as number) + 0.5;
  return { width, height, data };
}
