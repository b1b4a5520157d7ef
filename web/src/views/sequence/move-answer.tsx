import type { Break } from '#core/access/follow';
import type { AssemblyOperation } from '#core/operations/operations';
import type { OrderCost } from '#core/order/order-cost';
import type { DeadEnd } from '#core/access/shut-off';
import { orderCostWords, precedenceReason } from '#core/wording/sequence';
import { Button } from '../../ui/controls';

/** What moving an operation would break. */
export interface Move extends OrderCost {
  readonly id: string;
  readonly order: readonly string[];
  readonly breaks: readonly Break[];
  /** Rows it would shut off. */
  readonly deadEnds: readonly DeadEnd[];
  readonly isDropped: boolean;
}

interface MoveAnswerProps {
  readonly move: Move;
  readonly nameOf: (id: string) => string;
  readonly operations: ReadonlyMap<string, AssemblyOperation>;
  readonly onAnyway: () => void;
  readonly onLeave: () => void;
}

/** What putting an operation there breaks, and why; while it is dragged and after. */
export function MoveAnswer({ move, nameOf, operations, onAnyway, onLeave }: MoveAnswerProps) {
  const { breaks, id, isDropped } = move;
  return (
    <div role="group" aria-label="What the move breaks" aria-live="polite" className="rounded border border-caution bg-caution-soft p-2">
      <p className="label text-[18px]">
        {nameOf(id)} {breaks.length === 0 ? 'can stand there.' : `there breaks ${breaks.length === 1 ? 'this' : 'these'}:`}
      </p>
      <ul>
        {breaks.map((b) => {
          const [earlier, later] = [operations.get(b.earlier), operations.get(b.later)];
          return (
            <li key={`${b.earlier} ${b.later}`}>
              {nameOf(b.later)} comes after {nameOf(b.earlier)}
              {earlier && later ? `: ${precedenceReason(b.because, earlier.kind, later.kind)}` : ''}
            </li>
          );
        })}
      </ul>
      <p>
        {orderCostWords(move)}.{' '}
        {move.deadEnds.length > 0 ? (
          <strong className="text-stop">It ends dead at {move.deadEnds.map((d) => nameOf(d.setId)).join('; ')}.</strong>
        ) : (
          'No dead end.'
        )}
      </p>
      {isDropped ? (
        <div className="flex gap-2 pt-1">
          <Button onClick={onAnyway}>Put it there with what it needs</Button>
          <Button onClick={onLeave}>Leave it where it was</Button>
        </div>
      ) : null}
    </div>
  );
}
