import { useEffect, useLayoutEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { askedStation, stationOf, type TakenBack } from '#core/access/asked-station';
import type { BenchStation, OrderedItem } from '#core/access/bench-order';
import type { Entity } from '#core/record/definitions';
import { isPageKey } from '../../ui/typing';

interface StationWish {
  /** The first order is still being worked out: what comes first now may not in a second. */
  readonly isFirstOrder: boolean;
  /** What was taken back is to be seen again: the bench opens there as soon as it has it. */
  readonly bringBack: TakenBack | null;
  readonly onBack: () => void;
}

/** Which set-up or whole work is open at the bench, and in it which row or part; the address says it, arrows and brackets change it. */
export function useStation(
  stations: readonly BenchStation[],
  rows: readonly Entity<'row'>[],
  { isFirstOrder, bringBack, onBack }: StationWish,
) {
  const [search, setSearch] = useSearchParams();
  const asked = { stage: search.get('stage'), rowId: search.get('row'), partId: search.get('part') };
  /* What is open stays open when a better order is found: nothing changes under a finger. */
  const [open, setOpen] = useState<{ setup: string; item: string } | null>(null);
  const first = open ? null : askedStation(stations, asked, rows);
  const wanted = search.get('setup') ?? open?.setup ?? first?.setup;
  const index = Math.max(
    0,
    stations.findIndex((s) => s.key === wanted),
  );
  const station = stations[index];
  const current = station?.kind === 'setup' ? station.setup : undefined;
  const wantedItem = search.get('item') ?? (open?.setup === station?.key ? open?.item : first?.item);
  const item = current?.items.find((i) => i.key === wantedItem) ?? current?.items[0];
  const itemKey = item?.key ?? '';
  if (station && (first || !isFirstOrder) && (open?.setup !== station.key || open.item !== itemKey))
    setOpen({ setup: station.key, item: itemKey });
  const show = (setup: string, chosen?: string) =>
    setSearch({ setup, ...(chosen === undefined ? {} : { item: chosen }) }, { replace: true });
  const go = (to: BenchStation, chosen?: OrderedItem) => show(to.key, chosen?.key);
  useEffect(() => {
    const back = bringBack && stationOf(stations, bringBack);
    if (!back) return;
    onBack();
    show(back.setup, back.item);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the bench has the row again
  }, [bringBack, stations]);
  /* Before the picture is there, so that no key is pressed into nothing. */
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!station || !isPageKey(e)) return;
      const at = item && current ? current.items.indexOf(item) : 0;
      const row = { ArrowDown: at + 1, ArrowUp: at - 1 }[e.key];
      const setup = { ']': index + 1, '[': index - 1 }[e.key];
      const nextItem = row === undefined ? undefined : current?.items[row];
      const nextSetup = setup === undefined ? undefined : stations[setup];
      if (!nextItem && !nextSetup) return;
      e.preventDefault();
      if (nextItem) go(station, nextItem);
      else if (nextSetup) go(nextSetup);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return { station, index, current, item, asked, go };
}
