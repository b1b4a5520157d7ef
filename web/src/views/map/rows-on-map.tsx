import { Link } from 'react-router';
import type { MapRow } from '../../drawing/map-paint';
import type { RowModel } from '../../models/row-model';
import { useFirstOf } from '../../ui/first-of';

/** So many are listed at first; the filter finds any of them, and so does the map itself. */
const ROWS_AT_FIRST = 150;

interface RowsOnMapProps {
  readonly placed: readonly MapRow[];
  /** Those without a place. */
  readonly strips: readonly RowModel[];
  readonly selectedId: string | null;
  readonly assemblyId: string;
  readonly onPick: (rowId: string) => void;
}

/** The rows beside the map, by name: what assistive programs and fingers find them by. */
export function RowsOnMap({ placed, strips, selectedId, assemblyId, onPick }: RowsOnMapProps) {
  const pick = (id: string, name: string, more: string) => (
    <button
      type="button"
      aria-pressed={id === selectedId}
      className={`label truncate rounded px-1 py-0.5 text-left text-[15px] ${more} ${id === selectedId ? 'bg-dye-soft' : 'hover:bg-panel'}`}
      onClick={() => onPick(id)}
    >
      {name}
    </button>
  );
  const { shown, more } = useFirstOf(placed, ROWS_AT_FIRST, 'row');
  return (
    <>
      <ul aria-label="Placed rows">
        {shown.map((r) => (
          <li key={r.id}>{pick(r.id, `${r.title} ×${r.holes.filter((h) => h.isShown).length}`, 'w-full')}</li>
        ))}
      </ul>
      {more}
      {strips.length > 0 ? (
        <>
          <h2 className="label text-[15px] text-ink2">Not placed</h2>
          <ul aria-label="Rows without a place">
            {strips.map((m) => (
              <li key={m.entity.id} className="flex items-center justify-between gap-2">
                {pick(m.entity.id, `${m.title} ×${m.holeCount}`, 'min-w-0 flex-1')}
                <Link className="underline underline-offset-2" to={`/assemblies/${assemblyId}/layout?row=${m.entity.id}`}>
                  place it
                </Link>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </>
  );
}
