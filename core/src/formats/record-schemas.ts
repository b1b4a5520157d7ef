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
import {
  CAGE_WAYS,
  DEVIATION_KINDS,
  DIMPLE_DEFECTS,
  DISPOSITIONS,
  HEAD_DEFECTS,
  HOLE_ORIGINS,
  LIES,
  MARK_ADDRESS,
  MARK_KINDS,
  type Mark,
} from '../record/marks';
import { isLengthDash } from '../rivet/callout';
import { ALLOYS } from '../tables/fasteners';
import { DEFAULT_LIMITS, LENGTH_LIMITS, type LimitName } from '../tables/limits';
import { PROFILE_IDS } from '../tables/profiles';
import { SHEET_MAX, SHEET_MIN } from '../tables/sheets';
import { ROW_LINE_MAX_LAYERS, ROW_MAX_HOLES } from './row-line';

/** Shapes of everything written to the record; client and server check with the same ones. */
const id = Joi.string().guid({ separator: '-' }).lowercase();
const time = Joi.string()
  .isoDate()
  .pattern(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?Z$/)
  .max(24);
const name = Joi.string().trim().min(1).max(120);
const hand = Joi.valid('L', 'R', null).required();
const units = Joi.valid('in', 'mm').required();
const people = Joi.array()
  .items(Joi.object({ id: id.required(), initials: Joi.string().trim().min(1).max(6).required() }))
  .max(50);

const typed = (min: number, max: number) =>
  Joi.object({ mm: Joi.number().min(min).max(max).required(), text: Joi.string().max(40).required(), units });
const length = typed(0.000001, 100_000);
const thickness = typed(SHEET_MIN - 1e-9, SHEET_MAX + 1e-9);
const nest = [Joi.valid('computed'), Joi.object({ fixed: typed(0, 10).required() })];
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
  work: Joi.object({ scuff: Joi.boolean().required(), prime: Joi.boolean().required(), scuffAfterDimple: Joi.boolean().required() }),
  holders: Joi.object({ 3: owned, 4: owned, 5: owned, 6: owned }),
  inspectEvery: Joi.number().integer().min(1).max(1000),
  sparePercent: Joi.number().min(0).max(500),
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
export const OUTLINE_MAX_CORNERS = 500;

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
  subAssembly: shortText,
});

const layer = Joi.object({
  id: id.required(),
  partId: id.required(),
  plans: prep,
  edge: length.allow(null).required(),
  bothSides: Joi.boolean().required(),
});

const lengthDash = Joi.number().custom((value: number, helpers) => (isLengthDash(value) ? value : helpers.error('any.invalid')));

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
  }).allow(null),
  start: Joi.valid(...ROW_STARTS),
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

const edit = Joi.object({
  kind: Joi.valid(...ENTITY_KINDS).required(),
  id: id.required(),
  expectedVersion: Joi.number().integer().min(0).required(),
  definition: Joi.alternatives()
    .conditional('kind', { switch: ENTITY_KINDS.map((kind) => ({ is: kind, then: DEFINITION_SCHEMAS[kind].allow(null) })) })
    .required(),
});

/** Who wrote a record, on which device, when. */
export const WHO_AND_WHEN = {
  person: id.required(),
  device: id.required(),
  recordedAt: time.required(),
};

/** Most edits in one change, marks in one request, holes in one mark. */
export const CHANGE_MAX_EDITS = 1500;
export const MARKS_MAX = 500;

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

export const MARK_SCHEMA = Joi.object({
  id: id.required(),
  kind: Joi.valid(...MARK_KINDS).required(),
  v: Joi.valid(1).required(),
  rowId: id.required(),
  holeIds: Joi.array()
    .items(id)
    .max(2 * ROW_MAX_HOLES)
    .unique()
    .required(),
  layerIds: Joi.array().items(id).max(ROW_LINE_MAX_LAYERS).unique().required(),
  side: Joi.valid('head', 'shop', null).required(),
  doneAt: time.required(),
  ...WHO_AND_WHEN,
  payload: Joi.object({
    undoes: id,
    partIds: Joi.array().items(id).min(1).max(500).unique(),
    how: Joi.valid(...HOLE_ORIGINS),
    early: Joi.array()
      .items(Joi.valid(...MARK_KINDS))
      .max(MARK_KINDS.length)
      .unique(),
    note: Joi.string().allow('').max(500),
    deviation: Joi.object({
      kind: Joi.valid(...DEVIATION_KINDS).required(),
      hole: length,
      edges: Joi.object().pattern(id, length).max(ROW_LINE_MAX_LAYERS),
      pitch: length,
      off: length,
      edgeLimit: Joi.object({ factorD: Joi.number().min(0).max(20).required(), by: Joi.valid('kit', 'program').required() }),
      verdict: Joi.valid('same-rivet', 'next-size', 'stop').required(),
    }),
    photoIds: Joi.array().items(id).max(20).unique(),
    reading: length,
    setupKey: Joi.string().max(80),
    clicks: Joi.number().integer().min(-200).max(200),
    cage: Joi.object({
      way: Joi.valid(...CAGE_WAYS).required(),
      pastFlush: Joi.number().min(-200).max(200),
      scrap: Joi.valid(...LIES),
      toolId: id,
    }),
    rivet: Joi.object({ lie: Joi.valid(...LIES).required(), off: typed(-10, 10) }),
    dimple: Joi.valid(...DIMPLE_DEFECTS),
    setting: Joi.object({
      way: Joi.valid(...SETTING_WAYS).required(),
      toolId: id,
      pressure: Joi.string().trim().max(20),
      lengthDash,
      dash: Joi.valid(3, 4, 5, 6),
    }),
    head: Joi.object({
      width: length,
      height: length,
      width2: length,
      gauge: Joi.valid('go', 'no-go'),
      defects: Joi.array()
        .items(Joi.valid(...HEAD_DEFECTS))
        .unique()
        .max(HEAD_DEFECTS.length),
      flush: typed(-10, 10),
      gap: typed(0, 10),
      disposition: Joi.valid(...DISPOSITIONS).required(),
    }),
    workMinutes: Joi.number().min(1).max(2000),
    angle: Joi.object({ found: Joi.number().min(0).max(180).required(), wanted: Joi.number().min(0).max(180).required() }),
  }).required(),
}).custom((value: Mark, helpers) =>
  addressesWell(value) ? value : helpers.message({ custom: '{{#label}} does not address what its kind needs' }),
);

/** Whether a mark names what its kind is about, and nothing that belongs to another kind. */
function addressesWell({ kind, holeIds, layerIds, side, payload }: Mark): boolean {
  const address = MARK_ADDRESS[kind];
  if ((address === 'mark') !== (payload.undoes !== undefined)) return false;
  if ((kind === 'deviation') !== (payload.deviation !== undefined)) return false;
  if ((kind === 'depth-read' || kind === 'gauge-read') !== (payload.reading !== undefined)) return false;
  if ((kind === 'rivet-check') !== (payload.rivet !== undefined)) return false;
  if ((kind === 'head-check') !== (payload.head !== undefined)) return false;
  if ((kind === 'sealant-mixed') !== (payload.workMinutes !== undefined)) return false;
  if (kind === 'log-note' && !payload.note?.trim() && !payload.photoIds?.length) return false;
  if ((kind === 'dimple-check') !== (payload.dimple !== undefined)) return false;
  if ((kind === 'angle-read') !== (payload.angle !== undefined)) return false;
  if (kind === 'cage-set' && (payload.setupKey === undefined || payload.clicks === undefined)) return false;
  switch (address) {
    case 'mark':
      return true;
    case 'assembly':
      return holeIds.length === 0 && layerIds.length === 0;
    case 'part':
      /* The first release named a layer; since then the parts themselves. */
      return layerIds.length > 0 || payload.partIds !== undefined;
    case 'hole':
      return holeIds.length > 0;
    case 'hole-in-layer':
      return holeIds.length > 0 && layerIds.length > 0 && (kind !== 'deburred' || side !== null);
  }
}

export const MARKS_SCHEMA: Joi.ObjectSchema<{ kitId: string; marks: Mark[] }> = Joi.object({
  kitId: id.required(),
  marks: Joi.array().items(MARK_SCHEMA).min(1).max(MARKS_MAX).required(),
})
  .required()
  .label('marks');
