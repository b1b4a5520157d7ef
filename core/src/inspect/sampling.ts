import type { SetWork } from '../record/mark-work';
import { effectiveMarks, type Mark } from '../record/marks';

/** So many are looked at first in every batch. */
export const FIRST_OF_BATCH = 3;
/** Then every so many-th, where the builder said nothing else. This project's own default. */
export const INSPECT_EVERY = 10;

/** Rivets set one after the other with the same tool, pressure and length by the same person. */
export interface Batch {
  readonly key: string;
  readonly person: string;
  readonly rivets: readonly SetRivet[];
  /** Somebody went on though its first ones were not looked at; that stands with the mark. */
  readonly isUnlooked: boolean;
}

export interface SetRivet {
  readonly rowId: string;
  readonly holeId: string;
  readonly setAt: string;
  /** Place in its batch, from 0. */
  readonly place: number;
  readonly isDue: boolean;
  readonly isChecked: boolean;
}

/** What a rivet is inspected as: its batch changes with person, tool, pressure, length. `calloutOf`: the planned one of a row. */
export interface SamplingQuestion {
  readonly every: number;
  readonly calloutOf: (rowId: string) => string;
  /** Place of a hole in the order its row is riveted in; absent: as the marks name them. */
  readonly rankOf?: (rowId: string, holeId: string) => number;
}

/** What makes a batch: a rivet of another key begins a new one. */
export function batchKey(person: string, setting: Mark['payload']['setting'], callout: string): string {
  const { way, toolId, pressure, dash, lengthDash } = setting ?? {};
  return [person, way ?? '', toolId ?? '', pressure ?? '', asSet(callout, setting), dash ?? '', lengthDash ?? ''].join('|');
}

/** The call-out that goes in, where another size or length than planned is said. */
function asSet(callout: string, setting: Mark['payload']['setting']): string {
  const sized = setting?.dash === undefined ? callout : callout.replace(/\d(-[\d.]+)?$/, `${setting.dash}$1`);
  return setting?.lengthDash === undefined ? sized : sized.replace(/-[\d.]+$/, `-${setting.lengthDash}`);
}

/** Whether the rivet at this place of its batch is to be looked at: the first three, then every n-th after them. */
export function isDueAt(place: number, every: number): boolean {
  return place < FIRST_OF_BATCH || (place - FIRST_OF_BATCH + 1) % every === 0;
}

/**
 * The batches of an assembly, oldest first, every set rivet with whether it is due and was checked. A rivet that came out, or whose
 * setting was taken back, is no longer there; one that was driven again counts where it was set last.
 */
export function batchesOf(marks: readonly Mark[], q: SamplingQuestion): Batch[] {
  const open = new Map<string, { mark: Mark; isChecked: boolean }>();
  for (const mark of effectiveMarks(marks.filter((m) => KINDS.includes(m.kind)))) {
    for (const holeId of inOrder(mark, q.rankOf)) {
      const key = `${mark.rowId}/${holeId}`;
      if (mark.kind === 'set') {
        open.delete(key);
        open.set(key, { mark, isChecked: false });
      } else if (mark.kind === 'removed') open.delete(key);
      else {
        const set = open.get(key);
        /* Driven more, it is to be looked at again; any other decision was a look. */
        if (set) set.isChecked = mark.payload.head?.disposition !== 'drive-more';
      }
    }
  }
  const batches: {
    key: string;
    person: string;
    isUnlooked: boolean;
    rivets: { rowId: string; holeId: string; setAt: string; isChecked: boolean }[];
  }[] = [];
  const lastOf = new Map<string, string>();
  for (const [place, { mark, isChecked }] of open) {
    /* The rivet that went in then, whatever is planned now. */
    const there = (mark.payload.work ?? mark.then ?? null) as SetWork | null;
    const key = batchKey(mark.person, mark.payload.setting, there?.fastener.name ?? q.calloutOf(mark.rowId));
    const isUnlooked = mark.payload.early?.includes('inspected') ?? false;
    const rivet = { rowId: mark.rowId, holeId: place.slice(mark.rowId.length + 1), setAt: mark.doneAt, isChecked };
    const last = batches.at(-1);
    /* Two people at work beside each other do not end each other's batches. */
    const own = lastOf.get(mark.person) === key ? batches.findLast((b) => b.person === mark.person) : undefined;
    const into = own ?? (last?.key === key ? last : undefined);
    if (into) {
      into.rivets.push(rivet);
      into.isUnlooked ||= isUnlooked;
    } else batches.push({ key, person: mark.person, isUnlooked, rivets: [rivet] });
    lastOf.set(mark.person, key);
  }
  return batches.map((b) => ({
    ...b,
    rivets: b.rivets.map((r, i): SetRivet => ({ ...r, place: i, isDue: isDueAt(i, q.every) && !r.isChecked })),
  }));
}

/** The holes of one mark in the order they were riveted in. */
function inOrder({ kind, rowId, holeIds }: Mark, rankOf: SamplingQuestion['rankOf']): readonly string[] {
  if (kind !== 'set' || !rankOf || holeIds.length < 2) return holeIds;
  return [...holeIds].sort((a, b) => rankOf(rowId, a) - rankOf(rowId, b));
}

const KINDS: readonly Mark['kind'][] = ['set', 'removed', 'inspected', 'head-check', 'undo'];

/** The next rivets to look at, in the order they were set. */
export function dueRivets(batches: readonly Batch[]): SetRivet[] {
  return batches.flatMap((b) => b.rivets.filter((r) => r.isDue));
}
