import { Link } from 'react-router';
import { deadEndSentence } from '#core/wording/sequence';
import type { Sequence } from '../../models/use-sequence';

interface MapDeadEndsProps {
  readonly assemblyId: string;
  readonly sequence: Sequence;
  readonly titleOf: (rowId: string) => string;
}

/** Rows that the order shuts off, in words, with the way to the ways out. */
export function MapDeadEnds({ assemblyId, sequence, titleOf }: MapDeadEndsProps) {
  const { deadEnds } = sequence.access;
  if (deadEnds.length === 0) return null;
  return (
    <section aria-label="Dead ends" className="flex flex-col gap-1 rounded border border-stop p-2">
      {deadEnds.map((d) => {
        const step = d.closedBy === null ? -1 : sequence.order.indexOf(d.closedBy);
        return (
          <p key={d.rowId} className="text-stop">
            {deadEndSentence(d, titleOf(d.rowId), sequence.nameOf(d.closedBy ?? ''), step < 0 ? null : step + 1)}
          </p>
        );
      })}
      <p className="text-[13.5px] text-ink2">Drawn heavy and crossed: the row; drawn heavy: what shuts it off.</p>
      <Link className="underline underline-offset-2" to={`/assemblies/${assemblyId}/sequence`}>
        The ways out
      </Link>
    </section>
  );
}
