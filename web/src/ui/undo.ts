import type { ChangeView } from '#contract/answers';
import { takenBack, type Mark } from '#core/record/marks';
import { markText } from '#core/wording/marks';

/** Something this device did in this kit: the marks of one press, or a change, named in words with its place. */
export interface Deed {
  readonly kind: 'mark' | 'change';
  readonly id: string;
  readonly label: string;
  readonly recordedAt: string;
  readonly person: string;
  /** The marks of the press; empty: it is a change. */
  readonly marks: readonly Mark[];
  /** The row it is about, where it is one row. */
  readonly rowId: string | null;
  /** The assembly that is in, where it is one; of marks: not said. */
  readonly assemblyId: string | null;
  /** The records that took it back, one for each mark; empty: it counts. */
  readonly takenBackBy: readonly string[];
  /** When that was; null: it counts. */
  readonly takenBackAt: string | null;
}

/** What rows are called. */
export type NameOf = (rowId: string) => string | undefined;

/** Everything this device did that can be taken back or made again, newest first. */
export function deedsOf(marks: readonly Mark[], changes: readonly ChangeView[], device: string, nameOf: NameOf = () => undefined): Deed[] {
  const unique = [...new Map(marks.map((m) => [m.id, m])).values()];
  const ofMarks = takenBack(unique.map((m) => ({ id: m.id, undoes: m.payload.undoes ?? null })));
  const ofChanges = takenBack(changes);
  const times = new Map([...unique, ...changes].map((r) => [r.id, r.recordedAt]));
  const timeOf = (id: string | null) => (id === null ? null : (times.get(id) ?? null));
  const presses = new Map<string, Mark[]>();
  for (const m of unique)
    if (m.device === device && m.kind !== 'undo') {
      /* What one press marks has one moment; what was taken back by itself stands by itself. */
      const key = `${m.recordedAt}/${m.kind}/${ofMarks.by(m.id) === null}`;
      presses.set(key, [...(presses.get(key) ?? []), m]);
    }
  const marked = [...presses.values()].map((own): Deed => {
    const [first] = own as [Mark, ...Mark[]];
    const by = own.flatMap((m) => ofMarks.by(m.id) ?? []);
    const isOneRow = own.every((m) => m.rowId === first.rowId);
    return {
      kind: 'mark',
      id: first.id,
      /* Said only where it is read: a record has thousands. */
      get label() {
        return pressText(own as [Mark, ...Mark[]], isOneRow ? nameOf(first.rowId) : undefined);
      },
      recordedAt: first.recordedAt,
      person: first.person,
      marks: own,
      rowId: isOneRow ? first.rowId : null,
      assemblyId: null,
      takenBackBy: by,
      takenBackAt: timeOf(by[0] ?? null),
    };
  });
  const changed = changes
    .filter((c) => c.device === device && c.undoes === null)
    .map((c): Deed => {
      const by = ofChanges.by(c.id);
      const rows = c.edits.filter((e) => e.kind === 'row');
      return {
        kind: 'change',
        id: c.id,
        get label() {
          const name = rows.length === 1 ? nameOf(rows[0]?.id ?? '') : undefined;
          return `${changeText(c)}${name ? `, ${name}` : ''}`;
        },
        recordedAt: c.recordedAt,
        person: c.person,
        marks: [],
        rowId: rows.length === 1 ? (rows[0]?.id ?? null) : null,
        assemblyId: assemblyOf(c),
        takenBackBy: by === null ? [] : [by],
        takenBackAt: timeOf(by),
      };
    });
  /* The same moment: a mark is newer than the change it follows. */
  return [...marked, ...changed].sort((a, b) =>
    a.recordedAt === b.recordedAt
      ? a.kind === b.kind
        ? a.id < b.id
          ? 1
          : -1
        : a.kind === 'mark'
          ? -1
          : 1
      : a.recordedAt < b.recordedAt
        ? 1
        : -1,
  );
}

/** What one press marked, as one thing: every hole and part once. */
function pressText(own: readonly [Mark, ...Mark[]], name: string | undefined): string {
  const [first] = own;
  const partIds = [...new Set(own.flatMap((m) => m.payload.partIds ?? []))];
  const holeIds = [...new Set(own.flatMap((m) => m.holeIds.map((h) => `${m.rowId}/${h}`)))];
  const whole = { ...first, holeIds, payload: partIds.length > 0 ? { ...first.payload, partIds } : first.payload } as Mark;
  return `${markText(whole)}${name ? `, ${name}` : ''}`;
}

/** The next one to take back: the newest that counts. What could not be taken back stands in nobody's way. */
export function nextUndo(deeds: readonly Deed[], failed: ReadonlyMap<string, string> = new Map()): Deed | null {
  return deeds.find((d) => d.takenBackBy.length === 0 && !failed.has(d.id)) ?? null;
}

/** The next one to make again: the one taken back last, as long as nothing new was done since. */
export function nextRedo(deeds: readonly Deed[]): Deed | null {
  const last = deeds.filter((d) => d.takenBackAt !== null).sort((a, b) => ((a.takenBackAt ?? '') < (b.takenBackAt ?? '') ? 1 : -1))[0];
  if (!last) return null;
  const isNewer = deeds.some((d) => d.takenBackBy.length === 0 && d.recordedAt > (last.takenBackAt ?? ''));
  return isNewer ? null : last;
}

/** The assembly all edits of a change are in; null: none, or several. */
function assemblyOf({ edits }: ChangeView): string | null {
  const ids = new Set(
    edits.map((e) => {
      const definition = e.after ?? e.before;
      return e.kind === 'assembly' ? e.id : definition && 'assemblyId' in definition ? definition.assemblyId : null;
    }),
  );
  const [only] = ids;
  return ids.size === 1 ? (only ?? null) : null;
}

const DONE = { made: 'made', changed: 'changed', deleted: 'deleted' } as const;

/** A kept change in a few words: `2 rows made, 1 part changed`. */
export function changeText(change: ChangeView): string {
  const counts = new Map<string, number>();
  for (const e of change.edits) {
    const what = `${e.kind} ${e.before === null ? DONE.made : e.after === null ? DONE.deleted : DONE.changed}`;
    counts.set(what, (counts.get(what) ?? 0) + 1);
  }
  const text = [...counts].map(([what, n]) => {
    const [kind, done] = what.split(' ') as [string, string];
    const many = kind === 'assembly' ? 'assemblies' : `${kind}s`;
    return `${n} ${n === 1 ? kind : many} ${done}`;
  });
  return `${change.undoes ? 'taken back: ' : ''}${text.join(', ')}`;
}
