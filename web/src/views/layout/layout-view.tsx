import type { AssemblyAnswer } from '#contract/answers';
import { carryUnit } from '#core/units/carry';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { useMemo, useState } from 'react';
import { Camera } from 'lucide-react';
import { Link, useSearchParams } from 'react-router';
import { pathLength, type Place } from '#core/layout/path';
import type { Edit, Entity, PartDefinition } from '#core/record/definitions';
import { evenPitch, leastGap, placeHoles, typedMm, weaveHoles } from '#core/compose/compose-drawing';
import { followGroups } from '#core/compose/groups';
import { editsOfLayout, layoutChanges, secondRowOf } from '#core/compose/keep-layout';
import { rowTitle } from '#core/record/title';
import { rowsAround, stackOf } from '#core/record/stack-of';
import type { Stack } from '#core/prep/stack';
import { showBoth } from '#core/units/show';
import { findingMessage } from '#core/wording/findings';
import { layoutChangeSentence } from '#core/wording/layout';
import { useAllMarks } from '../../api/all-marks';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { useFollow } from '../../api/queries';
import { Button, ErrorText, Select } from '../../ui/controls';
import { AssemblyPage } from '../../ui/assembly-page';
import { Choice } from '../../ui/choice';
import { useUndo } from '../../ui/use-undo';
import { VerdictSign } from '../../ui/verdict';
import { contextOf, partsById } from '../../models/planned-rows';
import { LayoutPicture } from './layout-picture';
import { useLayout } from './layout-state';
import { MarksTable } from './marks-table';
import { PickedUp } from './picked-up';
import { StripLinks } from './strip-links';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { HoleOfRow } from './hole-of-row';
import { holePlaces } from '#core/record/hole-places';
import { LayoutForm } from './layout-form';
import type { SetOutFrom } from './set-out';

/** Where the holes go: even spacing on a part, marks for a ruler, and an existing row picked up. */
export function LayoutView() {
  return <AssemblyScreen name="Layout">{(data) => <LayoutOfAssembly data={data} />}</AssemblyScreen>;
}

function LayoutOfAssembly({ data }: { data: AssemblyAnswer }) {
  const { kit, assembly } = data;
  useFollow(kit.id);
  const marks = useAllMarks(assembly.id);
  const undo = useUndo(kit, marks);
  const [search, setSearch] = useSearchParams();
  const row = data.rows.find((r) => r.id === search.get('row')) ?? data.rows[0];
  const parts = useMemo(() => partsById(data.parts), [data.parts]);
  const stack = row ? stackOf(row.definition, contextOf(data)) : null;
  return (
    <AssemblyPage data={data} here="layout" undo={undo}>
      <main id="content" className="flex flex-col gap-3 p-3">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="label text-[22px]">Layout</h1>
          {row ? (
            <Select aria-label="Row to lay out" value={row.id} onChange={(e) => setSearch({ row: e.target.value }, { replace: true })}>
              {data.rows.map((r) => (
                <option key={r.id} value={r.id}>
                  {rowTitle(r.definition, parts)}
                </option>
              ))}
            </Select>
          ) : (
            <p className="text-ink2">No row to lay out yet: type one under Plan.</p>
          )}
          {row ? <HoleOfRow key={row.id} data={data} row={row} marks={marks} /> : null}
          <Link
            to={`/assemblies/${assembly.id}/photo${row ? `?row=${row.id}` : ''}`}
            className="label inline-flex min-h-8 items-center gap-1.5 rounded border border-edge bg-raised px-2.5 text-[15px] hover:bg-panel pointer-coarse:min-h-11"
          >
            <Camera size={18} aria-hidden /> Measure from a photograph
          </Link>
        </div>
        {row && stack ? (
          <LayoutOfRow key={row.id} data={data} row={row} stack={stack} parts={parts} title={rowTitle(row.definition, parts)} />
        ) : null}
      </main>
    </AssemblyPage>
  );
}

interface LayoutOfRowProps {
  readonly data: AssemblyAnswer;
  readonly row: Entity<'row'>;
  readonly stack: Stack;
  readonly parts: ReadonlyMap<string, PartDefinition>;
  readonly title: string;
}

function LayoutOfRow({ data, row, stack, parts, title }: LayoutOfRowProps) {
  const units = useUnits();
  const keep = useKeep(data.kit);
  const outlines = useMemo(
    () => row.definition.layers.map((l) => parts.get(l.partId)?.outline?.corners ?? null),
    [row.definition.layers, parts],
  );
  const others = useMemo(() => {
    const second = secondRowOf(row.definition, data.rows);
    const rows = data.rows.filter((r) => r.id !== second?.id).map((r) => r.definition);
    return rowsAround(row.definition, { ...contextOf(data), parts, rows });
  }, [row.definition, data, parts]);
  const from = useMemo((): SetOutFrom => {
    const drawn = row.definition.layers.flatMap((l) => {
      const part = parts.get(l.partId);
      return part?.outline ? [{ id: l.partId, name: part.name, corners: part.outline.corners }] : [];
    });
    const seen = data.rows.flatMap((r) => {
      const placed = r.id === row.id ? null : holePlaces(r.definition);
      return placed && placed.length > 1 ? [{ id: r.id, name: rowTitle(r.definition, parts), places: placed.map((h) => h.place) }] : [];
    });
    return { parts: drawn, rows: seen };
  }, [row, data.rows, parts]);
  const { fields, set, laid, problem } = useLayout(row.definition, stack, outlines, others, units);
  useUnitSwitch((from) =>
    set({
      path: carryUnit(fields.path, from),
      maxPitch: carryUnit(fields.maxPitch, from),
      startEdge: carryUnit(fields.startEdge, from),
      endEdge: carryUnit(fields.endEdge, from),
      lapWidth: carryUnit(fields.lapWidth, from),
      keepClear: carryUnit(fields.keepClear, from),
      measured: carryUnit(fields.measured, from),
    }),
  );
  const [base, setBase] = useState(row.version);
  const [end, setEnd] = useState<'start' | 'end'>('start');
  const [said, setSaid] = useState<{ ok: boolean; text: string } | null>(null);
  const planned = useMemo(() => {
    if (!laid) return null;
    const { measured: _, ...typed } = fields;
    const secondRowId = row.definition.laid?.typed?.secondRowId;
    const question = {
      row: { ...row, version: base },
      laid,
      typed: { ...typed, units, ...(secondRowId === undefined ? {} : { secondRowId }) },
      parts,
      rows: data.rows,
      units,
      newId,
    };
    const edits = editsOfLayout(question);
    return { edits, changes: layoutChanges(edits, question) };
  }, [laid, fields, row, base, parts, data.rows, units]);
  const keepLayout = () => (planned ? keepEdits(planned.edits, 'Laid out') : undefined);
  const keepPlaces = (places: readonly Place[], reason: string) => {
    const least = leastGap(places);
    const definition = {
      ...placeHoles(row.definition, places, newId),
      pitch: least === null ? row.definition.pitch : typedMm(evenPitch(places) ?? least, units),
    };
    return keepEdits([{ kind: 'row', id: row.id, expectedVersion: base, definition }], reason);
  };
  /** Old holes stay the holes they are, with what was marked at them. */
  const keepBetween = (places: readonly Place[], reason: string) => {
    const definition = { ...weaveHoles(row.definition, places, newId), pitch: typedMm(evenPitch(places) ?? leastGap(places) ?? 1, units) };
    return keepEdits([{ kind: 'row', id: row.id, expectedVersion: base, definition }], reason);
  };
  const keepEdits = async (edits: readonly Edit[], reason: string) => {
    try {
      await keep({ edits: followGroups(edits, { rows: data.rows, parts: data.parts, fasteners: data.fasteners, newId }), reason });
      setBase(base + 1);
      setSaid({ ok: true, text: 'Kept in the row.' });
    } catch (e) {
      setSaid({ ok: false, text: `${(e as Error).message} Open the row again to start from what it is now.` });
    }
  };
  return (
    <div className="grid items-start gap-4 lg:grid-cols-[360px_minmax(0,1fr)]">
      <LayoutForm fields={fields} set={set} units={units} from={from} />
      <div className="flex min-w-0 flex-col gap-3">
        {problem ? <ErrorText>{problem}</ErrorText> : null}
        {laid ? (
          <>
            <LayoutPicture laid={laid} title={title} from={end} units={units} />
            <p className="text-[15px]">
              <strong>{laid.first.count} holes</strong>
              {laid.second.length > 0 ? ` and ${laid.second.length} in the second row` : ''}, pitch{' '}
              <strong>{showBoth(laid.first.pitch, units)}</strong>
              {laid.rowDistance === null ? '' : `, rows ${showBoth(laid.rowDistance, units)} apart`}
              {laid.first.clashes.length > 0
                ? `; holes ${laid.first.clashes.map((i) => i + 1).join(', ')} come too near a spot to keep clear`
                : ''}
              .
            </p>
            <ul aria-label="Findings" className="flex flex-col gap-1">
              {laid.findings.map((f, i) => (
                <li key={i} className="flex items-start gap-2 text-[14.5px]">
                  <VerdictSign of={f.severity} /> {findingMessage(f, units, stack.layers)}
                </li>
              ))}
            </ul>
            <PickedUp
              laid={laid}
              units={units}
              outlines={outlines}
              stack={stack}
              others={others}
              onKeep={(places, reason) => void keepPlaces(places, reason)}
              onBetween={(places, reason) => void keepBetween(places, reason)}
            />
            {planned ? (
              <section aria-label="Keeping will change" className="text-[14.5px]">
                <h2 className="label text-[16px]">Keeping will change</h2>
                <ul className="list-disc pl-5">
                  {planned.changes.map((c, i) => (
                    <li key={i}>{layoutChangeSentence(c, units)}</li>
                  ))}
                  {planned.changes.length === 0 ? <li>Nothing: the row is kept like this.</li> : null}
                </ul>
              </section>
            ) : null}
            <div className="flex flex-wrap items-center gap-3">
              <Choice
                label="Measure from"
                value={end}
                options={[
                  { value: 'start', text: 'from the start' },
                  { value: 'end', text: 'from the end' },
                ]}
                onChoose={setEnd}
              />
              <Button tone="primary" onClick={() => void keepLayout()}>
                {laid.measured.length > 0 ? 'Keep the even layout' : 'Keep in the row'}
              </Button>
              {said?.ok ? <span role="status">{said.text}</span> : null}
            </div>
            {said && !said.ok ? <ErrorText>{said.text}</ErrorText> : null}
            <StripLinks
              row={row}
              title={`${data.assembly.definition.name}: ${title}`}
              stack={stack}
              parts={parts}
              units={units}
              from={end}
            />
            <MarksTable laid={laid} total={pathLength(laid.path)} from={end} units={units} />
          </>
        ) : problem ? null : (
          <p className="text-ink2">
            Give the length of the part along the row, such as 24 1/2, or its corners one a line, such as 0 ; 0 then 24 ; 0 then 30 ; 4.
          </p>
        )}
      </div>
    </div>
  );
}
