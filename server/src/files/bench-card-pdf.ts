import type { PaperName } from '#core/layout/paper';
import { holesInPlan } from '#core/record/holes';
import type { AssemblyWork, WorkRow } from '#core/work/assembly-work';
import type { BenchItem, BenchSetup } from '#core/work/bench';
import { isHeld } from '#core/record/steps';
import { workFindings } from '#core/work/work-findings';
import type { Units } from '#core/units/length';
import { notSolid } from '#core/prep/stack';
import { ADVICE_FIRST, setupCautions } from '#core/wording/cautions';
import { findingMessage } from '#core/wording/findings';
import { itemAmount, setupName, setupVerb } from '#core/wording/setups';
import { sheetName } from '#core/wording/words';
import { PageWriter } from './page-writer';
import { inFace, newPdf, PT, tagged, type Pdf } from './pdf';

interface CardQuestion {
  readonly kit: string;
  readonly assembly: string;
  readonly work: AssemblyWork;
  readonly setup: BenchSetup;
  readonly partNames: ReadonlyMap<string, string>;
  readonly paper: PaperName;
  readonly units: Units;
}

const MARGIN_MM = 14;
const BOX_MM = 8;
const GAP_MM = 1.6;
const SIDES = { head: 'head side', shop: 'shop side' } as const;

/** A card for one set-up, black on white: rows with a box to tick for every hole, plugs, cautions, who and when. */
export function benchCardPdf(q: CardQuestion): Pdf {
  const verb = setupVerb(q.setup.setup);
  const pdf = newPdf(`${q.assembly}: ${verb}`, q.paper, MARGIN_MM);
  const card = new Card(pdf, MARGIN_MM);
  card.page();
  card.text(`${q.kit}: ${q.assembly}`, 10);
  card.text(`${verb[0]?.toUpperCase()}${verb.slice(1)}: ${setupName(q.setup.setup, q.units)}`, 20, true, 'H1');
  const [first] = q.setup.items;
  const closedWith = first && notSolid(rowOf(q.work, first).stack)?.kind;
  for (const caution of setupCautions(q.setup.setup, closedWith)) card.text(caution, 9);
  const plugs = q.setup.items.filter((i) => i.heldHoleIds.length > 0);
  if (plugs.length > 0) {
    card.gap(2);
    card.text('Plug or leave out first:', 12, true);
    for (const item of plugs) {
      const row = rowOf(q.work, item);
      card.text(`${row.title}: ${item.heldHoleIds.map((id) => numberOf(row, id)).join(', ')}`, 11);
    }
  }
  for (const [hand, name] of [
    ['L', 'LEFT'],
    ['R', 'RIGHT'],
    [null, 'no hand'],
  ] as const) {
    const items = q.setup.items.filter((i) => i.hand === hand);
    if (items.length === 0) continue;
    card.gap(3);
    card.line();
    card.text(name, 13, true, 'H2');
    for (const item of items) drawItem(card, q, item);
  }
  card.gap(4);
  card.line();
  card.text('Done on ____________  from ______ to ______   by ______   page ____________', 11);
  card.text(ADVICE_FIRST, 8.5);
  card.foot((page, count) => `Patient Anvil, page ${page} of ${count}`);
  pdf.end();
  return pdf;
}

function rowOf(work: AssemblyWork, item: BenchItem): WorkRow {
  return work.rows.find((r) => r.id === item.rowId) as WorkRow;
}

function numberOf(row: WorkRow, holeId: string): number {
  return holesInPlan(row.row.holes).findIndex((h) => h.id === holeId) + 1;
}

function drawItem(card: Card, q: CardQuestion, item: BenchItem): void {
  const row = rowOf(q.work, item);
  card.gap(2);
  if (item.partId !== null) {
    card.boxes([{ name: '', isDone: false, isHeld: false }], q.partNames.get(item.partId) ?? '');
    return;
  }
  const what = item.steps
    .filter((s) => s.layerId !== null)
    .map((s) => {
      const index = row.row.layers.findIndex((l) => l.id === s.layerId);
      return `${sheetName(row.stack.layers[index]?.part, index)}${s.side ? ` ${SIDES[s.side]}` : ''}`;
    });
  card.text(`${row.title}  ${itemAmount(item)}   ${row.plan.rivet.callout}${row.row.page ? `   page ${row.row.page}` : ''}`, 12, true);
  for (const f of workFindings(row.row, row.plan, item.steps))
    card.text(`${f.severity.toUpperCase()}: ${findingMessage(f, q.units, row.plan.layers)}`, 10, true);
  const holes = holesInPlan(row.row.holes);
  /* A line of boxes for every sheet and side, or one for the hole. */
  const lines = what.length > 0 ? item.steps.filter((s) => s.layerId !== null) : [item.steps[0]];
  lines.forEach((step, i) => {
    card.boxes(
      holes.map((h, n) => {
        const at = row.states.get(h.id);
        return { name: String(n + 1), isDone: step ? (at?.has(step.key) ?? false) : false, isHeld: isHeld(h, q.setup.setup.operation, at) };
      }),
      what[i] ?? '',
    );
  });
}

/** A bench card's page: text and boxes to tick. */
class Card extends PageWriter {
  /** A line across. */
  line(): void {
    this.need(4);
    this.rule(0.6);
    this.gap(1.5);
  }

  /** Boxes to tick, numbered, done ones crossed out, held ones barred. */
  boxes(boxes: readonly Box[], label: string): void {
    const { pdf } = this;
    this.need(BOX_MM + 8);
    if (label !== '') this.text(label, 10);
    const wide = pdf.page.width / PT - 2 * MARGIN_MM;
    const perLine = Math.max(1, Math.floor((wide + GAP_MM) / (BOX_MM + GAP_MM)));
    for (let from = 0; from < boxes.length; from += perLine) {
      this.need(BOX_MM + GAP_MM);
      const y = pdf.y;
      const line = boxes.slice(from, from + perLine);
      tagged(pdf, 'Figure', () => line.forEach((box, i) => this.box(box, i, y)), boxWords(line));
      pdf.y = y + (BOX_MM + GAP_MM) * PT;
    }
    pdf.x = MARGIN_MM * PT;
  }

  private box(box: Box, i: number, y: number): void {
    const { pdf } = this;
    const x = (MARGIN_MM + i * (BOX_MM + GAP_MM)) * PT;
    const side = BOX_MM * PT;
    pdf.lineWidth(0.8).rect(x, y, side, side).stroke();
    if (box.isDone)
      pdf
        .moveTo(x, y)
        .lineTo(x + side, y + side)
        .moveTo(x + side, y)
        .lineTo(x, y + side)
        .stroke();
    if (box.isHeld) pdf.rect(x, y + side * 0.4, side, side * 0.2).fill('black');
    const written = inFace(pdf, box.name);
    pdf.fillColor('black').fontSize(7);
    pdf.text(written, x + 2, y + 2, { lineBreak: false });
  }
}

interface Box {
  readonly name: string;
  readonly isDone: boolean;
  readonly isHeld: boolean;
}

/** The boxes in words. */
function boxWords(boxes: readonly Box[]): string {
  const named = (of: readonly Box[]) => of.map((b) => b.name).filter(Boolean);
  const said = [
    ['done', named(boxes.filter((b) => b.isDone))],
    ['to be plugged or left out', named(boxes.filter((b) => b.isHeld))],
  ] as const;
  const more = said.filter(([, names]) => names.length > 0).map(([word, names]) => `; ${word}: ${names.join(', ')}`);
  const all = named(boxes);
  return `${all.length > 0 ? `Boxes to tick: ${all.join(', ')}` : 'A box to tick'}${more.join('')}`;
}
