import type { HoldKind, HoleDefinition, RowDefinition } from './definitions';

/** The holes that are in the plan, in their order. */
export function holesInPlan(holes: readonly HoleDefinition[]): HoleDefinition[] {
  return holes.filter((h) => !h.out);
}

/**
 * Changes how many holes a row has. Holes keep their ids: fewer takes the last ones out of the plan (their marks
 * stay), more brings taken-out ones back first, in order, and then adds new ones. `newId` makes an id.
 */
export function resizeHoles(holes: readonly HoleDefinition[], count: number, newId: () => string): HoleDefinition[] {
  const resized = holes.map((h) => ({ ...h }));
  let now = holesInPlan(holes).length;
  for (let i = resized.length - 1; i >= 0 && now > count; i--) {
    const hole = resized[i] as { id: string; out: boolean };
    if (hole.out) continue;
    hole.out = true;
    now--;
  }
  for (const hole of resized) {
    if (now >= count) break;
    if (!hole.out) continue;
    hole.out = false;
    now++;
  }
  while (now < count) {
    resized.push({ id: newId(), out: false });
    now++;
  }
  return resized;
}

/** The holes of a copy: those in the plan, under ids of their own, with what is defined of each; `turn` moves their places. */
export function freshHoles(
  holes: readonly HoleDefinition[],
  newId: () => string,
  turn: (place: NonNullable<HoleDefinition['at']>) => NonNullable<HoleDefinition['at']> = (place) => place,
): HoleDefinition[] {
  return holesInPlan(holes).map((h) => ({ ...h, id: newId(), ...(h.at ? { at: turn(h.at) } : {}) }));
}

/** The row with some of its holes held back in one way, or no longer. */
export function withHold(row: RowDefinition, holeIds: readonly string[], hold: HoldKind, isOn: boolean): RowDefinition {
  return {
    ...row,
    holes: row.holes.map((h) => {
      if (!holeIds.includes(h.id)) return h;
      const others = (h.holds ?? []).filter((k) => k !== hold);
      return { ...h, holds: isOn ? [...others, hold] : others };
    }),
  };
}

/** Text such as `1-12,15` to the zero-based places it names within 1..count; null where it does not read. */
export function parseRange(text: string, count: number): number[] | null {
  const places = new Set<number>();
  for (const piece of text.split(',')) {
    const match = /^\s*(\d{1,5})\s*(?:-\s*(\d{1,5})\s*)?$/.exec(piece);
    if (!match) return null;
    const from = Number(match[1]);
    const to = Number(match[2] ?? match[1]);
    if (from < 1 || to > count || from > to) return null;
    for (let n = from; n <= to; n++) places.add(n - 1);
  }
  return [...places].sort((a, b) => a - b);
}

/** The shortest text that names these zero-based places: `1-12,15`. */
export function formatRange(places: readonly number[]): string {
  const sorted = [...new Set(places)].sort((a, b) => a - b);
  const runs: string[] = [];
  for (let i = 0; i < sorted.length;) {
    let j = i;
    while (sorted[j + 1] === (sorted[j] as number) + 1) j++;
    runs.push(i === j ? `${(sorted[i] as number) + 1}` : `${(sorted[i] as number) + 1}-${(sorted[j] as number) + 1}`);
    i = j + 1;
  }
  return runs.join(',');
}
