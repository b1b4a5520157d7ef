import type { Entity } from '#core/record/definitions';
import { formatRange, holesInPlan } from '#core/record/holes';
import type { Mark } from '#core/record/marks';
import { notesOfRow } from '#core/record/notes';
import { Notes } from '../../ui/notes';

/** Notes and photos of a row and of its holes. */
export function RowNotes({ kit, row, marks }: { kit: Entity<'kit'>; row: Entity<'row'>; marks: readonly Mark[] }) {
  const all = holesInPlan(row.definition.holes).map((h) => h.id);
  const placeOf = ({ holeIds }: Mark) => {
    if (holeIds.length === 0) return '';
    const places = holeIds.map((id) => all.indexOf(id)).filter((i) => i >= 0);
    return `${holeIds.length === 1 ? 'hole' : 'holes'} ${formatRange(places) || 'taken out'}`;
  };
  return <Notes kit={kit} title="Notes and photos" about={{ rowId: row.id }} notes={notesOfRow(marks, row.id)} placeOf={placeOf} />;
}
