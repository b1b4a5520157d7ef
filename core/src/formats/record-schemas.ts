import Joi from 'joi';
import { PLAN_CALLS, SCHOOL_IDS } from '../prep/stack';
import {
  ENTITY_KINDS,
  FASTENER_KINDS,
  FOLLOWED,
  GROUP_KINDS,
  HOLE_ENDS,
  GAUGE_USES,
  HOLD_KINDS,
  JOB_KINDS,
  JOB_PLACES,
  LOT_KINDS,
  ROW_STARTS,
  SEALED_WHEN,
  TRANSFER_WAYS,
  SETTING_WAYS,
  SHUT_SIDES,
  TOOL_KINDS,
  type Change,
  type Definitions,
  type EntityKind,
  OUTLINE_MAX_CORNERS,
} from '../record/definitions';
import {
  dictionary,
  either,
  exactly,
  list,
  nullable,
  number,
  oneOf,
  optional,
  ruled,
  shape,
  some,
  text,
  whole,
  words,
  yesNo,
  type Is,
} from '../shapes/shape';
import { ALLOYS } from '../tables/fasteners';
import { isTimeZone } from '../log/day-of';
import { BARE_ZONES_MAX, ZONE_MAX } from '../record/bare-zones';
import { DEFAULT_LIMITS, LENGTH_LIMITS, type LimitName } from '../tables/limits';
import { PROFILE_IDS } from '../tables/profiles';
import { MATERIALS } from '../tables/materials';
import { SHEET_MAX, SHEET_MIN } from '../tables/sheets';
import { ROW_LINE_MAX_LAYERS } from '../typed/row-line-layers';
import { ROW_MAX_HOLES } from '../typed/row-line-options';
import { id, isDay, isId, isLength, isLengthDash, isTime, isUnits, rawText, typedLength, WHO_AND_WHEN } from './schema-parts';

/*
 * Shapes of definitions and their changes; client and server check with the same ones. Each is held equal to its written type: what one
 * of them has and the other has not does not compile.
 */
const name = words(120);
const hand = oneOf('L', 'R', null);
const thickness = typedLength(SHEET_MIN - 1e-9, SHEET_MAX + 1e-9);
const nest = either(oneOf('computed'), shape({ fixed: typedLength(0, 10) }));
const version = oneOf(1);
const shortText = text(80);
const dash = oneOf(3, 4, 5, 6);
const head = oneOf('flush-100', 'protruding');

const limits = some(Object.keys(DEFAULT_LIMITS) as LimitName[], (key) => number(LENGTH_LIMITS.includes(key) ? 0 : 0.01, 1000));
/** Under the rivet's own diameter no hole takes it. */
const HOLE_MAX_LEAST = { 3: 2.38125, 4: 3.175, 5: 3.96875, 6: 4.7625 } as const;
const access = shape({
  edge: nullable(isLength),
  wall: nullable(isLength),
  room: nullable(isLength),
  roomAtEnd: nullable(isLength),
  isBent: yesNo,
  isTilted: optional(yesNo),
  needsSpacer: optional(yesNo),
  wallAngleDeg: optional(number(1, 179)),
  behind: optional(nullable(isLength)),
  sheetIndex: optional(whole(0, ROW_LINE_MAX_LAYERS - 1)),
});

const DASH_KEYS = ['3', '4', '5', '6'] as const;

const kit = shape({
  v: version,
  name,
  units: isUnits,
  school: oneOf(...SCHOOL_IDS),
  nest,
  profile: oneOf(...PROFILE_IDS),
  halfDash: yesNo,
  limits,
  holeMax: some(DASH_KEYS, (key) => number(HOLE_MAX_LEAST[key], 25)),
  people: list(shape({ id: isId, initials: words(6) }), 50),
  work: optional(
    shape({ scuff: yesNo, prime: yesNo, scuffAfterDimple: yesNo, creaseBeforeDimple: optional(yesNo), edges: optional(yesNo) }),
  ),
  holders: optional(some(DASH_KEYS, () => whole(0, 10_000))),
  inspectEvery: optional(whole(1, 1000)),
  stock: optional(dictionary(Joi.string().max(40), whole(0, 1_000_000), 500)),
  sparePercent: optional(number(0, 500)),
  isArchived: optional(yesNo),
  defaults: optional(
    shape({
      start: optional(oneOf(...ROW_STARTS)),
      way: optional(oneOf(...SETTING_WAYS)),
      drilledFrom: optional(oneOf('head', 'shop')),
      closedWith: optional(words(80)),
      access: optional(access),
    }),
  ),
  angles: optional(oneOf('stepped')),
  timeZone: optional(
    ruled(rawText(60), (joi) => joi.custom((zone: string, helpers) => (isTimeZone(zone) ? zone : helpers.error('any.invalid')))),
  ),
});

/** Most rows or operations an order of an assembly names. */
const SEQUENCE_MAX = 20_000;

const assembly = shape({
  v: version,
  kitId: isId,
  name,
  order: number(-1e12, 1e12),
  mirroredFrom: optional(nullable(isId)),
  isArchived: optional(yesNo),
  sequence: optional(
    nullable(
      shape({
        follows: oneOf(...FOLLOWED),
        reason: text(500),
        plans: optional(list(isId, SEQUENCE_MAX, { unique: true })),
        own: optional(list(rawText(200), SEQUENCE_MAX, { unique: true })),
      }),
    ),
  ),
});

const place = shape({ x: number(-100_000, 100_000), y: number(-100_000, 100_000) });

const pieces = nullable(whole(0, 10_000));

const part = shape({
  v: version,
  assemblyId: isId,
  name,
  hand,
  thickness,
  measured: nullable(thickness),
  mirroredFrom: nullable(isId),
  number: optional(shortText),
  material: optional(shortText),
  nature: optional(oneOf(...MATERIALS)),
  isBought: optional(yesNo),
  finish: optional(shortText),
  page: optional(shortText),
  revision: optional(shortText),
  listed: optional(pieces),
  counted: optional(pieces),
  orientation: optional(nullable(shape({ turnDeg: oneOf(0, 90, 180, 270), flipped: yesNo }))),
  outline: optional(
    nullable(shape({ kind: oneOf('rectangle', 'taper', 'corners'), corners: list(place, OUTLINE_MAX_CORNERS, { min: 3 }) })),
  ),
  crease: optional(yesNo),
  flangeAngleDeg: optional(nullable(number(0, 180))),
  bareZones: optional(list(words(ZONE_MAX), BARE_ZONES_MAX, { unique: true })),
  supply: optional(
    nullable(
      shape({ state: oneOf('missing', 'ordered'), from: optional(shortText), orderedOn: optional(isDay), expectedOn: optional(isDay) }),
    ),
  ),
  subAssembly: optional(shortText),
});

const layer = shape({
  id: isId,
  partId: isId,
  plans: oneOf(...PLAN_CALLS, null),
  edge: nullable(isLength),
  bothSides: yesNo,
  face: optional(oneOf('marked', 'other')),
  faceBefore: optional(oneOf('marked', 'other')),
});
const hole = shape({
  id: isId,
  out: yesNo,
  at: optional(place),
  holds: optional(list(oneOf(...HOLD_KINDS), HOLD_KINDS.length, { unique: true })),
});

const layoutText = ruled(rawText(20_000), (joi) => joi.allow(''));

const laid = shape({
  path: list(place, 500, { min: 2 }),
  startEdgeMm: number(0, 100_000),
  endEdgeMm: number(0, 100_000),
  typed: optional(
    shape({
      units: isUnits,
      path: layoutText,
      by: oneOf('pitch', 'count'),
      maxPitch: layoutText,
      count: layoutText,
      startEdge: layoutText,
      endEdge: layoutText,
      second: oneOf('none', 'staggered', 'square'),
      lapWidth: layoutText,
      keepClear: layoutText,
      secondRowId: optional(isId),
    }),
  ),
});

/** Between 0 and 180 degrees, ends left out. */
const openAngle = ruled(number(0, 180), (joi) => (joi as Joi.NumberSchema).greater(0).less(180));

const fastener = shape({
  v: version,
  kitId: isId,
  name,
  kind: oneOf(...FASTENER_KINDS),
  diameter: nullable(isLength),
  hole: nullable(isLength),
  holeMax: optional(nullable(isLength)),
  head: nullable(
    either(
      shape({ kind: oneOf('flush'), diameter: nullable(isLength), angleDeg: nullable(openAngle) }),
      shape({ kind: oneOf('protruding'), diameter: nullable(isLength), height: nullable(isLength) }),
    ),
  ),
  gripFrom: nullable(isLength),
  gripTo: nullable(isLength),
  lengths: optional(list(isLength, 100)),
  note: optional(text(500)),
  dieToolId: optional(nullable(isId)),
  dieHole: optional(nullable(isLength)),
  ends: optional(oneOf(...HOLE_ENDS)),
  group: optional(
    nullable(
      shape({
        kind: oneOf(...GROUP_KINDS),
        small: oneOf(2, 3),
        spacing: isLength,
        angleDeg: number(-180, 180),
        lug: isLength,
        dash,
        head,
        alloy: oneOf(...ALLOYS),
      }),
    ),
  ),
});

const lot = shape({
  v: version,
  kitId: isId,
  name,
  kind: oneOf(...LOT_KINDS),
  callout: shortText,
  isInUse: yesNo,
  note: optional(text(500)),
});

const shutOff = shape({
  by: shape({ kind: oneOf('row', 'part'), id: isId }),
  side: oneOf(...SHUT_SIDES),
  room: optional(nullable(isLength)),
  isBentOpen: optional(yesNo),
});

const row = shape({
  v: version,
  assemblyId: isId,
  order: number(-1e12, 1e12),
  name: text(120),
  hand,
  page: shortText,
  head,
  dash,
  alloy: oneOf(...ALLOYS),
  lengthDash: nullable(isLengthDash),
  layers: list(layer, ROW_LINE_MAX_LAYERS, { min: 1, unique: ['id', 'partId'] }),
  holes: list(hole, 2 * ROW_MAX_HOLES, { unique: ['id'] }),
  hole: nullable(isLength),
  pitch: nullable(isLength),
  edge: nullable(isLength),
  rowDistance: nullable(isLength),
  headAngleDeg: number(30, 170),
  cutterAngleDeg: number(30, 170),
  sharesLoadWith: oneOf('bolts', 'close-pins', null),
  school: oneOf(...SCHOOL_IDS, null),
  nest: nullable(nest),
  mirroredFrom: nullable(isId),
  laid: optional(nullable(laid)),
  drilledFrom: optional(oneOf('head', 'shop')),
  start: optional(oneOf(...ROW_STARTS)),
  access: optional(nullable(access)),
  transfer: optional(oneOf(...TRANSFER_WAYS)),
  beginAt: optional(shape({ hole: whole(1, ROW_MAX_HOLES), because: words(120) })),
  stages: optional(list(shape({ hole: isLength, until: text(120) }), 4)),
  far: optional(oneOf('flush')),
  gotAtLater: optional(text(120)),
  groupOf: optional(isId),
  fastenerId: optional(nullable(isId)),
  setting: optional(
    nullable(
      shape({
        way: optional(oneOf(...SETTING_WAYS)),
        isSealed: optional(yesNo),
        sealed: optional(oneOf(...SEALED_WHEN)),
        bareZone: optional(shortText),
      }),
    ),
  ),
  shutBy: optional(list(shutOff, 50)),
  waitsForParts: optional(list(isId, 50, { unique: true })),
  meets: optional(list(shape({ holeId: isId, rowId: isId, otherId: isId, isOne: yesNo }), ROW_MAX_HOLES)),
});

const page = shape({
  v: version,
  kitId: isId,
  name,
  revisions: list(shape({ revision: words(40), cameAt: isTime, note: text(500) }), 50, { min: 1 }),
});

const tool = shape({
  v: version,
  kitId: isId,
  name,
  kind: oneOf(...TOOL_KINDS),
  throat: nullable(isLength),
  noseHalfWidth: nullable(isLength),
  noseHeight: nullable(isLength),
  takesBent: yesNo,
  dash: nullable(dash),
  angleDeg: nullable(number(30, 170)),
  sheet: oneOf('skin', 'substructure', null),
  gap: optional(nullable(isLength)),
  click: optional(nullable(typedLength(0.001, 1))),
  diameter: optional(nullable(isLength)),
  head: optional(nullable(head)),
  isCutAway: optional(yesNo),
  measures: optional(oneOf(...GAUGE_USES)),
  pitch: optional(nullable(isLength)),
  largest: optional(nullable(isLength)),
});

const jobStep = shape({
  id: isId,
  text: words(300),
  reading: optional(nullable(shape({ wanted: nullable(typedLength(-100_000, 100_000)), limit: typedLength(0, 10_000) }))),
});
const jobCycle = shape({ id: isId, name, rowIds: list(isId, 500, { unique: true }), steps: list(jobStep, 60, { unique: ['id'] }) });

const job = shape({
  v: version,
  assemblyId: isId,
  order: number(-1e12, 1e12),
  name,
  kind: oneOf(...JOB_KINDS),
  place: oneOf(...JOB_PLACES),
  partIds: list(isId, 500, { unique: true }),
  minutes: nullable(number(1, 100_000)),
  needsTwo: optional(yesNo),
  page: optional(shortText),
  note: optional(text(500)),
  cycles: list(jobCycle, 30, { min: 1, unique: ['id'] }),
  amount: optional(nullable(shape({ length: isLength, width: isLength, height: isLength }))),
  mirroredFrom: optional(nullable(isId)),
});

/** The shape of every definition, each exactly its written type. */
const DEFINITION_SHAPES: { readonly [K in EntityKind]: Is<Definitions[K]> } = {
  kit: exactly<Definitions['kit']>()(kit),
  assembly: exactly<Definitions['assembly']>()(assembly),
  part: exactly<Definitions['part']>()(part),
  row: exactly<Definitions['row']>()(row),
  tool: exactly<Definitions['tool']>()(tool),
  page: exactly<Definitions['page']>()(page),
  fastener: exactly<Definitions['fastener']>()(fastener),
  lot: exactly<Definitions['lot']>()(lot),
  job: exactly<Definitions['job']>()(job),
};

export const DEFINITION_SCHEMAS = Object.fromEntries(ENTITY_KINDS.map((kind) => [kind, DEFINITION_SHAPES[kind].joi])) as Readonly<
  Record<EntityKind, Joi.ObjectSchema>
>;

/** Versions are counted in a whole number of the database; the next one has to fit too. */
export const VERSION_MAX = 2_147_483_646;

const edit = Joi.object({
  kind: Joi.valid(...ENTITY_KINDS).required(),
  id: id.required(),
  expectedVersion: Joi.number().integer().min(0).max(VERSION_MAX).required(),
  definition: Joi.alternatives()
    .conditional('kind', { switch: ENTITY_KINDS.map((kind) => ({ is: kind, then: DEFINITION_SCHEMAS[kind].allow(null) })) })
    .required(),
});

/** Most edits in one change. */
export const CHANGE_MAX_EDITS = 1500;

export const CHANGE_SCHEMA: Joi.ObjectSchema<Change> = Joi.object({
  id: id.required(),
  kitId: id.required(),
  ...WHO_AND_WHEN,
  reason: Joi.string().allow('').max(500).required(),
  undoes: id.allow(null).required(),
  /* An undo brings no edits: the server turns the change it names round. */
  edits: Joi.array()
    .items(edit)
    .max(CHANGE_MAX_EDITS)
    .when('undoes', { is: null, then: Joi.array().min(1), otherwise: Joi.array().max(0) })
    .required(),
})
  .required()
  .label('change');
