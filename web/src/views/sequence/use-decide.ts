import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import type { WayOut } from '#core/access/ways-out';
import type { Edit, SequenceDecision } from '#core/record/definitions';
import { WAY_OUT_WORDS } from '#core/wording/sequence';
import { useKeep } from '../../api/commands';

interface Decide {
  /** What was refused last. */
  readonly error: string | null;
  readonly keepDecision: (decision: SequenceDecision) => Promise<void>;
  /** Takes a way out of a dead end: an order is tried, a change of the row is kept, with what else it wants. */
  readonly takeWay: (way: WayOut, rowId: string, more: readonly Edit[]) => void;
}

/** What is decided of an assembly's order. */
export function useDecide(data: AssemblyAnswer, setTried: (order: readonly string[] | null) => void): Decide {
  const { kit, assembly } = data;
  const keep = useKeep(kit);
  const [error, setError] = useState<string | null>(null);
  return {
    error,
    keepDecision: async (decision) => {
      const definition = { ...assembly.definition, sequence: decision };
      await keep({
        edits: [{ kind: 'assembly', id: assembly.id, expectedVersion: assembly.version, definition }],
        reason: decision.reason,
      });
      setTried(null);
    },
    takeWay: (way, rowId, more) => {
      const row = data.rows.find((r) => r.id === rowId);
      setError(null);
      if (!way.row || !row) return setTried(way.order);
      keep({
        edits: [...more, { kind: 'row', id: row.id, expectedVersion: row.version, definition: way.row }],
        reason: `Out of a dead end: ${WAY_OUT_WORDS[way.kind]}`,
      }).catch((e: Error) => setError(e.message));
    },
  };
}
