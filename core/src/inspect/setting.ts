import type { SettingWay } from '../record/definitions';
import type { Setting } from '../record/marks';

interface SettingQuestion {
  /** How it was done last, in whatever row. */
  readonly remembered: Setting;
  /** How this row is meant to be set; null: not said. */
  readonly meant: SettingWay | null;
  /** What was chosen for this row just now. */
  readonly chosen: Partial<Setting>;
  readonly isBlind: boolean;
}

/** How a row is set now: what was chosen here, else what the row is meant to be, else as before. A squeezer is named only where one squeezes. */
export function settingFor({ remembered, meant, chosen, isBlind }: SettingQuestion): Setting {
  if (isBlind) return { way: 'blind' };
  const { toolId, ...rest } = { ...remembered, ...(meant !== null && meant !== 'blind' ? { way: meant } : {}), ...chosen };
  return rest.way === 'squeezer' && toolId !== undefined ? { ...rest, toolId } : rest;
}
