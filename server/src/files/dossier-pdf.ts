import { existsSync } from 'node:fs';
import type { PaperName } from '#core/layout/paper';
import { pageReach } from '#core/record/page-revisions';
import { holesInPlan } from '#core/record/holes';
import { effectiveMarks, type Mark } from '#core/record/marks';
import { showHours } from '#core/record/shifts';
import { stageOf, STAGES } from '#core/record/stage';
import { sectionOf } from '#core/section/section';
import type { WorkRow } from '#core/setup/assembly-work';
import { showBoth, showLength } from '#core/units/show';
import type { Mm, Units } from '#core/units/length';
import { ADVICE_FIRST } from '#core/wording/cautions';
import { DEVIATION_WORDS } from '#core/wording/deviations';
import { findingMessage } from '#core/wording/findings';
import { DEFECT_WORDS, DISPOSITION_WORDS } from '#core/wording/inspect';
import { hoursSentence, logSentences } from '#core/wording/log';
import { dimpleSentence } from '#core/wording/preparation';
import { PREP_WORDS, sheetName } from '#core/wording/words';
import type { KitRecord } from '../db/kit-record';
import { assemblyDossier, holeNumbers, type AssemblyDossier, type RecordQuestion } from './dossier';
import { newPdf, plainText, PT, type Pdf } from './pdf';
import { photoPath } from './photos';

const MARGIN_MM = 16;
const SECTION_MM = { width: 46, height: 24 };

export interface DossierQuestion extends RecordQuestion {
  readonly paper: PaperName;
  readonly photosDir: string;
  /** Called as it goes, from 0 to 1; throws to stop. */
  readonly onProgress: (share: number) => void;
}

/** Lets others be served between two rows. */
const breathe = () => new Promise<void>((resolve) => setImmediate(resolve));

/** The dossier of a kit or of one assembly of it: what was built, how, and what was found; black on white. */
export async function dossierPdf(record: KitRecord, q: DossierQuestion): Promise<Pdf> {
  const pdf = newPdf(`${record.kit.definition.name}: dossier`, q.paper, MARGIN_MM);
  const sheet = new Sheet(pdf);
  const made = record.assemblies.map((a) => assemblyDossier(record, a, q));
  const total = made.reduce((n, d) => n + d.rows.length + 1, 1);
  let done = 0;
  const step = async () => {
    q.onProgress(++done / total);
    await breathe();
  };
  title(sheet, record, made, q);
  await step();
  for (const dossier of made) {
    sheet.page();
    sheet.heading(dossier.source.assembly.definition.name);
    parts(sheet, dossier, record.kit.definition.units);
    for (const row of dossier.rows) {
      drawRow(sheet, row, dossier, record.kit.definition.units, q.photosDir);
      await step();
    }
    revisions(sheet, record, dossier);
    log(sheet, dossier, q.photosDir);
    signOff(sheet);
    await step();
  }
  sheet.numberPages(record.kit.definition.name);
  pdf.end();
  return pdf;
}

function title(sheet: Sheet, record: KitRecord, made: readonly AssemblyDossier[], q: DossierQuestion): void {
  sheet.page();
  sheet.text(record.kit.definition.name, 26, true);
  sheet.text(made.length === 1 ? `Dossier: ${made[0]?.source.assembly.definition.name ?? ''}` : 'Dossier of the kit', 16);
  sheet.text(`As the record stood on ${q.dayOf(q.now)}.`, 10);
  sheet.text(ADVICE_FIRST, 10);
  sheet.gap(4);
  sheet.table(
    ['assembly', 'parts', 'rows', 'holes', 'set', 'removed', 'deviations', 'hours', 'steps done'],
    [30, 8, 8, 9, 8, 10, 12, 14, 14],
    made.map((d) => {
      const marks = effectiveMarks(d.source.marks);
      const holes = d.rows.reduce((n, r) => n + holesInPlan(r.row.holes).length, 0);
      const set = d.rows.reduce((n, r) => n + holesInPlan(r.row.holes).filter((h) => r.states.get(h.id)?.has('set//')).length, 0);
      const count = (kind: Mark['kind']) => marks.filter((m) => m.kind === kind).reduce((n, m) => n + m.holeIds.length, 0);
      return [
        d.source.assembly.definition.name,
        String(d.source.parts.length),
        String(d.rows.length),
        String(holes),
        String(set),
        String(count('removed')),
        String(count('deviation')),
        showHours(d.hoursMs),
        `${d.progress.done} of ${d.progress.wanted}`,
      ];
    }),
  );
}

function parts(sheet: Sheet, { source }: AssemblyDossier, units: Units): void {
  sheet.subheading('Parts');
  sheet.table(
    ['part', 'hand', 'thickness', 'measured', 'number', 'material', 'page'],
    [28, 8, 14, 14, 14, 14, 12],
    source.parts.map(({ definition: p }) => [
      p.name,
      p.hand === null ? '' : p.hand === 'L' ? 'left' : 'right',
      showLength(p.thickness.mm as Mm, units),
      p.measured ? showLength(p.measured.mm as Mm, units) : '',
      p.number ?? '',
      p.material ?? '',
      [p.page, p.revision].filter(Boolean).join(' '),
    ]),
  );
}

function drawRow(sheet: Sheet, row: WorkRow, dossier: AssemblyDossier, units: Units, photosDir: string): void {
  const { plan, row: definition } = row;
  const holes = holesInPlan(definition.holes);
  sheet.row(`${row.title}, ${holes.length} holes`, () => section(sheet.pdf, row));
  const hand = definition.hand === null ? '' : definition.hand === 'L' ? ', left' : ', right';
  sheet.text(
    `${plan.rivet.callout}${definition.blind ? `; blind: ${definition.blind.name}` : ''}${hand}${definition.page ? `, page ${definition.page}` : ''}`,
    9.5,
  );
  for (const [i, layer] of plan.layers.entries()) {
    const deep =
      layer.depth === undefined
        ? ''
        : `, ${showLength(layer.depth, units)} deep, ${showLength(layer.surfaceDiameter ?? (0 as Mm), units)} across`;
    sheet.text(`${sheetName(layer.part, i)} ${showLength(layer.thickness, units)}: ${PREP_WORDS[layer.prep]}${deep}`, 9.5);
  }
  const reached = new Map<string, number>();
  for (const h of holes) {
    const stage = stageOf(row.steps, row.states.get(h.id));
    reached.set(stage, (reached.get(stage) ?? 0) + 1);
  }
  sheet.text(
    `Holes: ${STAGES.filter((s) => reached.has(s))
      .map((s) => `${reached.get(s)} ${s === 'open' ? 'not begun' : s === 'set' ? 'riveted' : s}`)
      .join(', ')}.`,
    9.5,
  );
  for (const f of plan.findings.filter((x) => x.severity !== 'note'))
    sheet.text(`${f.severity === 'stop' ? 'STOP' : 'Caution'}: ${findingMessage(f, units, row.stack.layers)}`, 9.5);
  for (const m of effectiveMarks(dossier.source.marks).filter((x) => x.rowId === row.id)) found(sheet, m, row, dossier, units, photosDir);
  sheet.endRow();
}

/** What was found at a hole of this row, as it was measured. */
function found(sheet: Sheet, m: Mark, row: WorkRow, dossier: AssemblyDossier, units: Units, photosDir: string): void {
  const when = `${m.doneAt.slice(0, 10)} ${dossier.names.person(m.person)}`;
  const where = `hole ${holeNumbers(row, m.holeIds)}`;
  const L = (l: { mm: number }) => showBoth(l.mm as Mm, units);
  const { deviation: d, head: h, dimple } = m.payload;
  const note = m.payload.note ? ` ${m.payload.note}` : '';
  if (d) {
    const edges = Object.values(d.edges ?? {}).map(L);
    const limit = d.edgeLimit
      ? ` Edge limit ${d.edgeLimit.factorD} D, ${d.edgeLimit.by === 'kit' ? 'the kit’s own' : 'the program’s default'}.`
      : '';
    sheet.text(
      `${when}: deviation, ${where}: ${DEVIATION_WORDS[d.kind]}${d.hole ? `, hole ${L(d.hole)}` : ''}${edges.length > 0 ? `, edges ${edges.join(', ')}` : ''}; the program said: ${d.verdict}.${limit}${note}`,
      9,
    );
  }
  if (h) {
    const size = [
      h.width ? `W ${L(h.width)}` : '',
      h.width2 ? `W2 ${L(h.width2)}` : '',
      h.height ? `H ${L(h.height)}` : '',
      h.gauge ?? '',
      ...(h.defects ?? []).map((x) => DEFECT_WORDS[x].name),
    ];
    sheet.text(
      `${when}: inspected, ${where}: ${size.filter(Boolean).join(', ') || 'looked at'}; ${DISPOSITION_WORDS[h.disposition]}.${note}`,
      9,
    );
  }
  if (dimple) sheet.text(`${when}: dimple, ${where}: ${dimpleSentence(dimple)}${note}`, 9);
  if (m.kind === 'removed') sheet.text(`${when}: rivet taken out, ${where}.${note}`, 9);
  if (d ?? h ?? dimple) for (const id of m.payload.photoIds ?? []) sheet.photo(photoPath(photosDir, id));
}

function revisions(sheet: Sheet, record: KitRecord, { source }: AssemblyDossier): void {
  const touched = record.pages
    .map((p) => ({ page: p.definition, reach: pageReach(p.definition, source.rows, source.parts, source.marks) }))
    .filter(({ reach }) => reach.rows.length + reach.parts.length > 0);
  if (touched.length === 0) return;
  sheet.subheading('Revisions of the plans');
  for (const { page, reach } of touched) {
    for (const r of page.revisions) sheet.text(`Page ${page.name}, revision ${r.revision}, came ${r.cameAt.slice(0, 10)}. ${r.note}`, 9.5);
    for (const { row, doneBefore } of reach.rows)
      sheet.text(
        `   row ${row.definition.name || row.id.slice(0, 8)}: ${doneBefore === 0 ? 'nothing was done before the newest one came' : `${doneBefore} things were done before the newest one came`}`,
        9,
      );
  }
}

function log(sheet: Sheet, { pages, names }: AssemblyDossier, photosDir: string): void {
  sheet.subheading('Log');
  if (pages.length === 0) sheet.text('Nothing was marked yet.', 9.5);
  for (const page of [...pages].reverse()) {
    sheet.text(page.day, 10.5, true);
    const hours = hoursSentence(page, names);
    if (hours) sheet.text(hours, 9.5);
    for (const sentence of logSentences(page, names)) sheet.text(sentence, 9.5);
    for (const n of page.notes) {
      if (n.payload.note) sheet.text(`${names.person(n.person)}: ${n.payload.note}`, 9.5);
      for (const id of n.payload.photoIds ?? []) sheet.photo(photoPath(photosDir, id));
    }
    sheet.gap(1.5);
  }
}

function signOff(sheet: Sheet): void {
  sheet.gap(6);
  sheet.need(34);
  sheet.subheading('Signed');
  for (const who of ['Builder', 'Looked at by', 'Inspector']) {
    sheet.gap(5);
    sheet.text(`${who} ______________________________   date ______________   signature ______________________________`, 10);
  }
}

/** The section of a row, black on white: sheets in outline, the rivet in grey. */
function section(pdf: Pdf, row: WorkRow): void {
  const s = sectionOf(row.stack, row.plan);
  const [left, top] = [pdf.page.width - (MARGIN_MM + SECTION_MM.width) * PT, pdf.y];
  const tall = Math.max(s.bottom, ...s.rivet.drivenOutline.map((p) => p.y)) - s.rivet.headTop;
  const scale = Math.min((SECTION_MM.width * PT) / (2 * s.reach), (SECTION_MM.height * PT) / Math.max(tall, 0.1));
  const [x0, y0] = [left + (SECTION_MM.width * PT) / 2, top - s.rivet.headTop * scale];
  const shape = (points: readonly { x: number; y: number }[], sign: 1 | -1, fill: string) => {
    if (points.length < 3) return;
    points.forEach((p, i) => {
      const [x, y] = [x0 + sign * p.x * scale, y0 + p.y * scale];
      if (i === 0) pdf.moveTo(x, y);
      else pdf.lineTo(x, y);
    });
    pdf.closePath().lineWidth(0.6).fillAndStroke(fill, 'black');
  };
  for (const sign of [1, -1] as const) {
    for (const outline of [s.rivet.drivenOutline, s.rivet.shankOutline, s.rivet.headOutline]) shape(outline, sign, '#c8c8c8');
    for (const sheet of s.sheets) shape(sheet.outline, sign, 'white');
  }
  pdf.fillColor('black').strokeColor('black');
}

/** Writes down the page and begins another where one is full. */
class Sheet {
  private rowTop = 0;
  private rowPage = 0;
  private isInRow = false;
  private pages = 0;

  constructor(readonly pdf: Pdf) {}

  page(): void {
    this.pdf.addPage();
    this.pages++;
    this.pdf.fillColor('black').strokeColor('black');
  }

  need(heightMm: number): void {
    if (this.pdf.y + heightMm * PT > this.pdf.page.height - (MARGIN_MM + 6) * PT) this.page();
  }

  gap(heightMm: number): void {
    this.pdf.y += heightMm * PT;
  }

  heading(text: string): void {
    this.text(text, 20, true);
    this.gap(2);
  }

  subheading(text: string): void {
    this.gap(3);
    this.need(14);
    this.text(text, 13, true);
    this.gap(1);
  }

  text(text: string, size: number, isBold = false): void {
    const { pdf } = this;
    const beside = this.isInRow && this.rowPage === this.pages && pdf.y < this.rowTop + (SECTION_MM.height + 2) * PT;
    const width = pdf.page.width - (2 * MARGIN_MM + (beside ? SECTION_MM.width + 4 : 0)) * PT;
    pdf.font(isBold ? 'Helvetica-Bold' : 'Helvetica').fontSize(size);
    const clean = plainText(text);
    if (pdf.y + pdf.heightOfString(clean, { width }) > pdf.page.height - (MARGIN_MM + 6) * PT) this.page();
    pdf.text(clean, MARGIN_MM * PT, pdf.y, { width });
  }

  /** Begins a row's own piece: a rule, its title, its section at the right. */
  row(heading: string, drawSection: () => void): void {
    const { pdf } = this;
    this.gap(2);
    this.need(SECTION_MM.height + 10);
    pdf
      .lineWidth(0.5)
      .moveTo(MARGIN_MM * PT, pdf.y)
      .lineTo(pdf.page.width - MARGIN_MM * PT, pdf.y)
      .stroke();
    this.gap(1.5);
    this.rowTop = pdf.y;
    this.rowPage = this.pages;
    const { x, y } = pdf;
    drawSection();
    pdf.x = x;
    pdf.y = y;
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
    const wide = pdf.page.width - 2 * MARGIN_MM * PT;
    const line = (cells: readonly string[], isHead: boolean) => {
      pdf.font(isHead ? 'Helvetica-Bold' : 'Helvetica').fontSize(8.5);
      const widths = shares.map((s) => (s / whole) * wide - 4);
      const height = Math.max(...cells.map((c, i) => pdf.heightOfString(plainText(c) || ' ', { width: widths[i] as number })));
      if (pdf.y + height > pdf.page.height - (MARGIN_MM + 6) * PT) this.page();
      const y = pdf.y;
      let x = MARGIN_MM * PT;
      cells.forEach((c, i) => {
        pdf.text(plainText(c), x, y, { width: widths[i] as number });
        x += (widths[i] as number) + 4;
      });
      pdf.y = y + height + 4;
      pdf
        .lineWidth(isHead ? 0.8 : 0.25)
        .moveTo(MARGIN_MM * PT, pdf.y - 2.5)
        .lineTo(pdf.page.width - MARGIN_MM * PT, pdf.y - 2.5)
        .stroke();
    };
    line(heads, true);
    for (const r of rows) line(r, false);
    pdf.x = MARGIN_MM * PT;
  }

  photo(file: string): void {
    if (!existsSync(file)) return;
    this.need(46);
    try {
      this.pdf.image(file, MARGIN_MM * PT, this.pdf.y, { fit: [60 * PT, 44 * PT] });
      this.gap(46);
    } catch {
      this.text('(a photo that cannot be read)', 9);
    }
  }

  numberPages(kit: string): void {
    const { pdf } = this;
    const { start, count } = pdf.bufferedPageRange();
    for (let i = start; i < start + count; i++) {
      pdf.switchToPage(i);
      pdf.page.margins.bottom = 0;
      pdf
        .font('Helvetica')
        .fontSize(8)
        .text(
          plainText(`${kit}, made with Patient Anvil, page ${i + 1} of ${count}`),
          MARGIN_MM * PT,
          pdf.page.height - (MARGIN_MM - 2) * PT,
          {
            lineBreak: false,
          },
        );
    }
  }
}
