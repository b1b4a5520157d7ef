import type { PaperName } from '#core/layout/paper';
import { inFace, newPdf, PT, tagged, type Pdf } from './pdf';

/** Length of the template's arms and of the bar by which the print is checked, mm. */
const ARM = 80;
const BAR = 100;
const MARGIN = 20;

/** A template for a flange's angle, 1:1, to be cut out and laid inside the bend: longer arms than a gauge needs to stand on. `angleDeg`: of the flange to its web, 0 to 180. */
export function angleTemplatePdf(angleDeg: number, paper: PaperName): Pdf {
  const pdf = newPdf(`A template for a flange at ${angleDeg} degrees, 1:1`, paper, MARGIN);
  pdf.addPage();
  const said = (text: string, size: number, y: number, isBold = false) =>
    tagged(pdf, size > 12 ? 'H1' : 'P', () => {
      const written = inFace(pdf, text, isBold);
      pdf
        .fontSize(size)
        .fillColor('black')
        .text(written, MARGIN * PT, y * PT, { width: (pdf.page.width / PT - 2 * MARGIN) * PT });
    });
  said(`Flange at ${angleDeg} degrees`, 18, MARGIN, true);
  said(
    'Print at 100 %, not fitted to the page; the bar below is 100 mm (3.937 in). Cut out, lay the corner into the bend, inside: light under an arm shows which way it is off.',
    10,
    MARGIN + 10,
  );
  const [x, y] = [pdf.page.width / PT / 2 - (angleDeg > 90 ? ARM * Math.abs(Math.cos((angleDeg * Math.PI) / 180)) * 0.2 : ARM / 2), 170];
  const end = { x: x + ARM * Math.cos((angleDeg * Math.PI) / 180), y: y - ARM * Math.sin((angleDeg * Math.PI) / 180) };
  tagged(
    pdf,
    'Figure',
    () => {
      pdf
        .lineWidth(0.25 * PT)
        .strokeColor('black')
        .fillColor('#dddddd');
      pdf
        .moveTo(x * PT, y * PT)
        .lineTo((x + ARM) * PT, y * PT)
        .lineTo(end.x * PT, end.y * PT)
        .closePath()
        .fillAndStroke();
    },
    `A triangle with ${angleDeg} degrees between its two arms of ${ARM} mm`,
  );
  tagged(
    pdf,
    'Figure',
    () => {
      const [left, at] = [(pdf.page.width / PT - BAR) / 2, 210];
      pdf
        .lineWidth(0.2 * PT)
        .strokeColor('black')
        .moveTo(left * PT, at * PT)
        .lineTo((left + BAR) * PT, at * PT)
        .stroke();
      for (const tick of [left, left + BAR])
        pdf
          .moveTo(tick * PT, (at - 2) * PT)
          .lineTo(tick * PT, (at + 2) * PT)
          .stroke();
    },
    'A bar to check the scale by',
  );
  pdf.end();
  return pdf;
}
