import type { AssemblyAnswer } from '#contract/answers';
import { carryRowLine } from '#core/typed/row-line';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { workOrderOf } from '#core/record/order';
import { lazy, Suspense, useCallback, useMemo, useRef, useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { duplicateRow, lineOfRow } from '#core/compose/compose';
import { withHold } from '#core/record/holes';
import type { Edit, Entity, RowDefinition } from '#core/record/definitions';
import { useAllMarks } from '../../api/all-marks';
import { ApiError } from '../../api/client';
import { useCarriedFile } from '../../api/carried-file';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { followGroups } from '#core/compose/groups';
import { definitionsById } from '#core/work/assembly-work';
import { refreshDefinitions, useChanges, useFollow } from '../../api/queries';
import { useQueryClient } from '@tanstack/react-query';
import { Button } from '../../ui/controls';
import { Fold } from '../../ui/fold';
import { AssemblyPage } from '../../ui/assembly-page';
import { atNewest, conflictText, type Conflict } from './conflict';
import { useDraft } from './draft';
import { HoleStrip } from './hole-strip';
import { PlanDialogs, type PlanDialog } from './plan-dialogs';
import { RowDetail, type RowActions } from './row-detail';
import { MarkedTwicePanel } from './marked-twice';
import { RowNotes } from './row-notes';
import { RowHistory } from './row-history';
import { LINE_EXAMPLE, RowLineField } from './row-line-field';
import { orderedRows, type RowView } from './row-order';
import { RowsPane } from './rows-pane';
import { useReach } from '../../models/use-reach';
import { PageFlags, usePageFlags } from '../../ui/page-flag';
import { StandingPanel } from '../../ui/standing-panel';
import { useWorkMark } from '../../models/use-work-mark';
import type { LayerReach } from '#core/reach/layer-reach';
import { partsById, useRowModels, type RowModel } from '../../models/row-model';
import { usePointing } from '../../models/use-telling';
import { usePageKeys } from '../../ui/page-keys';
import { useEarlyGuard } from '../../models/use-early-guard';
import { useUndo } from '../../ui/use-undo';
import { AssemblyScreen } from '../../ui/assembly-screen';

const ToldPanel = lazy(() => import('../../ui/told-panel').then((m) => ({ default: m.ToldPanel })));
const RowDeviations = lazy(() => import('./row-deviations').then((m) => ({ default: m.RowDeviations })));
const RowMirror = lazy(() => import('./row-mirror').then((m) => ({ default: m.RowMirror })));

const NO_REACH: readonly LayerReach[] = [];

/** The rows of one assembly: list, typed line, and the selected row with its strip. */
export function PlanView() {
  return <AssemblyScreen name="Plan">{(data) => <PlanOfAssembly data={data} />}</AssemblyScreen>;
}

function PlanOfAssembly({ data }: { data: AssemblyAnswer }) {
  const { kit, assembly } = data;
  useFollow(kit.id);
  const [search, setSearch] = useSearchParams();
  const client = useQueryClient();
  const keep = useKeep(kit);
  const changes = useChanges(kit.id);
  const marks = useAllMarks(assembly.id);
  const units = useUnits();
  const rows = useRowModels(data, marks);
  const mark = useWorkMark(data, rows);
  const flags = usePageFlags(data, marks);

  const [line, setLine] = useState('');
  /* The row as it was when its line was taken up: what comes in meanwhile is not overwritten unseen. */
  const [editing, setEditing] = useState<Entity<'row'> | null>(null);
  const [dialog, setDialog] = useState<PlanDialog>(null);
  const [notice, setNotice] = useState<{ isBad: boolean; text: string } | null>(null);
  const filterField = useRef<HTMLInputElement>(null);

  const [view, setView] = useState<RowView>({ order: 'own', text: '' });
  const shown = useMemo(() => orderedRows(rows, view), [rows, view]);
  const selectedId = search.get('row') ?? shown[0]?.entity.id ?? null;
  const selected = rows.find((r) => r.entity.id === selectedId) ?? null;
  const reaches = useReach(
    data,
    useMemo(() => (selected ? [selected] : []), [selected]),
  );
  /* A row kept after one has gone on does not call one back: the address changes before the other place is there. */
  const { pathname } = useLocation();
  const select = useCallback(
    (id: string) => (window.location.pathname === pathname ? setSearch({ row: id }, { replace: true }) : undefined),
    [setSearch, pathname],
  );
  const tell = (edits: readonly Edit[], reason: string): Promise<void> =>
    keep({ edits, reason }).then(
      () => undefined,
      (error: Error) => setNotice({ isBad: true, text: error.message }),
    );
  const pointing = usePointing(data, tell);

  const draft = useDraft(line, data, editing, units);
  useUnitSwitch((from) => setLine((old) => carryRowLine(old, from)));
  const nextOrder = Math.max(0, ...data.rows.map((r) => r.definition.order)) + 1;

  /** Keeps edits; a refusal because somebody was faster shows both versions and brings the newest one here. */
  const keepEdits = async (edits: readonly Edit[], reason = ''): Promise<void> => {
    try {
      await keep({ edits: followGroups(edits, { rows: data.rows, parts: data.parts, fasteners: data.fasteners, newId }), reason });
      setNotice(null);
    } catch (error) {
      if (!(error instanceof ApiError) || error.code !== 'version-conflict') throw error;
      await refreshDefinitions(client);
      /* Both versions have been shown: keeping again is a choice, and starts from the newest. */
      const newest = error.data.conflicts as readonly Conflict[];
      setEditing((old) => old && atNewest(old, newest));
      setDialog((old) =>
        old?.kind === 'more'
          ? { ...old, row: atNewest(old.row, newest) }
          : old?.kind === 'part'
            ? { ...old, part: atNewest(old.part, newest) }
            : old,
      );
      throw new Error(conflictText(error, edits, data), { cause: error });
    }
  };
  const attempt = (work: Promise<unknown>) => {
    work.catch((error: Error) => setNotice({ isBad: true, text: error.message }));
  };
  const rowEdit = (row: Entity<'row'>, definition: RowDefinition | null): Edit => ({
    kind: 'row',
    id: row.id,
    expectedVersion: row.version,
    definition,
  });

  const leaveLine = () => {
    setLine('');
    setEditing(null);
  };
  const keepLine = async () => {
    if (!draft?.made) return;
    const id = editing?.id ?? newId();
    const parts = draft.made.newParts.map((p): Edit => ({ kind: 'part', id: p.id, expectedVersion: 0, definition: p.definition }));
    await keepEdits([...parts, { kind: 'row', id, expectedVersion: editing?.version ?? 0, definition: draft.made.row }]);
    leaveLine();
    setView({ ...view, text: '' });
    select(id);
  };
  const startEdit = (row: RowModel) => {
    setEditing(row.entity);
    setLine(lineOfRow(row.entity.definition, partsById(data.parts), definitionsById(data.fasteners), units));
  };
  const mirror = async (sources: readonly Entity<'row'>[]) => {
    const { mirrorRow } = await import('#core/record/mirror');
    const edits: Edit[] = [];
    const parts = [...data.parts];
    let last: string | null = null;
    sources.forEach((source, i) => {
      const mirrored = mirrorRow(source, parts, nextOrder + i, newId);
      if (!mirrored) return;
      edits.push(...mirrored.edits);
      for (const e of mirrored.edits)
        if (e.kind === 'part' && e.definition) parts.push({ kind: 'part', id: e.id, version: 0, definition: e.definition });
      last = mirrored.rowId;
    });
    if (edits.length === 0) return;
    await keepEdits(edits);
    if (last) select(last);
  };
  const remove = async (targets: readonly Entity<'row'>[]) => {
    await keepEdits(targets.map((row) => rowEdit(row, null)));
    setNotice({
      isBad: false,
      text: `${targets.length} ${targets.length === 1 ? 'row' : 'rows'} deleted; marks are kept. Undo brings them back.`,
    });
  };

  const carried = useCarriedFile('table', data.assembly.id);
  if (carried && dialog?.kind !== 'tables') setDialog({ kind: 'tables' });

  /* An address may ask for the form of its row: from the menu of a hole, from what was found. */
  const asked = search.get('form') === null ? null : search.toString();
  const [answered, setAnswered] = useState<string | null>(null);
  if (asked !== null && asked !== answered && selected) {
    setAnswered(asked);
    setDialog({ kind: 'more', row: selected.entity });
  }

  const guard = useEarlyGuard(rows, workOrderOf(kit.definition.work), mark);
  const say = useCallback((text: string, isBad: boolean) => setNotice({ isBad, text }), []);
  const undo = useUndo(kit, marks, say);

  usePageKeys({
    filter: () => filterField.current?.focus(),
    editRow: () => (selected ? startEdit(selected) : undefined),
  });

  const actionsOf = (row: RowModel): RowActions => ({
    onEdit: () => startEdit(row),
    onDuplicate: () => {
      const id = newId();
      attempt(
        keepEdits([{ kind: 'row', id, expectedVersion: 0, definition: duplicateRow(row.entity.definition, nextOrder, newId) }]).then(() =>
          select(id),
        ),
      );
    },
    onMirror: row.entity.definition.hand ? () => attempt(mirror([row.entity])) : null,
    onMore: () => setDialog({ kind: 'more', row: row.entity }),
    onDelete: () => attempt(remove([row.entity])),
    onSchool: (school) => setDialog({ kind: 'school', school }),
    onPlans: (layer, plans) => setDialog({ kind: 'plans', layer, plans }),
    onPart: (layer) => {
      const part = data.parts.find((p) => p.id === row.entity.definition.layers[layer]?.partId);
      if (part) setDialog({ kind: 'part', part });
    },
  });
  const problemPart =
    draft?.problem?.code === 'part-thickness-differs' ? data.parts.find((p) => p.id === draft.problem?.data?.partId) : undefined;
  const differing = problemPart
    ? draft?.parsed?.layers.find((l) => l.name.toLowerCase() === problemPart.definition.name.toLowerCase())
    : undefined;

  const isDrafting = draft?.stack != null && draft.plan != null && draft.made != null;
  return (
    <AssemblyPage data={data} here="plan" isUnheaded undo={undo} height="h-full min-h-[720px] lg:min-h-0 max-sm:h-auto">
      {notice ? (
        <div
          className={`flex items-center justify-between gap-2 px-3 py-1 ${notice.isBad ? 'bg-stop-soft text-stop' : 'bg-done-soft text-done'}`}
          role={notice.isBad ? 'alert' : 'status'}
        >
          <span className="whitespace-pre-line">{notice.text}</span>
          <Button tone="quiet" onClick={() => setNotice(null)}>
            Seen
          </Button>
        </div>
      ) : null}
      <main
        id="content"
        className="grid min-h-0 flex-1 max-sm:block grid-cols-[minmax(0,1fr)] grid-rows-[minmax(300px,42%)_minmax(0,1fr)] lg:grid-cols-[minmax(370px,31%)_minmax(0,1fr)] lg:grid-rows-1"
      >
        <section aria-label="Rows of the assembly" className="flex min-h-0 min-w-0 flex-col border-r border-line max-sm:h-[56dvh]">
          <RowLineField
            text={line}
            onText={setLine}
            problem={draft?.problem ?? null}
            isEditing={editing !== null}
            onKeep={() => attempt(keepLine())}
            onCancel={leaveLine}
            onPasteMany={(text) => setDialog({ kind: 'paste', text })}
            onPartThickness={
              problemPart && differing
                ? () => setDialog({ kind: 'part', part: problemPart, nominalText: differing.thickness.text })
                : undefined
            }
            units={units}
          />
          <RowsPane
            data={data}
            rows={rows}
            shown={shown}
            view={view}
            onView={setView}
            filterField={filterField}
            selectedId={selectedId}
            onSelect={(id) => {
              if (!pointing.takeRow(id)) select(id);
            }}
            onJump={(id) => {
              setView({ ...view, text: '' });
              select(id);
            }}
            onPaste={() => setDialog({ kind: 'paste', text: '' })}
            onTables={() => setDialog({ kind: 'tables' })}
            onExample={() => setLine(LINE_EXAMPLE)}
            onEdit={(next, reason) =>
              keepEdits(
                next.map(({ row, definition }) => rowEdit(row, definition)),
                reason,
              )
            }
            onDelete={(chosen) => attempt(remove(chosen))}
            onMirror={(chosen) => attempt(mirror(chosen))}
            onMove={(next) => {
              const kept = keepEdits(
                next.map(({ row, definition }) => rowEdit(row, definition)),
                'Another order',
              );
              attempt(kept);
              return kept;
            }}
          />
        </section>
        <section aria-label="The selected row" className="flex min-h-0 min-w-0 flex-col">
          <div className="min-h-0 flex-1 overflow-auto max-sm:overflow-visible">
            {isDrafting && draft.stack && draft.plan && draft.made ? (
              <RowDetail
                title={draft.made.row.name || draft.stack.layers.map((l) => l.part).join(' / ')}
                subtitle={`${draft.made.row.holes.filter((h) => !h.out).length} holes`}
                stack={draft.stack}
                plan={draft.plan}
                ownSchool={draft.made.row.school}
              />
            ) : selected ? (
              <>
                <RowDetail
                  title={selected.title}
                  subtitle={<RowSubtitle row={selected} />}
                  stack={selected.stack}
                  plan={selected.plan}
                  actions={actionsOf(selected)}
                  verdict={selected.verdict}
                  work={
                    <>
                      <PageFlags data={data} flags={flags.get(selected.entity.id) ?? []} />
                      <StandingPanel
                        row={selected}
                        onKeepThere={(definition) =>
                          attempt(keepEdits([rowEdit(selected.entity, definition)], 'What is there kept as the plans’ call-out'))
                        }
                      />
                    </>
                  }
                  ownSchool={selected.entity.definition.school}
                />
                <div className="flex flex-col gap-2 px-3 pb-3">
                  {selected.entity.definition.mirroredFrom ? (
                    <Suspense fallback={null}>
                      <RowMirror
                        data={data}
                        row={selected.entity}
                        onTake={(definition) => attempt(keepEdits([rowEdit(selected.entity, definition)], 'Taken over from its mirror'))}
                      />
                    </Suspense>
                  ) : null}
                  <Fold title="How the row is reached, and what it waits for" opened={pointing.telling !== null} isLate>
                    <Suspense fallback={null}>
                      <ToldPanel data={data} row={selected.entity} pointing={pointing} onKeep={tell} />
                    </Suspense>
                  </Fold>
                  <MarkedTwicePanel kit={kit} row={selected.entity} marks={marks} onMark={guard.mark} />
                  {selected.deviations.size > 0 ? (
                    <Suspense fallback={null}>
                      <RowDeviations row={selected} rows={rows} />
                    </Suspense>
                  ) : null}
                  <RowNotes kit={kit} row={selected.entity} marks={marks} />
                  <RowHistory kit={kit} row={selected.entity} changes={changes.data ?? []} marks={marks} />
                </div>
              </>
            ) : (
              <p className="p-4 text-ink2">Select a row, or type one.</p>
            )}
          </div>
          {!isDrafting && selected ? (
            <HoleStrip
              key={`${selected.entity.id}/${selected.holeCount}/${search.get('holes') ?? ''}`}
              asked={search.get('holes')}
              row={selected}
              data={data}
              marks={marks}
              others={rows.filter((r) => r !== selected).map((r) => ({ id: r.entity.id, title: r.title }))}
              reaches={reaches.get(selected.entity.id) ?? NO_REACH}
              onMark={guard.mark}
              onHold={(holeIds, hold, isOn) =>
                keepEdits([rowEdit(selected.entity, withHold(selected.entity.definition, holeIds, hold, isOn))]).catch((error: Error) =>
                  setNotice({ isBad: true, text: error.message }),
                )
              }
            />
          ) : null}
        </section>
      </main>
      {guard.dialog}
      <PlanDialogs
        dialog={dialog}
        data={data}
        selected={selected}
        nextOrder={nextOrder}
        onKeep={keepEdits}
        onClose={() => setDialog(null)}
      />
    </AssemblyPage>
  );
}

function RowSubtitle({ row }: { row: RowModel }) {
  const { hand, page } = row.entity.definition;
  const { done, wanted } = row.progress;
  return (
    <>
      {row.holeCount} {row.holeCount === 1 ? 'hole' : 'holes'}
      {hand ? `, ${hand === 'L' ? 'left' : 'right'}` : ''}
      {page ? `, page ${page}` : ''}, {done} of {wanted} steps done
    </>
  );
}
