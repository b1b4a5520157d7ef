import { notSolid } from '#core/prep/stack';
import { AT_HOLE } from '#core/record/step-key';
import type { PaperName } from '#core/layout/paper';
import { decisionSentence } from '#core/wording/sequence';
import { pageReach } from '#core/record/page-revisions';
import { holesInPlan } from '#core/record/holes';
import { effectiveMarks, type Mark } from '#core/record/marks';
import { showHours } from '#core/record/shifts';
import { stageReader, STAGES } from '#core/record/stage';
import { sectionOf } from '#core/section/section';
import type { WorkRow } from '#core/work/assembly-work';
import { showBoth, showLength } from '#core/units/show';
import type { Mm, Units } from '#core/units/length';
import { ADVICE_FIRST } from '#core/wording/cautions';
import { DEVIATION_WORDS, edgeLimitText, VERDICT_WORDS } from '#core/wording/deviations';
import { recallsOf } from '#core/done/recall';
import { notesOfPart } from '#core/record/notes';
import { checkSaid } from '#core/wording/recalls';
import { setInRow } from '#core/done/in-hole';
import { gatherFindings } from '#core/done/row-standing';
import { standingMessage } from '#core/wording/standing';
import { findingMessage } from '#core/wording/findings';
import { DEFECT_WORDS, DISPOSITION_WORDS } from '#core/wording/inspect';
import { hoursSentence, logSentences, noteSentences } from '#core/wording/log';
import { dimpleSentence } from '#core/wording/preparation';
import { STAGE_WORDS } from '#core/wording/setups';
import { FASTENER_WORDS, PREP_WORDS, sheetName } from '#core/wording/words';
import type { KitRecord } from '../db/kit-record';
import { assemblyDossier, holeNumbers, type AssemblyDossier, type RecordQuestion } from './dossier';
import { jobsOf, partsSaid } from './dossier-work';
import { DossierSheet, SECTION_MM } from './dossier-sheet';
import { newPdf, PT, type Pdf } from './pdf';
import { photoPath } from './photos';

const MARGIN_MM = 16;

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
  const sheet = new DossierSheet(pdf, MARGIN_MM);
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
    const { sequence } = dossier.source.assembly.definition;
    if (sequence) sheet.text(decisionSentence(sequence), 9.5);
    parts(sheet, dossier, record.kit.definition.units, q);
    partsSaid(sheet, dossier, record.kit.definition.units, q);
    jobsOf(sheet, dossier, record.kit.definition.units, q);
    for (const row of dossier.rows) {
      drawRow(sheet, row, dossier, record.kit.definition.units, q);
      await step();
    }
    revisions(sheet, record, dossier, q);
    log(sheet, dossier, q.photosDir);
    things(sheet, record, q);
    signOff(sheet);
    await step();
  }
  sheet.foot((page, count) => `${record.kit.definition.name}, made with Patient Anvil, page ${page} of ${count}`);
  pdf.end();
  return pdf;
}

function title(sheet: DossierSheet, record: KitRecord, made: readonly AssemblyDossier[], q: DossierQuestion): void {
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
      const set = d.rows.reduce((n, r) => n + holesInPlan(r.row.holes).filter((h) => r.states.get(h.id)?.has(AT_HOLE.set)).length, 0);
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

function parts(sheet: DossierSheet, { source, names }: AssemblyDossier, units: Units, q: DossierQuestion): void {
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
  for (const { id, definition } of source.parts)
    for (const n of notesOfPart(source.marks, id)) {
      const by = n.payload.by ?? names.person(n.person);
      sheet.text(`${q.dayOf(n.doneAt)} ${by}: ${definition.name}: ${n.payload.note ?? 'see the photo'}`, 9);
      for (const photo of n.payload.photoIds ?? []) sheet.photo(photoPath(q.photosDir, photo));
    }
}

/** What was found of tools, lots and batches, and what is still to be looked at again because of it. */
function things(sheet: DossierSheet, record: KitRecord, q: DossierQuestion): void {
  const checks = effectiveMarks(record.things);
  if (checks.length === 0) return;
  sheet.subheading('Tools, lots and batches');
  const all = [...record.things, ...record.assemblies.flatMap((a) => a.marks)];
  const left = new Map(
    recallsOf(all, []).map((r) => [
      r.cause.id,
      r.places.reduce((n, p) => n + p.holes.filter((h) => !h.isLookedAt).length + p.partIds.length, 0),
    ]),
  );
  for (const m of checks) {
    const open = left.get(m.id) ?? 0;
    sheet.text(
      `${q.dayOf(m.doneAt)} ${m.payload.thing?.name ?? ''}: ${checkSaid(m, record.kit.definition.units)}.${open > 0 ? ` Still to be looked at again: ${open}.` : ''}`,
      9.5,
    );
  }
}

function drawRow(sheet: DossierSheet, row: WorkRow, dossier: AssemblyDossier, units: Units, q: DossierQuestion): void {
  const { plan, stack, row: definition } = row;
  const holes = holesInPlan(definition.holes);
  const other = notSolid(stack);
  sheet.row(`${row.title}, ${holes.length} holes`, (left, top) => section(sheet.pdf, row, left, top));
  const hand = definition.hand === null ? '' : definition.hand === 'L' ? ', left' : ', right';
  sheet.text(
    `Planned: ${other ? `${other.name}, ${FASTENER_WORDS[other.kind]}` : plan.rivet.callout}${stack.far ? ', flush on both sides' : ''}${hand}${definition.page ? `, page ${definition.page}` : ''}`,
    9.5,
  );
  for (const [i, layer] of plan.layers.entries()) {
    const deep =
      layer.depth === undefined
        ? ''
        : `, ${showLength(layer.depth, units)} deep, ${showLength(layer.surfaceDiameter ?? (0 as Mm), units)} across`;
    const faces = (layer.faces ?? []).filter((f) => f.from === 'far' && f.prep !== 'none');
    const far = faces.map(
      (f) => `; from the far side ${PREP_WORDS[f.prep]}${f.depth === undefined ? '' : ` ${showLength(f.depth, units)} deep`}`,
    );
    sheet.text(`${sheetName(layer.part, i)} ${showLength(layer.thickness, units)}: ${PREP_WORDS[layer.prep]}${deep}${far.join('')}`, 9.5);
  }
  const set = setInRow(
    row.done,
    holes.map((h) => h.id),
  );
  if (set.size > 0)
    sheet.text(`Set: ${[...set].map(([name, n]) => `${n} ${name ?? 'of which the record does not say the rivet'}`).join(', ')}.`, 9.5);
  const reached = new Map<string, number>();
  const stageAt = stageReader(row.steps);
  for (const h of holes) {
    const stage = stageAt(row.states.get(h.id));
    reached.set(stage, (reached.get(stage) ?? 0) + 1);
  }
  sheet.text(
    `Holes: ${STAGES.filter((s) => reached.has(s))
      .map((s) => `${reached.get(s)} ${STAGE_WORDS[s]}`)
      .join(', ')}.`,
    9.5,
  );
  for (const { finding, holeIds } of gatherFindings(row.standing))
    sheet.text(
      `${finding.isSettled ? 'Settled' : finding.severity === 'stop' ? 'STOP' : 'Caution'}: ${holeNumbers(row, holeIds)}: ${standingMessage(finding, units, row.stack.layers)}`,
      9.5,
    );
  for (const f of plan.findings.filter((x) => x.severity !== 'note'))
    sheet.text(`${f.severity === 'stop' ? 'STOP' : 'Caution'}: ${findingMessage(f, units, row.stack.layers)}`, 9.5);
  for (const m of effectiveMarks(dossier.source.marks).filter((x) => x.rowId === row.id)) found(sheet, m, row, dossier, units, q);
  sheet.endRow();
}

/** What was found at a hole of this row, as it was measured. */
function found(sheet: DossierSheet, m: Mark, row: WorkRow, dossier: AssemblyDossier, units: Units, q: DossierQuestion): void {
  const when = `${q.dayOf(m.doneAt)} ${m.payload.by ?? dossier.names.person(m.person)}`;
  const where = `hole ${holeNumbers(row, m.holeIds)}`;
  const L = (l: { mm: number }) => showBoth(l.mm as Mm, units);
  const { deviation: d, head: h, dimple } = m.payload;
  const note = m.payload.note ? ` ${m.payload.note}` : '';
  if (d) {
    const edges = Object.values(d.edges ?? {}).map(L);
    const limit = edgeLimitText(d);
    sheet.text(
      `${when}: deviation, ${where}: ${DEVIATION_WORDS[d.kind]}${d.hole ? `, hole ${L(d.hole)}` : ''}${edges.length > 0 ? `, edges ${edges.join(', ')}` : ''}; the program said: ${VERDICT_WORDS[d.verdict]}${limit ? ` (${limit})` : ''}.${note}`,
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
  if (m.kind === 'hole-check') sheet.text(`${when}: gauged, ${where}: ${m.payload.gauge}.${note}`, 9);
  if (m.kind === 'looked-again') sheet.text(`${when}: looked at again, ${where}.${note}`, 9);
  const isNote = m.kind === 'log-note';
  if (isNote) sheet.text(`${when}: noted${m.holeIds.length > 0 ? `, ${where}` : ''}:${note || ' see the photo'}`, 9);
  if (d ?? h ?? (dimple || isNote)) for (const id of m.payload.photoIds ?? []) sheet.photo(photoPath(q.photosDir, id));
}

function revisions(sheet: DossierSheet, record: KitRecord, { source }: AssemblyDossier, q: DossierQuestion): void {
  const touched = record.pages
    .map((p) => ({ page: p.definition, reach: pageReach(p.definition, source.rows, source.parts, source.marks) }))
    .filter(({ reach }) => reach.rows.length + reach.parts.length > 0);
  if (touched.length === 0) return;
  sheet.subheading('Revisions of the plans');
  for (const { page, reach } of touched) {
    for (const r of page.revisions) sheet.text(`Page ${page.name}, revision ${r.revision}, came ${q.dayOf(r.cameAt)}. ${r.note}`, 9.5);
    for (const { row, doneBefore } of reach.rows)
      sheet.text(
        `   row ${row.definition.name || row.id.slice(0, 8)}: ${doneBefore === 0 ? 'nothing was done before the newest one came' : `${doneBefore} things were done before the newest one came`}`,
        9,
      );
  }
}

function log(sheet: DossierSheet, { pages, names, source }: AssemblyDossier, photosDir: string): void {
  sheet.subheading('Log');
  if (pages.length === 0) sheet.text('Nothing was marked yet.', 9.5);
  for (const page of [...pages].reverse()) {
    sheet.text(page.day, 10.5, true);
    const hours = hoursSentence(page, names);
    if (hours) sheet.text(hours, 9.5);
    for (const sentence of logSentences(page, names)) sheet.text(sentence, 9.5);
    for (const text of noteSentences(page, names)) sheet.text(text, 9.5);
    for (const n of page.notes) {
      /* Photos of rows and parts stand there. */
      const isOfDay = n.rowId === source.assembly.id && !n.payload.partIds;
      for (const id of isOfDay ? (n.payload.photoIds ?? []) : []) sheet.photo(photoPath(photosDir, id));
    }
    sheet.gap(1.5);
  }
}

function signOff(sheet: DossierSheet): void {
  sheet.gap(6);
  sheet.need(34);
  sheet.subheading('Signed');
  for (const who of ['Builder', 'Looked at by', 'Inspector']) {
    sheet.gap(5);
    sheet.text(`${who} ______________________________   date ______________   signature ______________________________`, 10);
  }
}

/** The section of a row, black on white: sheets in outline, the rivet in grey. */
function section(pdf: Pdf, row: WorkRow, left: number, top: number): void {
  const s = sectionOf(row.stack, row.plan);
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
    for (const outline of [s.rivet.drivenOutline, s.rivet.shankOutline, s.rivet.headOutline, ...s.rivet.fill])
      shape(outline, sign, '#c8c8c8');
    shape(s.rivet.stemOutline, sign, '#f0f0f0');
    for (const sheet of s.sheets) shape(sheet.outline, sign, 'white');
  }
  pdf.fillColor('black').strokeColor('black');
}
