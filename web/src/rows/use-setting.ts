import { useMemo } from 'react';
import { SETTING_WAYS } from '#core/record/definitions';
import type { Setting } from '#core/record/marks';
import { useLocal, writeLocal } from '../api/device';

/** How rivets are being set now, as chosen in this browser; whatever changes begins a new batch. */
export function useSetting(usual: Setting['way']): { readonly setting: Setting; readonly change: (next: Setting) => void } {
  const kept = useLocal('setting');
  const setting = useMemo((): Setting => {
    try {
      const read = JSON.parse(kept ?? 'null') as Partial<Setting> | null;
      if (read && SETTING_WAYS.includes(read.way as Setting['way'])) return read as Setting;
    } catch {
      /* Nothing readable: begin with the usual way. */
    }
    return { way: usual };
  }, [kept, usual]);
  return { setting, change: (next) => writeLocal('setting', JSON.stringify(next)) };
}
