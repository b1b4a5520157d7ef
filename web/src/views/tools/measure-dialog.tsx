import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { MEASURES, measuresTyped, readMeasures, type Measure, type MeasuresTyped } from '#core/compose/measures-text';
import type { Entity, ToolDefinition } from '#core/record/definitions';
import type { ReachingKind } from '#core/reach/reach';
import type { Units } from '#core/units/length';
import { Button, ErrorText } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { LengthField } from '../../ui/form-fields';
import { Modal } from '../../ui/modal';
import { SilhouettePicture } from './tool-silhouette-picture';

export const MEASURE_WORDS: Readonly<Record<Measure, string>> = {
  throat: 'throat depth T',
  noseHalfWidth: 'half the nose’s width w',
  noseHeight: 'nose height h',
};

interface MeasureDialogProps {
  readonly tool: Entity<'tool'>;
  readonly units: Units;
  /** The one that is asked for. */
  readonly first: Measure;
  readonly onKeep: (next: ToolDefinition) => Promise<void>;
  readonly onClose: () => void;
}

/** The measures of one tool, on its silhouette. */
export function MeasureDialog({ tool, units, first, onKeep, onClose }: MeasureDialogProps) {
  const was = tool.definition;
  const form = useForm<MeasuresTyped>({
    defaultValues: measuresTyped(was, units),
    resolver: (typed) => {
      const read = readMeasures(typed, units);
      return read.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<MeasuresTyped>(read.problems) };
    },
  });
  const [error, setError] = useState<string | null>(null);
  const keep = form.handleSubmit(async (typed) => {
    const read = readMeasures(typed, units);
    if (!read.ok) return;
    try {
      await onKeep({ ...was, ...read.value });
      onClose();
    } catch (e) {
      setError((e as Error).message);
    }
  });
  return (
    <Modal title={`Measure: ${was.name}`} open onClose={onClose}>
      <form className="flex flex-col gap-3" noValidate onSubmit={(e) => void keep(e)}>
        <SilhouettePicture kind={was.kind as ReachingKind} />
        <p className="text-[15px] text-ink2">Left empty, a measure limits nothing.</p>
        {[first, ...MEASURES.filter((m) => m !== first)].map((m) => (
          <LengthField key={m} control={form.control} name={m} label={MEASURE_WORDS[m]} />
        ))}
        {error ? <ErrorText>{error}</ErrorText> : null}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" tone="primary">
            Keep the measures
          </Button>
        </div>
      </form>
    </Modal>
  );
}
