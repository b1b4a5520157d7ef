import { useState } from 'react';
import { accessAlong } from '#core/access/shut-off';
import { breaksOf, followOrder, moved } from '#core/access/follow';
import { orderCost } from '#core/order/order-cost';
import type { Sequence } from '../../models/use-sequence';
import type { Move } from './move-answer';

interface MoveOf {
  readonly derived: Sequence['derived'];
  /** What is still to do, in the order that is followed or tried. */
  readonly order: readonly string[];
  /** So many done operations are shown before them. */
  readonly doneBefore: number;
  readonly known: Parameters<typeof orderCost>[1];
  readonly onTried: (order: readonly string[]) => void;
}

/** An operation moved among what is shown: what that breaks and shuts off is said before it is taken; what is done stays before everything. */
export function useMove({ derived, order, doneBefore, known, onTried }: MoveOf) {
  const [move, setMove] = useState<Move | null>(null);
  const look = (id: string, to: number, isDropped: boolean): void => {
    const at = order.indexOf(id);
    const place = to - doneBefore;
    if (at < 0 || place === at) return setMove(null);
    /* Dragged on within the same place: it is answered already. */
    if (!isDropped && move?.id === id && move.order.indexOf(id) === place) return;
    const next = moved(order, id, place);
    const breaks = breaksOf(derived.left, next).filter((b) => b.earlier === id || b.later === id);
    setMove({
      id,
      order: next,
      breaks,
      deadEnds: accessAlong(next, derived.access, derived.done).deadEnds,
      ...orderCost(next, known),
      isDropped,
    });
    if (isDropped && breaks.length === 0) {
      onTried(next);
      setMove(null);
    }
  };
  return {
    move,
    look,
    leave: () => setMove(null),
    takeAnyway: () => {
      if (move) onTried(followOrder(derived.left, move.order));
      setMove(null);
    },
  };
}
