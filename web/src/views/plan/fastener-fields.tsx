import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import type { Edit, Entity, FastenerDefinition, RowDefinition, TypedLength } from '#core/record/definitions';
import { typedText } from '#core/compose/compose';
import type { Units } from '#core/units/length';
import { newId } from '../../api/device';
import { Field, Select, TextInput } from '../../ui/controls';
import { DimensionField } from '../../ui/dimension-field';

const NEW = 'new';

/** What is typed of a fastener. */
interface Typed {
  readonly name: string;
  readonly hole: string;
  readonly diameter: string;
  readonly angle: string;
  readonly from: string;
  readonly to: string;
}

const NOTHING: Typed = { name: '', hole: '', diameter: '', angle: '', from: '', to: '' };

function typedOf({ name, hole, head, gripFrom, gripTo }: FastenerDefinition, units: Units): Typed {
  const textOf = (l: TypedLength | null) => (l ? typedText(l, units) : '');
  const angle = head?.kind === 'flush' ? head.angleDeg : null;
  return {
    name,
    hole: textOf(hole),
    diameter: textOf(head?.diameter ?? null),
    angle: angle === null ? '' : String(angle),
    from: textOf(gripFrom),
    to: textOf(gripTo),
  };
}

/** The fastener a row is closed with: the solid rivet of its call-out, one of the kit, or a new one. */
export interface FastenerChoice {
  readonly chosen: string;
  readonly typed: Typed;
  readonly set: (chosen: string, typed: Typed) => void;
  /** What is kept with the row; throws what is wrong in words. */
  readonly read: (lengthOf: (label: string, text: string) => TypedLength | null) => {
    readonly fastenerId: string | null;
    readonly edits: readonly Edit[];
  };
}

export function useFastenerChoice(data: AssemblyAnswer, row: RowDefinition, units: Units): FastenerChoice {
  const entryOf = (id: string) => data.fasteners.find((f) => f.id === id);
  const [chosen, setChosen] = useState(row.fastenerId ?? '');
  const [typed, setTyped] = useState<Typed>(() => {
    const entry = entryOf(row.fastenerId ?? '');
    return entry ? typedOf(entry.definition, units) : NOTHING;
  });
  return {
    chosen,
    typed,
    set: (id, next) => {
      const entry = id === chosen ? undefined : entryOf(id);
      setChosen(id);
      setTyped(entry ? typedOf(entry.definition, units) : id === chosen ? next : NOTHING);
    },
    read: (lengthOf) => {
      if (chosen === '') return { fastenerId: null, edits: [] };
      const entry = entryOf(chosen);
      const definition = fastenerOf(typed, row, data.kit.id, entry, lengthOf);
      if (entry && JSON.stringify(typed) === JSON.stringify(typedOf(entry.definition, units))) return { fastenerId: chosen, edits: [] };
      const id = entry ? entry.id : newId();
      return { fastenerId: id, edits: [{ kind: 'fastener', id, expectedVersion: entry?.version ?? 0, definition }] };
    },
  };
}

function fastenerOf(
  typed: Typed,
  row: RowDefinition,
  kitId: string,
  entry: Entity<'fastener'> | undefined,
  lengthOf: (label: string, text: string) => TypedLength | null,
): FastenerDefinition {
  if (typed.name.trim() === '') throw new Error('Give the fastener a name.');
  const hole = lengthOf('The hole of the blind fastener', typed.hole);
  if (!hole) throw new Error('Give the hole the blind fastener’s maker asks for.');
  const diameter = lengthOf('The head of the blind fastener', typed.diameter);
  const angleDeg = typed.angle.trim() === '' ? null : Number(typed.angle);
  if (angleDeg !== null && !(angleDeg > 0 && angleDeg < 180))
    throw new Error('The head angle of the blind fastener lies between 0 and 180 degrees.');
  const isFlush = row.head === 'flush-100';
  if (isFlush && (diameter === null) !== (angleDeg === null))
    throw new Error('Give both the diameter and the angle of the blind fastener’s flush head, or neither.');
  if (isFlush && diameter && diameter.mm <= hole.mm) throw new Error('The blind fastener’s head is no larger than its hole.');
  const [gripFrom, gripTo] = [lengthOf('The least grip', typed.from), lengthOf('The largest grip', typed.to)];
  if (gripFrom && gripTo && gripFrom.mm > gripTo.mm) throw new Error('The least grip is larger than the largest.');
  const was = entry?.definition;
  return {
    v: 1,
    kitId,
    diameter: null,
    ...was,
    name: typed.name.trim(),
    kind: was?.kind ?? 'blind',
    hole,
    head: isFlush
      ? { kind: 'flush', diameter, angleDeg }
      : { kind: 'protruding', diameter, height: was?.head?.kind === 'protruding' ? was.head.height : null },
    gripFrom,
    gripTo,
  };
}

export function FastenerFields({
  data,
  row,
  choice,
  units,
}: {
  data: AssemblyAnswer;
  row: RowDefinition;
  choice: FastenerChoice;
  units: Units;
}) {
  const { chosen, typed, set } = choice;
  const write = (key: keyof Typed) => (text: string) => set(chosen, { ...typed, [key]: text });
  const others = data.rows.filter((r) => r.definition.fastenerId === chosen && chosen !== '').length;
  return (
    <>
      <Field label="Closed with">
        <Select value={chosen} onChange={(e) => set(e.target.value, typed)}>
          <option value="">the solid rivet of its call-out</option>
          {data.fasteners.map((f) => (
            <option key={f.id} value={f.id}>
              {f.definition.name}
            </option>
          ))}
          <option value={NEW}>a new blind fastener</option>
        </Select>
      </Field>
      {chosen === '' ? (
        <span />
      ) : (
        <>
          <Field label="Name of the blind fastener">
            <TextInput maxLength={120} value={typed.name} onChange={(e) => write('name')(e.target.value)} placeholder="as its box says" />
          </Field>
          {chosen === NEW ? null : (
            <p className="col-span-2 text-ink2">
              A fastener of the kit, named by {others === 1 ? 'one row' : `${others} rows`} here: what is changed of it holds wherever it is
              named.
            </p>
          )}
          <DimensionField label="Hole its maker asks for" text={typed.hole} onText={write('hole')} units={units} placeholder="7/64" />
          {row.head === 'flush-100' ? (
            <>
              <DimensionField
                label="Its flush head's diameter"
                text={typed.diameter}
                onText={write('diameter')}
                units={units}
                placeholder="from its own sheet"
              />
              <Field label="Its flush head's angle, degrees">
                <TextInput
                  inputMode="decimal"
                  value={typed.angle}
                  placeholder="many are 120"
                  onChange={(e) => write('angle')(e.target.value)}
                />
              </Field>
            </>
          ) : null}
          <DimensionField label="Grip from" text={typed.from} onText={write('from')} units={units} />
          <DimensionField label="Grip to" text={typed.to} onText={write('to')} units={units} />
        </>
      )}
    </>
  );
}
