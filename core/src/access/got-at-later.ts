import type { Entity, RowDefinition, ShutOff } from '../record/definitions';

/** A row that has to be reached in service, and what was told to close it off for good. */
export interface ClosedOffLater {
  readonly rowId: string;
  /** What it has to be reached for. */
  readonly what: string;
  readonly by: ShutOff['by'];
}

/** Rows that have to be got at later and would be closed off: whatever shuts them and leaves no room, whether or not they are set before. */
export function closedOffLater(rows: readonly Entity<'row'>[]): ClosedOffLater[] {
  return rows.flatMap(({ id, definition }: { id: string; definition: RowDefinition }) =>
    definition.gotAtLater
      ? (definition.shutBy ?? [])
          .filter((s) => !s.room && !s.isBentOpen)
          .map((s) => ({ rowId: id, what: definition.gotAtLater ?? '', by: s.by }))
      : [],
  );
}
