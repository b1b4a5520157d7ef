import type { PartDefinition, RowDefinition } from './definitions';
import { bad, good, type Result } from '../units/result';
import { effectiveMarks, type Mark } from './marks';

/** Most zones of a part, and most characters of one. */
export const BARE_ZONES_MAX = 20;
export const ZONE_MAX = 80;

/** Zones of a part that stay bare, its own first, then what its sealed rows ask for; each once. */
export function bareZonesOf(
  partId: string,
  part: Pick<PartDefinition, 'bareZones'> | undefined,
  rows: readonly Pick<RowDefinition, 'layers' | 'setting'>[],
): string[] {
  const ofRows = rows.flatMap(({ layers, setting }) =>
    setting?.bareZone && layers.some((l) => l.partId === partId) ? [setting.bareZone] : [],
  );
  return [...new Set([...(part?.bareZones ?? []), ...ofRows])];
}

/** Zones of a part that were looked at: masked. */
export function bareChecked(marks: readonly Mark[], partId: string): ReadonlySet<string> {
  return new Set(
    effectiveMarks(marks.filter((m) => m.kind === 'bare-checked' || m.kind === 'undo')).flatMap((m) =>
      m.payload.partIds?.includes(partId) && m.payload.zone ? [m.payload.zone] : [],
    ),
  );
}

/** Zones as they are typed, one a line; what is empty or said twice is left out. */
export function readZones(text: string): Result<string[]> {
  const zones = [...new Set(text.split('\n').flatMap((l) => l.trim() || []))];
  const isFit = zones.length <= BARE_ZONES_MAX && zones.every((z) => z.length <= ZONE_MAX);
  return isFit ? good(zones) : bad({ code: 'bare-zones', data: { most: BARE_ZONES_MAX, characters: ZONE_MAX } });
}
