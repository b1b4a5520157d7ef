import type { DrillingHelp } from '../setup/drilling-helps';
import { HOLDER_EVERY, holderSize } from '../setup/holders';
import type { Units } from '../units/length';
import { showBoth } from '../units/show';
import { sheetName } from './words';

/** One help in words. `parts` names the layers. */
export function helpSentence(help: DrillingHelp, units: Units, parts: readonly { part: string }[]): string {
  switch (help.kind) {
    case 'ladder': {
      const names = help.rungs.map((r) => `${r.drill ? `${r.drill}, ` : ''}${showBoth(r.diameter, units)}`).join(' → ');
      return `Step the hole up: ${names}.${help.isLarge ? ' In thin sheet a step drill grabs less.' : ''}`;
    }
    case 'blind-hole':
      return `${help.name}: its maker asks for ${showBoth(help.wanted, units)}, the row has ${showBoth(help.hole, units)}. Change the row’s hole before drilling.`;
    case 'holders': {
      const { owned, needed } = help;
      const enough = owned === null ? '' : owned < needed ? `; you own ${owned}: drill row by row` : `; you own ${owned}`;
      return `Sheet holders ${holderSize(help.dash)}: in every ${HOLDER_EVERY}th hole, from the centre outward: ${help.order.join(', ')}. ${needed} for all rows of this set-up${enough}.`;
    }
    case 'reamer':
      return 'Punched under size: a reamer opens it rounder than a bit, straight through both sheets.';
    case 'ream-after-dimple':
      return `Dimpled first, at ${showBoth(help.pilot, units)}, the pilot of its dies. Now put all sheets together again, ream them together to ${showBoth(help.hole, units)}, take them apart and deburr.`;
    case 'depth-behind':
      return help.behind === null
        ? 'A step drill reaches far behind the sheet: measure the depth that is free there, and take a shorter one where it is not enough.'
        : `${showBoth(help.behind, units)} free behind: a step drill no longer than that, or a stop on it.`;
    case 'thin-behind':
      return `${sheetName(parts[help.layer]?.part, help.layer)} is thin behind a thicker sheet, drilled from the ${help.from} side${help.atEnds ? `, and loose at the ends (holes ${help.atEnds.join(', ')})` : ''}: the bit pushes it off, and the hole is in one sheet only. Back it with a wood block, clamp it, or drill from its own side.`;
  }
}

/** What is done with the holes that are held back in an operation. */
export function heldWord(operation: string): string {
  return operation === 'set' ? 'leave empty' : operation === 'drilled' ? 'leave for the square-up check' : 'plug first';
}

/** How an angle is checked before its last hole. */
export const SQUARE_UP_HELP =
  'Lay a square into the angle at both ends, or measure both diagonals: what the last hole locks stays as it is.';
