/** Remembers the last answer: asked about the very same things again, it is that answer. For what every view asks and is costly to make. */
export function lastOf<A extends readonly unknown[], R>(make: (...about: A) => R): (...about: A) => R {
  let last: { readonly about: A; readonly answer: R } | null = null;
  return (...about) => {
    const before = last;
    if (before?.about.length !== about.length || !about.every((a, i) => a === before.about[i])) last = { about, answer: make(...about) };
    return (last as { readonly answer: R }).answer;
  };
}
