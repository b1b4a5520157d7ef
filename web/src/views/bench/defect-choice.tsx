import type { HeadDefect } from '#core/record/marks';
import { DEFECT_WORDS } from '#core/wording/inspect';
import { defectDrawing } from '../../drawing/defect-drawing';

/** The defects by name, each drawn, with cause and cure where it is chosen. */
export function DefectChoice({
  offered,
  chosen,
  onChoose,
}: {
  offered: readonly HeadDefect[];
  chosen: readonly HeadDefect[];
  onChoose: (next: readonly HeadDefect[]) => void;
}) {
  return (
    <details open={chosen.length > 0 || undefined}>
      <summary className="label min-h-10 cursor-pointer py-2 text-[17px]">A defect by name</summary>
      <div className="grid grid-cols-[repeat(auto-fill,minmax(112px,1fr))] gap-1">
        {offered.map((d) => {
          const drawing = defectDrawing(d);
          const isOn = chosen.includes(d);
          return (
            <button
              key={d}
              type="button"
              aria-pressed={isOn}
              title={`${DEFECT_WORDS[d].cause} ${DEFECT_WORDS[d].cure}`}
              onClick={() => onChoose(isOn ? chosen.filter((x) => x !== d) : [...chosen, d])}
              className={`label flex flex-col items-center rounded border p-1 text-[15px] leading-tight ${isOn ? 'border-dye bg-dye-soft' : 'border-edge bg-raised'}`}
            >
              <svg viewBox="0 0 64 60" className="h-14" aria-hidden>
                {drawing.sheets.map((path, i) => (
                  <path key={i} d={path} style={{ fill: 'var(--metal)', stroke: 'var(--ink2)' }} strokeWidth="0.8" />
                ))}
                {drawing.rivet.map((path, i) => (
                  <path key={i} d={path} style={{ fill: 'var(--paper)', stroke: 'var(--ink)' }} strokeWidth="1.2" />
                ))}
                {drawing.sign.map((path, i) => (
                  <path key={i} d={path} fill="none" style={{ stroke: 'var(--stop)' }} strokeWidth="1.8" />
                ))}
              </svg>
              {DEFECT_WORDS[d].name}
            </button>
          );
        })}
      </div>
      <ul className="pt-1 text-[15px]">
        {chosen.map((d) => (
          <li key={d}>
            <strong>{DEFECT_WORDS[d].name}</strong>: {DEFECT_WORDS[d].cause} {DEFECT_WORDS[d].cure}
          </li>
        ))}
      </ul>
    </details>
  );
}
