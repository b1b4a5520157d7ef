/**
 * What a form started from, with all that somebody else made of the rest meanwhile: what the form asks stays as it was, to the last digit.
 * `isAlike`: whether the form asks the same of both.
 */
export function withOthersRest<D extends object>(was: D, now: D, isAlike: (a: D, b: D) => boolean): D {
  let merged = was;
  for (const key of new Set([...Object.keys(was), ...Object.keys(now)]) as Set<keyof D & string>) {
    if (Object.is(was[key], now[key])) continue;
    const { [key]: _, ...rest } = merged;
    const taken = (key in now ? { ...rest, [key]: now[key] } : rest) as D;
    if (isAlike(taken, merged)) merged = taken;
  }
  return merged;
}
