import type { Problem } from '../units/result';

/** What a dimension field would understand; named in every refusal. */
export const DIMENSION_HINT = 'Understood: .025, 0,6 mm, 25 thou, 025, 3/32, 1 1/2 in, 1-1/2", #40, No. 30, E, 40 mm.';
const CALLOUT_HINT = 'Understood: MS20426AD4-5, AN470AD4-4, 426-3-3.5, 470AD4-6; diameters -3 to -6.';
const ROW_LINE_HINT = 'A row is written: skin .025 / rib .032 : 426AD3 x24 @1.5';

type Data = NonNullable<Problem['data']>;

/** Every problem code with its wording. `docs/findings.md` is made from this. */
export const PROBLEM_CATALOGUE: Readonly<Record<string, (d: Data) => string>> = {
  'dimension-empty': () => `Nothing is written here. ${DIMENSION_HINT}`,
  'dimension-too-long': (d) => `${d.length} characters are too many for a dimension (at most ${d.max}). ${DIMENSION_HINT}`,
  'dimension-not-positive': (d) => `"${d.text}" is not more than zero. ${DIMENSION_HINT}`,
  'dimension-unreadable': (d) => `"${d.text}" is not a dimension. ${DIMENSION_HINT}`,
  'dimension-too-large': (d) => `"${d.text}" is longer than anything on a kit. ${DIMENSION_HINT}`,
  'unit-unknown': (d) => `"${d.unit}" is not a unit used here: in, mm or thou. ${DIMENSION_HINT}`,
  'drill-unknown': (d) => `"${d.text}" is no drill: numbers go from #1 to #60, letters from A to Z. ${DIMENSION_HINT}`,
  'sheet-by-drill': (d) => `"${d.text}" names a drill, not a thickness. ${DIMENSION_HINT}`,
  'sheet-out-of-range': (d) => `"${d.text}" is no sheet thickness: between .010 and .500 in (0.254 and 12.7 mm). ${DIMENSION_HINT}`,
  'fraction-zero': (d) => `"${d.text}" divides by zero. ${DIMENSION_HINT}`,
  'fraction-not-inches': (d) => `"${d.text}": fractions are inches. ${DIMENSION_HINT}`,
  'fraction-odd': (d) => `"${d.text}": rulers divide the inch by 2, 4, 8, 16, 32, 64, not by ${d.bottom}. ${DIMENSION_HINT}`,
  'fraction-improper': (d) => `"${d.text}": after a whole number the fraction must be under 1. ${DIMENSION_HINT}`,
  'comma-ambiguous': (d) => `"${d.text}" could be thousands or a decimal comma: write a point, or no mark. ${DIMENSION_HINT}`,
  'bare-number-ambiguous': (d) => `"${d.text}" could be inches or thousandths: write a point or a unit. ${DIMENSION_HINT}`,
  'callout-empty': () => `No rivet is named. ${CALLOUT_HINT}`,
  'callout-unreadable': (d) => `"${d.text}" is not a rivet call-out. ${CALLOUT_HINT}`,
  'callout-head-missing': (d) => `"${d.text}" does not say which head: put 426 (flush) or 470 (protruding) before it. ${CALLOUT_HINT}`,
  'callout-diameter-unknown': (d) => `"${d.text}": dash ${d.dash} is not in the tables (3, 4, 5, 6). ${CALLOUT_HINT}`,
  'callout-length-odd': (d) => `"${d.text}": length dash ${d.dash} is not a multiple of .5 from 1 up. ${CALLOUT_HINT}`,
  'callout-length-missing': (d) => `"${d.text}" has no length. ${CALLOUT_HINT}`,
  'diameter-not-in-table': () => 'No solid rivet of this diameter is in the tables: 3/32, 1/8, 5/32, 3/16.',
  'hole-under-diameter': () => 'The hole is smaller than the rivet.',
  'hole-max-under-diameter': () => 'Hole max is smaller than the rivet.',
  'hole-unreasonable': () => 'The hole is more than ten times the rivet: was a drill number meant, such as #40?',
  'length-not-a-dash': () => 'A rivet length is a multiple of 1/32 in, at least 1/16 in.',
  'layout-spacing': () => 'Give either the largest pitch or the count, one of the two.',
  'layout-too-many': (d) => `More than ${d.max} holes: the pitch is too small for this span.`,
  'place-unreadable': (d) => `Line ${d.line}, "${d.text}": write across and up, such as 2 1/2 ; 0.`,
  'places-too-many': (d) => `At most ${d.max} places are taken.`,
  'line-empty': () => `The line is empty. ${ROW_LINE_HINT}`,
  'line-too-long': (d) => `${d.length} characters are too many for a row line (at most ${d.max}). ${ROW_LINE_HINT}`,
  'line-no-rivet': () => `The rivet is missing: write a colon and its call-out after the sheets. ${ROW_LINE_HINT}`,
  'line-empty-name': () => 'The name before the semicolon is empty.',
  'line-empty-layer': () => `A sheet is missing here. ${ROW_LINE_HINT}`,
  'line-too-many-layers': (d) => `At most ${d.max} sheets go into one row.`,
  'layer-no-part': (d) => `"${d.text}": name the part before its thickness, such as skin .025.`,
  'layer-no-thickness': (d) => `"${d.text}": a thickness is missing, such as skin .025.`,
  'option-unknown': (d) => `"${d.text}" is not understood here. After the rivet: xN, @pitch, e=edge, hand=L or R, plan=page.`,
  'option-twice': (d) => `"${d.text}" is said twice.`,
  'option-empty': (d) => `"${d.text}" needs a value.`,
  'count-unreadable': (d) => `"${d.text}": the number of holes is a whole number from 1 to ${d.max}, such as x24.`,
  'hand-unknown': (d) => `"${d.text}": the hand is L or R.`,
  'part-thickness-differs': (d) =>
    `"${d.part}" is ${d.known} thick in this assembly; the line says ${d.said}. Change the part, or use another name.`,
  'part-name-empty': () => 'A part needs a name of at most 120 characters.',
  'table-empty': () => 'The file holds no lines under its heads.',
  'table-too-long': (d) => `More than ${d.max} lines are too many at once.`,
  'table-unreadable': () => 'The file is not a table of text: comma, semicolon or tab between the cells.',
  'part-twice': (d) => `"${d.part}" stands twice in one stack.`,
  'kit-format-unknown': () => 'This is not a kit exported by this program.',
  'kit-id-twice': () => 'The document names the same id twice.',
  'kit-reference-missing': () => 'The document refers to something that is not in it.',
  'kit-ids-taken': (d) => `A kit with these ids is here already (${d.count} of them). Import it as a copy, or delete the other one first.`,
  offline: () => 'The program does not answer. What was typed is still here; try again.',
  'not-available': () => 'The program cannot reach its database just now. Try again in a moment.',
  'version-conflict': () => 'Somebody else has changed this since.',
  'change-unknown': () => 'The change to take back is not in the record.',
  'kit-mismatch': () => 'This belongs to another kit, or the kit is gone.',
  'kit-unknown': () => 'There is no such kit.',
  'assembly-unknown': () => 'There is no such assembly.',
  'row-unknown': () => 'There is no such row.',
  'part-unknown': () => 'The row names a part that is not there.',
  'part-in-use': (d) => `The part is still in use${d.row ? ` by the row "${d.row}"` : ''}.`,
  'part-name-taken': (d) => `A part named "${d.part}" with that hand is there already.`,
  'edit-twice': () => 'One change names the same thing twice.',
  'host-refused': () => 'Only pages of this machine may ask.',
  'origin-refused': () => 'Only pages of this program may ask.',
  'body-too-large': () => 'This is more than can be taken at once. Send it in smaller pieces.',
  'request-invalid': () => 'The request cannot be read.',
  'address-unknown': () => 'There is nothing at this address.',
  'after-invalid': () => 'The place in the record is a whole number.',
  'units-unknown': () => 'Units are in or mm.',
  'not-json': () => 'The input is not JSON.',
  'key-unknown': (d) => `The key "${d.path}" is not known here.`,
  'key-missing': (d) => `The key "${d.path}" is missing.`,
  'document-invalid': (d) => `${d.detail}.`,
  'verb-unknown': (d) => `"${d.verb}" is no verb. Known: ${d.known}.`,
  'verb-missing': (d) => `Name a verb: ${d.known}.`,
  'file-unreadable': (d) => `"${d.file}" cannot be read.`,
  'arguments-too-many': () => 'Give one verb and at most one file.',
};

/** The sentence for a problem, wherever it is shown. */
export function problemMessage(p: Problem): string {
  const wording = PROBLEM_CATALOGUE[p.code];
  return wording ? wording(p.data ?? {}) : p.code;
}
