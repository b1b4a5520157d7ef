import type { AssemblyAnswer } from '#contract/answers';
import { useUnits } from '../../ui/units';
import { useState } from 'react';
import type { Entity } from '#core/record/definitions';
import { planStack } from '#core/prep/plan';
import { typedText } from '#core/compose/compose';
import { rowTitle } from '#core/record/title';
import { stackOf } from '#core/record/stack-of';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { VerdictSign } from '../../ui/verdict';
import { ReasonDialog } from './reason-dialog';
import { contextOf, partsById } from '../../models/planned-rows';

interface PartDialogProps {
  readonly data: AssemblyAnswer;
  readonly part: Entity<'part'>;
  readonly nominalText?: string | undefined;
  readonly onKeep: (definition: Entity<'part'>['definition'], reason: string) => Promise<void>;
  readonly onClose: () => void;
}

/** A part's thickness, nominal and by caliper; shows what the change does to its rows before it is kept. */
export function PartDialog({ data, part, nominalText, onKeep, onClose }: PartDialogProps) {
  const units = useUnits();
  const [nominal, setNominal] = useState(nominalText ?? typedText(part.definition.thickness, units));
  const [measured, setMeasured] = useState(part.definition.measured ? typedText(part.definition.measured, units) : '');
  const thickness = dimensionValue(nominal, units, true);
  const caliper = dimensionValue(measured, units, true);
  const next = thickness.length && !caliper.isBad ? { ...part.definition, thickness: thickness.length, measured: caliper.length } : null;
  return (
    <ReasonDialog
      title={`Thickness of ${part.definition.name}`}
      onClose={onClose}
      onKeep={async (reason) => {
        if (!next) throw new Error('Give the nominal thickness first.');
        await onKeep(next, reason);
      }}
    >
      <div className="grid grid-cols-2 gap-3">
        <DimensionField label="Nominal" text={nominal} onText={setNominal} units={units} sheet />
        <DimensionField label="By caliper (outranks it)" text={measured} onText={setMeasured} units={units} sheet />
      </div>
      {next ? <Consequences data={data} partId={part.id} next={next} /> : null}
    </ReasonDialog>
  );
}

function Consequences({ data, partId, next }: { data: AssemblyAnswer; partId: string; next: Entity<'part'>['definition'] }) {
  const now = partsById(data.parts);
  const then = new Map(now).set(partId, next);
  const context = contextOf(data);
  const rows = data.rows.filter((r) => r.definition.layers.some((l) => l.partId === partId));
  return (
    <div className="max-h-52 overflow-auto text-[14px]">
      <p className="text-ink2">{rows.length === 1 ? 'One row uses it:' : `${rows.length} rows use it:`}</p>
      <ul>
        {rows.map((row) => {
          const before = stackOf(row.definition, { ...context, parts: now });
          const after = stackOf(row.definition, { ...context, parts: then });
          if (!before || !after) return null;
          return (
            <li key={row.id} className="flex items-center gap-2">
              <span className="truncate">{rowTitle(row.definition, now)}</span>
              <VerdictSign of={planStack(before).verdict} /> <span aria-label="becomes">→</span>{' '}
              <VerdictSign of={planStack(after).verdict} />
            </li>
          );
        })}
      </ul>
    </div>
  );
}
