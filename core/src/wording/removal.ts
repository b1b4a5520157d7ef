import type { MishapDepth, OffCentre, RemovalDo, RemovalReason } from '../rivet/removal';

/** Why each step of taking a rivet out is done so. */
export const REMOVAL_WORDS: Readonly<Record<RemovalReason, string>> = {
  centre: 'Punch the centre of the head, so that the bit cannot wander into the part.',
  're-centre': 'The first hole is off centre: punch the true centre again. No chisel on a flush head of this size.',
  pilot: 'A pilot one rivet size down keeps the larger bit central; only as deep as the head, measured at the lips of the bit.',
  'head-height': 'The bit of the hole’s own size, to head height at its lips and no deeper: never into the part.',
  tilt: 'Tilt the head off with a pin punch of the shank’s diameter, set into the drilled hole.',
  'chisel-sideways': 'Off centre: stop at head depth and take the rest of the head off sideways with the sharp punch.',
  'creep-to-centre':
    'Off centre: weaken the head with the larger bit, its lips no deeper than this, creeping from the far lip toward the centre; then twist the rest off.',
  'long-grip': 'The grip is over two diameters: relieve the shank down its centre with the pilot, not through.',
  'short-shop-head': 'The shop head is short and gives little to hold: relieve the shank down its centre with the pilot, not through.',
  'rotate-first': 'Grip the shop head and rotate it first, then pull: rotation breaks the shank’s hold on the hole.',
  'blind-stem': 'The stem first, with a thin punch. A stem that is locked is drilled just free, no deeper.',
  'blind-head': 'Then the head with the bit of the blind rivet’s own hole, until it comes off; never into the part.',
  'blind-rest': 'Back the far side up and drive the rest out. Catch the piece, or note that it is lost inside.',
  'stuck-relief': 'It stays stuck: relieve the shank down its centre, shallow, not through.',
  'lean-back': 'Off centre, still inside the inner half: lean the hole-size bit back toward the centre, then straighten, and go on.',
  'creep-slower':
    'Beyond the inner half: the same, slower. Creep from the far lip toward the centre, no deeper than this; then twist the rest off.',
  'creep-half':
    'Beyond the inner half: creep with the hole-size bit toward the centre, its lips no deeper than half the head; then twist the rest off.',
  'off-too-deep': 'Stop. It went deeper than the head: look at the sheet, measure, and write it up as a deviation before anything else.',
  'off-on-sheet': 'Stop. The bit slid off and marked the sheet: measure the mark and write it up as a deviation before anything else.',
  'far-which-head':
    'Both ends are flush: drill the side the record calls the head side. The made head of an AD rivet has a dimple in its middle; if neither end shows it, stop.',
  'far-drive-out':
    'Its driven end fills a cone that is wider outside and gives nothing to grip: drive it out that way, backed up around it.',
  unscrew: 'Hold the nut or its lug, turn the screw out; a stuck recess is drilled to head depth only.',
  'nut-rivets': 'The nut itself only where it is bad: its small rivets by the card of their size.',
  'pin-out': 'Draw it out by its thread, or drive it from behind where the hole goes through; a blind hole lets no air behind it.',
  'opened-up': 'Take out what closes it, plug, sealant or filler, without touching the edge of the hole.',
  stuck: 'Only because it stays stuck: back the far side with a bar around the shop head, and drive with a punch smaller than the shank.',
};

/** Where a bit went that left the centre, and how deep. */
export const OFF_CENTRE_WORDS: Readonly<Record<OffCentre, string>> = {
  inner: 'still inside the head’s inner half',
  beyond: 'beyond the inner half',
  sheet: 'off the head, onto the sheet',
};
export const MISHAP_DEPTH_WORDS: Readonly<Record<MishapDepth, string>> = {
  within: 'no deeper than the head is high',
  deeper: 'deeper than the head',
};

/** Each step of taking a rivet out, as it is called at the bench. */
export const REMOVAL_DO_WORDS: Readonly<Record<RemovalDo, string>> = {
  'stem-out': 'Drive the stem out',
  'centre-punch': 'Centre-punch the head',
  'pilot-drill': 'Drill the pilot',
  'head-drill': 'Drill to head height',
  'tilt-head': 'Tilt the head off',
  'chisel-head': 'Chisel the head sideways',
  'weaken-head': 'Weaken the head',
  relieve: 'Relieve the shank',
  'rotate-pull': 'Rotate, then pull',
  'back-up-drive': 'Back it up and drive',
  'find-head': 'Find the head’s side',
  unscrew: 'Turn it out',
  'nut-off': 'Take the nut off',
  'pull-pin': 'Draw the pin',
  'open-up': 'Open it up',
  stop: 'Stop',
};
