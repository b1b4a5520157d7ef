import Joi from 'joi';
import { FASTENER_KINDS, SETTING_WAYS } from '../record/definitions';
import {
  ANGLE_STATIONS,
  CAGE_WAYS,
  DENTED,
  DEVIATION_KINDS,
  DIMPLE_DEFECTS,
  DISPOSITIONS,
  HEAD_DEFECTS,
  HOLE_ORIGINS,
  LIES,
  MARK_ADDRESS,
  MARK_KINDS,
  markVersion,
  PAGE_ANSWERS,
  SETTLED_AS,
  type Mark,
  type MarkKind,
  type OwnPayloads,
} from '../record/marks';
import { FINISH_WAYS } from '../record/mark-work';
import type { CutWork, DimpleWork, DrillWork, FinishWork, InspectWork, SetWork } from '../record/mark-work';
import { dictionary, exactly, list, number, oneOf, optional, said, shape, text, whole, words, yesNo, type Is } from '../shapes/shape';
import { ALLOYS } from '../tables/fasteners';
import { PROFILE_IDS } from '../tables/profiles';
import { ROW_LINE_MAX_LAYERS } from '../typed/row-line-layers';
import { ROW_MAX_HOLES } from '../typed/row-line-options';
import { id, isId, isLength, isLengthDash, rawText, time, typedLength, WHO_AND_WHEN } from './schema-parts';

/** Most marks in one request. */
export const MARKS_MAX = 500;

const MOST_HOLES = 2 * ROW_MAX_HOLES;
const lengthMm = number(0, 100_000);
const angle = number(0, 180);
const side = oneOf('head', 'shop');
const dash = oneOf(3, 4, 5, 6);
const setupKey = rawText(80);
const place = shape({ x: number(-100_000, 100_000), y: number(-100_000, 100_000) });

const drillWork = exactly<DrillWork>()(
  shape({
    bitMm: lengthMm,
    holeMm: lengthMm,
    tool: oneOf('drill', 'reamer'),
    partIds: list(isId, ROW_LINE_MAX_LAYERS, { unique: true }),
    places: optional(dictionary(id, place, MOST_HOLES)),
    isAlongRow: optional(oneOf(true)),
    asPattern: optional(oneOf(true)),
    toolId: optional(isId),
  }),
);
const dimpleWork = exactly<DimpleWork>()(
  shape({ dash: whole(1, 20), angleDeg: angle, sheet: oneOf('skin', 'substructure'), face: side, toolId: optional(isId) }),
);
const cutWork = exactly<CutWork>()(
  shape({
    angleDeg: angle,
    pilotMm: lengthMm,
    holeMm: lengthMm,
    depthMm: lengthMm,
    surfaceMm: lengthMm,
    extraMm: number(-100, 100),
    face: side,
    toolId: optional(isId),
  }),
);
const fastenerDone = shape({
  kind: oneOf(...FASTENER_KINDS),
  name: words(120),
  head: oneOf('flush-100', 'protruding'),
  dash: optional(whole(1, 20)),
  alloy: optional(oneOf(...ALLOYS)),
  lengthDash: optional(number(0, 200)),
  diameterMm: optional(lengthMm),
  headDiameterMm: optional(lengthMm),
  headAngleDeg: optional(angle),
  gripFromMm: optional(lengthMm),
  gripToMm: optional(lengthMm),
  far: optional(oneOf('flush')),
});
const setWork = exactly<SetWork>()(
  shape({
    fastener: fastenerDone,
    partIds: optional(list(isId, ROW_LINE_MAX_LAYERS, { unique: true })),
    gripMm: lengthMm,
    holeMm: lengthMm,
    lotId: optional(isId),
  }),
);
const inspectWork = exactly<InspectWork>()(
  shape({ fastener: fastenerDone, profile: oneOf(...PROFILE_IDS), flushnessMm: lengthMm, toolId: optional(isId) }),
);
const finishWork = exactly<FinishWork>()(shape({ finish: text(80), how: optional(oneOf(...FINISH_WAYS)), batchId: optional(isId) }));

/** What a mark of any kind may say. */
const noted = {
  early: optional(list(oneOf(...MARK_KINDS), MARK_KINDS.length, { unique: true })),
  note: optional(said<string>(Joi.string().allow('').max(500))),
  photoIds: optional(list(isId, 20, { unique: true })),
  by: optional(words(6)),
  sheets: optional(list(shape({ layerId: isId, partId: isId, face: oneOf('marked', 'other') }), ROW_LINE_MAX_LAYERS)),
};
const onParts = { ...noted, partIds: optional(list(isId, 500, { min: 1, unique: true })) };
const read = { ...noted, reading: isLength, setupKey: optional(setupKey), toolId: optional(isId) };
const drilling = { ...noted, how: optional(oneOf(...HOLE_ORIGINS)), work: optional(drillWork) };
const thing = shape({ thingId: isId, name: words(120), isGood: yesNo, off: optional(typedLength(-10, 10)) });

const deviation = shape({
  kind: oneOf(...DEVIATION_KINDS),
  hole: optional(isLength),
  edges: optional(dictionary(id, isLength, ROW_LINE_MAX_LAYERS)),
  pitch: optional(isLength),
  off: optional(isLength),
  edgeLimit: optional(shape({ factorD: number(0, 20), by: oneOf('kit', 'program') })),
  verdict: oneOf('same-rivet', 'next-size', 'stop', 'unknown'),
  nextDash: optional(dash),
  missing: optional(shape({ layerIds: list(isId, ROW_LINE_MAX_LAYERS, { unique: true }), pitch: yesNo })),
});

const cage = shape({
  way: oneOf(...CAGE_WAYS),
  pastFlush: optional(number(-200, 200)),
  scrap: optional(oneOf(...LIES)),
  toolId: optional(isId),
});

const setting = shape({
  way: oneOf(...SETTING_WAYS),
  toolId: optional(isId),
  pressure: optional(said<string>(Joi.string().trim().max(20))),
  lengthDash: optional(isLengthDash),
  gap: optional(said<string>(Joi.string().trim().max(20))),
  dash: optional(dash),
});

const headCheck = shape({
  width: optional(isLength),
  height: optional(isLength),
  width2: optional(isLength),
  gauge: optional(oneOf('go', 'no-go')),
  defects: optional(list(oneOf(...HEAD_DEFECTS), HEAD_DEFECTS.length, { unique: true })),
  flush: optional(typedLength(-10, 10)),
  gap: optional(typedLength(0, 10)),
  far: optional(typedLength(-10, 10)),
  stem: optional(typedLength(-10, 10)),
  disposition: oneOf(...DISPOSITIONS),
});

const batch = shape({
  product: words(120),
  ratio: optional(said<string>(Joi.string().trim().max(40))),
  ratioBy: optional(oneOf('weight', 'volume')),
  tackFreeMinutes: optional(number(1, 100_000)),
  cureMinutes: optional(number(1, 100_000)),
  temperatureC: optional(number(-40, 60)),
  amountMl: optional(number(0, 100_000)),
  rowIds: list(isId, 500, { unique: true }),
  jobIds: list(isId, 500, { unique: true }),
});

/** The shape of every kind's payload, each exactly its written type. */
const PAYLOAD_SHAPES: { readonly [K in MarkKind]: Is<OwnPayloads[K]> } = {
  'laid-out': exactly<OwnPayloads['laid-out']>()(shape(noted)),
  piloted: exactly<OwnPayloads['piloted']>()(shape(drilling)),
  drilled: exactly<OwnPayloads['drilled']>()(shape(drilling)),
  deburred: exactly<OwnPayloads['deburred']>()(shape(noted)),
  creased: exactly<OwnPayloads['creased']>()(shape(onParts)),
  scuffed: exactly<OwnPayloads['scuffed']>()(shape(onParts)),
  dimpled: exactly<OwnPayloads['dimpled']>()(shape({ ...noted, work: optional(dimpleWork) })),
  countersunk: exactly<OwnPayloads['countersunk']>()(shape({ ...noted, work: optional(cutWork) })),
  cleaned: exactly<OwnPayloads['cleaned']>()(shape(onParts)),
  primed: exactly<OwnPayloads['primed']>()(shape({ ...onParts, work: optional(finishWork) })),
  set: exactly<OwnPayloads['set']>()(shape({ ...noted, setting: optional(setting), work: optional(setWork) })),
  inspected: exactly<OwnPayloads['inspected']>()(shape({ ...noted, work: optional(inspectWork) })),
  removed: exactly<OwnPayloads['removed']>()(shape({ ...noted, work: optional(setWork) })),
  squared: exactly<OwnPayloads['squared']>()(shape(noted)),
  deviation: exactly<OwnPayloads['deviation']>()(shape({ ...noted, deviation })),
  'depth-read': exactly<OwnPayloads['depth-read']>()(shape(read)),
  'gauge-read': exactly<OwnPayloads['gauge-read']>()(shape(read)),
  'cage-set': exactly<OwnPayloads['cage-set']>()(shape({ ...noted, setupKey, clicks: whole(-200, 200), cage: optional(cage) })),
  'rivet-check': exactly<OwnPayloads['rivet-check']>()(
    shape({
      ...noted,
      rivet: shape({ lie: oneOf(...LIES), off: optional(typedLength(-10, 10)), drop: optional(typedLength(0, 10)) }),
      setupKey: optional(setupKey),
    }),
  ),
  'dimple-check': exactly<OwnPayloads['dimple-check']>()(shape({ ...noted, dimple: oneOf(...DIMPLE_DEFECTS) })),
  'angle-read': exactly<OwnPayloads['angle-read']>()(
    shape({ ...onParts, angle: shape({ found: angle, wanted: angle, station: optional(oneOf(...ANGLE_STATIONS)) }) }),
  ),
  'head-check': exactly<OwnPayloads['head-check']>()(shape({ ...noted, head: headCheck, work: optional(inspectWork) })),
  'sealant-mixed': exactly<OwnPayloads['sealant-mixed']>()(shape({ ...noted, workMinutes: number(1, 2000), batch: optional(batch) })),
  'job-step': exactly<OwnPayloads['job-step']>()(
    shape({
      ...noted,
      job: shape({
        jobId: isId,
        cycleId: isId,
        stepId: isId,
        said: optional(words(450)),
        reading: optional(typedLength(-100_000, 100_000)),
      }),
    }),
  ),
  cleared: exactly<OwnPayloads['cleared']>()(shape(noted)),
  'fit-up': exactly<OwnPayloads['fit-up']>()(shape(onParts)),
  'take-apart': exactly<OwnPayloads['take-apart']>()(shape(onParts)),
  mask: exactly<OwnPayloads['mask']>()(shape(onParts)),
  reassemble: exactly<OwnPayloads['reassemble']>()(shape(onParts)),
  join: exactly<OwnPayloads['join']>()(shape(onParts)),
  close: exactly<OwnPayloads['close']>()(shape(onParts)),
  seal: exactly<OwnPayloads['seal']>()(shape({ ...noted, batchId: optional(isId) })),
  'bend-open': exactly<OwnPayloads['bend-open']>()(shape(noted)),
  'bend-back': exactly<OwnPayloads['bend-back']>()(shape(noted)),
  'gave-way': exactly<OwnPayloads['gave-way']>()(shape(noted)),
  scrapped: exactly<OwnPayloads['scrapped']>()(shape(onParts)),
  arrived: exactly<OwnPayloads['arrived']>()(shape({ ...onParts, putBack: optional(whole(1, 10_000)) })),
  dent: exactly<OwnPayloads['dent']>()(
    shape({ ...onParts, dent: shape({ where: words(120), deep: optional(typedLength(0.001, 1000)), jobId: optional(isId) }) }),
  ),
  'dent-settled': exactly<OwnPayloads['dent-settled']>()(shape({ ...onParts, because: isId, dented: oneOf(...DENTED) })),
  'edges-deburred': exactly<OwnPayloads['edges-deburred']>()(shape(onParts)),
  'hole-check': exactly<OwnPayloads['hole-check']>()(shape({ ...noted, gauge: oneOf('go', 'no-go'), toolId: optional(isId) })),
  coupon: exactly<OwnPayloads['coupon']>()(shape({ ...noted, setupKey })),
  'bare-checked': exactly<OwnPayloads['bare-checked']>()(shape({ ...onParts, zone: words(80) })),
  'own-fastener': exactly<OwnPayloads['own-fastener']>()(shape({ ...noted, ownDash: oneOf(3, 4, 5, 6, null) })),
  'finding-settled': exactly<OwnPayloads['finding-settled']>()(
    shape({
      ...noted,
      finding: shape({
        code: words(40),
        stood: list(
          shape({
            holeId: isId,
            partId: optional(isId),
            piece: optional(whole(1, 10_000)),
            severity: oneOf('stop', 'caution', 'note'),
            figure: optional(number(-100_000, 100_000)),
          }),
          MOST_HOLES,
        ),
        page: optional(said<string>(Joi.string().trim().max(120))),
      }),
    }),
  ),
  'left-over-settled': exactly<OwnPayloads['left-over-settled']>()(
    shape({ ...noted, settled: oneOf(...SETTLED_AS), toRowId: optional(isId) }),
  ),
  'thing-check': exactly<OwnPayloads['thing-check']>()(shape({ ...noted, thing })),
  'thing-finding': exactly<OwnPayloads['thing-finding']>()(shape({ ...noted, thing })),
  'looked-again': exactly<OwnPayloads['looked-again']>()(shape({ ...onParts, because: isId })),
  'page-answer': exactly<OwnPayloads['page-answer']>()(
    shape({
      ...noted,
      page: shape({ pageId: isId, revision: words(40), answer: oneOf(...PAGE_ANSWERS), changeId: optional(isId) }),
    }),
  ),
  'question-answer': exactly<OwnPayloads['question-answer']>()(shape({ ...noted, because: isId })),
  'log-note': exactly<OwnPayloads['log-note']>()(shape({ ...onParts, jobId: optional(isId) })),
  'shift-started': exactly<OwnPayloads['shift-started']>()(shape({ ...noted, as: optional(oneOf(...MARK_KINDS)) })),
  'shift-paused': exactly<OwnPayloads['shift-paused']>()(shape(noted)),
  'shift-resumed': exactly<OwnPayloads['shift-resumed']>()(shape(noted)),
  'shift-ended': exactly<OwnPayloads['shift-ended']>()(shape(noted)),
  undo: exactly<OwnPayloads['undo']>()(shape({ ...noted, undoes: isId })),
};

const PAYLOADS = Object.fromEntries(MARK_KINDS.map((kind) => [kind, PAYLOAD_SHAPES[kind].joi]));

/** The shape of a mark; client and server check with the same one. */
export const MARK_SCHEMA = Joi.object({
  id: id.required(),
  kind: Joi.valid(...MARK_KINDS).required(),
  v: Joi.valid(1, 2).required(),
  rowId: id.required(),
  holeIds: Joi.array().items(id).max(MOST_HOLES).unique().required(),
  layerIds: Joi.array().items(id).max(ROW_LINE_MAX_LAYERS).unique().required(),
  side: Joi.valid('head', 'shop', null).required(),
  doneAt: time.required(),
  ...WHO_AND_WHEN,
  payload: Joi.alternatives()
    .conditional('kind', { switch: MARK_KINDS.map((kind) => ({ is: kind, then: PAYLOADS[kind] as Joi.Schema })) })
    .required(),
}).custom((value: Mark, helpers) =>
  addressesWell(value) ? value : helpers.message({ custom: '{{#label}} does not address what its kind needs' }),
);

/** Whether a mark names what its kind is about, in a version that has it. */
function addressesWell(mark: Mark): boolean {
  const { kind, v, holeIds, layerIds, side: face, payload } = mark;
  if (v > markVersion(kind)) return false;
  const { deviation: judged } = payload;
  /* What to measure stands with `unknown` and with nothing else, and only in marks that know the word. */
  if ((judged?.verdict === 'unknown') !== (judged?.missing !== undefined) || (judged?.missing && v < 2)) return false;
  if (kind === 'log-note' && !payload.note?.trim() && !payload.photoIds?.length) return false;
  switch (MARK_ADDRESS[kind]) {
    case 'mark':
      return true;
    case 'anywhere':
      return layerIds.length === 0;
    case 'assembly':
    case 'kit':
    case 'row':
      return holeIds.length === 0 && layerIds.length === 0;
    case 'part':
      /* The first release named a layer; since then the parts themselves. */
      return layerIds.length > 0 || payload.partIds !== undefined;
    case 'hole':
      return holeIds.length > 0;
    case 'hole-in-layer':
      return holeIds.length > 0 && layerIds.length > 0 && (kind !== 'deburred' || face !== null);
  }
}

export const MARKS_SCHEMA: Joi.ObjectSchema<{ kitId: string; marks: Mark[] }> = Joi.object({
  kitId: id.required(),
  marks: Joi.array().items(MARK_SCHEMA).min(1).max(MARKS_MAX).required(),
})
  .required()
  .label('marks');
