import type { FastenerGroup, GroupKind } from '../record/definitions';
import type { StepKind } from '../record/steps';

/** What a group is laid out, drilled and set like, at the step it matters at. `isCentre`: in the row of its centres. */
export function groupHelps({ kind, small }: Pick<FastenerGroup, 'kind' | 'small'>, operation: StepKind, isCentre: boolean): string[] {
  const others = small === 2 ? 'the other' : 'the others';
  switch (operation) {
    case 'laid-out':
    case 'piloted':
      return isCentre
        ? ['The centre first: pilot it, and nothing larger before its small holes are drilled.']
        : [
            `The nut as the guide: screw it on, turn it to its line, drill one, a sheet holder in that one, then ${others}.`,
            'Or a guide with pins: flip it between the holes, the pin in the one just drilled.',
            `Or a template with a holder in the centre: a holder in the first small hole too before ${others} is drilled; a template that slips makes it off centre.`,
          ];
    case 'drilled':
      return isCentre
        ? ['Opened in steps once its small holes are prepared; a shorter step drill where the depth behind is short.']
        : [`A sheet holder in the first hole of each before ${others}.`];
    case 'deburred':
      return ['Both sides; where the back is out of reach, a two-sided tool drawn through the hole.'];
    case 'dimpled':
    case 'countersunk':
      return isCentre ? [] : ['Flush where another sheet lies on them: a head that stands there holds the sheet off.'];
    case 'set':
      if (!isCentre)
        return [kind === 'anchored-nut' ? 'The lug flat against the sheet, the nut square to its hole, before the first rivet.' : PIN_SIDE];
      return kind === 'anchored-nut' ? ['The screw by hand into every nut before the cover is counted as fitting.'] : [QUARTER_TURN];
    case 'inspected':
      return [CHECKED[kind]];
    default:
      return [];
  }
}

const PIN_SIDE = 'Mind which side its pin faces, so that it can be pulled with everything in its place.';
const QUARTER_TURN = 'Turned in and out once each; where it is slack or stiff, adjust it in place or take the next grip number.';
const CHECKED: Readonly<Record<GroupKind, string>> = {
  'anchored-nut': 'The screw runs in by hand, the nut floats, its rivets lie flush.',
  'quarter-turn': 'It turns, holds and lets go; its pin can be pulled.',
};
