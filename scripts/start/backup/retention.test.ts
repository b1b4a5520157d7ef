import { describe, expect, it } from 'vitest';
import { copyName, KEEP, outdated, readCopyName } from './retention';

const copy = (iso: string, because = 'daily') => readCopyName(copyName(new Date(iso), because))!;

describe('which copies are kept', () => {
  it('a name reads back to its time and reason', () => {
    expect(readCopyName(copyName(new Date('2026-11-28T00:37:41.500Z'), 'upgrade'))).toEqual({
      name: 'anvil-2026-11-28T003741Z-upgrade.zip',
      madeAt: new Date('2026-11-28T00:37:41.000Z'),
      because: 'upgrade',
    });
    expect(readCopyName('anvil-2026-11-28T003741Z-daily.zip.part')).toBeNull();
    expect(readCopyName('holiday.zip')).toBeNull();
  });
  it('of one day the newest stays', () => {
    const [early, late] = [copy('2026-11-28T08:00:00Z'), copy('2026-11-28T20:00:00Z')];
    expect(outdated([early, late])).toEqual([early]);
  });
  it('two years of days leave days, weeks and months', () => {
    const all = Array.from({ length: 730 }, (_, i) => copy(new Date(Date.UTC(2025, 0, 1, 20) + i * 86_400_000).toISOString()));
    const gone = new Set(outdated(all));
    const kept = all.filter((c) => !gone.has(c)).map((c) => c.madeAt.toISOString().slice(0, 10));
    expect(kept.slice(-KEEP.days)).toEqual(all.slice(-KEEP.days).map((c) => c.madeAt.toISOString().slice(0, 10)));
    /* The last day of each of the eleven months before this one, and of each of the four weeks before. */
    for (const day of ['2026-01-31', '2026-11-30', '2026-12-27', '2026-12-20', '2026-12-13', '2026-12-06']) expect(kept).toContain(day);
    expect(kept).not.toContain('2025-12-31');
    expect(kept.length).toBeLessThanOrEqual(KEEP.days + KEEP.weeks + KEEP.months);
  });
  it('days without use cost nothing: the last seven days that have a copy keep theirs', () => {
    const all = Array.from({ length: 7 }, (_, i) => copy(new Date(Date.UTC(2026, 0, 1) + i * 40 * 86_400_000).toISOString()));
    expect(outdated(all)).toEqual([]);
  });
  it('the newest three made before an upgrade stay in any case', () => {
    const upgrades = Array.from({ length: 5 }, (_, i) => copy(`2025-01-01T0${i}:00:00Z`, 'upgrade'));
    const days = Array.from({ length: 400 }, (_, i) => copy(new Date(Date.UTC(2025, 5, 1) + i * 86_400_000).toISOString()));
    const gone = outdated([...upgrades, ...days]);
    expect(upgrades.filter((u) => !gone.includes(u))).toEqual(upgrades.slice(2));
  });
});
