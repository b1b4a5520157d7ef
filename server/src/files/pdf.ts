import PDFDocument from 'pdfkit';
import { PAPERS, type PaperName } from '#core/layout/paper';

export type Pdf = InstanceType<typeof PDFDocument>;

/** Points a millimetre. */
export const PT = 72 / 25.4;

/** A document whose file does not depend on when it was made. `size` in millimetres, or the name of a paper, upright. */
export function newPdf(title: string, size: PaperName | { readonly width: number; readonly height: number }, margins = 0): Pdf {
  const { width, height } = typeof size === 'string' ? PAPERS[size] : size;
  return new PDFDocument({
    autoFirstPage: false,
    bufferPages: true,
    size: [width * PT, height * PT],
    margin: margins * PT,
    info: { Title: title, Producer: 'Patient Anvil', Creator: 'Patient Anvil', CreationDate: new Date(0), ModDate: new Date(0) },
  });
}

/** What the standard faces cannot show is written otherwise. */
export function plainText(text: string): string {
  return text
    .replace(/\u2192/g, '->')
    .replace(/[\u25aa\u2715\u221f\u25b2]/g, '*')
    .replace(/[^\u0020-\u007e\u00a0-\u00ff\u2013\u2014\u2018\u2019\u201c\u201d\u2022\u2026]/g, '?');
}
