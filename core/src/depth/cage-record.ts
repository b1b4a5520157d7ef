import { CLICK } from '../rivet/cone';
import type { Entity } from '../record/definitions';
import { effectiveMarks, type CageSetting, type Mark } from '../record/marks';
import type { Mm } from '../units/length';
import { depthAdvice, type DepthAnswer } from './advice';

/** One depth read in a set-up. */
export interface DepthReading {
  readonly markId: string;
  readonly rowId: string;
  readonly holeId: string;
  readonly doneAt: string;
  readonly reading: Mm;
}

/** A turn of the cage, or its being set anew (0 clicks), and how many readings came before it. */
export interface CageChange {
  readonly markId: string;
  readonly doneAt: string;
  readonly person: string;
  readonly clicks: number;
  readonly note: string;
  readonly cage: CageSetting | null;
  readonly after: number;
}

export interface CageRecord {
  readonly readings: readonly DepthReading[];
  readonly changes: readonly CageChange[];
  /** Readings since the last change: only these say anything of the setting as it is. */
  readonly current: readonly DepthReading[];
  /** The gauge's own scatter, from holes that were read several times on purpose; null while there is none. */
  readonly gaugeSd: Mm | null;
  readonly advice: DepthAnswer;
}

/** Readings and changes of one set-up, oldest first, and every series of readings of one hole. */
function readingsAndChanges(marks: readonly Mark[], setupKey: string) {
  const readings: DepthReading[] = [];
  const changes: CageChange[] = [];
  const repeated = new Map<string, number[]>();
  for (const mark of effectiveMarks(marks.filter((m) => KINDS.includes(m.kind)))) {
    const { reading, clicks, note } = mark.payload;
    const holeId = mark.holeIds[0] ?? '';
    if (mark.kind === 'gauge-read' && reading) {
      const place = `${holeId}/${mark.layerIds[0] ?? ''}`;
      repeated.set(place, [...(repeated.get(place) ?? []), reading.mm]);
    }
    if (mark.payload.setupKey !== setupKey) continue;
    if (mark.kind === 'depth-read' && reading)
      readings.push({ markId: mark.id, rowId: mark.rowId, holeId, doneAt: mark.doneAt, reading: reading.mm as Mm });
    if (mark.kind === 'cage-set')
      changes.push({
        markId: mark.id,
        doneAt: mark.doneAt,
        person: mark.person,
        clicks: clicks ?? 0,
        note: note ?? '',
        cage: mark.payload.cage ?? null,
        after: readings.length,
      });
  }
  return { readings, changes, repeated };
}

/** What the record says of one set-up of the cage. `click` and `target` are the set-up's; Mm. */
export function cageRecord(marks: readonly Mark[], setupKey: string, q: { readonly target: Mm; readonly click: Mm }): CageRecord {
  const { readings, changes, repeated } = readingsAndChanges(marks, setupKey);
  const current = readings.slice(changes.at(-1)?.after ?? 0);
  const gaugeSd = pooledSd([...repeated.values()]);
  const advice = depthAdvice({ ...q, readings: current.map((r) => r.reading), gaugeSd: gaugeSd ?? undefined });
  return { readings, changes, current, gaugeSd, advice };
}

/** A reading so many times over or under its target is a slip of the point or of the unit. */
const SLIP = 4;

/** Whether a reading can be of this target at all. */
export function isPlausible(reading: Mm, target: Mm): boolean {
  return reading <= SLIP * target && reading >= target / SLIP;
}

/** The hole to read next, zero-based: the first unread one of every so many, else the first of all. */
export function nextToRead(holeIds: readonly string[], current: readonly DepthReading[], every: number): number {
  const read = new Set(current.map((r) => r.holeId));
  return Math.max(
    0,
    holeIds.findIndex((id, i) => (i + 1) % every === 0 && !read.has(id)),
  );
}

const KINDS: readonly Mark['kind'][] = ['depth-read', 'gauge-read', 'cage-set', 'undo'];

/** The scatter that series of readings share, each about its own mean; null where no series has two. */
export function pooledSd(series: readonly (readonly number[])[]): Mm | null {
  let squares = 0;
  let degrees = 0;
  for (const s of series) {
    if (s.length < 2) continue;
    const mean = s.reduce((a, b) => a + b) / s.length;
    squares += s.reduce((sum, v) => sum + (v - mean) ** 2, 0);
    degrees += s.length - 1;
  }
  return degrees === 0 ? null : (Math.sqrt(squares / degrees) as Mm);
}

/** The cage that a set-up was last set on, of the kit's tools; null where nobody said. */
export function cageInUse(marks: readonly Mark[], setupKey: string): string | null {
  const own = effectiveMarks(marks.filter((m) => m.kind === 'cage-set' || m.kind === 'undo'));
  return own.filter((m) => m.payload.setupKey === setupKey && m.payload.cage?.toolId).at(-1)?.payload.cage?.toolId ?? null;
}

/** The cage a set-up is cut with: the one it was last set on, else the first one owned. */
export function cageOf(tools: readonly Entity<'tool'>[], marks: readonly Mark[], setupKey: string): Entity<'tool'> | undefined {
  const cages = tools.filter((t) => t.definition.kind === 'cage');
  const last = cageInUse(marks, setupKey);
  return cages.find((c) => c.id === last) ?? cages[0];
}

/** One click of a cage; of one that was not measured, or of none, the usual .001 in. */
export function clickOf(cage: Entity<'tool'> | undefined): Mm {
  return (cage?.definition.click?.mm as Mm | undefined) ?? CLICK;
}

/** The history of the cages of an assembly: every setting and every turn, newest first, with the readings it rested on. */
export interface CageEvent extends CageChange {
  readonly setupKey: string;
  /** Readings between the change before it and this one. */
  readonly readings: readonly Mm[];
}

export function cageHistory(marks: readonly Mark[], setupKey: string): CageEvent[] {
  const { readings, changes } = readingsAndChanges(marks, setupKey);
  return changes
    .map((c, i): CageEvent => ({
      ...c,
      setupKey,
      readings: readings.slice(changes[i - 1]?.after ?? 0, c.after).map((r) => r.reading),
    }))
    .reverse();
}
