import { decoration, inFace, PT, tagged, type Pdf, type Tag } from './pdf';

/** Kept free above the page number, mm. */
const FOOT_MM = 6;

/** Writes down a page, black on white, and begins another where one is full. */
export class PageWriter {
  /** Pages begun so far. */
  protected pages = 0;

  constructor(
    readonly pdf: Pdf,
    protected readonly marginMm: number,
  ) {}

  page(): void {
    this.pdf.addPage();
    this.pages++;
    this.pdf.fillColor('black').strokeColor('black');
  }

  /** Where the next piece would not fit any more, a new page. */
  need(heightMm: number): void {
    this.needPt(heightMm * PT);
  }

  gap(heightMm: number): void {
    this.pdf.y += heightMm * PT;
  }

  rule(width: number): void {
    const { pdf } = this;
    decoration(pdf, () => pdf.lineWidth(width).moveTo(this.left, pdf.y).lineTo(this.right, pdf.y).stroke());
  }

  text(text: string, size: number, isBold = false, tag: Tag = 'P'): void {
    const { pdf } = this;
    const width = this.textWidth();
    const written = inFace(pdf, text, isBold);
    pdf.fontSize(size);
    this.needPt(pdf.heightOfString(written, { width }));
    tagged(pdf, tag, () => pdf.text(written, this.left, pdf.y, { width }));
  }

  /** A line at the foot of every page; `lineOf` gets the page's number, from 1, and how many there are. */
  foot(lineOf: (page: number, count: number) => string): void {
    const { pdf } = this;
    const { start, count } = pdf.bufferedPageRange();
    for (let i = start; i < start + count; i++) {
      pdf.switchToPage(i);
      pdf.page.margins.bottom = 0;
      decoration(pdf, () => {
        const written = inFace(pdf, lineOf(i + 1, count));
        pdf.fontSize(8).text(written, this.left, pdf.page.height - (this.marginMm - 2) * PT, { lineBreak: false });
      });
    }
  }

  protected get left(): number {
    return this.marginMm * PT;
  }

  protected get right(): number {
    return this.pdf.page.width - this.marginMm * PT;
  }

  protected textWidth(): number {
    return this.right - this.left;
  }

  protected needPt(height: number): void {
    if (this.pdf.y + height > this.pdf.page.height - (this.marginMm + FOOT_MM) * PT) this.page();
  }
}
