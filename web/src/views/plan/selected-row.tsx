import type { AssemblyAnswer } from '#contract/answers';
import { lazy, Suspense, useMemo } from 'react';
import { duplicateRow } from '#core/compose/compose';
import { withHold } from '#core/record/holes';
import type { Mark } from '#core/record/marks';
import type { LayerReach } from '#core/reach/layer-reach';
import { newId } from '../../api/device';
import type { MarkWish } from '../../api/commands';
import { useChanges } from '../../api/queries';
import type { RowModel } from '../../models/row-model';
import { useReach } from '../../models/use-reach';
import type { Pointing } from '../../models/use-telling';
import { Fold } from '../../ui/fold';
import { PageFlags, usePageFlags } from '../../ui/page-flag';
import { StandingPanel } from '../../ui/standing-panel';
import { HoleStrip } from './hole-strip';
import { MarkedTwicePanel } from './marked-twice';
import { RowDetail, type RowActions } from './row-detail';
import { RowHistory } from './row-history';
import { RowNotes } from './row-notes';
import { rowEdit, type PlanEdits } from './use-plan-edits';

const ToldPanel = lazy(() => import('../../ui/told-panel').then((m) => ({ default: m.ToldPanel })));
const RowDeviations = lazy(() => import('./row-deviations').then((m) => ({ default: m.RowDeviations })));
const RowMirror = lazy(() => import('./row-mirror').then((m) => ({ default: m.RowMirror })));

const NO_REACH: readonly LayerReach[] = [];

interface SelectedRowProps {
  readonly data: AssemblyAnswer;
  readonly row: RowModel;
  readonly rows: readonly RowModel[];
  readonly marks: readonly Mark[];
  /** Holes the address asks for. */
  readonly holes: string | null;
  readonly edits: PlanEdits;
  readonly pointing: Pointing;
  readonly onEdit: (row: RowModel) => void;
  readonly onMade: (rowId: string) => void;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** The row that is selected: its section and what to do, what the work says, what is told of it, its record, its holes. */
export function SelectedRow({ data, row, rows, marks, holes, edits, pointing, onEdit, onMade, onMark }: SelectedRowProps) {
  const { kit } = data;
  const { entity } = row;
  const { attempt, keepEdits, setDialog } = edits;
  const changes = useChanges(kit.id);
  const flags = usePageFlags(data, marks);
  const reaches = useReach(
    data,
    useMemo(() => [row], [row]),
  );
  const actions: RowActions = {
    onEdit: () => onEdit(row),
    onDuplicate: () => {
      const id = newId();
      const definition = duplicateRow(entity.definition, edits.nextOrder, newId);
      attempt(keepEdits([{ kind: 'row', id, expectedVersion: 0, definition }]).then(() => onMade(id)));
    },
    onMirror: entity.definition.hand ? () => edits.mirror([entity]) : null,
    onMore: () => setDialog({ kind: 'more', row: entity }),
    onDelete: () => edits.remove([entity]),
    onSchool: (school) => setDialog({ kind: 'school', school }),
    onPlans: (layer, plans) => setDialog({ kind: 'plans', layer, plans }),
    onPart: (layer) => {
      const part = data.parts.find((p) => p.id === entity.definition.layers[layer]?.partId);
      if (part) setDialog({ kind: 'part', part });
    },
  };
  return (
    <>
      <div className="min-h-0 flex-1 overflow-auto max-sm:overflow-visible">
        <RowDetail
          title={row.title}
          subtitle={<RowSubtitle row={row} />}
          stack={row.stack}
          plan={row.plan}
          actions={actions}
          verdict={row.verdict}
          work={
            <>
              <PageFlags data={data} flags={flags.get(entity.id) ?? []} />
              <StandingPanel
                row={row}
                onMark={onMark}
                onKeepThere={(definition) => attempt(keepEdits([rowEdit(entity, definition)], 'What is there kept as the plans’ call-out'))}
              />
            </>
          }
          ownSchool={entity.definition.school}
        />
        <div className="flex flex-col gap-2 px-3 pb-3">
          {entity.definition.mirroredFrom ? (
            <Suspense fallback={null}>
              <RowMirror
                data={data}
                row={entity}
                onTake={(definition) => attempt(keepEdits([rowEdit(entity, definition)], 'Taken over from its mirror'))}
              />
            </Suspense>
          ) : null}
          <Fold title="How the row is reached, and what it waits for" opened={pointing.telling !== null} isLate>
            <Suspense fallback={null}>
              <ToldPanel data={data} row={entity} pointing={pointing} onKeep={edits.tell} />
            </Suspense>
          </Fold>
          <MarkedTwicePanel kit={kit} row={entity} marks={marks} onMark={onMark} />
          {row.deviations.size > 0 ? (
            <Suspense fallback={null}>
              <RowDeviations row={row} rows={rows} />
            </Suspense>
          ) : null}
          <RowNotes kit={kit} row={entity} marks={marks} />
          <RowHistory kit={kit} row={entity} changes={changes.data ?? []} marks={marks} />
        </div>
      </div>
      <HoleStrip
        key={`${entity.id}/${row.holeCount}/${holes ?? ''}`}
        asked={holes}
        row={row}
        data={data}
        marks={marks}
        others={rows.filter((r) => r !== row).map((r) => ({ id: r.entity.id, title: r.title }))}
        reaches={reaches.get(entity.id) ?? NO_REACH}
        onMark={onMark}
        onHold={(holeIds, hold, isOn) => keepEdits([rowEdit(entity, withHold(entity.definition, holeIds, hold, isOn))]).catch(edits.said)}
      />
    </>
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
