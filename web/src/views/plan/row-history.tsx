import type { ChangeView } from '#contract/answers';
import type { Entity } from '#core/record/definitions';
import { effectiveMarks, type Mark } from '#core/record/marks';
import { markText } from '#core/wording/marks';
import { changeText } from '../../ui/undo';
import { useShowMoment } from '../../ui/zone';

/** Who did and decided what on this row, newest first. */
export function RowHistory({
  kit,
  row,
  changes,
  marks,
}: {
  kit: Entity<'kit'>;
  row: Entity<'row'>;
  changes: readonly ChangeView[];
  marks: readonly Mark[];
}) {
  const show = useShowMoment();
  const partIds = new Set(row.definition.layers.map((l) => l.partId));
  const initials = (id: string) => kit.definition.people.find((p) => p.id === id)?.initials ?? 'somebody';
  const counted = new Set(effectiveMarks(marks).map((m) => m.id));
  const entries = [
    ...changes
      .filter((c) => c.edits.some((e) => e.id === row.id || partIds.has(e.id) || e.kind === 'kit'))
      .map((c) => ({ id: c.id, at: c.recordedAt, person: c.person, text: changeText(c), reason: c.reason, isOut: false })),
    ...marks
      .filter((m) => m.rowId === row.id)
      .map((m) => ({
        id: m.id,
        at: m.doneAt,
        person: m.person,
        text:
          m.kind === 'undo'
            ? 'took a mark back'
            : `${markText(m)}${m.side ? `, ${m.side} side` : ''}${m.layerIds.length > 0 ? `, ${m.layerIds.length} ${m.layerIds.length === 1 ? 'sheet' : 'sheets'}` : ''}`,
        reason: [m.payload.early ? `though not yet ${m.payload.early.join(', ')}` : '', m.payload.how ?? '', m.payload.note ?? '']
          .filter(Boolean)
          .join('; '),
        isOut: m.kind !== 'undo' && !counted.has(m.id),
      })),
  ].sort((a, b) => (a.at < b.at ? 1 : -1));
  return (
    <details className="text-[14px]">
      <summary className="label text-[16px]">Record of this row ({entries.length})</summary>
      <ul className="max-h-60 overflow-auto">
        {entries.slice(0, 200).map((e) => (
          <li key={e.id} className={`border-b border-line py-0.5 ${e.isOut ? 'text-ink2 line-through' : ''}`}>
            <strong>{initials(e.person)}</strong> {show(e.at)}: {e.text}
            {e.reason ? <em> ({e.reason})</em> : null}
          </li>
        ))}
      </ul>
    </details>
  );
}
