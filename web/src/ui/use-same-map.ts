import { useState } from 'react';

/** The map as it was while it holds the same. */
export function useSameMap<K, V>(next: ReadonlyMap<K, V>): ReadonlyMap<K, V> {
  const [kept, setKept] = useState(next);
  const isSame = kept === next || (kept.size === next.size && [...next].every(([key, value]) => kept.has(key) && kept.get(key) === value));
  if (!isSame) setKept(next);
  return isSame ? kept : next;
}
