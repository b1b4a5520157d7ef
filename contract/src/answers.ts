import Joi from 'joi';
import type { RowEffects } from '#core/work/effects';
import { DEFINITION_SCHEMAS, VERSION_MAX } from '#core/formats/record-schemas';
import { isId, isTime, isUnits } from '#core/formats/schema-parts';
import type { LogLine, LogPage } from '#core/log/day-log';
import type { WorkedTime } from '#core/log/work-hours';
import type { PageQuestion } from '#core/record/page-flags';
import type { Shift } from '#core/record/shifts';
import { FINISH_WAYS } from '#core/record/mark-work';
import { FASTENER_KINDS, SETTING_WAYS, type Definitions } from '#core/record/definitions';
import type { PartToOrder } from '#core/supply/to-order';
import type { StockNeed } from '#core/stock/needs';
import { exactly, nullable, number, oneOf, optional, said, shape, whole, yesNo, type Is, type Of } from '#core/shapes/shape';
import { anyText, byText, definitionOrNone, entity, isEntityKind, isMark, isMarkKind, many } from './parts';

/*
 * What the server answers and the page reads: one shape for both, from which docs/openapi.json is made. A name ends in Answer where it is
 * the whole body of an answer.
 */

const any = number(-1e15, 1e15);
const ms = number(0, 1e15);
const count = whole(0, 1_000_000_000);

export const HEALTH = shape({ app: oneOf('patient-anvil'), instance: anyText });
export type HealthAnswer = Of<typeof HEALTH>;

/** Who asks: a paired device, or nobody in particular at the desk. */
export const WHOAMI = shape({ device: nullable(shape({ id: isId, name: anyText, person: anyText })) });
export type WhoamiAnswer = Of<typeof WHOAMI>;

/** All kits, the one worked on last first; deleted ones with the change that can be taken back. */
export const KITS = shape({ kits: many(entity('kit')), deleted: many(shape({ kit: entity('kit'), changeId: isId })) });
export type KitsAnswer = Of<typeof KITS>;

const countedAssembly = shape({
  kind: oneOf('assembly'),
  id: isId,
  version: whole(1, VERSION_MAX + 1),
  definition: said<Definitions['assembly']>(DEFINITION_SCHEMAS.assembly),
  rows: count,
  parts: count,
});
/** A kit with its assemblies, each with how many rows and parts it has. */
export const KIT = shape({ kit: entity('kit'), assemblies: many(countedAssembly) });
export type KitAnswer = Of<typeof KIT>;

const stageCounts = byText(count);
const overviewOf = shape({
  id: isId,
  holes: count,
  hand: nullable(oneOf('L', 'R')),
  stages: stageCounts,
  stops: count,
  cautions: count,
  contradicted: count,
  pages: count,
  waiting: count,
  last: nullable(shape({ doneAt: isTime, person: isId, rowId: isId, row: anyText, text: anyText })),
});
/** How far each assembly of a kit is, and what was done there last. */
export const OVERVIEW = shape({ assemblies: many(overviewOf) });
export type OverviewAnswer = Of<typeof OVERVIEW>;

/** Everything of a kit that can be found by words. */
export const FOUND = shape({
  items: many(
    shape({
      kind: oneOf('row', 'part'),
      id: isId,
      assemblyId: isId,
      assembly: anyText,
      title: anyText,
      holes: count,
      words: many(anyText),
    }),
  ),
});
export type FoundAnswer = Of<typeof FOUND>;

/** What a row comes to, for a list; null: it names a part or fastener that is not there. */
const summary = nullable(shape({ verdict: oneOf('ok', 'caution', 'stop'), preps: many(anyText), callout: anyText }));

/** An assembly with everything its plan depends on. */
export const ASSEMBLY = shape({
  kit: entity('kit'),
  assembly: entity('assembly'),
  summaries: byText(summary),
  /** Revised pages of the plans. */
  pages: many(entity('page')),
  /** The kit's fasteners. */
  fasteners: many(entity('fastener')),
  parts: many(entity('part')),
  rows: many(entity('row')),
  /** Work without holes, in its order. */
  jobs: many(entity('job')),
});
export type AssemblyAnswer = Of<typeof ASSEMBLY>;

/** Marks of an assembly and on the kit's tools and lots, after a place in the record. */
export const MARKS = shape({
  marks: many(isMark),
  /** Place in the record of the newest one. */
  last: count,
  /** Which life of the server's database they are of: one that was put back is read anew. */
  epoch: anyText,
});
export type MarksAnswer = Of<typeof MARKS>;

/** Batches that were mixed lately in any assembly of a kit, as marks, with what took one back. */
export const BATCHES = shape({ marks: many(isMark) });
export type BatchesAnswer = Of<typeof BATCHES>;

/** Places of a kit's newest change and mark. */
export const REVISION = shape({ changes: count, marks: count, epoch: anyText });
export type RevisionAnswer = Of<typeof REVISION>;

/** The tools somebody owns, and the lots and batches that are used up. */
export const TOOLS = shape({ kit: entity('kit'), tools: many(entity('tool')), lots: many(entity('lot')) });
export type ToolsAnswer = Of<typeof TOOLS>;

/** The kit's fasteners, the rows that name one, and the tools that may be made for one. */
export const FASTENERS = shape({
  kit: entity('kit'),
  fasteners: many(entity('fastener')),
  tools: many(entity('tool')),
  rows: many(shape({ fastenerId: isId, assemblyId: isId, rowId: isId, name: anyText })),
});
export type FastenersAnswer = Of<typeof FASTENERS>;

const appliedEdit = shape({
  kind: isEntityKind,
  id: isId,
  version: whole(1, VERSION_MAX + 1),
  before: definitionOrNone,
  after: definitionOrNone,
});
const change = shape({
  seq: count,
  id: isId,
  kitId: isId,
  person: isId,
  device: isId,
  recordedAt: isTime,
  reason: anyText,
  undoes: nullable(isId),
  edits: many(appliedEdit),
});
export type ChangeView = Of<typeof change>;
/** The newest changes of a kit, newest first. */
export const CHANGES = shape({ changes: many(change) });
export type ChangesAnswer = Of<typeof CHANGES>;

/** What an edit would do to work that was done. */
export const EFFECTS = shape({
  rows: many(
    said<RowEffects & { readonly assemblyId: string }>(
      Joi.object({
        rowId: isId.joi.required(),
        title: Joi.string().allow('').required(),
        assemblyId: isId.joi.required(),
        effects: Joi.array().items(Joi.object().unknown()).required(),
      }),
    ),
  ),
  units: isUnits,
});
export type EffectsAnswer = Of<typeof EFFECTS>;

/** A change was kept. `repeated`: it had been kept before, and nothing was written again. */
export const KEPT_CHANGE = shape({
  id: isId,
  versions: many(shape({ kind: isEntityKind, id: isId, version: whole(1, VERSION_MAX + 1) })),
  repeated: yesNo,
});
export type KeptChangeAnswer = Of<typeof KEPT_CHANGE>;

/** Marks were kept; what was kept and is worth a word is noted. */
export const KEPT_MARKS = shape({ accepted: many(isId), noted: many(shape({ id: isId, code: oneOf('clock-ahead') })) });
export type KeptMarksAnswer = Of<typeof KEPT_MARKS>;

const logLine = exactly<LogLine>()(
  shape({
    kind: isMarkKind,
    rowId: nullable(isId),
    partIds: many(isId),
    holeIds: many(isId),
    count,
    people: many(isId),
    throughOld: many(anyText),
    fasteners: many(anyText),
    closedBy: many(oneOf(...FASTENER_KINDS)),
    finish: nullable(oneOf(...FINISH_WAYS)),
    marks: many(isMark),
  }),
);
const logPage = exactly<LogPage>()(
  shape({
    day: anyText,
    assemblyId: isId,
    lines: many(logLine),
    notes: many(isMark),
    people: many(shape({ person: isId, ms })),
    work: many(shape({ kind: nullable(isMarkKind), ms })),
    firstAt: isTime,
    names: byText(anyText),
  }),
);
const question = exactly<PageQuestion>()(
  shape({
    markId: isId,
    rowId: isId,
    pageId: isId,
    revision: anyText,
    on: isTime,
    question: anyText,
    answer: nullable(shape({ on: isTime, text: anyText })),
  }),
);
const revisedPage = shape({
  page: entity('page'),
  rows: many(shape({ rowId: isId, /** Things marked before it came. */ doneBefore: count })),
  partIds: many(isId),
});
/** A page of the plans with what its newest revision touches. */
export type RevisedPage = Of<typeof revisedPage>;

/** The log, newest first: a number of its pages with the names they use. */
export const LOG = shape({
  kit: entity('kit'),
  /** Pages that say what is looked for, read or not. */
  total: count,
  /** Nothing was ever marked. */
  isEmpty: yesNo,
  /** Names the last page given, where there are more. */
  next: nullable(anyText),
  pages: many(logPage),
  rows: byText(shape({ title: anyText, page: anyText, assemblyId: isId, holeIds: many(isId) })),
  parts: byText(anyText),
  assemblies: byText(anyText),
  revised: many(revisedPage),
  /** What was asked about revised pages, oldest first. */
  questions: many(question),
});
export type LogAnswer = Of<typeof LOG>;

const need = exactly<StockNeed>()(
  shape({
    callout: anyText,
    kind: nullable(oneOf(...FASTENER_KINDS)),
    rows: count,
    needed: count,
    withSpare: count,
    onHand: count,
    toOrder: count,
    instead: many(anyText),
  }),
);
const partToOrder = exactly<PartToOrder>()(
  shape({
    assemblyId: isId,
    assembly: anyText,
    partId: isId,
    name: anyText,
    hand: nullable(oneOf('L', 'R')),
    number: anyText,
    state: oneOf('missing', 'ordered', 'short'),
    from: anyText,
    orderedOn: anyText,
    expectedOn: anyText,
    short: count,
  }),
);
export const STOCK = shape({ kit: entity('kit'), needs: many(need), parts: many(partToOrder) });
export type StockAnswer = Of<typeof STOCK>;

const shift = exactly<Shift>()(
  shape({
    person: isId,
    assemblyId: isId,
    startedAt: isTime,
    endedAt: nullable(isTime),
    pauses: many(shape({ from: isTime, to: nullable(isTime) })),
    state: oneOf('running', 'paused', 'ended'),
    lastMarkAt: isTime,
    id: isId,
    markIds: many(isId),
    as: optional(isMarkKind),
  }),
);
const worked = exactly<WorkedTime>()(
  shape({ shift, kind: nullable(isMarkKind), tool: nullable(anyText), way: nullable(oneOf(...SETTING_WAYS)), ms: any, count }),
);
/** How the hours of all shifts went by kind of work. */
export const WORKED = shape({ worked: many(worked) });
export type WorkedAnswer = Of<typeof WORKED>;

const recallPlace = shape({
  rowId: isId,
  title: anyText,
  assemblyId: isId,
  assembly: anyText,
  holes: many(
    shape({
      holeId: isId,
      /** Counted in the plan from 1; null: out of it. */ number: nullable(count),
      kinds: many(isMarkKind),
      isLookedAt: yesNo,
    }),
  ),
  parts: many(shape({ id: isId, name: anyText })),
});
export type RecallPlaceView = Of<typeof recallPlace>;
const recall = shape({
  cause: isMark,
  goodBefore: nullable(isTime),
  goodAfter: nullable(isTime),
  places: many(recallPlace),
  /** The same work of that time that names no tool or lot. */
  unnamed: many(recallPlace),
});
export type RecallView = Of<typeof recall>;
/** Findings on tools, lots and batches with what is to be looked at again, and every check of them, newest first. */
export const RECALLS = shape({ kit: entity('kit'), recalls: many(recall), checks: many(isMark) });
export type RecallsAnswer = Of<typeof RECALLS>;

/** A dossier being made: `progress` from 0 to 1. */
export const DOSSIER_JOB = shape({ id: anyText, state: oneOf('working', 'done', 'stopped', 'failed'), progress: number(0, 1), tookMs: ms });
export type DossierJob = Of<typeof DOSSIER_JOB>;
export const STOPPING = shape({ stopping: oneOf(true) });

/** Devices of the local network that may come in. */
export const DEVICES = shape({
  isOpen: yesNo,
  urls: many(anyText),
  /** SHA-256 of the root a device may trust; null: nothing is open to devices. */
  print: nullable(anyText),
  devices: many(shape({ id: isId, name: anyText, person: anyText, pairedAt: anyText })),
});
export type DevicesAnswer = Of<typeof DEVICES>;
export const CODE = shape({ code: anyText, until: isTime });
export type CodeAnswer = Of<typeof CODE>;
export const DROPPED = shape({ dropped: isId });

const copy = shape({ file: anyText, madeAt: isTime, bytes: count, because: oneOf('upgrade', 'daily', 'asked') });
/** A copy of database and photos that was made and read back. */
export type Copy = Of<typeof copy>;
export type CopyReason = Copy['because'];
export const COPY = copy;
export const COPIES = shape({
  folder: anyText,
  /** The newest proved one; null while there is none. */
  last: nullable(copy),
  count,
  /** Why the last try failed; null where it did not. */
  problem: nullable(anyText),
  isBusy: yesNo,
});
/** What the start page says of the copies. */
export type CopyState = Of<typeof COPIES>;

export const READINGS = shape({ readings: many(shape({ seq: count, mm: any, isPressed: yesNo })) });
export type ReadingsAnswer = Of<typeof READINGS>;

export const TAKEN_IN = shape({ kitId: isId });
export type TakenInAnswer = Of<typeof TAKEN_IN>;

export const KEPT_PHOTO = shape({
  id: isId,
  width: optional(count),
  height: optional(count),
  bytes: optional(count),
  repeated: optional(yesNo),
});

/** Every refusal: a code with its data. */
export const REFUSAL: Is<{ readonly error: { readonly code: string } }> = said<{ readonly error: { readonly code: string } }>(
  Joi.object({ error: Joi.object({ code: Joi.string().required() }).unknown().required() }),
);
