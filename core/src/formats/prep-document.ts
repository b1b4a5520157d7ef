import Joi from 'joi';
import { planStack, type Plan } from '../prep/plan';
import {
  notSolid,
  SCHOOL_IDS,
  PLAN_CALLS,
  type PlanCall,
  type SchoolId,
  type SharedLoad,
  type Stack,
  type StackFastener,
  type StackLayer,
} from '../prep/stack';
import { dashLength, formatCallout, isLengthDash } from '../rivet/callout';
import { ALLOYS, rivetOfDiameter, type Alloy, type Head } from '../tables/fasteners';
import { DEFAULT_LIMITS } from '../tables/limits';
import { MATERIALS, type Material } from '../tables/materials';
import { PROFILE_IDS, type ProfileId } from '../tables/profiles';
import { inches, lengthIn, longer, shorter, type Mm, type Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
import { findingMessage } from '../wording/findings';
import { layerReason } from '../wording/reasons';
import { checkShape, readLength, type LengthText } from './document';
import { FASTENER_DOCUMENT_SCHEMA, readFastener, type FastenerDocument, type ReadFastener } from './fastener-document';
import type { PlannedFace, PlannedLayer } from '../prep/walk';

/** The document of the headless verb `prep`. */
export interface PrepDocument {
  units?: Units;
  school?: SchoolId;
  head?: Head;
  diameter?: LengthText;
  /** In the place of head and diameter. */
  fastener?: FastenerDocument;
  /** Closed flush on the far side, too. */
  far?: 'plain' | 'flush';
  angles?: 'parallel' | 'stepped';
  dieAngle?: number;
  /** Largest diameter of the cutter. */
  cutterMax?: LengthText;
  alloy?: Alloy;
  hole?: LengthText;
  holeMax?: LengthText;
  stack: {
    part?: string;
    thickness: LengthText;
    plans?: PlanCall;
    edge?: LengthText;
    bothSides?: boolean;
    material?: Material;
    bought?: boolean;
  }[];
  nest?: 'computed' | { fixed: LengthText };
  edge?: LengthText;
  pitch?: LengthText;
  rowDistance?: LengthText;
  halfDash?: boolean;
  profile?: ProfileId;
  headAngle?: number;
  cutterAngle?: number;
  /** The rivet's length where it is already called out; absent: chosen. */
  length?: LengthText;
  sharesLoadWith?: SharedLoad;
}

/** Most layers a stack can have. */
export const STACK_MAX_LAYERS = 20;

const length = Joi.alternatives().try(Joi.number().unsafe(), Joi.string().allow(''));
const angle = Joi.number().min(30).max(170);

export const PREP_SCHEMA = Joi.object({
  units: Joi.valid('in', 'mm'),
  school: Joi.valid(...SCHOOL_IDS),
  head: Joi.valid('flush-100', 'protruding'),
  diameter: length,
  fastener: FASTENER_DOCUMENT_SCHEMA,
  far: Joi.valid('plain', 'flush'),
  angles: Joi.valid('parallel', 'stepped'),
  dieAngle: angle,
  cutterMax: length,
  alloy: Joi.valid(...ALLOYS),
  hole: length,
  holeMax: length,
  stack: Joi.array()
    .items(
      Joi.object({
        part: Joi.string().allow('').max(200),
        thickness: length.required(),
        plans: Joi.valid(...PLAN_CALLS),
        edge: length,
        bothSides: Joi.boolean(),
        material: Joi.valid(...MATERIALS),
        bought: Joi.boolean(),
      }),
    )
    .min(1)
    .max(STACK_MAX_LAYERS)
    .required(),
  nest: Joi.alternatives().try(Joi.valid('computed'), Joi.object({ fixed: length.required() })),
  edge: length,
  pitch: length,
  rowDistance: length,
  halfDash: Joi.boolean(),
  profile: Joi.valid(...PROFILE_IDS),
  headAngle: angle,
  cutterAngle: angle,
  length,
  sharesLoadWith: Joi.valid('bolts', 'close-pins'),
})
  .required()
  .label('document');

/** Reads a `prep` document into a stack; every problem carries its path. */
export function readPrepDocument(value: unknown): Result<{ stack: Stack; units: Units }> {
  const shape = checkShape<PrepDocument>(PREP_SCHEMA, value);
  if (!shape.ok) return shape;
  const doc = shape.value;
  const units = doc.units ?? 'in';
  const lengths = readLengths(doc, units);
  if (!lengths.ok) return lengths;
  const { hole, holeMax, edge, pitch, rowDistance, fixed, rivetLength, cutterMax } = lengths.value;
  const closed = closedBy(doc, units, lengths.value.diameter);
  if (!closed.ok) return closed;
  const { size, fastener, head, headAngleDeg } = closed.value;
  const kind = fastener?.kind ?? 'solid';
  if (doc.far === 'flush' && (kind !== 'solid' || head !== 'flush-100')) return bad({ code: 'far-not-solid-flush', path: 'far' });
  if (doc.angles === 'stepped' && headAngleDeg !== 100) return bad({ code: 'stepped-not-100', path: 'angles' });
  if (hole !== undefined && shorter(hole, size.diameter)) return bad({ code: 'hole-under-diameter', path: 'hole' });
  if (hole !== undefined && longer(hole, 10 * size.diameter)) return bad({ code: 'hole-unreasonable', path: 'hole' });
  if (holeMax !== undefined && shorter(holeMax, size.diameter)) return bad({ code: 'hole-max-under-diameter', path: 'holeMax' });
  let lengthDash: number | null = null;
  if (rivetLength !== undefined) {
    lengthDash = Math.round((rivetLength / inches(1)) * 32) / 2;
    if (!isLengthDash(lengthDash) || longer(Math.abs(dashLength(lengthDash) - rivetLength), inches(0.0005)))
      return bad({ code: 'length-not-a-dash', path: 'length' });
  }
  const layers = readLayers(doc, units);
  if (!layers.ok) return layers;
  return good({
    units,
    stack: {
      school: doc.school ?? 'kit-032',
      head,
      size,
      alloy: doc.alloy ?? 'AD',
      hole: hole ?? size.hole,
      holeMax: holeMax ?? size.holeMax,
      layers: layers.value,
      nest: fixed === undefined ? { kind: 'computed' } : { kind: 'fixed', allowance: fixed },
      edge,
      pitch,
      rowDistance,
      halfDash: doc.halfDash ?? true,
      profile: doc.profile ?? 'classic',
      headAngleDeg,
      cutterAngleDeg: doc.cutterAngle ?? (fastener ? headAngleDeg : 100),
      ...(fastener ? { fastener } : {}),
      ...(doc.far === 'flush' ? { far: 'flush' as const } : {}),
      ...(doc.angles === 'stepped' ? { angles: 'stepped' as const, isCutterNamed: doc.cutterAngle !== undefined } : {}),
      ...(doc.dieAngle === undefined ? {} : { dieAngleDeg: doc.dieAngle }),
      ...(cutterMax === undefined ? {} : { cutterMax }),
      lengthDash,
      sharesLoadWith: doc.sharesLoadWith,
      limits: DEFAULT_LIMITS,
    },
  });
}

/** What closes the hole: a rivet of the tables by head and diameter, or a fastener of its own figures. */
function closedBy(
  doc: PrepDocument,
  units: Units,
  diameter: Mm | undefined,
): Result<Omit<ReadFastener, 'fastener'> & { fastener?: StackFastener }> {
  if (doc.fastener) {
    const both = (['head', 'diameter', 'headAngle'] as const).find((key) => doc[key] !== undefined);
    return both ? bad({ code: 'fastener-said-twice', path: both }) : readFastener(doc.fastener, units, 'fastener');
  }
  const missing = doc.head === undefined ? 'head' : diameter === undefined ? 'diameter' : null;
  if (missing !== null || doc.head === undefined || diameter === undefined)
    return bad({
      code: 'key-missing',
      path: missing ?? 'head',
      data: { detail: `"${missing ?? 'head'}" is required`, path: missing ?? 'head' },
    });
  const size = rivetOfDiameter(diameter);
  if (!size) return bad({ code: 'diameter-not-in-table', path: 'diameter' });
  return good({ size, head: doc.head, headAngleDeg: doc.headAngle ?? 100 });
}

type LengthName = 'cutterMax' | 'diameter' | 'hole' | 'holeMax' | 'edge' | 'pitch' | 'rowDistance' | 'fixed' | 'rivetLength';

function readLengths(doc: PrepDocument, units: Units): Result<Partial<Record<LengthName, Mm>>> {
  const fixed = typeof doc.nest === 'object' ? doc.nest.fixed : undefined;
  const wanted: [LengthName, string, LengthText | undefined][] = [
    ['diameter', 'diameter', doc.diameter],
    ['hole', 'hole', doc.hole],
    ['holeMax', 'holeMax', doc.holeMax],
    ['edge', 'edge', doc.edge],
    ['pitch', 'pitch', doc.pitch],
    ['rowDistance', 'rowDistance', doc.rowDistance],
    ['fixed', 'nest.fixed', fixed],
    ['rivetLength', 'length', doc.length],
    ['cutterMax', 'cutterMax', doc.cutterMax],
  ];
  const lengths: Partial<Record<LengthName, Mm>> = {};
  for (const [name, path, value] of wanted) {
    if (value === undefined) continue;
    const read = readLength(value, units, path, { zero: name === 'fixed' });
    if (!read.ok) return read;
    lengths[name] = read.value;
  }
  return good(lengths);
}

function readLayers(doc: PrepDocument, units: Units): Result<StackLayer[]> {
  const layers: StackLayer[] = [];
  for (let i = 0; i < doc.stack.length; i++) {
    const layer = doc.stack[i] as PrepDocument['stack'][number];
    const thickness = readLength(layer.thickness, units, `stack[${i}].thickness`, { sheet: true });
    if (!thickness.ok) return thickness;
    const edge = layer.edge === undefined ? undefined : readLength(layer.edge, units, `stack[${i}].edge`);
    if (edge && !edge.ok) return edge;
    const { material, bought } = layer;
    layers.push({
      part: layer.part ?? '',
      thickness: thickness.value,
      plans: layer.plans,
      edge: edge?.value,
      bothSides: layer.bothSides,
      ...(material ? { material } : {}),
      ...(bought ? { isBought: true } : {}),
    });
  }
  return good(layers);
}

/** The answer of `prep`, lengths as numbers of `units`, wording made here. The same object answers on the API. */
export function prepAnswer(plan: Plan, stack: Stack, units: Units) {
  const L = (length: Mm) => lengthIn(length, units);
  const optional = <K extends string>(key: K, length: Mm | undefined) =>
    (length === undefined ? {} : { [key]: L(length) }) as Partial<Record<K, number>>;
  return {
    school: plan.school,
    verdict: plan.verdict,
    grip: L(plan.grip),
    layers: plan.layers.map((layer) => ({
      part: layer.part,
      thickness: L(layer.thickness),
      prep: layer.prep,
      receives: layer.receives,
      nest: L(layer.nest),
      ...optional('surfaceDiameter', layer.surfaceDiameter),
      ...optional('depth', layer.depth),
      ...optional('extraDepth', layer.extraDepth),
      ...(layer.faces?.length === 2 && layer.prep === 'countersink' && layer.waist === undefined
        ? { waist: null }
        : optional('waist', layer.waist)),
      holeAfter: L(layer.holeAfter),
      faces: facesOf(layer, stack).map(({ from, prep, receives, nest, surfaceDiameter, depth }) => ({
        from,
        prep,
        receives,
        nest: L(nest),
        ...optional('surfaceDiameter', surfaceDiameter),
        ...optional('depth', depth),
      })),
      ...(layer.method === undefined ? {} : { method: layer.method }),
      ...(layer.alternative === undefined ? {} : { alternative: layer.alternative }),
      reason: layerReason(layer, plan.school, stack.limits, units),
    })),
    /* A blind fastener is no solid rivet and has no length of one. */
    rivet: notSolid(stack)
      ? null
      : {
          callout: calloutOf(stack, plan.rivet.lengthDash),
          length: L(plan.rivet.length),
          ideal: L(plan.rivet.ideal),
          works: plan.rivet.works,
          widthAtHalfD: plan.rivet.widthAtHalfD === null ? null : L(plan.rivet.widthAtHalfD),
          candidates: plan.rivet.candidates.map(({ lengthDash, works, proud }) => ({
            callout: calloutOf(stack, lengthDash),
            works,
            ...optional('proud', proud),
          })),
          ...optional('proud', plan.rivet.proud),
          ...(plan.rivet.lip === undefined ? {} : { lip: { works: plan.rivet.lip.works, z: L(plan.rivet.lip.z) } }),
        },
    findings: plan.findings.map((f) => ({
      code: f.code,
      severity: f.severity,
      ...(f.layer === undefined ? {} : { layer: f.layer }),
      ...(f.face === undefined ? {} : { face: f.face }),
      ...(f.code === 'cutter-too-small' ? { proud: L(f.data.proud as Mm) } : {}),
      message: findingMessage(f, units, plan.layers),
    })),
    schools: plan.schools.map(({ school, verdict, preps }) => ({ school, verdict, preps })),
  };
}

/** A solid rivet of its own head is called nothing of the tables. */
const calloutOf = (stack: Stack, lengthDash: number): string | null => (stack.fastener ? null : formatCallout({ ...stack, lengthDash }));

/** What comes into a layer from each side; of a strip countersunk from both faces for one head both are the same. */
function facesOf(layer: PlannedLayer, stack: Stack): readonly PlannedFace[] {
  if (layer.faces) return layer.faces;
  const { prep, receives, nest, surfaceDiameter, depth, extraDepth } = layer;
  const head: PlannedFace = { from: 'head', prep, receives, nest, surfaceDiameter, depth, extraDepth };
  const isBoth = prep === 'countersink' && stack.layers.some((l) => l.bothSides && l.part === layer.part);
  return isBoth ? [head, { ...head, from: 'far', receives: null }] : [head];
}

/** The whole verb: document in, answer or problem out. */
export function answerPrep(value: unknown): Result<ReturnType<typeof prepAnswer>> {
  const read = readPrepDocument(value);
  return read.ok ? good(prepAnswer(planStack(read.value.stack), read.value.stack, read.value.units)) : read;
}
