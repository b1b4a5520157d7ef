import { FINISH_WAYS, type FinishWay } from '#core/record/mark-work';
import type { HoleOrigin } from '#core/record/marks';
import { FINISH_WORDS } from '#core/wording/marks';
import { Select } from '../../ui/controls';

/** Which finish went on, said with the mark. */
export function FinishChoice({ value, onChange }: { value: FinishWay; onChange: (next: FinishWay) => void }) {
  return (
    <label className="flex flex-col text-[14px] text-ink2">
      Which finish
      <Select className="min-h-14 text-[17px]" value={value} onChange={(e) => onChange(e.target.value as FinishWay)}>
        {FINISH_WAYS.map((w) => (
          <option key={w} value={w}>
            {FINISH_WORDS[w]}
          </option>
        ))}
      </Select>
    </label>
  );
}

/** How a hole came to be, said with the mark. */
export function HoleOriginChoice({ value, onChange }: { value: HoleOrigin | ''; onChange: (next: HoleOrigin | '') => void }) {
  return (
    <label className="flex flex-col text-[14px] text-ink2">
      How the hole came to be
      <Select className="min-h-14 text-[17px]" value={value} onChange={(e) => onChange(e.target.value as HoleOrigin | '')}>
        <option value="">not said</option>
        <option value="drilled">drilled apart</option>
        <option value="together">drilled together</option>
        <option value="reamed">reamed</option>
        <option value="back-drilled">back-drilled from behind</option>
        <option value="transferred">transferred by strip or punch</option>
      </Select>
    </label>
  );
}
