import { useState } from 'react';
import { typedText } from '#core/compose/compose';
import type { Entity, ToolDefinition } from '#core/record/definitions';
import type { ReachingKind } from '#core/reach/reach';
import type { Units } from '#core/units/length';
import { Button, ErrorText } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { Modal } from '../../ui/modal';
import { SilhouettePicture } from './tool-silhouette-picture';

export type Measure = 'throat' | 'noseHalfWidth' | 'noseHeight';

export const MEASURE_WORDS: Readonly<Record<Measure, string>> = {
  throat: 'throat depth T',
  noseHalfWidth: 'half the nose’s width w',
  noseHeight: 'nose height h',
};

const ALL: readonly Measure[] = ['throat', 'noseHalfWidth', 'noseHeight'];

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
  const [texts, setTexts] = useState<Readonly<Record<Measure, string>>>(() => ({
    throat: was.throat ? typedText(was.throat, units) : '',
    noseHalfWidth: was.noseHalfWidth ? typedText(was.noseHalfWidth, units) : '',
    noseHeight: was.noseHeight ? typedText(was.noseHeight, units) : '',
  }));
  const [error, setError] = useState<string | null>(null);
  const keep = async () => {
    const read = ALL.map((m) => [m, dimensionValue(texts[m], units)] as const);
    const bad = read.find(([, v]) => v.isBad);
    if (bad) return setError(`${MEASURE_WORDS[bad[0]]} does not read.`);
    try {
      await onKeep({ ...was, ...Object.fromEntries(read.map(([m, v]) => [m, v.length ?? null])) });
      onClose();
    } catch (e) {
      setError((e as Error).message);
    }
  };
  return (
    <Modal title={`Measure: ${was.name}`} open onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <SilhouettePicture kind={was.kind as ReachingKind} />
        <p className="text-[15px] text-ink2">Left empty, a measure limits nothing.</p>
        {[first, ...ALL.filter((m) => m !== first)].map((m) => (
          <DimensionField
            key={m}
            label={MEASURE_WORDS[m]}
            text={texts[m]}
            onText={(text) => setTexts({ ...texts, [m]: text })}
            units={units}
          />
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
