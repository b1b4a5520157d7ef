import Joi from 'joi';
import { squeezerGap, trimFor, wedgeAt } from '../rivet/fitting';
import { dashLength } from '../rivet/callout';
import { rivetOfDiameter } from '../tables/fasteners';
import { DEFAULT_LIMITS } from '../tables/limits';
import { lengthIn, longer, type Mm, type Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
import { checkShape, readCallout, readLength, type LengthText } from './document';

const length = Joi.alternatives().try(Joi.number().unsafe(), Joi.string().allow(''));
const units = Joi.valid('in', 'mm');

/** Reads these keys of a document as lengths. */
function read<K extends string>(
  doc: { readonly [key in K]?: LengthText | undefined } & { readonly units?: Units | undefined },
  keys: readonly K[],
  zero: readonly K[] = [],
): Result<Partial<Record<K, Mm>>> {
  const found: Partial<Record<K, Mm>> = {};
  for (const key of keys) {
    const value = doc[key];
    if (value === undefined) continue;
    const one = readLength(value, doc.units ?? 'in', key, { zero: zero.includes(key) });
    if (!one.ok) return one;
    found[key] = one.value;
  }
  return good(found);
}

interface WedgeDocument {
  units?: Units;
  thick: LengthText;
  thin: LengthText;
  width: LengthText;
  from: LengthText;
}

const WEDGE_SCHEMA = Joi.object({
  units,
  thick: length.required(),
  thin: length.required(),
  width: length.required(),
  from: length.required(),
})
  .required()
  .label('document');

/** The verb `wedge`: how thick a strip that thins toward its edge is at a hole, how its face leans, what goes under it. */
export function answerWedge(value: unknown): Result<unknown> {
  const shape = checkShape<WedgeDocument>(WEDGE_SCHEMA, value);
  if (!shape.ok) return shape;
  const lengths = read(shape.value, ['thick', 'thin', 'width', 'from'], ['from']);
  if (!lengths.ok) return lengths;
  const { thick, thin, width, from } = lengths.value as Record<'thick' | 'thin' | 'width' | 'from', Mm>;
  if (longer(thin, thick)) return bad({ code: 'wedge-turned-round', path: 'thin' });
  if (longer(from, width)) return bad({ code: 'beyond-width', path: 'from' });
  const { thickness, angleDeg, shim } = wedgeAt({ thick, thin, width, from });
  const L = (l: Mm) => lengthIn(l, shape.value.units ?? 'in');
  return good({ thickness: L(thickness), angleDeg, shim: L(shim) });
}

interface TrimDocument {
  units?: Units;
  edge: LengthText;
  throat: LengthText;
  diameter: LengthText;
  head: 'flush-100' | 'protruding';
  finish?: LengthText;
}

const TRIM_SCHEMA = Joi.object({
  units,
  edge: length.required(),
  throat: length.required(),
  diameter: length.required(),
  head: Joi.valid('flush-100', 'protruding').required(),
  finish: length,
})
  .required()
  .label('document');

/** The verb `trim`: by how much an edge would have to be cut for a tool's throat to reach, and whether enough is left. */
export function answerTrim(value: unknown): Result<unknown> {
  const shape = checkShape<TrimDocument>(TRIM_SCHEMA, value);
  if (!shape.ok) return shape;
  const { head, ...doc } = shape.value;
  const lengths = read(doc, ['edge', 'throat', 'diameter', 'finish'], ['finish']);
  if (!lengths.ok) return lengths;
  const { edge, throat, diameter, finish } = lengths.value as { edge: Mm; throat: Mm; diameter: Mm; finish?: Mm };
  const nominal = rivetOfDiameter(diameter)?.diameter ?? diameter;
  const least = (head === 'flush-100' ? DEFAULT_LIMITS.edgeFlushD : DEFAULT_LIMITS.edgeStopD) * nominal;
  const { cut, edgeLeft, ...answer } = trimFor({ edge, throat, finish: finish ?? (0 as Mm), least: least as Mm });
  const L = (l: Mm) => lengthIn(l, doc.units ?? 'in');
  return good({
    needed: answer.isNeeded,
    ...(cut === undefined ? {} : { cut: L(cut) }),
    ...(edgeLeft === undefined ? {} : { edgeLeft: L(edgeLeft) }),
    helps: answer.helps,
  });
}

interface GapDocument {
  units?: Units;
  callout: string;
  grip: LengthText;
  height?: LengthText;
  lip?: LengthText;
}

const GAP_SCHEMA = Joi.object({ units, callout: Joi.string().allow('').required(), grip: length.required(), height: length, lip: length })
  .required()
  .label('document');

/** The verb `gap`: how far a squeezer's sets stand apart at the end of the stroke. */
export function answerGap(value: unknown): Result<unknown> {
  const shape = checkShape<GapDocument>(GAP_SCHEMA, value);
  if (!shape.ok) return shape;
  const doc = shape.value;
  const callout = readCallout(doc.callout);
  if (!callout.ok) return callout;
  const lengths = read({ units: doc.units, grip: doc.grip, height: doc.height, lip: doc.lip }, ['grip', 'height', 'lip']);
  if (!lengths.ok) return lengths;
  const { grip, height, lip } = lengths.value as { grip: Mm; height?: Mm; lip?: Mm };
  const { head, size, lengthDash } = callout.value;
  if (!longer(dashLength(lengthDash), grip)) return bad({ code: 'length-not-over-grip', path: 'callout' });
  return good({ gap: lengthIn(squeezerGap({ head, size, grip, height, lip }), doc.units ?? 'in') });
}
