import type { AssemblyAnswer } from '#contract/answers';
import { closedOffLater } from '#core/access/got-at-later';
import { carryUnit } from '#core/units/carry';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { Edit, Entity, FastenerDefinition, TypedLength } from '#core/record/definitions';
import type { MinutesOf } from '#core/operations/hours';
import { minutesLeft } from '#core/access/model';
import type { OrderCost } from '#core/order/order-cost';
import type { DeadEnd } from '#core/access/shut-off';
import { couldBeBlind, waysOut, type WayOut } from '#core/access/ways-out';
import { deadEndSentence, WAY_OUT_WORDS, wayOutSentences } from '#core/wording/sequence';
import type { WorkRow } from '#core/work/assembly-work';
import { newId } from '../../api/device';
import type { Sequence } from '../../models/use-sequence';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { useUnits, useUnitSwitch } from '../../ui/units';

interface DeadEndsProps {
  readonly sequence: Sequence;
  readonly order: readonly string[];
  readonly deadEnds: readonly DeadEnd[];
  readonly cost: OrderCost;
  readonly minutes: MinutesOf;
  readonly data: AssemblyAnswer;
  /** `edits`: of the kit's fasteners, which the way needs. */
  readonly onTake: (deadEnd: DeadEnd, way: WayOut, edits: readonly Edit[]) => void;
}

/** Where the order shuts a row off, and the ways out of it, each with what it costs. */
export function DeadEnds({ deadEnds, ...rest }: DeadEndsProps) {
  if (deadEnds.length === 0) return null;
  return (
    <section aria-label="Dead ends" className="flex flex-col gap-4 rounded border border-stop p-3">
      <h2 className="label text-[22px] text-stop">{deadEnds.length === 1 ? 'A dead end' : `${deadEnds.length} dead ends`} in this order</h2>
      {deadEnds.map((d) => (
        <OneDeadEnd key={d.rowId} deadEnd={d} {...rest} />
      ))}
    </section>
  );
}

/** Rows that have to be reached in service and would be closed off for good. */
export function ClosedOffLaterList({ data, nameOf }: { data: AssemblyAnswer; nameOf: (kind: 'row' | 'part', id: string) => string }) {
  const found = closedOffLater(data.rows);
  if (found.length === 0) return null;
  return (
    <section aria-label="Closed off later" className="rounded border border-caution p-3">
      <h2 className="label text-[20px] text-caution">Has to be got at later</h2>
      <ul>
        {found.map((c) => (
          <li key={`${c.rowId}/${c.by.id}`}>
            {nameOf('row', c.rowId)} has to be reached for {c.what}, and {nameOf(c.by.kind, c.by.id)} closes it off for good: an access
            hole, an anchored nut instead of a rivet, or ask the kit maker.
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A blind fastener of which its name and hole are known. */
function blindFastener(name: string, hole: TypedLength | null, row: WorkRow | undefined, kitId: string): FastenerDefinition {
  const head =
    row?.row.head === 'protruding'
      ? ({ kind: 'protruding', diameter: null, height: null } as const)
      : ({ kind: 'flush', diameter: null, angleDeg: null } as const);
  return { v: 1, kitId, name: name.trim(), kind: 'blind', diameter: null, hole, head, gripFrom: null, gripTo: null };
}

function OneDeadEnd({
  deadEnd,
  sequence,
  order,
  cost,
  minutes,
  data,
  onTake,
}: Omit<DeadEndsProps, 'deadEnds'> & { readonly deadEnd: DeadEnd }) {
  const units = useUnits();
  const { model, derived, nameOf } = sequence;
  const row = model.rows.find((r) => r.id === deadEnd.rowId);
  const known = useMemo(
    /* Only one that stands for the same rivet in another row. */
    () => {
      const like = model.rows.filter((r) => row && r.row.dash === row.row.dash && r.row.head === row.row.head);
      return data.fasteners.filter((f) => like.some((r) => r.row.fastenerId === f.id));
    },
    [model, row, data.fasteners],
  );
  const [name, setName] = useState('');
  const [hole, setHole] = useState('');
  useUnitSwitch((from) => setHole((old) => carryUnit(old, from)));
  const typed = dimensionValue(hole, units);
  const [newFastener] = useState(newId);
  const isNew = name.trim() !== '' && typed.length !== null;
  const blind: Pick<Entity<'fastener'>, 'id' | 'definition'> | null = isNew
    ? { id: newFastener, definition: blindFastener(name, typed.length, row, data.kit.id) }
    : (known[0] ?? null);
  const ways = useMemo(
    () => waysOut({ model, derived, order, deadEnd, blind, minutes }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the blind rivet is the same as long as its name and hole are
    [model, derived, order, deadEnd, blind?.id, blind?.definition.name, blind?.definition.hole?.mm, minutes],
  );
  const was = { ...cost, minutes: minutesLeft(derived.left, derived.progress, minutes) };
  const step = deadEnd.closedBy === null ? -1 : order.indexOf(deadEnd.closedBy);
  const blindMayDo = couldBeBlind({ model, derived, order, deadEnd });
  return (
    <div className="flex flex-col gap-2">
      <p className="text-[17px]">
        {deadEndSentence(deadEnd, row?.title ?? '', nameOf(deadEnd.closedBy ?? ''), step < 0 ? null : step + 1)}{' '}
        {sequence.unavoidable.has(deadEnd.rowId) ? 'No order of the work avoids it. ' : ''}
        <Link className="underline underline-offset-2" to={`/assemblies/${data.assembly.id}/map?row=${deadEnd.rowId}`}>
          Show it on the map
        </Link>
      </p>
      <ul aria-label={`Ways out for ${row?.title ?? ''}`} className="flex flex-col gap-2">
        {ways.map((way) => (
          <li key={way.kind} className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line pt-2">
            <strong className="label text-[18px]">{WAY_OUT_WORDS[way.kind]}</strong>
            <span className="min-w-48 flex-1 text-[15px]">
              {way.kind === 'blind' && blind ? `${blind.definition.name}. ` : ''}
              {wayOutSentences(way, was, units).join(' ')}
            </span>
            {way.kind === 'tool' ? (
              <Link className="underline underline-offset-2" to={`/kits/${data.kit.id}/tools`}>
                My tools
              </Link>
            ) : (
              <Button
                onClick={() =>
                  onTake(
                    deadEnd,
                    way,
                    way.kind === 'blind' && isNew && blind
                      ? [{ kind: 'fastener', id: blind.id, expectedVersion: 0, definition: blind.definition }]
                      : [],
                  )
                }
              >
                Take this way
              </Button>
            )}
          </li>
        ))}
        {ways.length === 0 ? (
          <li>No way out was found that leads to no other dead end: ask the kit maker before anything is set.</li>
        ) : null}
      </ul>
      {blindMayDo ? (
        <div className="flex flex-wrap items-end gap-2">
          <Field label={known[0] ? 'Another blind rivet' : 'A blind rivet that would do'}>
            <TextInput
              value={name}
              maxLength={80}
              placeholder={known[0]?.definition.name ?? 'its name'}
              onChange={(e) => setName(e.target.value)}
            />
          </Field>
          {typed.length && row && typed.length.mm < row.stack.size.diameter ? (
            <ErrorText>Its hole is smaller than the rivet it would stand for.</ErrorText>
          ) : null}
          <DimensionField label="The hole its maker asks for" text={hole} onText={setHole} units={units} />
        </div>
      ) : null}
    </div>
  );
}
