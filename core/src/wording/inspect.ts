import type { Diagnosed, Diagnosis } from '../inspect/diagnose';
import type { SettingWay } from '../record/definitions';
import type { Look } from '../inspect/looked-at';
import type { Disposition, HeadDefect } from '../record/marks';

export const SETTING_WORDS: Readonly<Record<SettingWay, string>> = {
  squeezer: 'squeezer',
  gun: 'gun and bar',
  back: 'back-riveted on a plate',
  blind: 'blind, pulled',
};

/** What is looked at where there is no driven head to measure. */
export const LOOK_WORDS: Readonly<Record<Exclude<Look, 'driven'>, string>> = {
  'far-flush': 'Both ends flush, by straightedge or depth gauge: the driven end within .005 in. Width and height say nothing here.',
  pulled: 'By look: the stem broke flush within .010 in, the head is tight and does not spin, the far end is formed.',
  screwed: 'The screw runs by hand to its seat, the nut floats where it has one, the head lies as the plans want it.',
  fitted: 'It goes in by hand or with a light tap, and nothing rocks.',
  closed: 'Closed as it was meant to be; nothing is left open.',
};

export const DISPOSITION_WORDS: Readonly<Record<Disposition, string>> = {
  accept: 'accept',
  'accept-note': 'accept with a note',
  'drive-more': 'drive more',
  'take-out': 'take out',
  ask: 'stop and ask',
};

/** The defects by name, each with where it comes from and what mends it. */
export const DEFECT_WORDS: Readonly<Record<HeadDefect, { readonly name: string; readonly cause: string; readonly cure: string }>> = {
  'under-driven': {
    name: 'under-driven',
    cause: 'Too little pressure or too few blows.',
    cure: 'Drive it more, in one short go, while it is still high and narrow.',
  },
  'over-driven': {
    name: 'over-driven',
    cause: 'Too much pressure, or a long rivet hammered down.',
    cure: 'Take it out; lower the pressure before the next one.',
  },
  tipped: {
    name: 'tipped',
    cause: 'Bar or squeezer not square; a long shank leans.',
    cure: 'Take it out; hold the bar flat, look at the length.',
  },
  clinched: {
    name: 'clinched (bent shank)',
    cause: 'Too long for the stack, or the hole too large.',
    cure: 'Take it out; measure hole and stack, take a shorter one.',
  },
  'open-head': {
    name: 'open head',
    cause: 'The manufactured head was not held down, or a chip lay under it.',
    cure: 'Take it out; clean the hole, hold the head first.',
  },
  proud: { name: 'proud', cause: 'Countersink or dimple too shallow.', cure: 'Take it out; look at the cage before the next hole.' },
  sunken: { name: 'sunken', cause: 'Countersink too deep.', cure: 'What is cut stays cut: ask; look at the cage before the next hole.' },
  'cut-head': {
    name: 'cut head or mark of the set',
    cause: 'The set slipped or was the wrong one.',
    cure: 'Take it out where the metal is cut; polish a light mark and note it.',
  },
  crack: {
    name: 'crack in head or dimple',
    cause: 'Age-hardened rivet, over-driven head, or a dimple formed cold twice.',
    cure: 'Stop: look at it under the glass, ask before anything is drilled.',
  },
  gap: {
    name: 'gap between the sheets',
    cause: 'Not clamped together, a burr, or swelling between the sheets.',
    cure: 'Take it out; deburr, clamp on both sides, then set again.',
  },
  elongated: {
    name: 'elongated hole',
    cause: 'The bit wandered, or the parts moved.',
    cure: 'Stop: measure the hole both ways, keep a deviation, ask.',
  },
  dent: {
    name: 'dent around the rivet',
    cause: 'Gun tilted, or the bar lighter than the gun.',
    cure: 'It stays: note it; hold the gun square, ease in.',
  },
  stem: {
    name: 'stem not flush (blind)',
    cause: 'Grip out of range, or the stem was not ground.',
    cure: 'Grind it flush if the lock holds; else take it out.',
  },
  'wrong-rivet': {
    name: 'wrong one',
    cause: 'Another alloy, head or length out of the wrong box.',
    cure: 'Take it out; put the box right.',
  },
  'far-proud': {
    name: 'driven end above the surface',
    cause: 'Too long for the cone it fills, or the cone too shallow.',
    cure: 'File or shave it only if the plans allow; else ask.',
  },
  'far-sunken': {
    name: 'driven end below the surface',
    cause: 'Too short for the cone it fills, or the cone too deep.',
    cure: 'It stays a hollow: ask; take the next longer and cut it to length for the rest.',
  },
  'stem-early': {
    name: 'stem broke early',
    cause: 'The puller not square, or pulled in jerks.',
    cure: 'Take it out: what holds the far end was not formed.',
  },
  spins: { name: 'spins', cause: 'Hole too large, or the grip out of range.', cure: 'Take it out; measure hole and grip.' },
  'far-end': {
    name: 'far end not formed',
    cause: 'Grip out of range, or something stood in its way.',
    cure: 'Take it out; look at the grip and behind the sheets.',
  },
  'wrong-grip': {
    name: 'wrong grip',
    cause: 'One of another grip out of the wrong box.',
    cure: 'Take it out; take the one for this grip.',
  },
  'does-not-run': {
    name: 'the screw does not run',
    cause: 'The nut sits off centre, or paint is in its thread.',
    cure: 'Clean the thread; where it stays stiff, take the nut off and set it anew.',
  },
  'nut-stuck': {
    name: 'the nut does not float',
    cause: 'Its rivets hold it fast, or it sits on a burr.',
    cure: 'Take its rivets out; deburr, and set it so that it moves.',
  },
  loose: {
    name: 'loose in its hole',
    cause: 'The hole is larger than the pin asks for.',
    cure: 'Measure the hole; ask for the next size.',
  },
};

const DIAGNOSIS_WORDS: Readonly<Record<Diagnosis, string>> = {
  good: 'Within the profile.',
  'cannot-tell': 'Between the two reckonings of a stack dimpled all through: the numbers cannot tell. Look again, and go by the gauge.',
  'too-small': 'Narrower and lower than every minimum: driving makes it lower still. Reject.',
  marginal: 'Within the profile, though this length cannot be counted on to give such a head in this stack.',
  'volume-off':
    'Within the profile, but width and height do not belong to this rivet in this stack: measured wrong, tipped, or another rivet or grip than planned. Measure again.',
  'under-driven': 'Under-driven: high and narrow, with metal left to drive.',
  'over-driven': 'Over-driven: flat, and no driving brings it back.',
  'wrong-length': 'Wrong length: no driving makes a good head of this rivet in this stack.',
  tipped: 'Tipped: its widths at right angles differ.',
  'no-go': 'The gauge says no-go: measure width and height to see why.',
  defect: 'A defect by name.',
  'not-measured': 'Not measured.',
  within: 'What was measured lies within what is asked.',
};

/** A diagnosis in words, with what the program would do; `suggest`: the call-out of a length that works. */
export function diagnosisSentence(d: Diagnosed, suggest: string | null): string {
  const length = d.diagnosis === 'wrong-length' ? (suggest ? ` The nearest that works is ${suggest}.` : ' No stocked length works.') : '';
  const named = d.defects.map((x) => `${DEFECT_WORDS[x].name}: ${DEFECT_WORDS[x].cure}`).join(' ');
  const said = d.diagnosis === 'defect' ? '' : DIAGNOSIS_WORDS[d.diagnosis];
  return `${said}${length}${named ? `${said ? ' ' : ''}${named[0]?.toUpperCase()}${named.slice(1)}` : ''}`;
}

/** What each advice asks for. */
export const ADVICE_WORDS: Readonly<Record<Disposition, string>> = {
  accept: 'Nothing speaks against it; whether it is accepted is yours to say.',
  'accept-note': 'It can stay with a note, if your inspector agrees.',
  'drive-more': 'Drive it more, then measure again.',
  'take-out': 'Take it out by its removal card.',
  ask: 'Stop and ask the kit maker or your inspector.',
};
