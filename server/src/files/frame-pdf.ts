import type { PaperName } from '#core/layout/paper';
import { pageFrame } from '#core/photo/frame';
import { markerCells } from '#core/photo/markers';
import { inFace, newPdf, PT, tagged, type Pdf } from './pdf';

/** The bar by which the print is checked, mm. */
const BAR = 100;
const WORDS =
  'Print at 100 %, not fitted to the page. Check: this bar is 100 mm (3.937 in) long. Lay the sheet inside the marks, flat; photograph all of it, square on where diameters count.';

/** The frame a sheet is photographed on, 1:1 on one lying page: codes, dots, a dark field, a bar to check by. */
export function framePdf(paper: PaperName): Pdf {
  const frame = pageFrame(paper);
  const pdf = newPdf('A frame to photograph a sheet on, 1:1', { width: frame.width, height: frame.height });
  pdf.addPage();
  const picture = () => {
    pdf.fillColor('black');
    for (const m of frame.markers)
      markerCells(m.id).forEach((cells, y) =>
        cells.forEach((isBlack, x) => {
          const side = m.side / cells.length;
          /* A hair wider, so that no light line shows between two of them. */
          if (isBlack) pdf.rect((m.x + x * side) * PT, (m.y + y * side) * PT, side * PT + 0.05, side * PT + 0.05).fill();
        }),
      );
    for (const d of frame.dots) pdf.circle(d.x * PT, d.y * PT, (frame.dotDiameter / 2) * PT).fill();
    const { left, top, right, bottom } = frame.field;
    pdf.rect(left * PT, top * PT, (right - left) * PT, (bottom - top) * PT).fill();
  };
  tagged(pdf, 'Figure', picture, 'Eight square codes and 124 dots round a dark field');
  const bar = () => {
    const [x, y] = [(frame.width - BAR) / 2, frame.height - 5];
    pdf.lineWidth(0.2 * PT).strokeColor('black');
    pdf
      .moveTo(x * PT, y * PT)
      .lineTo((x + BAR) * PT, y * PT)
      .stroke();
    for (const end of [x, x + BAR])
      pdf
        .moveTo(end * PT, (y - 1.5) * PT)
        .lineTo(end * PT, (y + 1.5) * PT)
        .stroke();
  };
  tagged(pdf, 'Figure', bar, 'A bar to check the scale by');
  tagged(pdf, 'P', () => {
    const text = inFace(pdf, WORDS);
    pdf.fontSize(2.4 * PT);
    pdf.text(text, (frame.width * PT - pdf.widthOfString(text)) / 2, 4 * PT, { lineBreak: false, baseline: 'alphabetic' });
  });
  pdf.end();
  return pdf;
}
