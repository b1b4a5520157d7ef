import { rulerMark } from '#core/layout/ruler';
import type { Mm, Units } from '#core/units/length';
import { showBoth, showNumber } from '#core/units/show';
import type { LaidOut } from '#core/compose/layout-text';

/** Where to set each hole out with a ruler laid once at the chosen end; every mark is rounded from its own true place. */
export function MarksTable({ laid, total, from, units }: { laid: LaidOut; total: Mm; from: 'start' | 'end'; units: Units }) {
  const read = (distance: Mm) => (from === 'start' ? distance : ((total - distance) as Mm));
  const rows = [
    ...laid.first.distances.map((d, i) => ({ key: `1-${i}`, row: 1, n: i + 1, d: read(d) })),
    ...laid.second.map((h, i) => ({ key: `2-${i}`, row: 2, n: i + 1, d: read(h.distance) })),
  ].sort((a, b) => a.row - b.row || a.d - b.d);
  const worst = rows.reduce((w, r) => Math.max(w, Math.abs(rulerMark(r.d, units).errorMm)), 0);
  return (
    <div className="flex flex-col gap-1">
      <table className="w-full border-collapse text-[14.5px]">
        <caption className="label pb-1 text-left text-[16px]">Marks to set out, from the {from}</caption>
        <thead className="label bg-panel text-left text-[13px] text-ink2">
          <tr>
            {['Row', 'Hole', 'True place', units === 'in' ? 'Ruler, nearest 1/64' : 'Ruler, nearest half mm', 'Off by'].map((h) => (
              <th key={h} className="px-2 py-0.5">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => {
            const mark = rulerMark(r.d, units);
            return (
              <tr key={r.key} className="border-b border-line">
                <td className="px-2">{r.row}</td>
                <td className="px-2">{r.n}</td>
                <td className="px-2">{showBoth(r.d, units)}</td>
                <td className="px-2 font-semibold">{mark.text}</td>
                <td className="px-2 text-ink2">{showNumber(mark.errorMm, units)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="text-[13px] text-ink2">
        Largest rounding {showBoth(worst, units)}; it does not add up along the row, since the ruler stays where it lies.
      </p>
    </div>
  );
}
