import type { AssemblyAnswer } from '#contract/answers';
import { DialogComes } from '../../ui/dialog-comes';
import { lazy, Suspense, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { writeDxf } from '#core/dxf/write';
import type { Edit } from '#core/record/definitions';
import { STAGES } from '#core/record/stage';
import { useCarriedFile } from '../../api/carried-file';
import { useKeep } from '../../api/commands';
import { useFollow } from '../../api/queries';
import { fileName, saveFile } from '../../ui/save-file';
import { mapSvg } from '../../drawing/map-svg';
import type { AccessFlag } from '../../drawing/map-paint';
import type { RowModel } from '../../models/row-model';
import { useRowModels } from '../../models/use-row-models';
import { useReach } from '../../models/use-reach';
import { useDerived, useSequence, type Sequence } from '../../models/use-sequence';
import { useWorkedOut, type WorkedOut } from '../../models/use-worked-out';
import { usePointing } from '../../models/use-telling';
import { useWorkMark } from '../../models/use-work-mark';
import { AssemblyPage, LoadingPage } from '../../ui/assembly-page';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { Button, ErrorText } from '../../ui/controls';
import { Fold } from '../../ui/fold';
import { StageLegend } from '../../ui/stage-legend';
import { ToldPanel } from '../../ui/told-panel';
import { useSameMap } from '../../ui/use-same-map';
import { useUndo } from '../../ui/use-undo';
import { useUnits } from '../../ui/units';
import { ChosenRow } from './chosen-row';
import { MapCanvas } from './map-canvas';
import { MapDeadEnds } from './map-dead-ends';
import { MapFilters, ToolLegend } from './map-filters';
import { RowsOnMap } from './rows-on-map';
import { outlinesOf, useMapRows, useSetups, type MapFilter } from './use-map-rows';

/* Reading a drawing comes when one is read. */
const ImportDialog = lazy(() => import('../drawings/import-dialog').then((m) => ({ default: m.ImportDialog })));

/** The assembly's holes as they lie on the sheet. */
export function MapView() {
  return <AssemblyScreen name="Map">{(data) => <MapOnceReady data={data} />}</AssemblyScreen>;
}

function MapOnceReady({ data }: { data: AssemblyAnswer }) {
  const worked = useWorkedOut(data);
  return worked ? <MapOfAssembly of={worked} /> : <LoadingPage data={data} here="map" />;
}

const NO_MODELS: readonly RowModel[] = [];

/** Which rows and parts a dead end concerns. */
function accessFlags({ access, derived }: Sequence): ReadonlyMap<string, AccessFlag> {
  const flags = new Map<string, AccessFlag>();
  const byId = new Map(derived.operations.map((o) => [o.id, o]));
  for (const d of access.deadEnds) {
    const closing = byId.get(d.closedBy ?? '');
    for (const id of closing?.rowId ? [closing.rowId] : (closing?.partIds ?? [])) flags.set(id, 'closes');
  }
  for (const d of access.deadEnds) flags.set(d.rowId, 'shut');
  return flags;
}

function MapOfAssembly({ of: { data, marks } }: { of: WorkedOut }) {
  const units = useUnits();
  const { kit, assembly } = data;
  useFollow(kit.id);
  const undo = useUndo(kit, marks);
  const models = useRowModels(data, marks);
  const [search, setSearch] = useSearchParams();
  const [filter, setFilter] = useState<MapFilter>({ text: '', stage: '', setupKey: '', hand: '', show: 'stages' });
  const [isImporting, setImporting] = useState(false);
  const carried = useCarriedFile('drawing', assembly.id);
  if (carried && !isImporting) setImporting(true);
  const keep = useKeep(kit);
  const setups = useSetups(models);
  const reaches = useReach(data, filter.show === 'tools' ? models : NO_MODELS);
  const outlines = useMemo(() => outlinesOf(data), [data]);
  const { placed, strips, drawn, frames } = useMapRows(models, filter, reaches, outlines);
  const shownRows = useMemo(() => [...placed, ...drawn], [placed, drawn]);
  const shownOutlines = useMemo(() => [...outlines, ...frames], [outlines, frames]);
  const selectedId = search.get('row');
  const selected = models.find((m) => m.entity.id === selectedId);
  const [refusal, setRefusal] = useState<string | null>(null);
  const tell = (edits: readonly Edit[], reason: string): Promise<void> => {
    setRefusal(null);
    return keep({ edits, reason }).then(
      () => undefined,
      (e: Error) => setRefusal(e.message),
    );
  };
  const pointing = usePointing(data, tell);
  const sequence = useSequence(data, models, useDerived(data, models));
  /* Orders come one better than the other; what they shut off is mostly the same, and is not painted anew then. */
  const flags = useSameMap(useMemo(() => accessFlags(sequence), [sequence]));
  const [isMenuOpen, setMenuOpen] = useState(false);
  const mark = useWorkMark(data, models);
  const titleOf = (id: string) => models.find((m) => m.entity.id === id)?.title ?? '';
  const pick = (row: string, hole = 1) => {
    if (!pointing.takeRow(row)) setSearch({ row, holes: String(hole) }, { replace: true });
  };
  const save = () => {
    const rows = placed.map((r) => ({
      name: r.title,
      path: r.path,
      holes: r.holes.filter((h) => h.isShown).map((h) => h.place),
      holeMm: models.find((m) => m.entity.id === r.id)?.stack.hole ?? 0,
    }));
    saveFile(fileName(`${assembly.definition.name} holes`, 'dxf'), writeDxf(rows), 'image/vnd.dxf');
  };
  const savePicture = () =>
    saveFile(
      fileName(`${assembly.definition.name} map`, 'svg'),
      mapSvg({ title: assembly.definition.name, rows: placed, outlines, units }),
      'image/svg+xml',
    );
  return (
    <AssemblyPage data={data} here="map" isUnheaded undo={undo} height="h-full min-h-[640px] lg:min-h-0">
      <main
        id="content"
        className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(300px,1fr)_minmax(200px,40%)] lg:grid-cols-[minmax(0,1fr)_320px] lg:grid-rows-1"
      >
        <section aria-label="Map" className="relative min-h-0 min-w-0 overflow-hidden print-tall print:h-[150mm]">
          {shownRows.length === 0 && outlines.length === 0 ? (
            <p className="p-4 text-ink2">Nothing to show: no row here, or the filter leaves none. Rows are typed under Plan.</p>
          ) : (
            <MapCanvas
              rows={shownRows}
              outlines={shownOutlines}
              flags={flags}
              selectedId={selectedId}
              onPick={(row, hole) => pick(row, hole + 1)}
              onMenu={(row, hole) => {
                pick(row, hole + 1);
                setMenuOpen(true);
              }}
            />
          )}
        </section>
        <section aria-label="Rows on the map" className="flex min-h-0 flex-col gap-2 overflow-auto border-l border-line p-2">
          <MapFilters filter={filter} onFilter={setFilter} setups={setups} />
          {filter.show === 'tools' ? <ToolLegend /> : <StageLegend stages={STAGES} signs />}
          {drawn.length > 0 ? (
            <p className="text-[13.5px] text-ink2">
              Dotted, in dashed frames: rows without a place, in order and at their pitch only. To place one, open it under Layout, or read
              the holes from a drawing.
            </p>
          ) : null}
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => setImporting(true)}>Read a drawing (DXF)</Button>
            <Button onClick={save} disabled={placed.length === 0}>
              Save these holes as DXF (mm)
            </Button>
            <Button onClick={savePicture} disabled={placed.length === 0}>
              Save the map as SVG
            </Button>
          </div>
          {refusal ? <ErrorText>{refusal}</ErrorText> : null}
          <MapDeadEnds assemblyId={assembly.id} sequence={sequence} titleOf={titleOf} />
          {selected ? (
            <ChosenRow
              data={data}
              row={selected}
              marks={marks}
              hole={Number(search.get('holes') ?? '1')}
              isMenuOpen={isMenuOpen}
              onMenu={setMenuOpen}
              onMark={mark}
            />
          ) : null}
          <Fold title="Tell how rows are reached" opened={pointing.telling !== null}>
            <ToldPanel data={data} row={selected?.entity ?? null} pointing={pointing} onKeep={tell} />
          </Fold>
          <RowsOnMap placed={placed} strips={strips} selectedId={selectedId} assemblyId={assembly.id} onPick={pick} />
        </section>
      </main>
      {isImporting ? (
        <Suspense fallback={<DialogComes />}>
          <ImportDialog
            data={data}
            onKeep={(edits) => keep({ edits, reason: 'Read from a drawing' })}
            onClose={() => setImporting(false)}
          />
        </Suspense>
      ) : null}
    </AssemblyPage>
  );
}
