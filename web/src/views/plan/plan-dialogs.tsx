import { lazy, Suspense } from 'react';
import { DialogComes } from '../../ui/dialog-comes';
import type { AssemblyAnswer } from '#contract/answers';
import { limitsOf } from '#core/record/stack-of';
import { useUnits } from '../../ui/units';
import { editsOf } from '#core/compose/edits-of';
import type { Edit, Entity, RowDefinition } from '#core/record/definitions';
import type { PlanCall, SchoolId } from '#core/prep/stack';
import { PLAN_WORDS, schoolWords } from '#core/wording/words';
import { newId } from '../../api/device';
import type { RowModel } from '../../models/row-model';

/* What is seldom opened comes when it is. */
const TableDialog = lazy(() => import('../tables/table-dialog').then((m) => ({ default: m.TableDialog })));
const PartDialog = lazy(() => import('./part-dialog').then((m) => ({ default: m.PartDialog })));
const ReasonDialog = lazy(() => import('./reason-dialog').then((m) => ({ default: m.ReasonDialog })));
const RowForm = lazy(() => import('./row-form').then((m) => ({ default: m.RowForm })));
const SheetsDialog = lazy(() => import('./sheets-dialog').then((m) => ({ default: m.SheetsDialog })));
const PasteDialog = lazy(() => import('./paste-dialog').then((m) => ({ default: m.PasteDialog })));

/** Which dialog of the plan is open, with what it was opened on. */
export type PlanDialog =
  | { kind: 'paste'; text: string }
  | { kind: 'school'; school: SchoolId | null }
  | { kind: 'plans'; layer: number; plans: PlanCall | null }
  | { kind: 'part'; part: Entity<'part'>; nominalText?: string }
  | { kind: 'more'; row: Entity<'row'> }
  | { kind: 'tables' }
  | { kind: 'sheets'; row: RowDefinition; keep: (row: RowDefinition) => Promise<void> }
  | null;

interface PlanDialogsProps {
  readonly dialog: PlanDialog;
  readonly data: AssemblyAnswer;
  readonly selected: RowModel | null;
  readonly nextOrder: number;
  readonly onKeep: (edits: readonly Edit[], reason?: string) => Promise<void>;
  readonly onClose: () => void;
}

/** The one dialog that is open over the plan, if any. */
export function PlanDialogs({ dialog, data, selected, nextOrder, onKeep, onClose }: PlanDialogsProps) {
  const rowEdit = (row: Entity<'row'>, definition: RowDefinition): Edit => ({
    kind: 'row',
    id: row.id,
    expectedVersion: row.version,
    definition,
  });
  const units = useUnits();
  const words = (school: SchoolId) => schoolWords(school, limitsOf(data.kit.definition), units);
  return (
    <Suspense fallback={<DialogComes />}>
      {dialog?.kind === 'paste' ? (
        <PasteDialog
          data={data}
          initialText={dialog.text}
          nextOrder={nextOrder}
          onClose={onClose}
          onKeep={(made) => onKeep(editsOf(made, newId))}
        />
      ) : null}
      {dialog?.kind === 'school' && selected ? (
        <ReasonDialog
          title={dialog.school === null ? "Back to the kit's school" : `Let ${words(dialog.school).name} govern this row`}
          onClose={onClose}
          onKeep={(reason) => onKeep([rowEdit(selected.entity, { ...selected.entity.definition, school: dialog.school })], reason)}
        >
          {dialog.school ? <p>{words(dialog.school).rule}</p> : null}
        </ReasonDialog>
      ) : null}
      {dialog?.kind === 'plans' && selected ? (
        <ReasonDialog
          title={`The plans say: ${dialog.plans === null ? 'nothing' : PLAN_WORDS[dialog.plans]} (${selected.plan.layers[dialog.layer]?.part})`}
          onClose={onClose}
          onKeep={(reason) =>
            onKeep(
              [
                rowEdit(selected.entity, {
                  ...selected.entity.definition,
                  layers: selected.entity.definition.layers.map((l, i) => (i === dialog.layer ? { ...l, plans: dialog.plans } : l)),
                }),
              ],
              reason,
            )
          }
        />
      ) : null}
      {dialog?.kind === 'part' ? (
        <PartDialog
          data={data}
          part={dialog.part}
          nominalText={dialog.nominalText}
          onClose={onClose}
          onKeep={(definition, reason) =>
            onKeep([{ kind: 'part', id: dialog.part.id, expectedVersion: dialog.part.version, definition }], reason)
          }
        />
      ) : null}
      {dialog?.kind === 'more' ? (
        <RowForm
          data={data}
          row={dialog.row}
          onClose={onClose}
          onKeep={(definition, reason, edits) => onKeep([...edits, rowEdit(dialog.row, definition)], reason)}
        />
      ) : null}
      {dialog?.kind === 'sheets' ? <SheetsDialog row={dialog.row} onKeep={dialog.keep} onClose={onClose} /> : null}
      {dialog?.kind === 'tables' ? <TableDialog data={data} nextOrder={nextOrder} onClose={onClose} onKeep={onKeep} /> : null}
    </Suspense>
  );
}
