/** A copy by its name: `anvil-2026-11-28T003741Z-daily.zip`. */
export interface NamedCopy {
  readonly name: string;
  readonly madeAt: Date;
  readonly because: string;
}

const NAME = /^anvil-(\d{4})-(\d\d)-(\d\d)T(\d\d)(\d\d)(\d\d)Z-([a-z]+)\.zip$/;

export function copyName(madeAt: Date, because: string): string {
  return `anvil-${madeAt.toISOString().slice(0, 19).replaceAll(':', '')}Z-${because}.zip`;
}

export function readCopyName(name: string): NamedCopy | null {
  const parts = NAME.exec(name);
  if (!parts) return null;
  const [, y, mo, d, h, mi, s, because] = parts as unknown as string[];
  return { name, madeAt: new Date(`${y}-${mo}-${d}T${h}:${mi}:${s}Z`), because: because as string };
}

/** How many days, weeks and months with a copy keep their newest one; and how many copies made before an upgrade stay in any case. */
export const KEEP = { days: 7, weeks: 5, months: 12, upgrades: 3 } as const;

const DAY_MS = 86_400_000;
const dayOf = (d: Date) => d.toISOString().slice(0, 10);
/** Weeks begin on Monday; 1 January 1970 was a Thursday. */
const weekOf = (d: Date) => String(Math.floor((d.getTime() / DAY_MS + 3) / 7));
const monthOf = (d: Date) => d.toISOString().slice(0, 7);

/** Copies that are let go: all but the newest of each of the last days, weeks and months that have one, and the newest upgrades'. */
export function outdated(copies: readonly NamedCopy[]): NamedCopy[] {
  const newest = [...copies].sort((a, b) => b.madeAt.getTime() - a.madeAt.getTime() || (a.name < b.name ? 1 : -1));
  const kept = new Set<NamedCopy>(newest.filter((c) => c.because === 'upgrade').slice(0, KEEP.upgrades));
  for (const [periodOf, count] of [
    [dayOf, KEEP.days],
    [weekOf, KEEP.weeks],
    [monthOf, KEEP.months],
  ] as const) {
    const seen = new Set<string>();
    for (const c of newest) {
      const period = periodOf(c.madeAt);
      if (seen.has(period)) continue;
      seen.add(period);
      if (seen.size > count) break;
      kept.add(c);
    }
  }
  return newest.filter((c) => !kept.has(c));
}
