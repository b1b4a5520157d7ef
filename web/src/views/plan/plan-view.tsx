import type { AssemblyAnswer } from '#contract/answers';
import { useCallback, useMemo, useRef, useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { workOrderOf } from '#core/record/order';
import { asksFaces } from '#core/compose/compose';
import type { Edit, RowDefinition } from '#core/record/definitions';
import { carryRowLine } from '#core/typed/row-line';
import { useAllMarks } from '../../api/all-marks';
import { useCarriedFile } from '../../api/carried-file';
import { newId } from '../../api/device';
import { useFollow } from '../../api/queries';
import type { RowModel } from '../../models/row-model';
import { useRowModels } from '../../models/use-row-models';
import { useEarlyGuard } from '../../models/use-early-guard';
import { usePointing } from '../../models/use-telling';
import { useWorkMark } from '../../models/use-work-mark';
import { AssemblyPage } from '../../ui/assembly-page';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { NextSlice } from '../../ui/next-slice';
import { usePageKeys } from '../../ui/page-keys';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { useUndo } from '../../ui/use-undo';
import { useDraft } from './draft';
import { NoticeBar } from './notice-bar';
import { PlanDialogs } from './plan-dialogs';
import { RowDetail } from './row-detail';
import { LINE_EXAMPLE, RowLineField } from './row-line-field';
import { orderedRows, type RowView } from './row-order';
import { RowsPane } from './rows-pane';
import { SelectedRow } from './selected-row';
import { rowEdit, usePlanEdits } from './use-plan-edits';

/** The rows of one assembly: list, typed line, and the selected row with its strip. */
export function PlanView() {
  return <AssemblyScreen name="Plan">{(data) => <PlanOfAssembly data={data} />}</AssemblyScreen>;
}

function PlanOfAssembly({ data }: { data: AssemblyAnswer }) {
  const { kit, assembly } = data;
  useFollow(kit.id);
  const [search, setSearch] = useSearchParams();
  const marks = useAllMarks(assembly.id);
  const units = useUnits();
  const rows = useRowModels(data, marks);
  const [line, setLine] = useState('');
  const filterField = useRef<HTMLInputElement>(null);

  const [view, setView] = useState<RowView>({ order: 'own', text: '' });
  const shown = useMemo(() => orderedRows(rows, view), [rows, view]);
  const selectedId = search.get('row') ?? shown[0]?.entity.id ?? null;
  const selected = rows.find((r) => r.entity.id === selectedId) ?? null;
  /* A row kept after one has gone on does not call one back: the address changes before the other place is there. */
  const { pathname } = useLocation();
  const select = useCallback(
    (id: string) => (window.location.pathname === pathname ? setSearch({ row: id }, { replace: true }) : undefined),
    [setSearch, pathname],
  );
  const edits = usePlanEdits(data, units, select);
  const { editing, setEditing, dialog, setDialog, notice, setNotice, attempt, keepEdits } = edits;
  const mark = useWorkMark(
    data,
    rows,
    useCallback((text: string) => setNotice({ isBad: false, text }), [setNotice]),
  );
  const pointing = usePointing(data, edits.tell);

  const draft = useDraft(line, data, editing, units);
  useUnitSwitch((from) => setLine((old) => carryRowLine(old, from)));
  const leaveLine = () => {
    setLine('');
    setEditing(null);
  };
  const keepLine = async () => {
    if (!draft?.made) return;
    const id = editing?.id ?? newId();
    const parts = draft.made.newParts.map((p): Edit => ({ kind: 'part', id: p.id, expectedVersion: 0, definition: p.definition }));
    const keep = async (definition: RowDefinition) => {
      await keepEdits([...parts, { kind: 'row', id, expectedVersion: editing?.version ?? 0, definition }]);
      leaveLine();
      setView({ ...view, text: '' });
      select(id);
    };
    if (asksFaces(draft.made.row, editing?.definition)) setDialog({ kind: 'sheets', row: draft.made.row, keep });
    else await keep(draft.made.row);
  };
  const startEdit = (row: RowModel) => {
    setEditing(row.entity);
    setLine(edits.lineOf(row.entity));
  };

  const carried = useCarriedFile('table', assembly.id);
  if (carried && dialog?.kind !== 'tables') setDialog({ kind: 'tables' });

  /* An address may ask for the form of its row: from the menu of a hole, from what was found. */
  const asked = search.get('form') === null ? null : search.toString();
  const [answered, setAnswered] = useState<string | null>(null);
  if (asked !== null && asked !== answered && selected) {
    setAnswered(asked);
    setDialog({ kind: 'more', row: selected.entity });
  }

  const guard = useEarlyGuard(rows, workOrderOf(kit.definition.work), mark);
  const say = useCallback((text: string, isBad: boolean) => setNotice({ isBad, text }), [setNotice]);
  const undo = useUndo(kit, marks, say);
  usePageKeys({
    filter: () => filterField.current?.focus(),
    editRow: () => (selected ? startEdit(selected) : undefined),
  });

  const problemPart =
    draft?.problem?.code === 'part-thickness-differs' ? data.parts.find((p) => p.id === draft.problem?.data?.partId) : undefined;
  const differing = problemPart
    ? draft?.parsed?.layers.find((l) => l.name.toLowerCase() === problemPart.definition.name.toLowerCase())
    : undefined;
  return (
    <AssemblyPage data={data} here="plan" isUnheaded undo={undo} height="h-full min-h-[720px] lg:min-h-0 max-sm:h-auto">
      <NoticeBar notice={notice} onSeen={() => setNotice(null)} />
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
            onDelete={edits.remove}
            onMirror={edits.mirror}
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
          {draft?.stack && draft.plan && draft.made ? (
            <div className="min-h-0 flex-1 overflow-auto max-sm:overflow-visible">
              <RowDetail
                title={draft.made.row.name || draft.stack.layers.map((l) => l.part).join(' / ')}
                subtitle={`${draft.made.row.holes.filter((h) => !h.out).length} holes`}
                stack={draft.stack}
                plan={draft.plan}
                ownSchool={draft.made.row.school}
              />
            </div>
          ) : selected ? (
            <NextSlice>
              <SelectedRow
                data={data}
                row={selected}
                rows={rows}
                marks={marks}
                holes={search.get('holes')}
                edits={edits}
                pointing={pointing}
                onEdit={startEdit}
                onMade={select}
                onMark={guard.mark}
              />
            </NextSlice>
          ) : (
            <p className="p-4 text-ink2">Select a row, or type one.</p>
          )}
        </section>
      </main>
      {guard.dialog}
      <PlanDialogs
        dialog={dialog}
        data={data}
        selected={selected}
        nextOrder={edits.nextOrder}
        onKeep={keepEdits}
        onClose={() => setDialog(null)}
      />
    </AssemblyPage>
  );
}
