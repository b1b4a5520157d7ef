import { boundsOf } from '#core/layout/bounds';
import { svgElements, xmlText } from '#core/formats/strip-svg';
import type { Place } from '#core/layout/path';
import { scaleBar, type PaperLine, type PaperMarks } from '#core/layout/strip';
import type { Stage } from '#core/record/stage';
import type { Units } from '#core/units/length';
import { mapLabels } from './map-labels';

interface MapPicture {
  readonly title: string;
  readonly rows: readonly {
    readonly title: string;
    readonly path: readonly Place[];
    readonly holes: readonly { readonly place: Place; readonly stage: Stage; readonly isShown: boolean }[];
  }[];
  readonly outlines: readonly { readonly name: string; readonly corners: readonly Place[] }[];
  readonly units: Units;
}

const MARGIN_MM = 15;
const HOLE_MM = 1.6;
const TEXT_MM = 3.4;
/** Names are placed as on the screen, where a line of text is 14 pixels high; a paper's plain face is wider. */
const PX_PER_MM = 14 / TEXT_MM;
const LETTER_PX = 8;

/** The map as a picture file, 1:1 in millimetres, stages by shape, black on white. */
export function mapSvg({ title, rows, outlines, units }: MapPicture): string {
  const all = [...rows.flatMap((r) => [...r.path, ...r.holes.map((h) => h.place)]), ...outlines.flatMap((o) => o.corners)];
  const { minX, maxX, minY, maxY } = boundsOf(all);
  const at = (p: Place): Place => ({ x: p.x - minX + MARGIN_MM, y: maxY - p.y + MARGIN_MM });
  const through = (points: readonly Place[], weight: number, dash?: readonly [number, number]): PaperLine[] =>
    points.slice(1).map((p, i) => {
      const [a, b] = [at(points[i] as Place), at(p)];
      return { x1: a.x, y1: a.y, x2: b.x, y2: b.y, weight, dash };
    });
  const lines: PaperLine[] = [];
  const circles: { x: number; y: number; r: number }[] = [];
  const shapes: string[] = [];
  const size = { width: (maxX - minX + 2 * MARGIN_MM) * PX_PER_MM, height: (maxY - minY + 2 * MARGIN_MM) * PX_PER_MM };
  const labels = mapLabels(
    rows.map((r, i) => ({ ...r, id: String(i), path: r.path.length > 0 ? r.path : r.holes.slice(0, 1).map((h) => h.place) })),
    outlines.map((o, i) => ({ ...o, id: String(i) })),
    {
      look: { scale: PX_PER_MM, middle: { x: (minX + maxX) / 2, y: (minY + maxY) / 2 } },
      size,
      selectedId: null,
      holePx: HOLE_MM * PX_PER_MM,
      letterPx: LETTER_PX,
      isEachNamed: true,
    },
  );
  const texts = [...labels.rows, ...labels.outlines].map((l): PaperMarks['texts'][number] => ({
    x: l.x / PX_PER_MM,
    y: l.y / PX_PER_MM,
    size: TEXT_MM,
    text: l.text,
    anchor: l.align === 'left' ? 'start' : 'end',
  }));
  for (const o of outlines) {
    lines.push(...through([...o.corners, o.corners[0] as Place], 0.3));
  }
  for (const row of rows) {
    lines.push(...through(row.path, 0.15, [3, 2]));
    for (const h of row.holes) {
      if (!h.isShown) continue;
      const { x, y } = at(h.place);
      const level = { x1: x - HOLE_MM, y1: y, x2: x + HOLE_MM, y2: y, weight: 0.25 };
      const box = { x1: x - HOLE_MM, y1: y - HOLE_MM, x2: x + HOLE_MM, y2: y + HOLE_MM };
      const rect = (fill: string) =>
        shapes.push(
          `<rect x="${box.x1.toFixed(3)}" y="${box.y1.toFixed(3)}" width="${2 * HOLE_MM}" height="${2 * HOLE_MM}" stroke-width="0.25" fill="${fill}"/>`,
        );
      const disc = (r: number) => shapes.push(`<circle cx="${x.toFixed(3)}" cy="${y.toFixed(3)}" r="${r}" fill="black" stroke="none"/>`);
      if (h.stage === 'open') lines.push(level, { x1: x, y1: y - HOLE_MM, x2: x, y2: y + HOLE_MM, weight: 0.25 });
      else if (h.stage === 'laid-out') disc(0.5);
      else if (h.stage === 'prepared') disc(HOLE_MM);
      else if (h.stage === 'set') rect('none');
      else if (h.stage === 'inspected') rect('black');
      else {
        circles.push({ x, y, r: h.stage === 'piloted' ? HOLE_MM * 0.6 : HOLE_MM });
        if (h.stage === 'deburred') lines.push(level);
      }
    }
  }
  const [width, height] = [Math.max(maxX - minX + 2 * MARGIN_MM, 140), maxY - minY + 2 * MARGIN_MM + 16];
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width.toFixed(3)}mm" height="${height.toFixed(3)}mm" viewBox="0 0 ${width.toFixed(3)} ${height.toFixed(3)}" fill="none" stroke="black" font-family="sans-serif">`,
    `<title>${xmlText(title)}</title>`,
    ...svgElements({ lines, circles, texts }),
    ...shapes,
    ...svgElements(scaleBar(MARGIN_MM, height - 10, units)),
    '</svg>',
    '',
  ].join('\n');
}
