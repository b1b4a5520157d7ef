import type { AssemblyAnswer } from '#contract/answers';
import type { Entity, RowDefinition } from '#core/record/definitions';
import { rowDifferences, takeOverRow } from '#core/record/mirror-differences';
import { newId } from '../../api/device';
import { useMirrorSource } from '../../api/queries';
import { MirrorOffers } from '../../ui/mirror-offers';

/** Where a mirrored row and its source have come apart since. */
export function RowMirror({ data, row, onTake }: { data: AssemblyAnswer; row: Entity<'row'>; onTake: (next: RowDefinition) => void }) {
  const source = useMirrorSource(data, (d) => d.rows.find((r) => r.id === row.definition.mirroredFrom));
  if (!source) return null;
  const { definition } = source;
  return (
    <MirrorOffers
      sourceName={definition.name || 'its other hand'}
      differences={rowDifferences(row.definition, definition)}
      onTake={(key) => onTake(takeOverRow(row.definition, definition, key, newId))}
    />
  );
}
