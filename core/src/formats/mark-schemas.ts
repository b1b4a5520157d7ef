import Joi from 'joi';
import { SETTING_WAYS } from '../record/definitions';
import {
  ANGLE_STATIONS,
  CAGE_WAYS,
  DEVIATION_KINDS,
  DIMPLE_DEFECTS,
  DISPOSITIONS,
  HEAD_DEFECTS,
  HOLE_ORIGINS,
  LIES,
  MARK_ADDRESS,
  MARK_KINDS,
  markVersion,
  type Mark,
} from '../record/marks';
import { ROW_LINE_MAX_LAYERS } from './row-line-layers';
import { ROW_MAX_HOLES } from './row-line-options';
import { id, length, lengthDash, time, typed, WHO_AND_WHEN } from './schema-parts';

/** Most marks in one request. */
export const MARKS_MAX = 500;

/** The shape of a mark; client and server check with the same one. */
export const MARK_SCHEMA = Joi.object({
  id: id.required(),
  kind: Joi.valid(...MARK_KINDS).required(),
  v: Joi.valid(1, 2).required(),
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
      verdict: Joi.valid('same-rivet', 'next-size', 'stop', 'unknown').required(),
      missing: Joi.object({
        layerIds: Joi.array().items(id).max(ROW_LINE_MAX_LAYERS).unique().required(),
        pitch: Joi.boolean().required(),
      }),
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
    rivet: Joi.object({ lie: Joi.valid(...LIES).required(), off: typed(-10, 10), drop: typed(0, 10) }),
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
    angle: Joi.object({
      found: Joi.number().min(0).max(180).required(),
      wanted: Joi.number().min(0).max(180).required(),
      station: Joi.valid(...ANGLE_STATIONS),
    }),
  }).required(),
}).custom((value: Mark, helpers) =>
  addressesWell(value) ? value : helpers.message({ custom: '{{#label}} does not address what its kind needs' }),
);

/** Whether a mark names what its kind is about, and nothing that belongs to another kind. */
function addressesWell({ kind, v, holeIds, layerIds, side, payload }: Mark): boolean {
  if (v > markVersion(kind)) return false;
  const { deviation } = payload;
  /* What to measure stands with `unknown` and with nothing else, and only in marks that know the word. */
  if ((deviation?.verdict === 'unknown') !== (deviation?.missing !== undefined) || (deviation?.missing && v < 2)) return false;
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
