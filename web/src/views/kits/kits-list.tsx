import type { KitsAnswer } from '#contract/answers';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Entity } from '#core/record/definitions';
import { workedLast } from '#core/work/overview';
import { useKeep } from '../../api/commands';
import { useOverview } from '../../api/queries';
import { Button, ErrorText } from '../../ui/controls';
import { showMoment } from '#core/log/moments';
import { useSeen } from '../../ui/use-seen';
import { zoneOf } from '../../ui/zone';

/** More kits than these are each asked how far they are when they come into sight. */
const ASKED_AT_ONCE = 12;

/** The kits, those put away apart, and deleted ones that can be brought back. */
export function KitsList({ answer }: { readonly answer: KitsAnswer }) {
  const [current, archived] = [answer.kits.filter((k) => !k.definition.isArchived), answer.kits.filter((k) => k.definition.isArchived)];
  return (
    <>
      <ul aria-label="Kits" className="border-t border-line">
        {current.map((kit) => (
          <KitLine key={kit.id} kit={kit} isOneOfMany={current.length > ASKED_AT_ONCE} />
        ))}
        {answer.kits.length === 0 ? (
          <li className="border-b border-line p-2 text-ink2">
            No kit yet. Name yours below: it starts with the default rules, which its settings can change.
          </li>
        ) : null}
      </ul>
      {archived.length > 0 ? (
        <details>
          <summary className="label min-h-10 cursor-pointer py-1 text-[17px]">Archive ({archived.length})</summary>
          <ul aria-label="Archive" className="border-t border-line">
            {archived.map((kit) => (
              <KitLine key={kit.id} kit={kit} isOneOfMany />
            ))}
          </ul>
        </details>
      ) : null}
      {answer.deleted.length > 0 ? (
        <details>
          <summary className="label min-h-10 cursor-pointer py-1 text-[17px]">Deleted ({answer.deleted.length})</summary>
          <ul aria-label="Deleted kits" className="border-t border-line">
            {answer.deleted.map((d) => (
              <DeletedLine key={d.kit.id} kit={d.kit} changeId={d.changeId} />
            ))}
          </ul>
        </details>
      ) : null}
    </>
  );
}

function KitLine({ kit, isOneOfMany }: { readonly kit: Entity<'kit'>; readonly isOneOfMany: boolean }) {
  const line = useRef<HTMLLIElement>(null);
  const isSeen = useSeen(line);
  return (
    <li ref={line} className="flex flex-wrap items-center gap-x-4 border-b border-line py-1">
      <Link to={`/kits/${kit.id}`} className="label flex min-h-12 min-w-48 flex-1 items-center px-2 text-[19px] hover:bg-dye-soft">
        {kit.definition.name}
      </Link>
      {isSeen || !isOneOfMany ? <KitGlance kit={kit} /> : null}
    </li>
  );
}

/** How far a kit is, and where one stopped. */
function KitGlance({ kit }: { readonly kit: Entity<'kit'> }) {
  const assemblies = useOverview(kit.id).data?.assemblies ?? [];
  const holes = assemblies.reduce((n, a) => n + a.holes, 0);
  const inspected = assemblies.reduce((n, a) => n + (a.stages.inspected ?? 0), 0);
  const latest = workedLast(assemblies);
  const last = latest?.last;
  if (holes === 0) return null;
  return (
    <>
      <span className="text-[15px] text-ink2">
        {inspected} of {holes} {holes === 1 ? 'hole' : 'holes'} done
        {last ? `, last worked on ${showMoment(last.doneAt, zoneOf(kit), 'day')}` : ''}
      </span>
      {last ? (
        <Link
          data-carry-on=""
          className="label flex min-h-11 items-center rounded border border-dye px-3 text-dye hover:bg-dye-soft"
          to={`/assemblies/${latest.id}/bench?${new URLSearchParams({ row: last.rowId }).toString()}`}
        >
          Carry on: {last.row}
        </Link>
      ) : null}
    </>
  );
}

function DeletedLine({ kit, changeId }: { readonly kit: Entity<'kit'>; readonly changeId: string }) {
  const keep = useKeep(kit);
  const [error, setError] = useState<string | null>(null);
  return (
    <li className="flex min-h-12 items-center justify-between gap-3 border-b border-line px-2">
      <span className="label text-[19px] text-ink2">{kit.definition.name}</span>
      {error ? <ErrorText>{error}</ErrorText> : null}
      <Button onClick={() => keep({ edits: [], undoes: changeId }).catch((e: Error) => setError(e.message))}>Bring it back</Button>
    </li>
  );
}
