import { BORDER_MM, HEAD_MM, splitStrip, type PaperName, type StripPage, type StripPages } from '#core/layout/paper';
import { scaleBar, type PaperMarks, type Strip } from '#core/layout/strip';
import type { Units } from '#core/units/length';
import { inFace, newPdf, PT, tagged, type Pdf } from './pdf';

/** Letters are this much higher than the digits' height asked for. */
const FONT_TIMES = 1.38;

/** The strip over as many lying pages as it needs, 1:1, each with its scale bar and join marks. */
export function stripPdf(strip: Strip, paper: PaperName, units: Units): Pdf {
  const split = splitStrip(strip, paper);
  const pdf = newPdf(`${strip.title}: drilling strip 1:1`, { width: split.paperWidth, height: split.paperHeight });
  for (const page of split.pages) drawPage(pdf, strip, split, page, units);
  pdf.end();
  return pdf;
}

function drawPage(pdf: Pdf, strip: Strip, split: StripPages, page: StripPage, units: Units): void {
  pdf.addPage();
  const top = BORDER_MM + HEAD_MM;
  const of = split.pages.length > 1 ? `, page ${page.number} of ${split.pages.length}` : '';
  const words: PaperMarks = {
    lines: [],
    circles: [],
    texts: [
      { x: BORDER_MM, y: BORDER_MM + 4, size: 3.4, text: `${strip.title}${of}`, anchor: 'start' },
      {
        x: BORDER_MM,
        y: BORDER_MM + 9,
        size: 2.6,
        text: 'Print at 100 %, not fitted to the page, and check the bar with a ruler before any hole is drilled. The plans come first.',
        anchor: 'start',
      },
    ],
  };
  tagged(pdf, 'P', () => draw(pdf, words));
  const picture = () => {
    pdf.save();
    pdf.rect(BORDER_MM * PT, top * PT, page.width * PT, page.height * PT).clip();
    pdf.translate((BORDER_MM - page.x) * PT, (top - page.y) * PT);
    draw(pdf, strip);
    pdf.restore();
    draw(pdf, joinMarks(split, page, top));
  };
  tagged(pdf, 'Figure', picture, `The row ${strip.title} at full size${of}`);
  tagged(pdf, 'Figure', () => draw(pdf, scaleBar(BORDER_MM, split.paperHeight - BORDER_MM - 7, units)), 'A bar to check the scale by');
}

/** Where a page meets its neighbours: a dashed line with a cross at either end and the two page numbers. */
function joinMarks(split: StripPages, page: StripPage, top: number): PaperMarks {
  const lines: { x1: number; y1: number; x2: number; y2: number; weight: number; dash?: readonly [number, number] }[] = [];
  const texts: PaperMarks['texts'][number][] = [];
  const cross = (x: number, y: number) =>
    lines.push({ x1: x - 3, y1: y - 3, x2: x + 3, y2: y + 3, weight: 0.25 }, { x1: x - 3, y1: y + 3, x2: x + 3, y2: y - 3, weight: 0.25 });
  const upright = (x: number, name: string) => {
    lines.push({ x1: x, y1: top, x2: x, y2: top + page.height, weight: 0.2, dash: [2, 1.5] });
    cross(x, top + 3);
    cross(x, top + page.height - 3);
    texts.push({ x, y: top - 1, size: 2.6, text: name, anchor: 'middle' });
  };
  const level = (y: number, name: string) => {
    lines.push({ x1: BORDER_MM, y1: y, x2: BORDER_MM + page.width, y2: y, weight: 0.2, dash: [2, 1.5] });
    cross(BORDER_MM + 3, y);
    cross(BORDER_MM + page.width - 3, y);
    texts.push({ x: BORDER_MM + page.width - 8, y: y - 1, size: 2.6, text: name, anchor: 'end' });
  };
  const at = (other: number) => `join ${Math.min(page.number, other)} | ${Math.max(page.number, other)}`;
  /* Both pages draw the line at the same place of the strip: the middle of what they share. */
  if (page.column > 0) upright(BORDER_MM + 6, at(page.number - 1));
  if (page.column < split.columns - 1) upright(BORDER_MM + page.width - 6, at(page.number + 1));
  if (page.row > 0) level(top + 6, at(page.number - split.columns));
  if (page.row < split.rows - 1) level(top + page.height - 6, at(page.number + split.columns));
  return { lines, circles: [], texts };
}

/** Draws marks given in millimetres from the upper left corner. */
function draw(pdf: Pdf, marks: PaperMarks): void {
  pdf.strokeColor('black').fillColor('black');
  for (const l of marks.lines) {
    pdf.lineWidth(l.weight * PT);
    if (l.dash) pdf.dash(l.dash[0] * PT, { space: l.dash[1] * PT });
    else pdf.undash();
    pdf
      .moveTo(l.x1 * PT, l.y1 * PT)
      .lineTo(l.x2 * PT, l.y2 * PT)
      .stroke();
  }
  pdf.undash().lineWidth(0.2 * PT);
  for (const c of marks.circles) pdf.circle(c.x * PT, c.y * PT, c.r * PT).stroke();
  for (const t of marks.texts) {
    const text = inFace(pdf, t.text);
    pdf.fontSize(t.size * FONT_TIMES * PT);
    const wide = pdf.widthOfString(text);
    const x = t.x * PT - (t.anchor === 'middle' ? wide / 2 : t.anchor === 'end' ? wide : 0);
    pdf.text(text, x, t.y * PT, { lineBreak: false, baseline: 'alphabetic' });
  }
}
