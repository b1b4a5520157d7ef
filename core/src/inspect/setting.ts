import type { SettingWay } from '../record/definitions';
import type { Setting } from '../record/marks';

/** What a browser remembers of setting: way and tool for all rows, the pressure for each size, since a gun set for one overdrives the next. */
export interface RememberedSetting extends Omit<Setting, 'pressure'> {
  readonly pressures?: Readonly<Record<string, string>>;
}

/** What is remembered, as it stands for rivets of a size. Example: 38 psi for dash 4 is nothing for dash 3. */
export function settingForSize({ pressures = {}, ...rest }: RememberedSetting, dash: number): Setting {
  const pressure = Object.hasOwn(pressures, String(dash)) ? pressures[String(dash)] : undefined;
  return pressure === undefined ? rest : { ...rest, pressure };
}

/** What is remembered after rivets of a size were set so. */
export function rememberedAfter(before: RememberedSetting, { pressure, ...rest }: Setting, dash: number): RememberedSetting {
  const { [String(dash)]: _, ...others } = before.pressures ?? {};
  return { ...rest, pressures: pressure === undefined ? others : { ...others, [String(dash)]: pressure } };
}

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
