import { carryUnit } from '#core/units/carry';
import { useState } from 'react';
import { judgeRivet, lieOf } from '#core/depth/rivet-check';
import { LIES, effectiveMarks, type Lie, type Mark } from '#core/record/marks';
import type { Mm } from '#core/units/length';
import { typedMm } from '#core/compose/compose-drawing';
import { LIE_WORDS, rivetSentence, rivetTarget } from '#core/wording/preparation';
import type { MarkWish } from '../../api/commands';
import { Button, ErrorText } from '../../ui/controls';
import { dimensionValue } from '../../ui/dimension-field';
import { useUnits, useUnitSwitch } from '../../ui/units';

interface RivetCheckPanelProps {
  readonly rowId: string;
  readonly layerId: string;
  readonly setupKey: string;
  readonly hole: { readonly id: string; readonly number: number };
  readonly marks: readonly Mark[];
  readonly flushness: Mm;
  /** How far under the surface a bare rivet is to lie here. */
  readonly drop: Mm;
  readonly click: Mm;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** A rivet laid into the hole: the practical test, by feel or by reading. */
export function RivetCheckPanel({ rowId, layerId, setupKey, hole, marks, flushness, drop, click, onMark }: RivetCheckPanelProps) {
  const units = useUnits();
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  useUnitSwitch((from) => setText((old) => carryUnit(old, from)));
  const last = effectiveMarks(marks.filter((m) => m.kind === 'rivet-check' || m.kind === 'undo'))
    .filter((m) => m.payload.setupKey === setupKey)
    .at(-1)?.payload.rivet;
  /* Against what was wanted when it was laid in; a check of before that was kept is read against today's plan. */
  const answer = last && judgeRivet(last, { flushness, click, drop: (last.drop?.mm ?? drop) as Mm });
  const keep = (lie: Lie) => {
    const isNegative = /^\s*[-\u2212]/.test(text);
    const value = dimensionValue(text.replace(/^\s*[-\u2212+]/, ''), units);
    if (value.isBad) return setError('That does not read as a height.');
    const off = value.length ? { ...value.length, mm: isNegative || lie === 'sunken' ? -value.length.mm : value.length.mm } : undefined;
    setError(null);
    setText('');
    const said = off ? lieOf(off.mm as Mm, flushness) : lie;
    onMark([
      {
        kind: 'rivet-check',
        rowId,
        holeIds: [hole.id],
        layerIds: [layerId],
        payload: { rivet: { lie: said, ...(off ? { off } : {}), ...(drop > 0 ? { drop: typedMm(drop, units) } : {}) }, setupKey },
      },
    ]);
  };
  return (
    <div role="group" aria-label="Rivet in the hole" className="flex flex-wrap items-end gap-2">
      <span className="label self-center text-[17px]">A rivet in hole {hole.number} lies</span>
      {LIES.map((lie) => (
        <Button key={lie} className="min-h-14 px-4 text-[18px]" onClick={() => keep(lie)}>
          {LIE_WORDS[lie]}
        </Button>
      ))}
      <label className="flex flex-col text-[14px] text-ink2">
        by how much, if measured
        <input className="field min-h-12 w-28 text-[18px]" inputMode="decimal" value={text} onChange={(e) => setText(e.target.value)} />
      </label>
      <span className="self-center text-[15px]">{rivetTarget(drop, flushness, units)}</span>
      {answer ? (
        <p role="status" className={`w-full ${answer?.says === 'right' ? '' : 'text-caution'}`}>
          {answer ? rivetSentence(answer, units) : null}
        </p>
      ) : null}
      {error ? <ErrorText>{error}</ErrorText> : null}
    </div>
  );
}
