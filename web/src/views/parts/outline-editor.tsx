import { carryUnit } from '#core/units/carry';
import { DialogComes } from '../../ui/dialog-comes';
import { useUnitSwitch } from '../../ui/units';
import { lazy, Suspense, useState } from 'react';
import { rectangle, taper } from '#core/layout/outline';
import { parsePlaces, placesText } from '#core/typed/places-text';
import type { Place } from '#core/layout/path';
import type { Outline } from '#core/record/definitions';
import type { Mm, Units } from '#core/units/length';
import { exactText } from '#core/units/show';
import { problemMessage } from '#core/wording/problems';
import { dimensionValue, DimensionField } from '../../ui/dimension-field';
import { Button, ErrorText, Field, Select } from '../../ui/controls';

const PickDialog = lazy(() => import('../drawings/pick-dialog').then((m) => ({ default: m.PickDialog })));

type Kind = Outline['kind'] | 'none';

interface Fields {
  readonly kind: Kind;
  /** Lower left corner, across ; up. */
  readonly at: string;
  readonly length: string;
  readonly height: string;
  readonly endHeight: string;
  readonly corners: string;
}

function fieldsOf(outline: Outline | null | undefined, units: Units): Fields {
  const n = (mm: number) => exactText(mm, units);
  const [a, b, c, d] = outline?.corners ?? [];
  return {
    kind: outline?.kind ?? 'none',
    at: a && outline?.kind !== 'corners' ? placesText([a], units) : '0 ; 0',
    length: a && b ? n(Math.abs(b.x - a.x)) : '',
    height: a && d ? n(Math.abs(d.y - a.y)) : '',
    endHeight: b && c ? n(Math.abs(c.y - b.y)) : '',
    corners: outline ? placesText(outline.corners, units) : '',
  };
}

/** The outline as its fields give it; undefined with the reason where they do not read. */
function outlineOf(f: Fields, units: Units): { outline: Outline | null } | { problem: string | null } {
  if (f.kind === 'none') return { outline: null };
  if (f.kind === 'corners') {
    const corners = parsePlaces(f.corners, units);
    if (!corners.ok) return { problem: problemMessage(corners.problem) };
    return corners.value.length < 3
      ? { problem: 'An outline has at least three corners.' }
      : { outline: { kind: 'corners', corners: corners.value } };
  }
  const at = parsePlaces(f.at, units);
  const lengths = [f.length, f.height, ...(f.kind === 'taper' ? [f.endHeight] : [])].map((t) => dimensionValue(t, units));
  if (!at.ok) return { problem: problemMessage(at.problem) };
  const [first] = at.value;
  if (!first || lengths.some((l) => !l.length))
    return { problem: lengths.some((l) => l.isBad) ? 'One of the lengths does not read.' : null };
  const [length, height, endHeight] = lengths.map((l) => l.length?.mm as Mm);
  const corners =
    f.kind === 'taper' ? taper(first, length as Mm, height as Mm, endHeight as Mm) : rectangle(first, length as Mm, height as Mm);
  return { outline: { kind: f.kind, corners } };
}

/** The part's edge on the map: a rectangle, a taper, corners, or a closed outline from a drawing. */
export function OutlineEditor({
  outline,
  units,
  onChange,
}: {
  outline: Outline | null | undefined;
  units: Units;
  onChange: (next: Outline | null) => void;
}) {
  const [fields, setFields] = useState(() => fieldsOf(outline, units));
  useUnitSwitch((from) =>
    setFields((old) => ({
      ...old,
      at: carryUnit(old.at, from),
      length: carryUnit(old.length, from),
      height: carryUnit(old.height, from),
      endHeight: carryUnit(old.endHeight, from),
      corners: carryUnit(old.corners, from),
    })),
  );
  const [isPicking, setPicking] = useState(false);
  const read = outlineOf(fields, units);
  const set = (change: Partial<Fields>) => {
    const next = { ...fields, ...change };
    setFields(next);
    const now = outlineOf(next, units);
    if ('outline' in now) onChange(now.outline);
  };
  return (
    <fieldset className="flex flex-col gap-2 rounded border border-line p-2">
      <legend className="label px-1 text-[15px]">Outline on the map</legend>
      <div className="flex flex-wrap items-end gap-2">
        <Field label="Shape">
          <Select value={fields.kind} onChange={(e) => set({ kind: e.target.value as Kind })}>
            <option value="none">not drawn</option>
            <option value="rectangle">rectangle</option>
            <option value="taper">taper, straight lower edge</option>
            <option value="corners">corners</option>
          </Select>
        </Field>
        <Button onClick={() => setPicking(true)}>From a drawing (DXF)</Button>
      </div>
      {fields.kind === 'rectangle' || fields.kind === 'taper' ? (
        <div className="grid gap-2 sm:grid-cols-2">
          <Field label="Lower left corner (across ; up)">
            <input className="field font-mono" value={fields.at} onChange={(e) => set({ at: e.target.value })} spellCheck={false} />
          </Field>
          <DimensionField label="Length" text={fields.length} onText={(length) => set({ length })} units={units} />
          <DimensionField
            label={fields.kind === 'taper' ? 'Height at the start' : 'Height'}
            text={fields.height}
            onText={(height) => set({ height })}
            units={units}
          />
          {fields.kind === 'taper' ? (
            <DimensionField label="Height at the end" text={fields.endHeight} onText={(endHeight) => set({ endHeight })} units={units} />
          ) : null}
        </div>
      ) : null}
      {fields.kind === 'corners' ? (
        <Field label="Corners (across ; up), one a line, all the way round">
          <textarea
            className="field min-h-20 font-mono text-[14px]"
            value={fields.corners}
            onChange={(e) => set({ corners: e.target.value })}
            spellCheck={false}
          />
        </Field>
      ) : null}
      {'problem' in read && read.problem ? <ErrorText>{read.problem}</ErrorText> : null}
      {isPicking ? (
        <Suspense fallback={<DialogComes />}>
          <PickDialog
            want="outlines"
            onPick={(corners: readonly Place[]) => {
              setFields({ ...fields, kind: 'corners', corners: placesText(corners, units) });
              onChange({ kind: 'corners', corners });
            }}
            onClose={() => setPicking(false)}
          />
        </Suspense>
      ) : null}
    </fieldset>
  );
}
