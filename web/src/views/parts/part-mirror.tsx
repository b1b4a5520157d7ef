import type { PartDefinition } from '#core/record/definitions';
import { partDifferences, takeOverPart } from '#core/record/mirror-differences';
import { MirrorOffers } from '../../ui/mirror-offers';

interface PartMirrorProps {
  readonly part: PartDefinition;
  readonly original: PartDefinition;
  readonly onTake: (taken: PartDefinition) => void;
}

/** Where a mirrored part and the one it was made from have come apart. */
export function PartMirror({ part, original, onTake }: PartMirrorProps) {
  return (
    <MirrorOffers
      sourceName={original.name}
      differences={partDifferences(part, original)}
      onTake={(key) => onTake(takeOverPart(part, original, key))}
    />
  );
}
