import type { PrepAnswer, SchoolId } from '../prep/stack';

/** Short words that stand in more than one place, so that one thing has one name everywhere. */
export const PREP_WORDS: Readonly<Record<PrepAnswer, string>> = {
  dimple: 'dimple',
  countersink: 'countersink',
  none: 'leave plain',
  unresolved: 'ask the kit maker',
};

export const SCHOOL_WORDS: Readonly<Record<SchoolId, { name: string; rule: string }>> = {
  'kit-032': { name: 'Kit .032', rule: 'Up to .032 in dimple, thicker countersink.' },
  'band-030-040': { name: 'Band .030 to .040', rule: 'Under .030 in dimple, over .040 in countersink, between dimple or, where it fits, countersink.' },
  'production-040': { name: 'Production .040', rule: 'By the top sheet and the total: a top sheet of .040 in and more is countersunk, a total up to .040 in is formed by the rivet, else sheets up to .040 in are dimpled before.' },
  'two-thirds': { name: 'Two thirds', rule: 'Countersink only where the depth stays within two thirds of the sheet and one click; else dimple up to .040 in; else no answer.' },
};

/** A layer as a person names it: its part, or its place in the stack. */
export function sheetName(part: string | undefined, index: number): string {
  return part === undefined || part === '' ? `Layer ${index + 1}` : part;
}
