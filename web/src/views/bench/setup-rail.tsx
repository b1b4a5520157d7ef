import type { BenchStation } from '#core/access/bench-order';
import { operationVerb } from '#core/wording/sequence';
import { setupVerb, setupName } from '#core/wording/setups';
import type { Units } from '#core/units/length';
import { useUnits } from '../../ui/units';

interface SetupRailProps {
  readonly stations: readonly BenchStation[];
  readonly current: BenchStation | undefined;
  /** What an operation is called, by its id. */
  readonly nameOf: (id: string) => string;
  readonly onOpen: (station: BenchStation) => void;
}

interface RailLine {
  readonly verb: string;
  readonly what: string;
  readonly count: string;
  readonly isReady: boolean;
}

/** The set-ups of the assembly and the work on the whole between them, in the order of the work, and how much wants each. */
export function SetupRail({ stations, current, nameOf, onOpen }: SetupRailProps) {
  const units = useUnits();
  return (
    <nav aria-label="Set-ups" className="flex flex-col gap-1">
      {stations.map((s) => {
        const isHere = s.key === current?.key;
        const line = railLine(s, nameOf, units);
        return (
          <button
            key={s.key}
            type="button"
            aria-current={isHere ? 'step' : undefined}
            onClick={() => onOpen(s)}
            className={`min-h-14 shrink-0 rounded border px-3 py-1 text-left ${isHere ? 'border-dye bg-dye-soft' : 'border-line bg-raised'} ${line.isReady ? '' : 'text-ink2'}`}
          >
            <span className="label block text-[18px] leading-tight">{line.verb}</span>
            <span className="block text-[14px] leading-tight">{line.what}</span>
            <span className="block text-[14px] leading-tight">{line.count}</span>
          </button>
        );
      })}
    </nav>
  );
}

function railLine(station: BenchStation, nameOf: (id: string) => string, units: Units): RailLine {
  if (station.kind === 'setup') {
    const { setup, openHoles, readyHoles } = station.setup;
    return {
      verb: setupVerb(setup),
      what: setupName(setup, units),
      count: `${openHoles} ${readyHoles < openHoles ? `(${readyHoles} ready)` : 'ready'}`,
      isReady: readyHoles > 0,
    };
  }
  const { work } = station;
  const verb = operationVerb(work.kind);
  const isReady = work.waits.length === 0;
  const parts = work.openPartIds.length;
  return {
    verb,
    what: nameOf(work.id).slice(verb.length + 2),
    count: `${work.rowId === null ? `${parts} ${parts === 1 ? 'part' : 'parts'} ` : ''}${isReady ? 'ready' : 'not ready yet'}`,
    isReady,
  };
}
