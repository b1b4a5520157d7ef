import PDFDocument from 'pdfkit';
import { PAPERS, type PaperName } from '#core/layout/paper';
import { allFaces, faceFor } from './faces';

export type Pdf = InstanceType<typeof PDFDocument>;
/** What a piece of a page is, for who has it read aloud. */
export type Tag = 'H1' | 'H2' | 'P' | 'Figure' | 'TH' | 'TD';
type Structure = ReturnType<Pdf['struct']>;

/** Points a millimetre. */
export const PT = 72 / 25.4;

const WHOLE = new WeakMap<Pdf, Structure>();

/** A document whose file does not depend on when it was made, with its own faces in it and tags. `size` in millimetres, or the name of a paper, upright. */
export function newPdf(title: string, size: PaperName | { readonly width: number; readonly height: number }, margins = 0): Pdf {
  const { width, height } = typeof size === 'string' ? PAPERS[size] : size;
  const pdf = new PDFDocument({
    autoFirstPage: false,
    bufferPages: true,
    pdfVersion: '1.7',
    tagged: true,
    lang: 'en',
    displayTitle: true,
    size: [width * PT, height * PT],
    margin: margins * PT,
    info: { Title: title, Producer: 'Patient Anvil', Creator: 'Patient Anvil', CreationDate: new Date(0), ModDate: new Date(0) },
  });
  for (const face of allFaces()) pdf.registerFont(face.name, face.file);
  const whole = pdf.struct('Document');
  pdf.addStructure(whole);
  WHOLE.set(pdf, whole);
  return pdf;
}

/** Chooses the face a text can be written in and gives the text as it is to be written: letters no face has as their number. */
export function inFace(pdf: Pdf, text: string, isBold = false): string {
  const { face, written } = faceFor(text, isBold);
  pdf.font(face);
  return written;
}

/** Draws a piece of the page as what it is; a figure says in words what it shows. */
export function tagged(pdf: Pdf, tag: Tag, draw: () => void, alt?: string): void {
  WHOLE.get(pdf)?.add(pdf.struct(tag, alt === undefined ? {} : { alt }, draw));
}

/** A table, row by row; what is drawn of a row beside its cells is decoration. */
export function taggedTable(pdf: Pdf): { row: (cells: readonly { readonly tag: 'TH' | 'TD'; readonly draw: () => void }[]) => void } {
  const table = pdf.struct('Table');
  WHOLE.get(pdf)?.add(table);
  return {
    row: (cells) => {
      const row = pdf.struct('TR');
      table.add(row);
      for (const c of cells) row.add(pdf.struct(c.tag, {}, c.draw));
    },
  };
}

/** Lines, page numbers: nothing to read aloud. */
export function decoration(pdf: Pdf, draw: () => void): void {
  pdf.markContent('Artifact');
  draw();
  pdf.endMarkedContent();
}
