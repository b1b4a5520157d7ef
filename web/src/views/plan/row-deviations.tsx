import { formatRange, holesInPlan } from '#core/record/holes';
import type { Deviation } from '#core/record/marks';
import type { TypedLength } from '#core/record/definitions';
import { sizeUpShares } from '#core/done/row-standing';
import { showBoth } from '#core/units/show';
import { DEVIATION_WORDS, VERDICT_WORDS } from '#core/wording/deviations';
import { dimpleSentence, dimpleSeverity } from '#core/wording/preparation';
import { sheetName } from '#core/wording/words';
import { useUnits } from '../../ui/units';
import { VerdictSign } from '../../ui/verdict';
import type { RowModel } from '../../models/row-model';

/** What was found at this row's holes, as it was measured, with what the program said then. */
export function RowDeviations({ row, rows }: { row: RowModel; rows: readonly RowModel[] }) {
  const units = useUnits();
  const marks = [...new Map([...row.deviations.values()].flat().map((m) => [m.id, m])).values()];
  if (marks.length === 0) return null;
  const holes = holesInPlan(row.entity.definition.holes);
  const own = row.entity.definition.layers.map((l) => l.partId);
  const shares = sizeUpShares(rows.map((r) => ({ row: r.entity.definition, done: r.done }))).filter((s) => own.includes(s.partId));
  const length = (name: string, l: TypedLength | undefined) => (l ? [`${name} ${showBoth(l.mm, units)}`] : []);
  const measured = (d: Deviation) =>
    [
      ...length('hole', d.hole),
      ...row.entity.definition.layers.flatMap((l, i) => length(`edge in ${sheetName(row.plan.layers[i]?.part, i)}`, d.edges?.[l.id])),
      ...length('neighbour at', d.pitch),
      ...length('off by', d.off),
    ].join(', ');
  return (
    <section aria-label="Deviations" className="rounded border border-caution p-2 text-[14.5px]">
      <h2 className="label text-[16px]">Deviations</h2>
      <ul className="flex flex-col gap-1">
        {marks.map((m) => {
          const d = m.payload.deviation;
          const { dimple } = m.payload;
          const places = m.holeIds.map((id) => holes.findIndex((h) => h.id === id)).filter((i) => i >= 0);
          const which = `${places.length > 1 ? 'Holes' : 'Hole'} ${formatRange(places) || 'taken out'}`;
          if (dimple) {
            const sheet = row.entity.definition.layers.findIndex((l) => m.layerIds.includes(l.id));
            return (
              <li key={m.id} className="flex flex-wrap items-start gap-2">
                <VerdictSign of={dimpleSeverity(dimple)} />
                <span className="min-w-0 flex-1">
                  {which}, dimple in {sheetName(row.plan.layers[sheet]?.part, sheet)}: {dimpleSentence(dimple)} {m.payload.note}
                </span>
              </li>
            );
          }
          if (!d) return null;
          return (
            <li key={m.id} className="flex flex-wrap items-start gap-2">
              <VerdictSign of={d.verdict === 'stop' ? 'stop' : d.verdict === 'next-size' || d.verdict === 'unknown' ? 'caution' : 'ok'} />
              <span className="min-w-0 flex-1">
                {which}: {DEVIATION_WORDS[d.kind]}
                {measured(d) ? `, ${measured(d)}` : ''}; the program said: {VERDICT_WORDS[d.verdict]}. {m.payload.note}
              </span>
              {(m.payload.photoIds ?? []).map((id) => (
                <a key={id} href={`/api/photos/${id}`} target="_blank" rel="noreferrer">
                  <img src={`/api/photos/${id}`} alt={`Photo of ${DEVIATION_WORDS[d.kind]}`} className="h-16 rounded border border-line" />
                </a>
              ))}
            </li>
          );
        })}
      </ul>
      {shares.length > 0 ? (
        <p>
          {shares
            .map(
              (s) =>
                `Of the ${s.holes} rivets through ${row.plan.layers[own.indexOf(s.partId)]?.part ?? 'the part'}, ${s.count} ${s.count === 1 ? 'is' : 'are'} a size up.`,
            )
            .join(' ')}
        </p>
      ) : null}
    </section>
  );
}
