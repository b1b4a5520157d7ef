import type { AssemblyAnswer } from '#contract/answers';
import type { OrderedItem, OrderedSetup } from '#core/access/bench-order';
import type { FirstPieces } from '#core/inspect/first-pieces';
import type { Entity } from '#core/record/definitions';
import type { Mark, Setting } from '#core/record/marks';
import type { MarkWish } from '../../api/commands';
import type { RowModel } from '../../models/row-model';
import type { Sequence } from '../../models/use-sequence';
import type { useMarkLock } from './use-mark-lock';
import type { WorkAtHand } from './use-work-at-hand';

export interface AtWorkProps {
  readonly data: AssemblyAnswer;
  readonly current: OrderedSetup;
  readonly item: OrderedItem;
  readonly rows: readonly RowModel[];
  readonly marks: readonly Mark[];
  readonly onOpen: (item: OrderedItem) => void;
  /** `onKept`: told once it is kept; a question may come first. */
  readonly onMark: (wishes: readonly MarkWish[], onKept?: () => void) => void;
  /** Says in words what was marked. */
  readonly onMarked: (text: string) => void;
  /** The first pieces of the batch that a rivet of this row, set so, would belong to. */
  readonly firstOf: (setting: Setting) => FirstPieces | null;
  /** What was marked last, in words. */
  readonly marked: string | null;
  readonly undo: { readonly label: string | null; readonly run: () => void };
  /** Outlives the set-up: the press that bounces falls on the next one. */
  readonly lock: ReturnType<typeof useMarkLock>;
  readonly sequence: Sequence;
  readonly next: { readonly text: string; readonly onOpen: () => void } | null;
}

export type BodyProps = AtWorkProps & { readonly at: WorkAtHand; readonly tools: readonly Entity<'tool'>[] };
