import type { Strip } from './strip';

export const PAPERS = {
  a4: { width: 210, height: 297 },
  letter: { width: 215.9, height: 279.4 },
} as const;
export type PaperName = keyof typeof PAPERS;

/** White border that printers leave, and the height kept for the title above and the scale bar below, mm. */
export const BORDER_MM = 10;
export const HEAD_MM = 12;
export const FOOT_MM = 16;
/** Neighbouring pages show this much of each other, so that they can be laid over their join marks. */
export const OVERLAP_MM = 12;

/** One sheet of paper, lying, and the window of the strip it shows, mm. */
export interface StripPage {
  readonly number: number;
  readonly column: number;
  readonly row: number;
  /** Window of the strip: its upper left corner and its size. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface StripPages {
  readonly paperWidth: number;
  readonly paperHeight: number;
  readonly columns: number;
  readonly rows: number;
  readonly pages: readonly StripPage[];
}

/** Splits a strip over lying pages that overlap, left to right, then down. */
export function splitStrip(strip: Pick<Strip, 'width' | 'height'>, paper: PaperName): StripPages {
  const { width: short, height: long } = PAPERS[paper];
  const [roomX, roomY] = [long - 2 * BORDER_MM, short - 2 * BORDER_MM - HEAD_MM - FOOT_MM];
  const pieces = (total: number, room: number) => (total <= room ? 1 : Math.ceil((total - OVERLAP_MM) / (room - OVERLAP_MM)));
  const [columns, rows] = [pieces(strip.width, roomX), pieces(strip.height, roomY)];
  const pages = Array.from({ length: columns * rows }, (_, i): StripPage => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    const [x, y] = [column * (roomX - OVERLAP_MM), row * (roomY - OVERLAP_MM)];
    return { number: i + 1, column, row, x, y, width: Math.min(roomX, strip.width - x), height: Math.min(roomY, strip.height - y) };
  });
  return { paperWidth: long, paperHeight: short, columns, rows, pages };
}
