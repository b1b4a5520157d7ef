import { effectiveMarks, type Mark, type MarkKind } from './marks';

/** Work on an assembly from its start to its end, as its marks tell. Times ISO 8601, UTC. */
export interface Shift {
  readonly person: string;
  readonly assemblyId: string;
  readonly startedAt: string;
  /** Null while it runs. */
  readonly endedAt: string | null;
  readonly pauses: readonly { readonly from: string; readonly to: string | null }[];
  readonly state: 'running' | 'paused' | 'ended';
  /** The last thing marked in it by this person, or its start. */
  readonly lastMarkAt: string;
  /** The id of the mark that started it. */
  readonly id: string;
  /** Every mark it is made of, by id: taken back together they take the shift back. */
  readonly markIds: readonly string[];
  /** What it was spent on where nothing is marked in it; absent: not said. */
  readonly as?: MarkKind | undefined;
}

/** A shift without a mark for so long is asked about. */
const FORGOTTEN_MS = 3 * 3_600_000;

const KINDS: readonly Mark['kind'][] = ['shift-started', 'shift-paused', 'shift-resumed', 'shift-ended'];

interface Open {
  startedAt: string;
  assemblyId: string;
  pauses: { from: string; to: string | null }[];
  lastMarkAt: string;
  id: string;
  markIds: string[];
  as?: MarkKind | undefined;
}

/** Folds marks into shifts, each person's in the order they began. A second start without an end ends the first at its last mark. */
export function shiftsOf(marks: readonly Mark[]): Shift[] {
  const shifts: Shift[] = [];
  const open = new Map<string, Open>();
  const close = (person: string, endedAt: string) => {
    const shift = open.get(person);
    if (!shift) return;
    const pauses = shift.pauses.map((p) => ({ from: p.from, to: p.to ?? endedAt }));
    shifts.push({ ...shift, person, pauses, endedAt, state: 'ended' });
    open.delete(person);
  };
  for (const mark of effectiveMarks(marks)) {
    const shift = open.get(mark.person);
    if (!KINDS.includes(mark.kind)) {
      if (shift && mark.doneAt > shift.lastMarkAt) shift.lastMarkAt = mark.doneAt;
      continue;
    }
    if (mark.kind === 'shift-started') {
      if (shift) close(mark.person, shift.lastMarkAt);
      open.set(mark.person, {
        startedAt: mark.doneAt,
        assemblyId: mark.rowId,
        pauses: [],
        lastMarkAt: mark.doneAt,
        id: mark.id,
        markIds: [mark.id],
        ...(mark.payload.as ? { as: mark.payload.as } : {}),
      });
      continue;
    }
    if (!shift) continue;
    shift.markIds.push(mark.id);
    const pause = shift.pauses.at(-1);
    const isPaused = pause !== undefined && pause.to === null;
    if (mark.kind === 'shift-ended') close(mark.person, mark.doneAt);
    else if (mark.kind === 'shift-paused' && !isPaused) shift.pauses.push({ from: mark.doneAt, to: null });
    else if (mark.kind === 'shift-resumed' && isPaused) pause.to = mark.doneAt;
    /* Whatever it was, somebody was there. */
    if (mark.doneAt > shift.lastMarkAt) shift.lastMarkAt = mark.doneAt;
  }
  for (const [person, s] of open) shifts.push({ ...s, person, endedAt: null, state: s.pauses.at(-1)?.to === null ? 'paused' : 'running' });
  return shifts.sort((a, b) => (a.startedAt < b.startedAt ? -1 : a.startedAt > b.startedAt ? 1 : a.id < b.id ? -1 : 1));
}

/** How long a shift worked, pauses left out, ms; up to `now` while it runs. */
export function workedMs(shift: Shift, now: string): number {
  const at = (time: string) => Date.parse(time);
  const end = shift.endedAt ?? now;
  const paused = shift.pauses.reduce((sum, p) => sum + Math.max(0, at(p.to ?? end) - at(p.from)), 0);
  return Math.max(0, at(end) - at(shift.startedAt) - paused);
}

/** Whether a running shift was likely forgotten: nothing marked for hours. A paused one too. */
export function isForgotten(shift: Shift, now: string): boolean {
  return shift.state !== 'ended' && Date.parse(now) - Date.parse(shift.lastMarkAt) > FORGOTTEN_MS;
}

/** Hours and minutes: `2 h 05 min`. */
export function showHours(ms: number): string {
  const minutes = Math.floor(ms / 60_000);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}
