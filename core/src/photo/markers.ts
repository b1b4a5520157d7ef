import aruco from 'js-aruco2';
import type { Pixel } from './camera';
import type { Grey } from './grey';

const DICTIONARY = 'ARUCO';
/** Codes are looked for in a picture about so wide, pixels: enough for them, and quick. */
const LOOK_WIDE = 1300;

export interface SeenMarker {
  readonly id: number;
  /** Clockwise from the code's own upper left corner. */
  readonly corners: readonly Pixel[];
}

/** The black and white cells of a code with its border, row by row; true: black. */
export function markerCells(id: number): readonly (readonly boolean[])[] {
  const code = new aruco.AR.Dictionary(DICTIONARY).codeList[id] ?? '';
  const side = Math.sqrt(code.length);
  return Array.from({ length: side + 2 }, (_, y) =>
    Array.from({ length: side + 2 }, (_, x) => x === 0 || y === 0 || x > side || y > side || code[(y - 1) * side + x - 1] !== '1'),
  );
}

/** Codes seen in a photograph, their corners to about a pixel of the reduced picture. */
export function seeMarkers(image: Grey): SeenMarker[] {
  const by = Math.max(1, Math.round(image.width / LOOK_WIDE));
  const [width, height] = [Math.floor(image.width / by), Math.floor(image.height / by)];
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let j = 0; j < by; j++) for (let i = 0; i < by; i++) sum += image.data[(y * by + j) * image.width + x * by + i] as number;
      const at = (y * width + x) * 4;
      data[at] = data[at + 1] = data[at + 2] = sum / (by * by);
      data[at + 3] = 255;
    }
  const found = new aruco.AR.Detector({ dictionaryName: DICTIONARY, maxHammingDistance: 1 }).detectImage(width, height, data);
  const shift = (by - 1) / 2;
  return found.map((m) => ({ id: m.id, corners: m.corners.map((c) => ({ x: c.x * by + shift, y: c.y * by + shift })) }));
}
