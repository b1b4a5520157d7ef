import type { PhotoFinding } from '../photo/compare';
import type { SeenRow } from '../photo/recognise';
import { drillOfDiameter } from '../tables/drills';
import type { Mm, Units } from '../units/length';
import { showBoth, showLength } from '../units/show';
import { countOf } from './words';

/** A photograph knows a diameter to about so much, mm. */
const DRILL_KNOWN_TO = 0.05;

/** No finer is said than is known: to a thousandth of an inch, or two hundredths of a millimetre. */
const said = (mm: number, units: Units): Mm => {
  const step = units === 'in' ? 0.0254 : 0.02;
  return (Math.round(mm / step) * step) as Mm;
};

/** A diameter with the drill it comes from, where one is near. */
export function sizeText(diameter: number, units: Units): string {
  const drill = drillOfDiameter(diameter as Mm, DRILL_KNOWN_TO);
  return `${showLength(said(diameter, units), units)}${drill === null ? '' : ` (about ${drill})`}`;
}

/** What a photograph shows that the plan does not want, or the other way round, as a sentence. `row`: what the hole's row is called. */
export function photoFindingSentence(f: PhotoFinding, row: string, units: Units): string {
  switch (f.kind) {
    case 'missing':
      return `${row}, hole ${f.wanted.number}: no hole is there.`;
    case 'hidden':
      return `${row}, hole ${f.wanted.number}: the light hides whether it is there. Look yourself, or photograph it again.`;
    case 'extra':
      return `A hole of ${sizeText(f.found.diameter, units)} that the plan does not have, at ${showLength(said(f.place.x, units), units)} across, ${showLength(said(f.place.y, units), units)} up.`;
    case 'off':
      return `${row}, hole ${f.wanted.number}: off by ${showBoth(said(f.by, units), units)}, known to ${showLength(said(f.found.within, units), units)}.`;
    case 'wide':
      return `${row}, hole ${f.wanted.number}: ${sizeText(f.found.diameter, units)} wide, the others of its row ${sizeText(f.others, units)}.`;
    case 'narrow':
      return `${row}, hole ${f.wanted.number}: only ${sizeText(f.found.diameter, units)} wide, the others of its row ${sizeText(f.others, units)}.`;
  }
}

/** A row as a photograph shows it. */
export function seenRowSentence(row: SeenRow, units: Units): string {
  const { pitch, edge, bow, sizes } = row;
  return [
    countOf(row.places.length, 'hole'),
    ...(pitch === null
      ? []
      : [
          `pitch ${showBoth(said(pitch.middle, units), units)} (${showLength(said(pitch.least, units), units)} to ${showLength(said(pitch.widest, units), units)})`,
        ]),
    ...(row.places.length > 2 ? [`straight to ${showLength(said(bow, units), units)}`] : []),
    ...(edge === null ? [] : [`nearest edge ${showLength(said(edge, units), units)}`]),
    ...(sizes.length === 0 ? [] : [sizes.map((s) => `${s.count} of ${sizeText(s.diameter, units)}`).join(', ')]),
  ].join('; ');
}
