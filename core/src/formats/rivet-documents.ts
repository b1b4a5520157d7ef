import Joi from 'joi';
import { judgeHead } from '../rivet/shop-head';
import { nextSizeUp, removalSteps } from '../rivet/removal';
import { formatCallout } from '../rivet/callout';
import { DEFAULT_LIMITS } from '../tables/limits';
import { PROFILE_IDS, PROFILES, type ProfileId } from '../tables/profiles';
import { lengthIn, shorter, type Mm, type Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
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
  callout: string;
  grip: LengthText;
  keep?: string[];
  shopHeadShort?: boolean;
  offCentre?: boolean;
  stuck?: boolean;
  halfDash?: boolean;
}

const REMOVAL_SCHEMA = Joi.object({
  units: Joi.valid('in', 'mm'),
  callout: Joi.string().allow('').required(),
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
  const callout = readCallout(doc.callout);
  if (!callout.ok) return callout;
  const grip = readLength(doc.grip, units, 'grip');
  if (!grip.ok) return grip;
  const question = {
    callout: callout.value,
    grip: grip.value,
    shopHeadShort: doc.shopHeadShort ?? false,
    offCentre: doc.offCentre ?? false,
    stuck: doc.stuck ?? false,
  };
  const protect = doc.keep && doc.keep.length > 0 ? ` Protect: ${doc.keep.join(', ')}.` : '';
  const next = nextSizeUp(question, doc.halfDash ?? true);
  return good({
    steps: removalSteps(question).map(({ because, depth, punch, ...step }) => ({
      ...step,
      ...(depth === undefined ? {} : { depth: lengthIn(depth, units) }),
      ...(punch === undefined ? {} : { punch: lengthIn(punch, units) }),
      why: `${REMOVAL_WORDS[because]}${step.do === 'head-drill' || step.do === 'back-up-drive' ? protect : ''}`,
    })),
    after: {
      holeMax: lengthIn(callout.value.size.holeMax, units),
      nextSize: next && { callout: formatCallout(next.callout), hole: lengthIn(next.hole, units), conditions: ['edge', 'pitch', 'sheet'] },
    },
  });
}
