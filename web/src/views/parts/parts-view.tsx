import type { AssemblyAnswer } from '#contract/answers';
import { Plus } from 'lucide-react';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { countOf } from '#core/wording/words';
import { useKeep } from '../../api/commands';
import { useWorkMark } from '../../models/use-work-mark';
import { useRecord } from '../../models/use-row-models';
import { useFollow } from '../../api/queries';
import { newId } from '../../api/device';
import { Button, TextInput } from '../../ui/controls';
import { AssemblyPage } from '../../ui/assembly-page';
import { BareZones } from '../../ui/bare-zones';
import { Dents } from '../../ui/dents';
import { Notes } from '../../ui/notes';
import { drilledThroughOld, piecesOfPart } from '#core/supply/pieces-of-part';
import { scrappedParts } from '#core/supply/scrapped';
import { notesOfPart } from '#core/record/notes';
import { useUndo } from '../../ui/use-undo';
import { PartCard } from './part-card';
import { PartsTable } from './parts-table';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { DialogComes } from '../../ui/dialog-comes';

const AddPartDialog = lazy(() => import('./add-part-dialog').then((m) => ({ default: m.AddPartDialog })));
const PartsTogether = lazy(() => import('./parts-together').then((m) => ({ default: m.PartsTogether })));
const PartSupply = lazy(() => import('./part-supply').then((m) => ({ default: m.PartSupply })));
const FlangeAngles = lazy(() => import('../../ui/flange-angles').then((m) => ({ default: m.FlangeAngles })));
const PartDialog = lazy(() => import('../plan/part-dialog').then((m) => ({ default: m.PartDialog })));

/** The parts of one assembly: counted, turned the right way up, and known by their rows. */
export function PartsView() {
  return <AssemblyScreen name="Parts">{(data, units) => <PartsOfAssembly data={data} units={units} />}</AssemblyScreen>;
}

function PartsOfAssembly({ data, units }: { data: AssemblyAnswer; units: 'in' | 'mm' }) {
  const { kit } = data;
  useFollow(kit.id);
  const { marks, rows } = useRecord(data);
  const undo = useUndo(kit, marks);
  const mark = useWorkMark(data, rows);
  const keep = useKeep(kit);
  const [search, setSearch] = useSearchParams();
  const [filter, setFilter] = useState('');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [isAdding, setAdding] = useState(false);
  const [isMeasuring, setMeasuring] = useState(false);
  const sorted = [...data.parts].sort((a, b) => a.definition.name.localeCompare(b.definition.name));
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = sorted.filter((p) => {
    const { name, hand, number = '', material = '', finish = '', page = '', revision = '' } = p.definition;
    const text = [name, hand === 'L' ? 'left' : hand === 'R' ? 'right' : '', number, material, finish, page, revision]
      .join(' ')
      .toLowerCase();
    return words.every((w) => text.includes(w));
  });
  const scrapped = useMemo(() => scrappedParts(marks), [marks]);
  const rowsOf = (partId: string) => rows.filter((r) => r.entity.definition.layers.some((l) => l.partId === partId));
  const selected = sorted.find((p) => p.id === search.get('part')) ?? shown[0];
  const pieces = useMemo(() => piecesOfPart(marks, selected?.id ?? ''), [marks, selected?.id]);
  const [old] = pieces.earlier;
  const holes = rows.map((r) => ({ id: r.entity.id, row: r.entity.definition, done: r.done }));
  const pattern = selected && old && !scrapped.has(selected.id) ? drilledThroughOld(holes, selected.id, old.number) : [];
  return (
    <AssemblyPage data={data} here="parts" isUnheaded undo={undo} height="h-full min-h-[640px] lg:min-h-0">
      <main
        id="content"
        className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(260px,38%)_minmax(0,1fr)] lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] lg:grid-rows-1"
      >
        <section aria-label="Parts of the assembly" className="flex min-h-0 min-w-0 flex-col border-r border-line">
          <div className="flex flex-wrap items-center gap-2 border-b border-line p-2">
            <TextInput
              aria-label="Filter parts"
              placeholder="Filter"
              className="min-w-24 flex-1"
              value={filter}
              onChange={(e) => setFilter(e.target.value)}
            />
            <span className="text-[14px] text-ink2">
              {shown.length === sorted.length ? countOf(sorted.length, 'part') : `${shown.length} of ${sorted.length}`}
            </span>
            <Button onClick={() => setAdding(true)}>
              <Plus size={16} aria-hidden /> Add a part
            </Button>
            <Link className="label underline underline-offset-2 pointer-coarse:py-2" to={`/assemblies/${data.assembly.id}/tags`}>
              Tags
            </Link>
          </div>
          {chosen.size > 0 ? (
            <Suspense fallback={null}>
              <PartsTogether
                parts={sorted.filter((p) => chosen.has(p.id))}
                onKeep={(next) =>
                  keep({
                    edits: next.map(({ part, definition }) => ({ kind: 'part', id: part.id, expectedVersion: part.version, definition })),
                  })
                }
                onClear={() => setChosen(new Set())}
              />
            </Suspense>
          ) : null}
          <div className="min-h-0 flex-1 overflow-auto">
            {sorted.length === 0 ? (
              <p className="p-4 text-ink2">No part yet. A row line that names parts makes them: see Plan. Or add those of the box here.</p>
            ) : (
              <PartsTable
                data={data}
                parts={shown}
                selectedId={selected?.id}
                units={units}
                chosen={chosen}
                onChoose={setChosen}
                onSelect={(id) => setSearch({ part: id }, { replace: true })}
              />
            )}
          </div>
        </section>
        <section aria-label="The selected part" className="min-h-0 min-w-0 overflow-auto">
          {selected && selected.definition.flangeAngleDeg != null ? (
            <Suspense fallback={null}>
              <FlangeAngles key={`angles ${selected.id}`} data={data} rows={rows} marks={marks} onMark={mark} partId={selected.id} />
            </Suspense>
          ) : null}
          {selected ? (
            <PartCard
              key={selected.id}
              data={data}
              part={selected}
              onThickness={() => setMeasuring(true)}
              onKeep={(version, definition) => keep({ edits: [{ kind: 'part', id: selected.id, expectedVersion: version, definition }] })}
            />
          ) : null}
          {selected ? (
            <Suspense fallback={null}>
              <PartSupply
                key={`supply ${selected.id}`}
                kit={kit}
                part={selected}
                rows={rowsOf(selected.id).length}
                begun={rowsOf(selected.id).filter((r) => r.progress.done > 0).length}
                isScrapped={scrapped.has(selected.id)}
                earlier={pieces.earlier}
                pattern={pattern}
                onMark={mark}
                onKeep={async (definition, reason) => {
                  await keep({ edits: [{ kind: 'part', id: selected.id, expectedVersion: selected.version, definition }], reason });
                }}
              />
            </Suspense>
          ) : null}
          {selected ? (
            <div className="flex flex-col gap-3 px-3 pb-3">
              <BareZones assemblyId={data.assembly.id} part={selected} rows={rows} marks={marks} onMark={mark} />
              <Dents kit={kit} parts={[selected]} marks={marks} onMark={mark} />
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
      <Suspense fallback={<DialogComes />}>
        {isAdding ? (
          <AddPartDialog
            assemblyId={data.assembly.id}
            taken={data.parts.map((p) => p.definition)}
            onClose={() => setAdding(false)}
            onKeep={async (definition) => {
              const id = newId();
              await keep({ edits: [{ kind: 'part', id, expectedVersion: 0, definition }] });
              setSearch({ part: id }, { replace: true });
            }}
          />
        ) : null}
        {isMeasuring && selected ? (
          <PartDialog
            data={data}
            part={selected}
            onClose={() => setMeasuring(false)}
            onKeep={async (definition, reason) => {
              await keep({ edits: [{ kind: 'part', id: selected.id, expectedVersion: selected.version, definition }], reason });
            }}
          />
        ) : null}
      </Suspense>
    </AssemblyPage>
  );
}
