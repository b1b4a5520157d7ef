import type { RivetAnswer } from '../depth/rivet-check';
import { ANGLE_SLACK_DEG, DIMPLE_CONSEQUENCES, type AngleAnswer } from '../record/dimple-check';
import type { SecondFace } from '../prep/two-sided';
import type { CageNeed } from '../reach/cage-access';
import type { AngleStation, CageWay, DimpleDefect, Lie } from '../record/marks';
import type { CageClicks, SetupCard } from '../work/cards';
import type { Mm, Units } from '../units/length';
import { showLength } from '../units/show';

export const LIE_WORDS: Readonly<Record<Lie, string>> = { proud: 'proud', flush: 'flush', sunken: 'sunken' };

export const DIMPLE_WORDS: Readonly<Record<DimpleDefect, string>> = {
  'under-formed': 'under-formed',
  cracked: 'cracked',
  doubled: 'doubled',
  'wrong-side': 'wrong side',
  flattened: 'pressed flat again',
  dented: 'sheet dented around it',
};

const DIMPLE_THEN: Readonly<Record<DimpleDefect, string>> = {
  'under-formed': 'Dimple it once more with the same dies, a little harder; it is open again on the bench.',
  cracked: 'Stop: a crack grows. Put no rivet in it; ask the kit maker about this part.',
  doubled: 'Measure the hole and keep a deviation: the second strike stretched it. No third one.',
  'wrong-side': 'Stop: do not hammer it back, the sheet cracks. Plug the hole’s neighbours, ask the kit maker about this part.',
  flattened: 'Stop: the metal is work-hardened and cracks when it is formed again. Replace the part, or ask the kit maker.',
  dented: 'Lay a straightedge across and look from the side; a dent under the die’s rim stays. Check that the dies sit square and clean.',
};

/** A defect of a dimple with what follows from it. */
export function dimpleSentence(defect: DimpleDefect): string {
  return `${DIMPLE_WORDS[defect][0]?.toUpperCase()}${DIMPLE_WORDS[defect].slice(1)}. ${DIMPLE_THEN[defect]}`;
}

/** How much it matters: a stop asks somebody, the others go on with care. */
export function dimpleSeverity(defect: DimpleDefect): 'stop' | 'caution' {
  return DIMPLE_CONSEQUENCES[defect].then === 'stop' ? 'stop' : 'caution';
}

export const STATION_WORDS: Readonly<Record<AngleStation, string>> = { start: 'one end', middle: 'the middle', end: 'the other end' };

export function angleSentence({ isFine, bendDeg }: AngleAnswer): string {
  const off = Math.abs(bendDeg);
  const shown = Number.isInteger(off) ? off : off.toFixed(1);
  return isFine
    ? `Within ${ANGLE_SLACK_DEG}° of what is wanted: leave it.`
    : `Bend the flange ${bendDeg > 0 ? 'open' : 'in'} by ${shown}° before it meets its neighbour; dimples pull it.`;
}

/** Where a bare rivet should lie in a countersink. */
export function rivetTarget(drop: Mm, flushness: Mm, units: Units): string {
  const within = `within ${showLength(flushness, units)} either way`;
  return drop > 0
    ? `Wanted: ${showLength(drop, units)} under the surface, ${within}: a dimple comes down here, not the head.`
    : `Wanted: flush, ${within}.`;
}

/** A rivet laid into the countersink. */
export function rivetSentence({ says, clicks, drop }: RivetAnswer, units: Units): string {
  const hint = clicks === null || clicks === 0 ? '' : `, by some ${Math.abs(clicks)} ${Math.abs(clicks) === 1 ? 'click' : 'clicks'}`;
  switch (says) {
    case 'right':
      return drop > 0 ? 'As deep as wanted: the setting is right for the dimple.' : 'Flush: the setting is right for this rivet.';
    case 'look':
      return `Sunken, as it should be; by feel nobody tells ${showLength(drop, units)} from more. Measure it.`;
    case 'shallow':
      return `The countersink is shallow${hint}. One rivet is one reading: try two more before the cage is turned.`;
    case 'deep':
      return `The countersink is deep${hint}. What is cut stays cut: stop, try the cage on scrap before the next hole.`;
  }
}

/** The cage's clicks by both ways, and what the difference does. */
export function clicksSentence({ computed, ruleOfThumb, differs }: CageClicks): string {
  const n = (value: number) => (Math.round(value * 10) / 10).toFixed(1).replace(/\.0$/, '').replace('-', '\u2212');
  if (ruleOfThumb === 0) return `${n(computed)} clicks past flush: the head itself sits here.`;
  const apart = Math.abs(differs);
  const verdict =
    apart < 0.5
      ? 'both come to the same'
      : `the rule of thumb cuts ${n(apart)} ${apart === 1 ? 'click' : 'clicks'} ${differs > 0 ? 'deeper: the skin sits in a hollow' : 'too little: the skin stands proud'}`;
  return `Past flush: computed ${n(computed)} clicks, rule of thumb ${n(ruleOfThumb)}; ${verdict}.`;
}

/** What to try on scrap, and what to look at. */
export function scrapSentence({ setup, scrap, clicks }: SetupCard, units: Units): string {
  const sheets = scrap.map((s) => showLength(s.thickness, units)).join(', ');
  const holes = [...new Set(scrap.map((s) => showLength(s.hole, units)))].join(', ');
  const piece = `Scrap of ${sheets} with the hole at ${holes}`;
  if (setup.tool.kind === 'dies')
    return `${piece}: a head lies flush in the dimple, its rim is crisp, no ring pressed into the sheet, no crack under the glass.`;
  return clicks && clicks.ruleOfThumb > 0
    ? `${piece}: a dimpled piece of the sheet above lies down flat on it and does not rock; then a head through both lies flush.`
    : `${piece}: a head lies flush by the fingertip; look for chatter and for a hole that has grown.`;
}

export const CAGE_WAY_WORDS: Readonly<Record<CageWay, string>> = {
  computed: 'set by computation',
  'rule-of-thumb': 'set by the rule of thumb',
  trial: 'set by trial on scrap',
  advice: 'turned as advised',
  other: 'set anew',
};

export const CAGE_NEED_WORDS: Readonly<Record<CageNeed, string>> = {
  'cut-away':
    'Close to a wall: the whole foot does not fit. Take the cage with the cut-away foot, its open side to the wall, and check its setting apart.',
  'no-cage-reaches':
    'Close to a wall: no cage of yours has a foot that fits. Cut a foot away on one side, or cut this with the part in the drill press.',
  spacer: 'Narrow sheet: lay a spacer of the same thickness beside it, so that the foot stands flat.',
  jig: 'Tilted face: level it with a wedge in the drill press; by hand the cone leans and one lip is proud.',
};

/** What to know of a strip that is countersunk from both faces. */
export function secondFaceSentence(face: SecondFace, hole: Mm, units: Units): string {
  const L = (l: Mm) => showLength(l, units);
  if (face.waist === null)
    return `Both faces: ${L(face.straight)} of straight hole stays between the cones, so the pilot is guided on the second face too. First the head side all along, then turn the strip over in the jig.`;
  return `Both faces: the cones meet at a waist of ${L(face.waist)}; ${
    face.isGuided
      ? `the pilot (${L(hole)}) still just finds it on the second face.`
      : `the pilot (${L(hole)}) is no longer guided on the second face and the cutter chatters.`
  } First the head side all along, then the second face in the drill press, the strip clamped level in a jig, depth by the press’s stop, not by the pilot.`;
}
