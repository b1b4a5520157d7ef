import { useMemo } from 'react';
import { SETTING_WAYS } from '#core/record/definitions';
import type { Setting } from '#core/record/marks';
import { useLocal, writeLocal } from '../api/device';

const USUAL: Setting = { way: 'squeezer' };

/** How rivets were set last, as chosen in this browser; whatever changes begins a new batch. */
export function useSetting(): { readonly remembered: Setting; readonly remember: (next: Setting) => void } {
  const kept = useLocal('setting');
  const remembered = useMemo((): Setting => {
    try {
      const read = JSON.parse(kept ?? 'null') as Partial<Setting> | null;
      if (read && SETTING_WAYS.includes(read.way as Setting['way'])) return read as Setting;
    } catch {
      /* Nothing readable: begin with the usual way. */
    }
    return USUAL;
  }, [kept]);
  return { remembered, remember: (next) => writeLocal('setting', JSON.stringify(next)) };
}
