import Joi from 'joi';
import { FASTENER_KINDS, type FastenerKind } from '../record/definitions';
import { coneOf } from '../rivet/cone';
import type { StackFastener } from '../prep/stack';
import { HOLE_SLACK, sizeOfFigures, usualHole } from '../tables/fastener-figures';
import type { Head, RivetSize } from '../tables/fasteners';
import { longer, shorter, type Mm, type Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
import { readLength, type LengthText } from './document';

/** A fastener as a headless document describes it, in the place of head and diameter. */
export interface FastenerDocument {
  kind: FastenerKind;
  diameter: LengthText;
  hole?: LengthText;
  holeMax?: LengthText;
  head: { kind: 'flush'; diameter: LengthText; angle: number } | { kind: 'protruding'; diameter: LengthText; height: LengthText };
  gripFrom?: LengthText;
  gripTo?: LengthText;
}

const length = Joi.alternatives().try(Joi.number().unsafe(), Joi.string().allow(''));

export const FASTENER_DOCUMENT_SCHEMA = Joi.object({
  kind: Joi.valid(...FASTENER_KINDS).required(),
  diameter: length.required(),
  hole: length,
  holeMax: length,
  head: Joi.alternatives()
    .conditional('.kind', {
      switch: [
        {
          is: 'flush',
          then: Joi.object({ kind: Joi.valid('flush').required(), diameter: length.required(), angle: Joi.number().required() }),
        },
      ],
      otherwise: Joi.object({ kind: Joi.valid('protruding').required(), diameter: length.required(), height: length.required() }),
    })
    .required(),
  gripFrom: length,
  gripTo: length,
});

/** A fastener read: what a stack takes of it. */
export interface ReadFastener {
  readonly fastener: StackFastener;
  readonly size: RivetSize;
  readonly head: Head;
  readonly headAngleDeg: number;
}

/** Reads a fastener of a document; every problem carries its path below `at`. */
export function readFastener(doc: FastenerDocument, units: Units, at: string): Result<ReadFastener> {
  const { kind } = doc;
  if (kind === 'pin' || kind === 'bonded' || kind === 'none')
    return bad({ code: 'fastener-not-prepared', path: `${at}.kind`, data: { kind } });
  const lengths = readLengths(doc, units, at);
  if (!lengths.ok) return lengths;
  const { diameter, headDiameter, height, holeMax, gripFrom, gripTo } = lengths.value;
  const hole = lengths.value.hole ?? usualHole(kind, diameter);
  if (hole === undefined) return bad({ code: 'fastener-hole-missing', path: `${at}.hole` });
  if (shorter(hole, diameter)) return bad({ code: 'hole-under-diameter', path: `${at}.hole` });
  if (holeMax !== undefined && shorter(holeMax, hole)) return bad({ code: 'hole-max-under-hole', path: `${at}.holeMax` });
  if (gripFrom !== undefined && gripTo !== undefined && longer(gripFrom, gripTo))
    return bad({ code: 'grip-turned-round', path: `${at}.gripFrom` });
  const angle = doc.head.kind === 'flush' ? doc.head.angle : 100;
  if (!(angle > 0 && angle < 180)) return bad({ code: 'angle-out-of-range', path: `${at}.head.angle` });
  if (!longer(headDiameter, hole)) return bad({ code: 'head-no-larger-than-hole', path: `${at}.head.diameter` });
  const isFlush = doc.head.kind === 'flush';
  const isHoleMaxUnknown = kind === 'bolt' && holeMax === undefined;
  const headHeight = isFlush ? (((headDiameter - diameter) / (2 * coneOf(angle).tan)) as Mm) : (height ?? (0 as Mm));
  return good({
    fastener: {
      kind,
      name: '',
      hole,
      ...(isHoleMaxUnknown ? { isHoleMaxUnknown } : {}),
      gripFrom,
      gripTo,
      flushHead: isFlush ? headDiameter : undefined,
    },
    size: sizeOfFigures({
      diameter,
      hole,
      holeMax: holeMax ?? (isHoleMaxUnknown ? hole : ((hole + HOLE_SLACK) as Mm)),
      headDiameter,
      headHeight,
    }),
    head: isFlush ? 'flush-100' : 'protruding',
    headAngleDeg: angle,
  });
}

interface FastenerLengths {
  readonly diameter: Mm;
  readonly headDiameter: Mm;
  readonly height?: Mm;
  readonly hole?: Mm;
  readonly holeMax?: Mm;
  readonly gripFrom?: Mm;
  readonly gripTo?: Mm;
}

function readLengths(doc: FastenerDocument, units: Units, at: string): Result<FastenerLengths> {
  const wanted: [keyof FastenerLengths, string, LengthText | undefined][] = [
    ['diameter', 'diameter', doc.diameter],
    ['hole', 'hole', doc.hole],
    ['holeMax', 'holeMax', doc.holeMax],
    ['headDiameter', 'head.diameter', doc.head.diameter],
    ['height', 'head.height', doc.head.kind === 'protruding' ? doc.head.height : undefined],
    ['gripFrom', 'gripFrom', doc.gripFrom],
    ['gripTo', 'gripTo', doc.gripTo],
  ];
  const found: Partial<Record<keyof FastenerLengths, Mm>> = {};
  for (const [name, path, value] of wanted) {
    if (value === undefined) continue;
    const read = readLength(value, units, `${at}.${path}`, { zero: name === 'gripFrom' });
    if (!read.ok) return read;
    found[name] = read.value;
  }
  return good(found as FastenerLengths);
}
