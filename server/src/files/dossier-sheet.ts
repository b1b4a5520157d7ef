import { existsSync } from 'node:fs';
import { PageWriter } from './page-writer';
import { inFace, PT, tagged, taggedTable } from './pdf';

/** Room for a row's section at the right, mm. */
export const SECTION_MM = { width: 46, height: 24 };

/** A page of the dossier: headings, rows with their section beside them, tables, photos. */
export class DossierSheet extends PageWriter {
  private rowTop = 0;
  private rowPage = 0;
  private isInRow = false;

  heading(text: string): void {
    this.text(text, 20, true, 'H1');
    this.gap(2);
  }

  subheading(text: string): void {
    this.gap(3);
    this.need(14);
    this.text(text, 13, true, 'H2');
    this.gap(1);
  }

  /** Begins a row's own piece: a rule, its title, its section at the right. */
  row(heading: string, drawSection: (left: number, top: number) => void): void {
    const { pdf } = this;
    this.gap(2);
    this.need(SECTION_MM.height + 10);
    this.rule(0.5);
    this.gap(1.5);
    this.rowTop = pdf.y;
    this.rowPage = this.pages;
    tagged(pdf, 'Figure', () => drawSection(this.right - SECTION_MM.width * PT, this.rowTop), `Section of ${heading}`);
    pdf.y = this.rowTop;
    this.isInRow = true;
    this.text(heading, 11.5, true);
  }

  endRow(): void {
    this.isInRow = false;
    if (this.rowPage === this.pages) this.pdf.y = Math.max(this.pdf.y, this.rowTop + (SECTION_MM.height + 1) * PT);
  }

  table(heads: readonly string[], shares: readonly number[], rows: readonly (readonly string[])[]): void {
    const { pdf } = this;
    const whole = shares.reduce((a, b) => a + b, 0);
    const wide = this.right - this.left;
    const tags = taggedTable(pdf);
    const line = (cells: readonly string[], isHead: boolean) => {
      pdf.fontSize(8.5);
      const widths = shares.map((s) => (s / whole) * wide - 4);
      const height = Math.max(...cells.map((c, i) => pdf.heightOfString(inFace(pdf, c, isHead) || ' ', { width: widths[i] as number })));
      this.needPt(height);
      const y = pdf.y;
      let x = this.left;
      tags.row(
        cells.map((c, i) => {
          const [left, width] = [x, widths[i] as number];
          x += width + 4;
          return { tag: isHead ? ('TH' as const) : ('TD' as const), draw: () => pdf.text(inFace(pdf, c, isHead), left, y, { width }) };
        }),
      );
      pdf.y = y + height + 1.5;
      this.rule(isHead ? 0.8 : 0.25);
      pdf.y += 2.5;
    };
    line(heads, true);
    for (const r of rows) line(r, false);
    pdf.x = this.left;
  }

  photo(file: string): void {
    if (!existsSync(file)) return;
    this.need(46);
    try {
      tagged(this.pdf, 'Figure', () => this.pdf.image(file, this.left, this.pdf.y, { fit: [60 * PT, 44 * PT] }), 'Photo');
      this.gap(46);
    } catch {
      this.text('(a photo that cannot be read)', 9);
    }
  }

  /** Beside a row's section there is less room. */
  protected override textWidth(): number {
    const isBeside = this.isInRow && this.rowPage === this.pages && this.pdf.y < this.rowTop + (SECTION_MM.height + 2) * PT;
    return super.textWidth() - (isBeside ? (SECTION_MM.width + 4) * PT : 0);
  }
}
