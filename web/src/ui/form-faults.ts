import type { FieldErrors, FieldValues } from 'react-hook-form';
import type { Problem } from '#core/units/result';
import { problemMessage } from '#core/wording/problems';

/** Faults as the form's fields show them, each at its path (`cycles.0.text`). */
export function faultsOf<T extends FieldValues>(problems: readonly (Problem & { readonly path: string })[]): FieldErrors<T> {
  const errors: Record<string, unknown> = {};
  for (const p of problems) put(errors, p.path.split('.'), { type: p.code, message: problemMessage(p) });
  return errors as FieldErrors<T>;
}

function put(into: Record<string, unknown>, [key = '', ...rest]: readonly string[], what: unknown): void {
  if (rest.length === 0) into[key] = what;
  else put((into[key] ??= /^\d+$/.test(rest[0] as string) ? [] : {}) as Record<string, unknown>, rest, what);
}
