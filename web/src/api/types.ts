import type { Definitions, EntityKind } from '#core/record/definitions';

/** One edit of a kept change as the server answers it. */
export interface AppliedEditView {
  readonly kind: EntityKind;
  readonly id: string;
  readonly version: number;
  readonly before: Definitions[EntityKind] | null;
  readonly after: Definitions[EntityKind] | null;
}
