import Joi from 'joi';
import { judgeHead } from '../rivet/shop-head';
import { drillOfDiameter } from '../tables/drills';
import { FASTENER_DOCUMENT_SCHEMA, readFastener, type FastenerDocument } from './fastener-document';
import {
  blindRemovalSteps,
  DRILLING,
  MISHAP_DEPTHS,
  nextSizeUp,
  OFF_CENTRES,
  removalSteps,
  type Mishap,
  type RemovalQuestion,
  type RemovalStep,
} from '../rivet/removal';
import { formatCallout } from '../rivet/callout';
import { DEFAULT_LIMITS } from '../tables/limits';
import { PROFILE_IDS, PROFILES, type ProfileId } from '../tables/profiles';
import { lengthIn, shorter, type Mm, type Units } from '../units/length';
import { bad, good, type Problem, type Result } from '../units/result';
import { REMOVAL_WORDS } from '../wording/removal';
import { checkShape, readCallout, readLength, type LengthText } from './document';

const length = Joi.alternatives().try(Joi.number().unsafe(), Joi.string().allow(''));

interface ShopHeadDocument {
  units?: Units;
  callout: string;
  grip: LengthText;
  hole?: LengthText;
  lip?: LengthText;
  width: LengthText;
  height: LengthText;
  profile?: ProfileId;
  formFactor?: number;
  halfDash?: boolean;
}

const SHOP_HEAD_SCHEMA = Joi.object({
  units: Joi.valid('in', 'mm'),
  callout: Joi.string().allow('').required(),
  grip: length.required(),
  hole: length,
  lip: length,
  width: length.required(),
  height: length.required(),
  profile: Joi.valid(...PROFILE_IDS),
  formFactor: Joi.number().min(0.1).max(2),
  halfDash: Joi.boolean(),
})
  .required()
  .label('document');

/** The verb `shophead`: one driven head judged. */
export function answerShopHead(value: unknown): Result<unknown> {
  const shape = checkShape<ShopHeadDocument>(SHOP_HEAD_SCHEMA, value);
  if (!shape.ok) return shape;
  const doc = shape.value;
  const units = doc.units ?? 'in';
  const callout = readCallout(doc.callout);
  if (!callout.ok) return callout;
  const read: Record<'grip' | 'width' | 'height', Mm> = { grip: 0 as Mm, width: 0 as Mm, height: 0 as Mm };
  for (const key of ['grip', 'width', 'height'] as const) {
    const one = readLength(doc[key], units, key);
    if (!one.ok) return one;
    read[key] = one.value;
  }
  const { size, lengthDash } = callout.value;
  const hole = doc.hole === undefined ? good(size.hole) : readLength(doc.hole, units, 'hole');
  if (!hole.ok) return hole;
  if (shorter(hole.value, size.diameter)) return bad({ code: 'hole-under-diameter', path: 'hole' });
  const lip = doc.lip === undefined ? good(undefined) : readLength(doc.lip, units, 'lip');
  if (!lip.ok) return lip;
  const judged = judgeHead({
    lip: lip.value,
    size,
    lengthDash,
    ...read,
    hole: hole.value,
    profile: PROFILES[doc.profile ?? 'classic'],
    formFactor: doc.formFactor ?? DEFAULT_LIMITS.formFactor,
    halfDash: doc.halfDash ?? true,
  });
  const { suggestDash, ...rest } = judged;
  return good({ ...rest, ...(suggestDash === undefined ? {} : { suggest: formatCallout({ ...callout.value, lengthDash: suggestDash }) }) });
}

interface RemovalDocument {
  units?: Units;
  callout?: string;
  /** In the place of the call-out. */
  fastener?: FastenerDocument;
  mishap?: Mishap;
  grip: LengthText;
  keep?: string[];
  shopHeadShort?: boolean;
  offCentre?: boolean;
  stuck?: boolean;
  halfDash?: boolean;
}

const REMOVAL_SCHEMA = Joi.object({
  units: Joi.valid('in', 'mm'),
  callout: Joi.string().allow(''),
  fastener: FASTENER_DOCUMENT_SCHEMA,
  mishap: Joi.object({
    at: Joi.number().integer().min(0).max(50).required(),
    offCentre: Joi.valid(...OFF_CENTRES).required(),
    depth: Joi.valid(...MISHAP_DEPTHS).required(),
  }),
  grip: length.required(),
  keep: Joi.array().items(Joi.string().min(1).max(120)).max(20),
  shopHeadShort: Joi.boolean(),
  offCentre: Joi.boolean(),
  stuck: Joi.boolean(),
  halfDash: Joi.boolean(),
})
  .required()
  .label('document');

/** The verb `removal`: the steps that take one rivet out without harming the parts, and what may come after. */
export function answerRemoval(value: unknown): Result<unknown> {
  const shape = checkShape<RemovalDocument>(REMOVAL_SCHEMA, value);
  if (!shape.ok) return shape;
  const doc = shape.value;
  const units = doc.units ?? 'in';
  const grip = readLength(doc.grip, units, 'grip');
  if (!grip.ok) return grip;
  if (doc.fastener) {
    if (doc.callout !== undefined) return bad({ code: 'fastener-said-twice', path: 'callout' });
    return removalOf(doc.fastener, grip.value, doc, units);
  }
  if (doc.callout === undefined)
    return bad({ code: 'key-missing', path: 'callout', data: { detail: '"callout" is required', path: 'callout' } });
  const callout = readCallout(doc.callout);
  if (!callout.ok) return callout;
  const question = {
    callout: callout.value,
    grip: grip.value,
    shopHeadShort: doc.shopHeadShort ?? false,
    offCentre: doc.offCentre ?? false,
    stuck: doc.stuck ?? false,
  };
  const wrong = mishapProblem(question, doc);
  if (wrong) return bad(wrong);
  const next = nextSizeUp(question, doc.halfDash ?? true);
  return good({
    steps: stepsAnswer(removalSteps({ ...question, mishap: doc.mishap }), doc, units),
    after: {
      holeMax: lengthIn(callout.value.size.holeMax, units),
      nextSize: next && { callout: formatCallout(next.callout), hole: lengthIn(next.hole, units), conditions: ['edge', 'pitch', 'sheet'] },
    },
  });
}

/** What is wrong with the mishap a document tells; null: nothing. */
function mishapProblem(question: RemovalQuestion, { mishap, offCentre }: RemovalDocument): Problem | null {
  if (!mishap) return null;
  if (offCentre) return { code: 'mishap-said-twice', path: 'mishap' };
  const step = removalSteps(question)[mishap.at];
  return step && DRILLING.includes(step.do) ? null : { code: 'mishap-not-drilling', path: 'mishap.at' };
}

function stepsAnswer(steps: readonly RemovalStep[], { keep = [] }: RemovalDocument, units: Units) {
  const protect = keep.length > 0 ? ` Protect: ${keep.join(', ')}.` : '';
  return steps.map(({ because, depth, punch, ...step }) => ({
    ...step,
    ...(depth === undefined ? {} : { depth: lengthIn(depth, units) }),
    ...(punch === undefined ? {} : { punch: lengthIn(punch, units) }),
    why: `${REMOVAL_WORDS[because]}${step.do === 'head-drill' || step.do === 'back-up-drive' ? protect : ''}`,
  }));
}

/** Another fastener taken out: a blind one by its own card, a solid one of its own head by that head's height. */
function removalOf(document: FastenerDocument, grip: Mm, doc: RemovalDocument, units: Units): Result<unknown> {
  const read = readFastener(document, units, 'fastener');
  if (!read.ok) return read;
  const { fastener, size, head } = read.value;
  const after = { holeMax: lengthIn(size.holeMax, units), nextSize: null };
  if (fastener.kind === 'blind') {
    if (doc.mishap) return bad({ code: 'mishap-not-drilling', path: 'mishap.at' });
    return good({ steps: stepsAnswer(blindRemovalSteps(drillOfDiameter(size.hole)), doc, units), after });
  }
  if (fastener.kind !== 'solid') return bad({ code: 'removal-no-card', path: 'fastener.kind', data: { kind: fastener.kind } });
  const question: RemovalQuestion = {
    callout: { head, alloy: 'AD', size: { ...size, drill: drillOfDiameter(size.hole) ?? size.drill } },
    grip,
    shopHeadShort: doc.shopHeadShort ?? false,
    offCentre: doc.offCentre ?? false,
    stuck: doc.stuck ?? false,
  };
  const wrong = mishapProblem(question, doc);
  if (wrong) return bad(wrong);
  return good({ steps: stepsAnswer(removalSteps({ ...question, mishap: doc.mishap }), doc, units), after });
}
