import Joi from 'joi';

/**
 * A Joi schema that carries the type of what it lets through, so that a type and its schema cannot drift apart: a key misspelt, missing,
 * optional on one side only or of another type does not compile. Joi still does the checking.
 */
export interface Is<out T, out O extends boolean = false> {
  readonly joi: Joi.Schema;
  /** The key may be left out. */
  readonly opt: O;
  /** Never there; carries the type. */
  readonly __t?: T;
}

/** The type a shape lets through. */
export type Of<S> = S extends Is<infer T, boolean> ? T : never;

const is = <T>(joi: Joi.Schema): Is<T> => ({ joi, opt: false });

type Fields = Readonly<Record<string, Is<unknown, boolean>>>;
type OptionalKeys<F extends Fields> = { [K in keyof F]: F[K]['opt'] extends true ? K : never }[keyof F];
type Simple<T> = { [K in keyof T]: T[K] };
/** What an object of these fields is. */
export type ShapeOf<F extends Fields> = Simple<
  { readonly [K in Exclude<keyof F, OptionalKeys<F>>]: Of<F[K]> } & { readonly [K in OptionalKeys<F>]?: Of<F[K]> | undefined }
>;

/** An object of exactly these keys. */
export function shape<F extends Fields>(fields: F): Is<ShapeOf<F>> {
  return is(Joi.object(Object.fromEntries(Object.entries(fields).map(([key, f]) => [key, f.opt ? f.joi : f.joi.required()]))));
}

/** A key that may be left out. */
export const optional = <T>(of: Is<T>): Is<T, true> => ({ joi: of.joi, opt: true });

/** The same, or null. */
export const nullable = <T>(of: Is<T>): Is<T | null> => is(of.joi.allow(null));

/** One of these values. */
export const oneOf = <const V extends string | number | boolean | null>(...values: readonly V[]): Is<V> => is(Joi.valid(...values));

/** Lists of at most `max`; `unique`: no item twice, or no two of the same key. */
export function list<T>(
  of: Is<T>,
  max: number,
  more: { readonly min?: number; readonly unique?: true | readonly string[] } = {},
): Is<readonly T[]> {
  let joi = Joi.array().items(of.joi).max(max);
  if (more.min !== undefined) joi = joi.min(more.min);
  if (more.unique === true) joi = joi.unique();
  else for (const key of more.unique ?? []) joi = joi.unique(key);
  return is(joi);
}

/** What one of two shapes lets through. */
export const either = <A, B>(a: Is<A>, b: Is<B>): Is<A | B> => is(Joi.alternatives().try(a.joi, b.joi));

/** Anything by a key of that pattern, at most `max` of them. */
export const dictionary = <T>(key: Joi.Schema, of: Is<T>, max: number): Is<Readonly<Record<string, T>>> =>
  is(Joi.object().pattern(key, of.joi).max(max));

/** Any of these keys, none of them needed; each with its own shape. */
export function some<K extends string, T>(keys: readonly K[], of: (key: K) => Is<T>): Is<Partial<Readonly<Record<K, T>>>> {
  return is(Joi.object(Object.fromEntries(keys.map((key) => [key, of(key).joi]))));
}

/** Numbers of a range, ends included. */
export const number = (min: number, max: number): Is<number> => is(Joi.number().min(min).max(max));
export const whole = (min: number, max: number): Is<number> => is(Joi.number().integer().min(min).max(max));
export const yesNo: Is<boolean> = is(Joi.boolean());

/** Text of at most `max` characters that may be empty; blanks around it are taken off. */
export const text = (max: number): Is<string> => is(Joi.string().trim().allow('').max(max));
/** The same, with something in it. */
export const words = (max: number): Is<string> => is(Joi.string().trim().min(1).max(max));

/** A rule of Joi that says nothing of the type. */
export const ruled = <T>(of: Is<T>, rule: (joi: Joi.Schema) => Joi.Schema): Is<T> => is(rule(of.joi));

/** A schema that is written out: the one place where a type is said and not found. */
export const said = <T>(joi: Joi.Schema): Is<T> => is(joi);

type Same<A, B> = (<G>() => G extends A ? 1 : 2) extends <G>() => G extends B ? 1 : 2 ? true : false;

/**
 * Holds a shape equal to a written type, every key of it in both directions: `exactly<PartDefinition>()(shape({...}))` compiles only then.
 */
export const exactly =
  <T>() =>
  <U>(of: Is<U> & (Same<Simple<T>, Simple<U>> extends true ? unknown : { readonly differs: [written: T, shape: U] })): Is<T> =>
    of as unknown as Is<T>;
