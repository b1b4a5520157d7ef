import { createContext, useCallback, useContext } from 'react';
import type { Entity } from '#core/record/definitions';
import { readFieldText, showMoment, type MomentStyle } from '#core/log/moments';
import { zoneHere } from '../api/record';

/** The time zone whose clock the page goes by: the kit's own, else that of the device. */
export const ZoneContext = createContext<string | null>(null);

export const zoneOf = (kit: Entity<'kit'> | undefined): string => kit?.definition.timeZone ?? zoneHere();

export function useZone(): string {
  return useContext(ZoneContext) ?? zoneHere();
}

/** Shows a moment (ISO 8601) by the page's clock. */
export function useShowMoment(): (iso: string, style?: MomentStyle) => string {
  const zone = useZone();
  return useCallback((iso: string, style: MomentStyle = 'moment') => showMoment(iso, zone, style), [zone]);
}

/** What a date-and-time field says, as a moment (ISO 8601); undefined: nothing is said, or there is no such time. */
export function useMomentOf(): (text: string) => string | undefined {
  const zone = useZone();
  return useCallback(
    (text: string) => {
      const ms = readFieldText(text, zone);
      return Number.isNaN(ms) ? undefined : new Date(ms).toISOString();
    },
    [zone],
  );
}
