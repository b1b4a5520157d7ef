import type { SetStateAction } from 'react';
import { STAGES, type Stage } from '#core/record/stage';
import type { Setup } from '#core/setup/setup';
import { setupName, setupVerb, STAGE_WORDS } from '#core/wording/setups';
import { Select, TextInput } from '../../ui/controls';
import { useUnits } from '../../ui/units';
import type { MapFilter } from './use-map-rows';

interface MapFiltersProps {
  readonly filter: MapFilter;
  readonly onFilter: (next: SetStateAction<MapFilter>) => void;
  readonly setups: readonly Setup[];
}

/** What the map is narrowed to, and what its holes tell. */
export function MapFilters({ filter, onFilter: setFilter, setups }: MapFiltersProps) {
  const units = useUnits();
  return (
    <>
      <div className="flex flex-wrap gap-2">
        <TextInput
          aria-label="Filter by name, rivet, hand or part"
          placeholder="Filter: name, rivet, hand, part"
          className="w-full"
          value={filter.text}
          onChange={(e) => setFilter({ ...filter, text: e.target.value })}
        />
        <Select
          aria-label="Stage"
          className="flex-1"
          value={filter.stage}
          onChange={(e) => setFilter({ ...filter, stage: e.target.value as Stage | '' })}
        >
          <option value="">every stage</option>
          {STAGES.map((s) => (
            <option key={s} value={s}>
              {STAGE_WORDS[s]}
            </option>
          ))}
        </Select>
        <Select aria-label="Hand" value={filter.hand} onChange={(e) => setFilter({ ...filter, hand: e.target.value as MapFilter['hand'] })}>
          <option value="">either hand</option>
          <option value="L">left</option>
          <option value="R">right</option>
          <option value="none">no hand</option>
        </Select>
        <Select
          aria-label="Set-up"
          className="w-full"
          value={filter.setupKey}
          onChange={(e) => setFilter({ ...filter, setupKey: e.target.value })}
        >
          <option value="">every set-up</option>
          {setups.map((s) => (
            <option key={s.key} value={s.key}>
              {setupVerb(s)}: {setupName(s, units)}
            </option>
          ))}
        </Select>
      </div>
      <Select
        aria-label="What the holes show"
        value={filter.show}
        onChange={(e) => setFilter({ ...filter, show: e.target.value as MapFilter['show'] })}
      >
        <option value="stages">holes show how far they are</option>
        <option value="tools">holes show which tool dimples them</option>
      </Select>
    </>
  );
}

/** Which tool, by shape. */
export function ToolLegend() {
  return (
    <p className="text-[13.5px] text-ink2">
      Ring: frame. Square: squeezer. Triangle: close-quarters dies. Diamond: pull-through dies. Heavy cross: no tool of yours reaches. Dot:
      nothing to dimple. Where two sheets are dimpled, the harder one counts.
    </p>
  );
}
