import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { writeDxf } from '#core/dxf/write';
import { hardestByHole, type LayerReach } from '#core/reach/layer-reach';
import { holePlaces, rowPath } from '#core/record/hole-places';
import { STAGES, stageOf, type Stage } from '#core/record/stage';
import { STEP_KINDS } from '#core/record/steps';
import type { Edit, Hand } from '#core/record/definitions';
import type { Setup } from '#core/setup/setup';
import { setupVerb, setupName, STAGE_WORDS } from '#core/wording/setups';
import { useAllMarks } from '../../api/all-marks';
import { useKeep } from '../../api/commands';
import { useFollow } from '../../api/queries';
import { fileName, saveFile } from '../../drawing/export-svg';
import { Button, ErrorText, Select, TextInput } from '../../ui/controls';
import { Fold } from '../../ui/fold';
import { StageLegend } from '../../ui/stage-legend';
import { AssemblyPage } from '../../ui/assembly-page';
import { useUndo } from '../../ui/use-undo';
import { useUnits } from '../../ui/units';
import { VerdictSign } from '../../ui/verdict';
import { useRowModels, type RowModel } from '../../models/row-model';
import { useReach } from '../../models/use-reach';
import { ImportDialog } from '../drawings/import-dialog';
import { deadEndSentence } from '#core/wording/sequence';
import { ToldPanel } from '../../ui/told-panel';
import { useDerived, useSequence, type Sequence } from '../../models/use-sequence';
import { usePointing } from '../../models/use-telling';
import { mapSvg } from '../../drawing/map-svg';
import type { AccessFlag, MapOutline, MapRow } from '../../drawing/map-paint';
import { MapCanvas } from './map-canvas';
import { AssemblyScreen } from '../../ui/assembly-screen';

/** The assembly's holes as they lie on the sheet. */
export function MapView() {
  return <AssemblyScreen name="Map">{(data) => <MapOfAssembly data={data} />}</AssemblyScreen>;
}

const NO_MODELS: readonly RowModel[] = [];

/** What the map is narrowed to. */
interface MapFilter {
  readonly text: string;
  readonly stage: Stage | '';
  readonly setupKey: string;
  readonly hand: Hand | 'none' | '';
  /** What the holes' shapes tell. */
  readonly show: 'stages' | 'tools';
}

/** Every set-up that the assembly's rows need, in the order it is first wanted. */
function useSetups(models: readonly RowModel[]): Setup[] {
  return useMemo(() => {
    const found = new Map<string, Setup>();
    for (const m of models) for (const use of m.setups) found.set(use.setup.key, use.setup);
    return [...found.values()].sort(
      (a, b) => STEP_KINDS.indexOf(a.operation) - STEP_KINDS.indexOf(b.operation) || (a.key < b.key ? -1 : 1),
    );
  }, [models]);
}

/** A row with where its holes lie and how far each is; null places: not laid out. */
function useMapRows(
  models: readonly RowModel[],
  { text, stage, setupKey, hand, show }: MapFilter,
  reaches: ReadonlyMap<string, readonly LayerReach[]>,
) {
  return useMemo(() => {
    const words = text.toLowerCase().split(/\s+/).filter(Boolean);
    const all = models.filter(
      (m) =>
        words.every((w) => m.searchText.includes(w)) &&
        (setupKey === '' || m.setups.some((u) => u.setup.key === setupKey)) &&
        (hand === '' || (m.entity.definition.hand ?? 'none') === hand),
    );
    const placed: MapRow[] = [];
    const strips: RowModel[] = [];
    for (const model of all) {
      const places = holePlaces(model.entity.definition);
      if (!places) {
        strips.push(model);
        continue;
      }
      const tools = show === 'tools' ? hardestByHole(reaches.get(model.entity.id) ?? []) : null;
      const holes = places.map(({ hole, place }, i) => {
        const reached = stageOf(model.steps, model.states.get(hole.id));
        const sign = model.deviations.has(hole.id) ? ('deviation' as const) : (hole.holds?.length ?? 0) > 0 ? ('held' as const) : null;
        return { place, stage: reached, isShown: stage === '' || reached === stage, sign, ...(tools ? { reach: tools[i] ?? null } : {}) };
      });
      placed.push({ id: model.entity.id, title: model.title, path: rowPath(model.entity.definition, places), holes });
    }
    return { placed, strips };
  }, [models, text, stage, setupKey, hand, show, reaches]);
}

/** The outlines of the parts that have one. */
function outlinesOf(data: AssemblyAnswer): MapOutline[] {
  return data.parts.flatMap(({ id, definition: p }) => (p.outline ? [{ id, name: p.name, corners: p.outline.corners }] : []));
}

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

function MapOfAssembly({ data }: { data: AssemblyAnswer }) {
  const units = useUnits();
  const { kit, assembly } = data;
  useFollow(kit.id);
  const marks = useAllMarks(assembly.id);
  const undo = useUndo(kit, marks);
  const models = useRowModels(data, marks);
  const [search, setSearch] = useSearchParams();
  const [filter, setFilter] = useState<MapFilter>({ text: '', stage: '', setupKey: '', hand: '', show: 'stages' });
  const [isImporting, setImporting] = useState(false);
  const keep = useKeep(kit);
  const setups = useSetups(models);
  const reaches = useReach(data, filter.show === 'tools' ? models : NO_MODELS);
  const { placed, strips } = useMapRows(models, filter, reaches);
  const outlines = useMemo(() => outlinesOf(data), [data]);
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
  const { deadEnds } = sequence.access;
  const flags = useMemo(() => accessFlags(sequence), [sequence]);
  const pick = (row: string) => {
    if (!pointing.takeRow(row)) setSearch({ row }, { replace: true });
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
        <section aria-label="Map" className="relative min-h-0 min-w-0 overflow-hidden">
          {placed.length === 0 && outlines.length === 0 ? (
            <p className="p-4 text-ink2">
              No row is laid out here yet. Nobody has to draw: rows without a place show as strips beside. To place one, open it under
              Layout, or read the holes from a drawing.
            </p>
          ) : (
            <MapCanvas rows={placed} outlines={outlines} flags={flags} selectedId={selectedId} onPick={pick} />
          )}
        </section>
        <section aria-label="Rows on the map" className="flex min-h-0 flex-col gap-2 overflow-auto border-l border-line p-2">
          <div className="flex flex-wrap gap-2">
            <TextInput
              aria-label="Filter by name, rivet, hand or part"
              placeholder="Filter: name, rivet, hand, part"
              className="min-w-0 flex-1"
              value={filter.text}
              onChange={(e) => setFilter({ ...filter, text: e.target.value })}
            />
            <Select aria-label="Stage" value={filter.stage} onChange={(e) => setFilter({ ...filter, stage: e.target.value as Stage | '' })}>
              <option value="">every stage</option>
              {STAGES.map((s) => (
                <option key={s} value={s}>
                  {STAGE_WORDS[s]}
                </option>
              ))}
            </Select>
            <Select
              aria-label="Hand"
              value={filter.hand}
              onChange={(e) => setFilter({ ...filter, hand: e.target.value as MapFilter['hand'] })}
            >
              <option value="">either hand</option>
              <option value="L">left</option>
              <option value="R">right</option>
              <option value="none">no hand</option>
            </Select>
            <Select
              aria-label="Set-up"
              className="w-full"
              value={filter.setupKey}
              onChange={(e) => setFilter({ ...filter, setupKey: e.target.value })}
            >
              <option value="">every set-up</option>
              {setups.map((s) => (
                <option key={s.key} value={s.key}>
                  {setupVerb(s)}: {setupName(s, units)}
                </option>
              ))}
            </Select>
          </div>
          <Select
            aria-label="What the holes show"
            value={filter.show}
            onChange={(e) => setFilter({ ...filter, show: e.target.value as MapFilter['show'] })}
          >
            <option value="stages">holes show how far they are</option>
            <option value="tools">holes show which tool dimples them</option>
          </Select>
          {filter.show === 'tools' ? (
            <p className="text-[13.5px] text-ink2">
              Ring: frame. Square: squeezer. Triangle: close-quarters dies. Diamond: pull-through dies. Heavy cross: no tool of yours
              reaches. Dot: nothing to dimple. Where two sheets are dimpled, the harder one counts.
            </p>
          ) : null}
          {filter.show === 'tools' ? null : <StageLegend stages={STAGES} signs />}
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
          {deadEnds.length > 0 ? (
            <section aria-label="Dead ends" className="flex flex-col gap-1 rounded border border-stop p-2">
              {deadEnds.map((d) => {
                const step = d.closedBy === null ? -1 : sequence.order.indexOf(d.closedBy);
                return (
                  <p key={d.rowId} className="text-stop">
                    {deadEndSentence(
                      d,
                      models.find((m) => m.entity.id === d.rowId)?.title ?? '',
                      sequence.nameOf(d.closedBy ?? ''),
                      step < 0 ? null : step + 1,
                    )}
                  </p>
                );
              })}
              <p className="text-[13.5px] text-ink2">Drawn heavy and crossed: the row; drawn heavy: what shuts it off.</p>
              <Link className="underline underline-offset-2" to={`/assemblies/${assembly.id}/sequence`}>
                The ways out
              </Link>
            </section>
          ) : null}
          {selected ? (
            <div className="rounded border border-dye p-2">
              <div className="flex items-center gap-2">
                <strong className="label text-[17px]">{selected.title}</strong>
                <VerdictSign of={selected.verdict} />
              </div>
              <p className="text-[14px] text-ink2">
                {selected.holeCount} holes, {selected.plan.rivet.callout}, {selected.progress.done} of {selected.progress.wanted} steps done
              </p>
              <Link className="underline underline-offset-2" to={`/assemblies/${assembly.id}/plan?row=${selected.entity.id}`}>
                Open in the plan
              </Link>
            </div>
          ) : null}
          <Fold title="Tell how rows are reached" opened={pointing.telling !== null}>
            <ToldPanel data={data} row={selected?.entity ?? null} pointing={pointing} onKeep={tell} />
          </Fold>
          <ul aria-label="Placed rows">
            {placed.map((r) => (
              <li key={r.id}>
                <button
                  type="button"
                  aria-pressed={r.id === selectedId}
                  className={`label w-full truncate rounded px-1 py-0.5 text-left text-[15px] ${r.id === selectedId ? 'bg-dye-soft' : 'hover:bg-panel'}`}
                  onClick={() => pick(r.id)}
                >
                  {r.title} ×{r.holes.filter((h) => h.isShown).length}
                </button>
              </li>
            ))}
          </ul>
          {strips.length > 0 ? (
            <>
              <h2 className="label text-[15px] text-ink2">Not placed</h2>
              <ul aria-label="Rows without a place">
                {strips.map((m) => (
                  <li key={m.entity.id} className="flex items-center justify-between gap-2">
                    <Link
                      className="truncate underline-offset-2 hover:underline"
                      to={`/assemblies/${assembly.id}/layout?row=${m.entity.id}`}
                      onClick={(e) => {
                        if (pointing.takeRow(m.entity.id)) e.preventDefault();
                      }}
                    >
                      {m.title}
                    </Link>
                    <span className="text-ink2">×{m.holeCount}</span>
                  </li>
                ))}
              </ul>
            </>
          ) : null}
        </section>
      </main>
      {isImporting ? (
        <ImportDialog data={data} onKeep={(edits) => keep({ edits, reason: 'Read from a drawing' })} onClose={() => setImporting(false)} />
      ) : null}
    </AssemblyPage>
  );
}
