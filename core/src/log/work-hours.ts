import type { SettingWay } from '../record/definitions';
import { effectiveMarks, type Mark, type MarkKind } from '../record/marks';
import { shiftsOf, type Shift } from '../record/shifts';

/** Time of one shift given to one kind of work with one tool, ms; kind null: nothing was marked in it. */
export interface WorkedTime {
  readonly shift: Shift;
  readonly kind: MarkKind | null;
  /** The tool that was named, by id, else the way of setting; null: neither was said. */
  readonly tool: string | null;
  /** The way of setting; null: none was said, or it is other work. */
  readonly way: SettingWay | null;
  readonly ms: number;
  /** Single things of that kind that were marked in it: holes times sheets, or parts. */
  readonly count: number;
}

const NOT_WORK: readonly MarkKind[] = ['undo', 'shift-started', 'shift-paused', 'shift-resumed', 'shift-ended', 'log-note'];

/**
 * How the hours of shifts went by kind of work: the time up to a mark belongs to what it says was done, the time after the last one to
 * that one too. Pauses count for nothing. `now` ends what still runs. Marks entered afterwards count where their done-at lies.
 */
export function workedTimes(marks: readonly Mark[], now: string): WorkedTime[] {
  const done = effectiveMarks(marks).filter((m) => !NOT_WORK.includes(m.kind));
  return shiftsOf(marks).flatMap((shift): WorkedTime[] => {
    const end = shift.endedAt ?? now;
    const own = done.filter((m) => m.person === shift.person && m.doneAt >= shift.startedAt && m.doneAt <= end);
    const spent = new Map<string, Omit<WorkedTime, 'shift'>>();
    const add = (mark: Mark | null, from: string, to: string, count: number) => {
      const { way = null, toolId = null } = mark?.payload.setting ?? {};
      const [kind, tool] = [mark?.kind ?? shift.as ?? null, toolId ?? way];
      const key = `${kind}/${tool}/${way}`;
      const known = spent.get(key) ?? { kind, tool, way, ms: 0, count: 0 };
      spent.set(key, { ...known, ms: known.ms + between(shift, end, from, to), count: known.count + count });
    };
    let from = shift.startedAt;
    for (const mark of own) {
      add(mark, from, mark.doneAt, thingsOf(mark));
      from = mark.doneAt;
    }
    add(own.at(-1) ?? null, from, end, 0);
    return [...spent.values()].filter((s) => s.ms > 0).map((s) => ({ shift, ...s }));
  });
}

/* A flange is bent once for a row, however many holes it has. */
const ONCE: readonly MarkKind[] = ['bend-open', 'bend-back'];

function thingsOf(m: Mark): number {
  if (ONCE.includes(m.kind)) return 1;
  return m.payload.partIds?.length ?? m.holeIds.length * Math.max(1, m.layerIds.length);
}

/** Worked time of a shift between two moments, pauses left out, ms. */
function between(shift: Shift, end: string, from: string, to: string): number {
  const at = (time: string) => Date.parse(time);
  const [a, b] = [at(from), at(to)];
  const paused = shift.pauses.reduce((sum, p) => sum + Math.max(0, Math.min(b, at(p.to ?? end)) - Math.max(a, at(p.from))), 0);
  return Math.max(0, b - a - paused);
}
