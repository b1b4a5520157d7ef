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

/** Zones of a part that were looked at: masked. What was looked at on a sheet that was scrapped since is not said of the new one. */
export function bareChecked(marks: readonly Mark[], partId: string): ReadonlySet<string> {
  const checked = new Set<string>();
  for (const m of effectiveMarks(marks.filter((k) => k.kind === 'bare-checked' || k.kind === 'scrapped' || k.kind === 'undo'))) {
    if (!m.payload.partIds?.includes(partId)) continue;
    if (m.kind === 'scrapped') checked.clear();
    else if (m.payload.zone) checked.add(m.payload.zone);
  }
  return checked;
}

/** Zones as they are typed, one a line; what is empty or said twice is left out. */
export function readZones(text: string): Result<string[]> {
  const zones = [...new Set(text.split('\n').flatMap((l) => l.trim() || []))];
  const isFit = zones.length <= BARE_ZONES_MAX && zones.every((z) => z.length <= ZONE_MAX);
  return isFit ? good(zones) : bad({ code: 'bare-zones', data: { most: BARE_ZONES_MAX, characters: ZONE_MAX } });
}
