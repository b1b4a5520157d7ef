/**
 * Cells of a CSV file. Text that a spreadsheet would run as a formula gets a leading apostrophe, numbers do not;
 * reading takes exactly that escape off again.
 */
/* Some programs look past blanks, line breaks and marks of order before the sign, and take its wide form too. */
const RUNS = /^[\s\p{Cc}\u00ad\u200b-\u200f\u2060\ufeff]*[=+\-@\uff1d\uff0b\uff0d\uff20]|^[\t\r\n'\ufeff]/u;
const NUMBER = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/;

/** A cell as it is written. An apostrophe of its own is escaped too, so that reading gives the same text back. */
export function writeCell(text: string): string {
  return RUNS.test(text) && !NUMBER.test(text) ? `'${text}` : text;
}

/** A cell as it was before `writeCell`. */
export function readCell(text: string): string {
  return text.startsWith("'") && RUNS.test(text.slice(1)) && !NUMBER.test(text.slice(1)) ? text.slice(1) : text;
}

/** The columns a table of rows can have; `line` is a whole row line and stands alone. */
export const ROW_COLUMNS = ['name', 'stack', 'rivet', 'holes', 'pitch', 'edge', 'hand', 'page', 'line'] as const;
export type RowColumn = (typeof ROW_COLUMNS)[number];

/** The columns a table of parts can have. */
export const PART_COLUMNS = ['name', 'hand', 'thickness', 'measured'] as const;
export type PartColumn = (typeof PART_COLUMNS)[number];

/** The columns a table of fasteners can have. */
export const FASTENER_COLUMNS = [
  'name', 'kind', 'diameter', 'hole', 'holeMax', 'head', 'headDiameter', 'headAngle', 'headHeight', 'gripFrom', 'gripTo', 'lengths', 'dieHole', 'ends',
  'group', 'small', 'spacing', 'angle', 'lug', 'smallRivet', 'note',
] as const; // prettier-ignore
export type FastenerColumn = (typeof FASTENER_COLUMNS)[number];

/** Heads people write for a column, in lower case. */
const HEADS: Readonly<Record<RowColumn | PartColumn | FastenerColumn, readonly string[]>> = {
  name: ['name', 'row', 'row name', 'part', 'part name', 'part number', 'number'],
  stack: ['stack', 'sheets', 'layers'],
  rivet: ['rivet', 'call-out', 'callout', 'fastener'],
  holes: ['holes', 'count', 'qty', 'quantity', 'number of holes', 'n'],
  pitch: ['pitch', 'spacing'],
  edge: ['edge', 'edge distance'],
  hand: ['hand', 'side', 'left/right'],
  page: ['page', 'plan', 'plan page', 'drawing'],
  line: ['line', 'row line'],
  thickness: ['thickness', 'nominal', 't', 'gauge'],
  measured: ['measured', 'caliper', 'measured thickness'],
  kind: ['kind', 'type', 'what'],
  diameter: ['diameter', 'body', 'shank', 'd'],
  hole: ['hole', 'hole size', 'drill', 'dh'],
  holeMax: ['holemax', 'hole max', 'largest hole'],
  head: ['head', 'head kind'],
  headDiameter: ['headdiameter', 'head diameter', 'a'],
  headAngle: ['headangle', 'head angle', 'angle of the head'],
  headHeight: ['headheight', 'head height'],
  gripFrom: ['gripfrom', 'grip from', 'min grip', 'grip min', 'least grip'],
  gripTo: ['gripto', 'grip to', 'max grip', 'grip max', 'largest grip'],
  lengths: ['lengths', 'length', 'stocked lengths'],
  dieHole: ['diehole', 'die hole', 'pilot of its dies'],
  ends: ['ends', 'end'],
  group: ['group'],
  small: ['small', 'small holes'],
  spacing: ['spacing', 'lug spacing'],
  angle: ['angle', 'angle to the row'],
  lug: ['lug', 'lug thickness'],
  smallRivet: ['smallrivet', 'small rivet', 'lug rivet'],
  note: ['note', 'remark', 'notes'],
};

/** Which column of the file is which, by its head; unknown heads are left out. */
export function matchColumns<C extends RowColumn | PartColumn | FastenerColumn>(
  heads: readonly string[],
  columns: readonly C[],
): Partial<Record<C, number>> {
  const found: Partial<Record<C, number>> = {};
  heads.forEach((head, i) => {
    const clean = head.trim().toLowerCase();
    const column = columns.find((c) => found[c] === undefined && HEADS[c].includes(clean));
    if (column) found[column] = i;
  });
  return found;
}
