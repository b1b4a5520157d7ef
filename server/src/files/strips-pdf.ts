import { PAPERS, type PaperName } from '#core/layout/paper';
import { markerCells } from '#core/photo/markers';
import { MOST_STRIPS, strip, STRIP_LENGTH, STRIP_WIDTH, STRIPS_A_PAGE } from '#core/photo/strips';
import { decoration, inFace, newPdf, PT, tagged, type Pdf } from './pdf';

/** Between strips, and where the first one begins, mm. */
const GAP = 5;
const TOP = 22;
const BAR = 100;
const WORDS =
  'Print at 100 %, not fitted to the page; the bar is 100 mm (3.937 in). Cut along the lines. Lay the strips flat along both edges of the part, each one only once.';

/** Strips of marks to lay round a long part, 1:1, on lying pages; each with its number. */
export function stripsPdf(paper: PaperName): Pdf {
  const { width: height, height: width } = PAPERS[paper];
  const pdf = newPdf('Strips to photograph a long part between, 1:1', { width, height });
  const left = (width - STRIP_LENGTH) / 2;
  for (let first = 0; first < MOST_STRIPS; first += STRIPS_A_PAGE) {
    pdf.addPage();
    tagged(pdf, 'P', () => {
      const text = inFace(pdf, WORDS);
      pdf
        .fontSize(2.5 * PT)
        .fillColor('black')
        .text(text, left * PT, 6 * PT, { width: STRIP_LENGTH * PT });
    });
    tagged(
      pdf,
      'Figure',
      () => {
        pdf.lineWidth(0.2 * PT).strokeColor('black');
        pdf
          .moveTo(left * PT, 17 * PT)
          .lineTo((left + BAR) * PT, 17 * PT)
          .stroke();
        for (const end of [left, left + BAR])
          pdf
            .moveTo(end * PT, 15.5 * PT)
            .lineTo(end * PT, 18.5 * PT)
            .stroke();
      },
      'A bar to check the scale by',
    );
    for (let k = first; k < Math.min(MOST_STRIPS, first + STRIPS_A_PAGE); k++)
      drawStrip(pdf, k, left, TOP + (k - first) * (STRIP_WIDTH + GAP));
  }
  pdf.end();
  return pdf;
}

function drawStrip(pdf: Pdf, index: number, left: number, top: number): void {
  const { markers, dots, dotDiameter } = strip(index);
  tagged(
    pdf,
    'Figure',
    () => {
      pdf.fillColor('black');
      for (const m of markers)
        markerCells(m.id).forEach((cells, y) =>
          cells.forEach((isBlack, x) => {
            const side = m.side / cells.length;
            if (isBlack) pdf.rect((left + m.x + x * side) * PT, (top + m.y + y * side) * PT, side * PT + 0.05, side * PT + 0.05).fill();
          }),
        );
      for (const d of dots) pdf.circle((left + d.x) * PT, (top + d.y) * PT, (dotDiameter / 2) * PT).fill();
    },
    `Strip ${index + 1}: three square codes and ${dots.length} dots`,
  );
  decoration(pdf, () => {
    pdf
      .lineWidth(0.15 * PT)
      .strokeColor('#888888')
      .rect(left * PT, top * PT, STRIP_LENGTH * PT, STRIP_WIDTH * PT)
      .stroke();
    const text = inFace(pdf, String(index + 1));
    pdf
      .fontSize(2.6 * PT)
      .fillColor('#444444')
      .text(text, (left + STRIP_LENGTH / 2 + 11) * PT, (top + STRIP_WIDTH / 2 + 1) * PT, { lineBreak: false, baseline: 'alphabetic' });
  });
}
