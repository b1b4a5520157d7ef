import { scaleBar, type PaperMarks, type Strip } from '../layout/strip';
import type { Units } from '../units/length';

const BAR_ROOM_MM = 16;

/** A text without the characters that no XML may hold: control characters, halves of letters. */
export function xmlSafe(text: string): string {
  return text.replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '');
}

/** Text safe inside SVG; characters that no XML may hold are left out. */
export function xmlText(text: string): string {
  return xmlSafe(text).replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
}

const n = (value: number) => String(Math.round(value * 10_000) / 10_000);

/** Lines, circles and texts as SVG elements whose unit is the millimetre. */
export function svgElements(marks: PaperMarks): string[] {
  return [
    ...marks.lines.map(
      (l) =>
        `<line x1="${n(l.x1)}" y1="${n(l.y1)}" x2="${n(l.x2)}" y2="${n(l.y2)}" stroke-width="${n(l.weight)}"${l.dash ? ` stroke-dasharray="${l.dash.join(' ')}"` : ''}/>`,
    ),
    ...marks.circles.map((c) => `<circle cx="${n(c.x)}" cy="${n(c.y)}" r="${n(c.r)}" stroke-width="0.2"/>`),
    ...marks.texts.map(
      (t) =>
        `<text x="${n(t.x)}" y="${n(t.y)}" font-size="${n(t.size)}" text-anchor="${t.anchor}" fill="black" stroke="none">${xmlText(t.text)}</text>`,
    ),
  ];
}

/** The whole strip as one SVG file, 1:1, with its scale bar. */
export function stripSvg(strip: Strip, units: Units): string {
  const width = Math.max(strip.width, 140);
  const height = strip.height + BAR_ROOM_MM + 6;
  const title: PaperMarks = { lines: [], circles: [], texts: [{ x: 14, y: -1, size: 3.4, text: strip.title, anchor: 'start' }] };
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 -6 ${n(width)} ${n(height)}" fill="none" stroke="black" font-family="sans-serif">`,
    `<title>${xmlText(strip.title)}</title>`,
    ...svgElements(strip),
    ...svgElements(title),
    ...svgElements(scaleBar(14, strip.height + 6, units)),
    '</svg>',
    '',
  ].join('\n');
}
