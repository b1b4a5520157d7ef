import Joi from 'joi';
import { SCHOOL_IDS } from '../prep/stack';
import {
  ENTITY_KINDS,
  FOLLOWED,
  HOLD_KINDS,
  ROW_STARTS,
  SETTING_WAYS,
  SHUT_SIDES,
  TOOL_KINDS,
  type Change,
  type EntityKind,
} from '../record/definitions';
import { ALLOYS } from '../tables/fasteners';
import { isTimeZone } from '../log/day-of';
import { DEFAULT_LIMITS, LENGTH_LIMITS, type LimitName } from '../tables/limits';
import { PROFILE_IDS } from '../tables/profiles';
import { SHEET_MAX, SHEET_MIN } from '../tables/sheets';
import { ROW_LINE_MAX_LAYERS } from './row-line-layers';
import { ROW_MAX_HOLES } from './row-line-options';
import { id, length, lengthDash, time, typed, units, WHO_AND_WHEN } from './schema-parts';

/** Shapes of definitions and their changes; client and server check with the same ones. */
const name = Joi.string().trim().min(1).max(120);
const hand = Joi.valid('L', 'R', null).required();
const people = Joi.array()
  .items(Joi.object({ id: id.required(), initials: Joi.string().trim().min(1).max(6).required() }))
  .max(50);

const thickness = typed(SHEET_MIN - 1e-9, SHEET_MAX + 1e-9);
const nest = [Joi.valid('computed'), Joi.object({ fixed: typed(0, 10).required() })];
const layoutText = Joi.string().allow('').max(20_000);
const prep = Joi.valid('dimple', 'countersink', 'none', null).required();

const limits = Joi.object(
  Object.fromEntries(
    (Object.keys(DEFAULT_LIMITS) as LimitName[]).map((key) => [
      key,
      Joi.number()
        .min(LENGTH_LIMITS.includes(key) ? 0 : 0.01)
        .max(1000),
    ]),
  ),
);

const owned = Joi.number().integer().min(0).max(10_000);

const kit = Joi.object({
  v: Joi.valid(1).required(),
  name: name.required(),
  units,
  school: Joi.valid(...SCHOOL_IDS).required(),
  nest: Joi.alternatives()
    .try(...nest)
    .required(),
  profile: Joi.valid(...PROFILE_IDS).required(),
  halfDash: Joi.boolean().required(),
  limits: limits.required(),
  holeMax: Joi.object({
    3: Joi.number().min(2.38125).max(25),
    4: Joi.number().min(3.175).max(25),
    5: Joi.number().min(3.96875).max(25),
    6: Joi.number().min(4.7625).max(25),
  }).required(),
  people: people.required(),
  work: Joi.object({
    scuff: Joi.boolean().required(),
    prime: Joi.boolean().required(),
    scuffAfterDimple: Joi.boolean().required(),
    creaseBeforeDimple: Joi.boolean(),
  }),
  holders: Joi.object({ 3: owned, 4: owned, 5: owned, 6: owned }),
  inspectEvery: Joi.number().integer().min(1).max(1000),
  sparePercent: Joi.number().min(0).max(500),
  timeZone: Joi.string()
    .max(60)
    .custom((name: string, helpers) => (isTimeZone(name) ? name : helpers.error('any.invalid'))),
  stock: Joi.object().pattern(Joi.string().max(40), Joi.number().integer().min(0).max(1_000_000)).max(500),
});

/** Most rows or operations an order of an assembly names. */
const SEQUENCE_MAX = 20_000;

const assembly = Joi.object({
  v: Joi.valid(1).required(),
  kitId: id.required(),
  name: name.required(),
  order: Joi.number().required(),
  mirroredFrom: id.allow(null),
  sequence: Joi.object({
    follows: Joi.valid(...FOLLOWED).required(),
    reason: Joi.string().trim().allow('').max(500).required(),
    plans: Joi.array().items(id).max(SEQUENCE_MAX).unique(),
    own: Joi.array().items(Joi.string().max(200)).max(SEQUENCE_MAX).unique(),
  }).allow(null),
});

const coordinate = Joi.number().min(-100_000).max(100_000).required();
const place = Joi.object({ x: coordinate, y: coordinate });

/** Most corners an outline may have. */
export const OUTLINE_MAX_CORNERS = 2000;

const shortText = Joi.string().trim().allow('').max(80);
const pieces = Joi.number().integer().min(0).max(10_000).allow(null);

const part = Joi.object({
  v: Joi.valid(1).required(),
  assemblyId: id.required(),
  name: name.required(),
  hand,
  thickness: thickness.required(),
  measured: thickness.allow(null).required(),
  mirroredFrom: id.allow(null).required(),
  number: shortText,
  material: shortText,
  finish: shortText,
  page: shortText,
  revision: shortText,
  listed: pieces,
  counted: pieces,
  orientation: Joi.object({ turnDeg: Joi.valid(0, 90, 180, 270).required(), flipped: Joi.boolean().required() }).allow(null),
  outline: Joi.object({
    kind: Joi.valid('rectangle', 'taper', 'corners').required(),
    corners: Joi.array().items(place).min(3).max(OUTLINE_MAX_CORNERS).required(),
  }).allow(null),
  crease: Joi.boolean(),
  flangeAngleDeg: Joi.number().min(0).max(180).allow(null),
  subAssembly: shortText,
});

const layer = Joi.object({
  id: id.required(),
  partId: id.required(),
  plans: prep,
  edge: length.allow(null).required(),
  bothSides: Joi.boolean().required(),
});

const row = Joi.object({
  v: Joi.valid(1).required(),
  assemblyId: id.required(),
  order: Joi.number().required(),
  name: Joi.string().trim().allow('').max(120).required(),
  hand,
  page: Joi.string().trim().allow('').max(80).required(),
  head: Joi.valid('flush-100', 'protruding').required(),
  dash: Joi.valid(3, 4, 5, 6).required(),
  alloy: Joi.valid(...ALLOYS).required(),
  lengthDash: lengthDash.allow(null).required(),
  layers: Joi.array().items(layer).min(1).max(ROW_LINE_MAX_LAYERS).unique('id').unique('partId').required(),
  holes: Joi.array()
    .items(
      Joi.object({
        id: id.required(),
        out: Joi.boolean().required(),
        at: place,
        holds: Joi.array()
          .items(Joi.valid(...HOLD_KINDS))
          .unique(),
      }),
    )
    .max(2 * ROW_MAX_HOLES)
    .unique('id')
    .required(),
  hole: length.allow(null).required(),
  pitch: length.allow(null).required(),
  edge: length.allow(null).required(),
  rowDistance: length.allow(null).required(),
  headAngleDeg: Joi.number().min(30).max(170).required(),
  cutterAngleDeg: Joi.number().min(30).max(170).required(),
  sharesLoadWith: Joi.valid('bolts', 'close-pins', null).required(),
  school: Joi.valid(...SCHOOL_IDS, null).required(),
  nest: Joi.alternatives()
    .try(...nest, Joi.valid(null))
    .required(),
  mirroredFrom: id.allow(null).required(),
  laid: Joi.object({
    path: Joi.array().items(place).min(2).max(500).required(),
    startEdgeMm: Joi.number().min(0).max(100_000).required(),
    endEdgeMm: Joi.number().min(0).max(100_000).required(),
    typed: Joi.object({
      units,
      path: layoutText.required(),
      by: Joi.valid('pitch', 'count').required(),
      maxPitch: layoutText.required(),
      count: layoutText.required(),
      startEdge: layoutText.required(),
      endEdge: layoutText.required(),
      second: Joi.valid('none', 'staggered', 'square').required(),
      lapWidth: layoutText.required(),
      keepClear: layoutText.required(),
      secondRowId: id,
    }),
  }).allow(null),
  start: Joi.valid(...ROW_STARTS),
  drilledFrom: Joi.valid('head', 'shop'),
  access: Joi.object({
    edge: length.allow(null).required(),
    wall: length.allow(null).required(),
    room: length.allow(null).required(),
    roomAtEnd: length.allow(null).required(),
    isBent: Joi.boolean().required(),
    isTilted: Joi.boolean(),
    needsSpacer: Joi.boolean(),
    sheetIndex: Joi.number()
      .integer()
      .min(0)
      .max(ROW_LINE_MAX_LAYERS - 1),
  }).allow(null),
  blind: Joi.object({
    name,
    hole: length.required(),
    gripMin: length.allow(null).required(),
    gripMax: length.allow(null).required(),
    headDiameter: length.allow(null),
    headAngleDeg: Joi.number().greater(0).less(180).allow(null),
  }).allow(null),
  setting: Joi.object({ way: Joi.valid(...SETTING_WAYS).required(), isSealed: Joi.boolean(), bareZone: shortText }).allow(null),
  shutBy: Joi.array()
    .items(
      Joi.object({
        by: Joi.object({ kind: Joi.valid('row', 'part').required(), id: id.required() }).required(),
        side: Joi.valid(...SHUT_SIDES).required(),
        room: length.allow(null),
        isBentOpen: Joi.boolean(),
      }),
    )
    .max(50),
  waitsForParts: Joi.array().items(id).max(50).unique(),
});

const page = Joi.object({
  v: Joi.valid(1).required(),
  kitId: id.required(),
  name: name.required(),
  revisions: Joi.array()
    .items(
      Joi.object({
        revision: Joi.string().trim().min(1).max(40).required(),
        cameAt: time.required(),
        note: Joi.string().trim().allow('').max(500).required(),
      }),
    )
    .min(1)
    .max(50)
    .required(),
});

const tool = Joi.object({
  v: Joi.valid(1).required(),
  kitId: id.required(),
  name: name.required(),
  kind: Joi.valid(...TOOL_KINDS).required(),
  throat: length.allow(null).required(),
  noseHalfWidth: length.allow(null).required(),
  noseHeight: length.allow(null).required(),
  takesBent: Joi.boolean().required(),
  dash: Joi.valid(3, 4, 5, 6, null).required(),
  angleDeg: Joi.number().min(30).max(170).allow(null).required(),
  sheet: Joi.valid('skin', 'substructure', null).required(),
  gap: length.allow(null),
  click: typed(0.001, 1).allow(null),
  diameter: length.allow(null),
  head: Joi.valid('flush-100', 'protruding', null),
  isCutAway: Joi.boolean(),
});

export const DEFINITION_SCHEMAS: Readonly<Record<EntityKind, Joi.ObjectSchema>> = { kit, assembly, part, row, tool, page };

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
