import { useMemo } from 'react';
import type { Entity } from '#core/record/definitions';
import { formatRange, holesInPlan } from '#core/record/holes';
import type { Mark } from '#core/record/marks';
import { markedTwice } from '#core/record/twice';
import { OPERATION_WORDS } from '#core/wording/setups';
import type { MarkWish } from '../../api/commands';
import { Button } from '../../ui/controls';
import { useShowMoment } from '../../ui/zone';

interface MarkedTwiceProps {
  readonly kit: Entity<'kit'>;
  readonly row: Entity<'row'>;
  readonly marks: readonly Mark[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** The same holes marked by two people: it counts once; one of them may take theirs back. */
export function MarkedTwicePanel({ kit, row, marks, onMark }: MarkedTwiceProps) {
  const show = useShowMoment();
  const twice = useMemo(() => markedTwice(marks, row.id), [marks, row.id]);
  if (twice.length === 0) return null;
  const order = holesInPlan(row.definition.holes).map((h) => h.id);
  const people = new Map(kit.definition.people.map((p) => [p.id, p.initials]));
  const who = (m: Mark) => `${m.payload.by ?? people.get(m.person) ?? 'somebody'} on ${show(m.doneAt, 'day')}`;
  return (
    <section aria-label="Marked by two people" className="flex flex-col gap-1 rounded border border-line px-2 py-1 text-[15px]">
      <h2 className="label text-[16px]">Marked by two people</h2>
      <ul className="flex flex-col gap-1">
        {twice.map(({ kind, holeIds, marks: [first, second] }) => (
          <li key={`${first.id} ${second.id} ${holeIds[0]}`} className="flex flex-wrap items-center gap-2">
            <span className="flex-1">
              {holeIds.length === 1 ? 'Hole' : 'Holes'} {formatRange(holeIds.map((id) => order.indexOf(id)).filter((i) => i >= 0))}{' '}
              {OPERATION_WORDS[kind].done} by {who(first)} and by {who(second)}. It counts once.
            </span>
            {[first, second].map((m) => (
              <Button key={m.id} onClick={() => onMark([{ kind: 'undo', rowId: row.id, holeIds: [], payload: { undoes: m.id } }])}>
                Take that of {who(m)} back
              </Button>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
