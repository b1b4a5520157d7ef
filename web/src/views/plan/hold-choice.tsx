import { useState } from 'react';
import { HOLD_KINDS, type HoldKind, type HoleDefinition } from '#core/record/definitions';
import { HOLD_WORDS } from '#core/wording/setups';
import { Select } from '../../ui/controls';

/** Puts a hold on holes, or takes it off. */
export type OnHold = (holeIds: readonly string[], hold: HoldKind, isOn: boolean) => Promise<void>;

/** Holes to plug, to leave empty, or to leave until the angle is checked. */
export function HoldChoice({ chosen, onHold }: { chosen: readonly HoleDefinition[]; onHold: OnHold }) {
  /* One after the other: each starts from the version the one before it left. */
  const [isBusy, setBusy] = useState(false);
  return (
    <Select
      aria-label="Hold the chosen holes back"
      className="w-36"
      value=""
      disabled={chosen.length === 0 || isBusy}
      onChange={(e) => {
        setBusy(true);
        const hold = e.target.value as HoldKind;
        void onHold(
          chosen.map((h) => h.id),
          hold,
          !chosen.every((h) => h.holds?.includes(hold)),
        ).finally(() => setBusy(false));
      }}
    >
      <option value="">hold back …</option>
      {HOLD_KINDS.map((kind) => (
        <option key={kind} value={kind}>
          {chosen.length > 0 && chosen.every((h) => h.holds?.includes(kind)) ? 'no longer: ' : ''}
          {HOLD_WORDS[kind].text}
        </option>
      ))}
    </Select>
  );
}
