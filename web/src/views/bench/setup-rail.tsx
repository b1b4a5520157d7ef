import type { OrderedSetup } from '#core/sequence/bench-order';
import { OPERATION_WORDS, setupName } from '#core/wording/setups';
import { useUnits } from '../../ui/units';

interface SetupRailProps {
  readonly setups: readonly OrderedSetup[];
  readonly current: OrderedSetup | undefined;
  readonly onOpen: (setup: OrderedSetup) => void;
}

/** The set-ups of the assembly in the order of the work: what is in the tool, and how many holes want it. */
export function SetupRail({ setups, current, onOpen }: SetupRailProps) {
  const units = useUnits();
  return (
    <nav aria-label="Set-ups" className="flex gap-1 overflow-x-auto md:flex-col md:overflow-visible">
      {setups.map((s) => {
        const isHere = s === current;
        return (
          <button
            key={s.setup.key}
            type="button"
            aria-current={isHere ? 'step' : undefined}
            onClick={() => onOpen(s)}
            className={`min-h-14 shrink-0 rounded border px-3 py-1 text-left ${isHere ? 'border-dye bg-dye-soft' : 'border-line bg-raised'} ${s.readyHoles === 0 ? 'text-ink2' : ''}`}
          >
            <span className="label block text-[18px] leading-tight">{OPERATION_WORDS[s.setup.operation].verb}</span>
            <span className="block text-[14px] leading-tight">{setupName(s.setup, units)}</span>
            <span className="block text-[14px] leading-tight">
              {s.openHoles} {s.readyHoles < s.openHoles ? `(${s.readyHoles} ready)` : 'ready'}
            </span>
          </button>
        );
      })}
    </nav>
  );
}
