import Joi from 'joi';
import { PLAN_CALLS, SCHOOL_IDS, type PlanCall, type SchoolId } from '../prep/stack';
import type { PartFace } from '../record/face';
import type { Head } from '../tables/fasteners';
import { MATERIALS, type Material } from '../tables/materials';
import { ROW_MAX_HOLES } from '../typed/row-line-options';
import type { Units } from '../units/length';
import type { LengthText } from './document';
import { FASTENER_DOCUMENT_SCHEMA, type FastenerDocument } from './fastener-document';
import { STACK_MAX_LAYERS } from './prep-document';

/** The document of the headless verb `metal`: parts, and what happened to them in order. */
export interface MetalDocument {
  readonly units?: Units;
  readonly school?: SchoolId;
  readonly parts: readonly MetalPart[];
  readonly events: readonly MetalEvent[];
}

export interface MetalPart {
  readonly id: string;
  readonly thickness: LengthText;
  readonly material?: Material;
  readonly bought?: boolean;
}

/** A row made or edited. */
export interface MetalRowSaid {
  readonly id: string;
  readonly head?: Head;
  readonly diameter?: LengthText;
  readonly fastener?: FastenerDocument;
  readonly stack: readonly { readonly part: string; readonly face?: PartFace; readonly plans?: PlanCall }[];
  readonly count: number;
  readonly pitch?: LengthText;
  readonly far?: 'plain' | 'flush';
}

interface AtHoles {
  readonly row: string;
  readonly holes: string;
}

/** Work with a tool. */
export interface MetalWork extends AtHoles {
  readonly do: 'drill' | 'deburr' | 'dimple' | 'countersink';
  readonly part?: string;
  readonly hole?: LengthText;
  readonly dies?: LengthText;
  readonly diesAngle?: number;
  readonly depth?: LengthText;
  readonly angle?: number;
  readonly pilot?: LengthText;
  readonly side?: 'head' | 'far';
}

export type MetalDone =
  | MetalWork
  | (AtHoles & { readonly do: 'set'; readonly callout: string })
  | (AtHoles & { readonly do: 'remove' | 'no-go' | 'fill' })
  | (AtHoles & { readonly do: 'measure'; readonly hole: LengthText; readonly part?: string })
  | (AtHoles & { readonly do: 'crack' | 'gave-way'; readonly part: string })
  | { readonly do: 'replace'; readonly part: string; readonly thickness?: LengthText }
  | (AtHoles & { readonly do: 'own'; readonly diameter: LengthText | null })
  | (AtHoles & { readonly do: 'settle'; readonly code: string });

export type MetalEvent = { readonly row: MetalRowSaid } | MetalDone;

/** Most events in one document, and most parts. */
export const EVENTS_MAX = 5000;
export const PARTS_MAX = 500;

const length = Joi.alternatives().try(Joi.number().unsafe(), Joi.string().allow(''));
const name = Joi.string().max(200).required();
const angle = Joi.number().min(30).max(170);
const atHoles = { row: name, holes: Joi.string().max(2000).required() };

const row = Joi.object({
  id: name,
  head: Joi.valid('flush-100', 'protruding'),
  diameter: length,
  fastener: FASTENER_DOCUMENT_SCHEMA,
  stack: Joi.array()
    .items(Joi.object({ part: name, face: Joi.valid('marked', 'other'), plans: Joi.valid(...PLAN_CALLS) }))
    .min(1)
    .max(STACK_MAX_LAYERS)
    .unique('part')
    .required(),
  count: Joi.number().integer().min(1).max(ROW_MAX_HOLES).required(),
  pitch: length,
  far: Joi.valid('plain', 'flush'),
});

/** What each kind of event says beside its kind. */
const DONE: Readonly<Record<MetalDone['do'], Joi.SchemaMap>> = {
  drill: { ...atHoles, part: name.optional(), hole: length, side: Joi.valid('head', 'far') },
  deburr: { ...atHoles, part: name.optional(), side: Joi.valid('head', 'far') },
  dimple: { ...atHoles, part: name.optional(), dies: length, diesAngle: angle, side: Joi.valid('head', 'far') },
  countersink: { ...atHoles, part: name.optional(), depth: length, angle, pilot: length, hole: length, side: Joi.valid('head', 'far') },
  set: { ...atHoles, callout: Joi.string().max(40).required() },
  remove: atHoles,
  'no-go': atHoles,
  fill: atHoles,
  measure: { ...atHoles, hole: length.required(), part: name.optional() },
  crack: { ...atHoles, part: name },
  'gave-way': { ...atHoles, part: name },
  replace: { part: name, thickness: length },
  own: { ...atHoles, diameter: length.allow(null).required() },
  settle: { ...atHoles, code: name },
};

const KINDS = Object.keys(DONE) as MetalDone['do'][];

const event = Joi.alternatives().conditional('.do', {
  switch: KINDS.map((kind) => ({ is: Joi.valid(kind).required(), then: Joi.object({ do: Joi.valid(kind).required(), ...DONE[kind] }) })),
  otherwise: Joi.object({ row: row.required() }),
});

export const METAL_SCHEMA = Joi.object({
  units: Joi.valid('in', 'mm'),
  school: Joi.valid(...SCHOOL_IDS),
  parts: Joi.array()
    .items(Joi.object({ id: name, thickness: length.required(), material: Joi.valid(...MATERIALS), bought: Joi.boolean() }))
    .min(1)
    .max(PARTS_MAX)
    .unique('id')
    .required(),
  events: Joi.array().items(event).max(EVENTS_MAX).required(),
})
  .required()
  .label('document');
