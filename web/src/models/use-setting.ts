import { useMemo } from 'react';
import { SETTING_WAYS } from '#core/record/definitions';
import { rememberedAfter, settingForSize, type RememberedSetting } from '#core/inspect/setting';
import type { Setting } from '#core/record/marks';
import { useLocal, writeLocal } from '../api/device';

const USUAL: RememberedSetting = { way: 'squeezer' };

/** How rivets were set last, as chosen in this browser; whatever changes begins a new batch. */
export function useSetting(dash: number): { readonly remembered: Setting; readonly remember: (next: Setting) => void } {
  const kept = useLocal('setting');
  const all = useMemo((): RememberedSetting => {
    try {
      const read = JSON.parse(kept ?? 'null') as (Partial<RememberedSetting> & { pressure?: string }) | null;
      /* A pressure of before sizes were told apart is nobody's. */
      const { pressure: _, ...rest } = read ?? {};
      if (SETTING_WAYS.includes(rest.way as Setting['way'])) return rest as RememberedSetting;
    } catch {
      /* Nothing readable: begin with the usual way. */
    }
    return USUAL;
  }, [kept]);
  return {
    remembered: useMemo(() => settingForSize(all, dash), [all, dash]),
    remember: (next) => writeLocal('setting', JSON.stringify(rememberedAfter(all, next, dash))),
  };
}
