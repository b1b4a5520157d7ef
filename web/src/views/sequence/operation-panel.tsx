import { Link } from 'react-router';
import { benchSetupOf } from '#core/access/bench-order';
import { workOf, type MinutesOf } from '#core/operations/hours';
import type { AssemblyOperation } from '#core/operations/operations';
import { handlingSentence, precedenceReason, STATE_WORDS, wayList } from '#core/wording/sequence';
import type { Sequence } from '../../models/use-sequence';
import { Button } from '../../ui/controls';

interface OperationPanelProps {
  readonly sequence: Sequence;
  readonly operations: readonly AssemblyOperation[];
  readonly selected: AssemblyOperation;
  readonly isNext: boolean;
  readonly bandName: string;
  readonly minutes: MinutesOf;
  readonly assemblyId: string;
  readonly onPick: (id: string) => void;
  /** Moves it one place in the order; by how much. */
  readonly onMove: (by: -1 | 1) => void;
}

/** Operations that open up are named up to so many. */
const OPENS_SHOWN = 6;

/** One operation: how far it is, what it waits for and why, what it opens, what it shuts off and when it is itself shut off. */
export function OperationPanel({
  sequence,
  operations,
  selected,
  isNext,
  bandName,
  minutes,
  assemblyId,
  onPick,
  onMove,
}: OperationPanelProps) {
  const { derived, access, nameOf } = sequence;
  const own = derived.progress.get(selected.id);
  const state = own?.state ?? 'blocked';
  const open = own?.open ?? selected.count;
  const byId = new Map(operations.map((o) => [o.id, o]));
  const waits = selected.after.filter((a) => derived.progress.get(a.id)?.state !== 'done');
  const opens = operations.filter((o) => o.after.some((a) => a.id === selected.id) && derived.progress.get(o.id)?.waitsFor.length === 1);
  const shutsOff = derived.access.filter((r) => access.until.get(r.rowId) === selected.id);
  const until = selected.kind === 'set' && selected.rowId ? access.until.get(selected.rowId) : null;
  const narrows = access.narrows.get(selected.id) ?? [];
  const before = operations[operations.findIndex((o) => o.id === selected.id) - 1];
  const toHand = handlingSentence(before?.pieces ?? [], selected.pieces, (id) => sequence.model.parts.get(id)?.name ?? '');
  const atBench = benchSetupOf(selected, byId);
  const pick = (id: string) => (
    <button type="button" className="text-left underline underline-offset-2" onClick={() => onPick(id)}>
      {nameOf(id)}
    </button>
  );
  return (
    <section aria-label="The operation" className="flex flex-col gap-1">
      <h2 className="label text-[22px]">
        {isNext ? 'Next: ' : ''}
        {nameOf(selected.id)}
      </h2>
      <p>
        {bandName}; {STATE_WORDS[state]}, {open} of {selected.count} to do, some{' '}
        {Math.max(1, Math.round(open * minutes[workOf(selected)].minutes))} min.
      </p>
      {toHand ? <p>{toHand}</p> : null}
      {waits.length > 0 ? (
        <ul aria-label="Waits for">
          {waits.map((a) => {
            const earlier = byId.get(a.id);
            return earlier ? (
              <li key={a.id}>
                waits for {pick(a.id)}: <span className="text-ink2">{precedenceReason(a.because, earlier.kind, selected.kind)}</span>
              </li>
            ) : null;
          })}
        </ul>
      ) : null}
      {until ? (
        <p>
          Can be set until {pick(until)}; <span className="text-ink2">after that nothing you own gets at it.</span>
        </p>
      ) : null}
      {shutsOff.length > 0 || narrows.length > 0 ? (
        <ul aria-label="Shuts off" className="text-caution">
          {shutsOff.map((r) => (
            <li key={r.rowId}>shuts off {pick(r.setId)}</li>
          ))}
          {narrows.map(({ rowId, left }) => (
            <li key={rowId}>
              leaves {pick(derived.access.find((r) => r.rowId === rowId)?.setId ?? '')} only to {wayList(left)}
            </li>
          ))}
        </ul>
      ) : null}
      {opens.length > 0 ? (
        <ul aria-label="Opens">
          {opens.slice(0, OPENS_SHOWN).map((o) => (
            <li key={o.id}>opens {pick(o.id)}</li>
          ))}
          {opens.length > OPENS_SHOWN ? <li>and {opens.length - OPENS_SHOWN} more</li> : null}
        </ul>
      ) : null}
      <div className="flex flex-wrap items-center gap-2 pt-1">
        {state === 'done' ? null : (
          <>
            <Button onClick={() => onMove(-1)}>One place earlier</Button>
            <Button onClick={() => onMove(1)}>One place later</Button>
          </>
        )}
        {state !== 'done' && (selected.rowId !== null || atBench !== null) ? (
          <>
            {atBench === null ? null : (
              <Link
                className="underline underline-offset-2"
                to={`/assemblies/${assemblyId}/bench?${new URLSearchParams({ setup: atBench, ...(selected.rowId === null || atBench === selected.id ? {} : { item: `row/${selected.rowId}` }) }).toString()}`}
              >
                At the bench
              </Link>
            )}
            {selected.rowId === null ? null : (
              <Link className="underline underline-offset-2" to={`/assemblies/${assemblyId}/map?row=${selected.rowId}`}>
                On the map
              </Link>
            )}
          </>
        ) : null}
      </div>
    </section>
  );
}
