import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Entity } from '#core/record/definitions';
import { showNumber } from '#core/units/show';
import { useKeep } from '../../api/commands';
import { FlangeAngles } from '../../ui/flange-angles';
import { useWorkMark } from '../../models/use-work-mark';
import { useBench } from '../../models/use-bench';
import { useFollow } from '../../api/queries';
import { TextInput } from '../../ui/controls';
import { AssemblyPage } from '../../ui/assembly-page';
import { Notes } from '../../ui/notes';
import { notesOfPart } from '#core/record/notes';
import { useUndo } from '../../ui/use-undo';
import { PartDialog } from '../plan/part-dialog';
import { PartCard } from './part-card';
import { AssemblyScreen } from '../../ui/assembly-screen';

/** The parts of one assembly: counted, turned the right way up, and known by their rows. */
export function PartsView() {
  return <AssemblyScreen name="Parts">{(data, units) => <PartsOfAssembly data={data} units={units} />}</AssemblyScreen>;
}

function PartsOfAssembly({ data, units }: { data: AssemblyAnswer; units: 'in' | 'mm' }) {
  const { kit } = data;
  useFollow(kit.id);
  const { marks, rows } = useBench(data);
  const undo = useUndo(kit, marks);
  const mark = useWorkMark(data, rows);
  const keep = useKeep(kit);
  const [search, setSearch] = useSearchParams();
  const [filter, setFilter] = useState('');
  const [isMeasuring, setMeasuring] = useState(false);
  /* Changes made in the thickness dialog while a part's card is open: they are not somebody else's. */
  const [measuredHere, setMeasuredHere] = useState<{ partId: string; times: number } | null>(null);
  const sorted = [...data.parts].sort((a, b) => a.definition.name.localeCompare(b.definition.name));
  const shown = sorted.filter((p) => Object.values(p.definition).join(' ').toLowerCase().includes(filter.toLowerCase()));
  const selected = sorted.find((p) => p.id === search.get('part')) ?? shown[0];
  return (
    <AssemblyPage data={data} here="parts" isUnheaded undo={undo} height="h-full min-h-[640px] lg:min-h-0">
      <main
        id="content"
        className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(260px,38%)_minmax(0,1fr)] lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] lg:grid-rows-1"
      >
        <section aria-label="Parts of the assembly" className="flex min-h-0 min-w-0 flex-col border-r border-line">
          <div className="flex items-center gap-2 border-b border-line p-2">
            <TextInput
              aria-label="Filter parts"
              placeholder="Filter"
              className="flex-1"
              value={filter}
              onChange={(e) => setFilter(e.target.value)}
            />
            <span className="text-[14px] text-ink2">
              {shown.length === sorted.length ? `${sorted.length} parts` : `${shown.length} of ${sorted.length}`}
            </span>
          </div>
          <div className="min-h-0 flex-1 overflow-auto">
            {sorted.length === 0 ? (
              <p className="p-4 text-ink2">No part yet. A row line that names parts makes them: see Plan.</p>
            ) : (
              <PartsTable
                data={data}
                parts={shown}
                selectedId={selected?.id}
                units={units}
                onSelect={(id) => {
                  setMeasuredHere(null);
                  setSearch({ part: id }, { replace: true });
                }}
              />
            )}
          </div>
        </section>
        <section aria-label="The selected part" className="min-h-0 min-w-0 overflow-auto">
          {selected ? (
            <FlangeAngles key={`angles ${selected.id}`} data={data} rows={rows} marks={marks} onMark={mark} partId={selected.id} />
          ) : null}
          {selected ? (
            <PartCard
              key={selected.id}
              data={data}
              part={selected}
              ownChanges={measuredHere?.partId === selected.id ? measuredHere.times : 0}
              onThickness={() => setMeasuring(true)}
              onKeep={(version, definition) => keep({ edits: [{ kind: 'part', id: selected.id, expectedVersion: version, definition }] })}
            />
          ) : null}
          {selected ? (
            <div className="px-3 pb-3">
              <Notes
                kit={kit}
                title={`Notes and photos of ${selected.definition.name}`}
                about={{ rowId: data.assembly.id, partIds: [selected.id] }}
                notes={notesOfPart(marks, selected.id)}
              />
            </div>
          ) : null}
        </section>
      </main>
      {isMeasuring && selected ? (
        <PartDialog
          data={data}
          part={selected}
          onClose={() => setMeasuring(false)}
          onKeep={async (definition, reason) => {
            await keep({ edits: [{ kind: 'part', id: selected.id, expectedVersion: selected.version, definition }], reason });
            setMeasuredHere((old) => ({ partId: selected.id, times: old?.partId === selected.id ? old.times + 1 : 1 }));
          }}
        />
      ) : null}
    </AssemblyPage>
  );
}

function PartsTable({
  data,
  parts,
  selectedId,
  units,
  onSelect,
}: {
  data: AssemblyAnswer;
  parts: readonly Entity<'part'>[];
  selectedId: string | undefined;
  units: 'in' | 'mm';
  onSelect: (id: string) => void;
}) {
  const rowsOf = (id: string) => data.rows.filter((r) => r.definition.layers.some((l) => l.partId === id)).length;
  return (
    <table className="w-full border-collapse text-[14.5px]">
      <thead className="label sticky top-0 bg-panel text-left text-[14px] text-ink2">
        <tr>
          {['Part', 'Hand', 'Nominal', 'Caliper', 'Material', 'Count', 'Rows'].map((h) => (
            <th key={h} className="px-2 py-1">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {parts.map(({ id, definition: p }) => (
          <tr
            key={id}
            className={`border-b border-line ${id === selectedId ? 'bg-dye-soft' : 'hover:bg-panel'}`}
            onClick={() => onSelect(id)}
          >
            <td className="px-2 py-1">
              <button type="button" className="label text-left text-[16px]" aria-pressed={id === selectedId} onClick={() => onSelect(id)}>
                {p.name}
              </button>
              {p.number ? <span className="pl-2 text-ink2">{p.number}</span> : null}
            </td>
            <td className="px-2">{p.hand === 'L' ? 'left' : p.hand === 'R' ? 'right' : ''}</td>
            <td className="px-2">{showNumber(p.thickness.mm, units)}</td>
            <td className="px-2">{p.measured ? showNumber(p.measured.mm, units) : ''}</td>
            <td className="px-2">{p.material ?? ''}</td>
            <td className={`px-2 ${p.listed != null && p.counted != null && p.listed !== p.counted ? 'font-semibold text-stop' : ''}`}>
              {p.listed == null && p.counted == null ? '' : `${p.counted ?? '?'} of ${p.listed ?? '?'}`}
            </td>
            <td className="px-2">{rowsOf(id)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
