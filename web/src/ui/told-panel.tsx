import type { AssemblyAnswer } from '#contract/answers';
import { carryUnit } from '#core/units/carry';
import { useState } from 'react';
import { SHUT_SIDES, type Edit, type Entity, type RowDefinition, type ShutSide } from '#core/record/definitions';
import { SIDE_WORDS, shutOffSentence } from '#core/wording/sequence';
import { closedOffLater } from '#core/access/got-at-later';
import { Button, Field, Select, TextInput } from './controls';
import { DimensionField, dimensionValue } from './dimension-field';
import { useUnits, useUnitSwitch } from './units';
import { partsById } from '../models/planned-rows';
import { rowTitle } from '#core/record/title';
import { toggledShutOff, toggledWait } from '#core/record/told';
import type { Pointing } from '../models/use-telling';

interface ToldPanelProps {
  readonly data: AssemblyAnswer;
  readonly row: Entity<'row'> | null;
  readonly pointing: Pointing;
  readonly onKeep: (edits: readonly Edit[], reason: string) => Promise<void>;
}

/** What was told about how the row is reached, and the parts of the assembly to point at. */
export function ToldPanel({ data, row, pointing, onKeep }: ToldPanelProps) {
  const units = useUnits();
  const [side, setSide] = useState<ShutSide>('shop');
  const [room, setRoom] = useState('');
  const [name, setName] = useState('');
  useUnitSwitch((from) => setRoom((old) => carryUnit(old, from)));
  const parts = partsById(data.parts);
  const left = dimensionValue(room, units);
  const titleOf = (kind: 'row' | 'part', id: string) => {
    if (kind === 'part') return parts.get(id)?.name ?? 'a part that is no longer there';
    const other = data.rows.find((r) => r.id === id);
    return other ? rowTitle(other.definition, parts) : 'a row that is no longer there';
  };
  const change = (definition: RowDefinition, reason: string) => {
    if (row) void onKeep([{ kind: 'row', id: row.id, expectedVersion: row.version, definition }], reason);
  };
  const { shutBy = [], waitsForParts = [] } = row?.definition ?? {};
  const begin = { side, room: left.length };
  return (
    <section aria-label="How it is reached" className="flex flex-col gap-2 rounded border border-line p-2">
      <h2 className="label text-[17px]">How it is reached, told once</h2>
      {pointing.banner}
      {row ? (
        <ul className="flex flex-col gap-1">
          {shutBy.map((s) => (
            <li key={`${s.by.kind}/${s.by.id}`} className="flex items-center gap-2">
              <span className="flex-1">{shutOffSentence(s, titleOf(s.by.kind, s.by.id), units)}</span>
              <Button tone="quiet" onClick={() => change(toggledShutOff(row.definition, s), 'Told no more: what shuts the row off')}>
                Take it back
              </Button>
            </li>
          ))}
          {waitsForParts.map((id) => (
            <li key={id} className="flex items-center gap-2">
              <span className="flex-1">Stays empty until {titleOf('part', id)} is there.</span>
              <Button tone="quiet" onClick={() => change(toggledWait(row.definition, id), 'Told no more: the row waits for the part')}>
                Take it back
              </Button>
            </li>
          ))}
          {closedOffLater([row]).map((c) => (
            <li key={`later ${c.by.id}`} role="note" className="text-caution">
              Has to be reached later for {c.what}, and {titleOf(c.by.kind, c.by.id)} closes it off for good.
            </li>
          ))}
          {shutBy.length === 0 && waitsForParts.length === 0 ? (
            <li className="text-ink2">Nothing shuts this row off, and it waits for no part.</li>
          ) : null}
        </ul>
      ) : null}
      <div className="flex flex-wrap items-end gap-2">
        <Field label="Shut is">
          <Select value={side} onChange={(e) => setSide(e.target.value as ShutSide)}>
            {SHUT_SIDES.map((s) => (
              <option key={s} value={s}>
                {SIDE_WORDS[s]}
              </option>
            ))}
          </Select>
        </Field>
        <div className="w-40">
          <DimensionField label="Room left then, if any" text={room} onText={setRoom} units={units} />
        </div>
      </div>
      {row ? (
        <div className="flex flex-wrap gap-2">
          <Button disabled={left.isBad} onClick={() => pointing.begin({ kind: 'shut-by-row', rowId: row.id, ...begin })}>
            Point at the row that shuts it off
          </Button>
          <Button onClick={() => pointing.begin({ kind: 'waits', rowId: row.id })}>Point at the later part it waits for</Button>
        </div>
      ) : null}
      <ul aria-label="Parts to point at" className="flex flex-col">
        {data.parts.map((p) => (
          <li key={p.id} className="flex flex-wrap items-center gap-1">
            <button
              type="button"
              className="min-w-0 flex-1 truncate rounded px-1 py-1 text-left hover:bg-dye-soft pointer-coarse:min-h-11"
              onClick={() => pointing.takePart(p.id)}
            >
              {p.definition.name}
              {p.definition.subAssembly ? <span className="text-ink2"> in {p.definition.subAssembly}</span> : null}
            </button>
            <Button
              tone="quiet"
              aria-label={`${p.definition.name} covers rows`}
              disabled={left.isBad}
              onClick={() => pointing.begin({ kind: 'covers', partId: p.id, ...begin })}
            >
              covers rows …
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-2">
        <Field label="A sub-assembly">
          <TextInput value={name} maxLength={80} placeholder="its name" onChange={(e) => setName(e.target.value)} />
        </Field>
        <Button disabled={name.trim() === ''} onClick={() => pointing.begin({ kind: 'joins', name: name.trim() })}>
          Point at the parts that join
        </Button>
      </div>
    </section>
  );
}
