import { describe, expect, it } from 'vitest';
import { exactly, list, nullable, number, oneOf, optional, shape, text, yesNo, type Of } from './shape';

interface Written {
  readonly kind: 'a' | 'b';
  readonly sizes: readonly { readonly mm: number; readonly note?: string | undefined }[];
  readonly maybe: number | null;
  readonly isSaid?: boolean | undefined;
}
const size = shape({ mm: number(0, 10), note: optional(text(5)) });
const fields = { kind: oneOf('a', 'b'), sizes: list(size, 3), maybe: nullable(number(0, 1)), isSaid: optional(yesNo) };

describe('a shape and its written type', () => {
  const same = exactly<Written>()(shape(fields));
  it('lets through what the type says, and nothing else', () => {
    const good: Of<typeof same> = { kind: 'a', sizes: [{ mm: 1 }], maybe: null };
    expect(same.joi.validate(good).error).toBeUndefined();
    for (const wrong of [
      { ...good, kind: 'c' },
      { ...good, other: 1 },
      { ...good, sizes: [{}] },
      { sizes: [], maybe: null },
      { ...good, maybe: 2 },
    ])
      expect(same.joi.validate(wrong).error, JSON.stringify(wrong)).toBeDefined();
  });
  it('does not compile where they differ', () => {
    const rest = { kind: fields.kind, sizes: fields.sizes, maybe: fields.maybe };
    // @ts-expect-error a key misspelt
    exactly<Written>()(shape({ ...rest, isSaidd: optional(yesNo) }));
    // @ts-expect-error an optional key missing
    exactly<Written>()(shape(rest));
    // @ts-expect-error optional in the type, needed in the schema
    exactly<Written>()(shape({ ...fields, isSaid: yesNo }));
    // @ts-expect-error a wrong literal
    exactly<Written>()(shape({ ...fields, kind: oneOf('a', 'c') }));
    // @ts-expect-error a nested key of another type
    exactly<Written>()(shape({ ...fields, sizes: list(shape({ mm: text(3), note: optional(text(5)) }), 3) }));
    // @ts-expect-error a nested optional key missing
    exactly<Written>()(shape({ ...fields, sizes: list(shape({ mm: number(0, 10) }), 3) }));
    // @ts-expect-error null on one side only
    exactly<Written>()(shape({ ...fields, maybe: number(0, 1) }));
    expect(Object.keys(fields)).toHaveLength(4);
  });
});
