/**
 * What a table holds under a word somebody typed; undefined for every key the table does not itself have, so that
 * `constructor`, `toString` and the rest that every object inherits are words like any other.
 *
 * Example: `own({ mm: 1 }, 'constructor')` is undefined.
 */
export function own<T>(table: Readonly<Record<string, T>>, key: string | number): T | undefined {
  return Object.hasOwn(table, key) ? table[key] : undefined;
}
