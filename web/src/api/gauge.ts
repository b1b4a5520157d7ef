import { useEffect, useRef, useState } from 'react';
import { get } from './client';

export interface GaugeReading {
  readonly seq: number;
  readonly mm: number;
  readonly isPressed: boolean;
}

interface GaugeNews {
  readonly gauge: string;
  readonly isConnected: boolean;
  readonly badLines: number;
  readonly count: number;
  readonly last: GaugeReading | null;
  readonly pressed: readonly GaugeReading[];
}

export interface GaugeState {
  readonly gauge: string;
  readonly isConnected: boolean;
  /** It was plugged in while this page listened. */
  readonly wasHere: boolean;
  readonly badLines: number;
  readonly last: GaugeReading | null;
  /** Readings that came with the last news. */
  readonly count: number;
}

/** Gauges that are plugged in, as the server hears them; `onPressed` gets every reading somebody pressed the gauge's button for. */
export function useGauges(onPressed: (gauge: string, reading: GaugeReading) => void): {
  readonly gauges: readonly GaugeState[];
  readonly isAway: boolean;
} {
  const [gauges, setGauges] = useState<readonly GaugeState[]>([]);
  const [isAway, setAway] = useState(false);
  const take = useRef(onPressed);
  useEffect(() => {
    take.current = onPressed;
  });
  useEffect(() => {
    let stream: EventSource | null = null;
    /** The last pressed reading of each gauge that was passed on. */
    const seen = new Map<string, number>();
    let wasAway = false;
    const pass = (gauge: string, readings: readonly GaugeReading[]) => {
      for (const r of readings) {
        if (r.seq <= (seen.get(gauge) ?? 0)) continue;
        seen.set(gauge, r.seq);
        take.current(gauge, r);
      }
    };
    const open = () => {
      if (stream || document.hidden) return;
      stream = new EventSource('/api/gauges/stream');
      stream.onopen = () => {
        setAway(false);
        if (!wasAway) return;
        wasAway = false;
        /* What was pressed while the server could not be heard. */
        for (const [gauge, seq] of seen)
          void get<{ readings: GaugeReading[] }>(`/gauges/${gauge}/readings?pressed=1&after=${seq}`).then(
            (a) => pass(gauge, a.readings),
            () => undefined,
          );
      };
      stream.onerror = () => {
        wasAway = true;
        setAway(true);
      };
      stream.onmessage = (event: MessageEvent<string>) => {
        const news = JSON.parse(event.data) as GaugeNews;
        if (!seen.has(news.gauge)) seen.set(news.gauge, Math.min(...news.pressed.map((r) => r.seq), (news.last?.seq ?? 0) + 1) - 1);
        setGauges((before) => [
          ...before.filter((g) => g.gauge !== news.gauge),
          {
            gauge: news.gauge,
            wasHere: news.isConnected || before.some((g) => g.gauge === news.gauge && g.wasHere),
            isConnected: news.isConnected,
            badLines: news.badLines,
            last: news.last,
            count: news.count,
          },
        ]);
        pass(news.gauge, news.pressed);
      };
    };
    /* A browser keeps few lines to one server: a window nobody looks at gives its own back, and asks for what was pressed meanwhile. */
    const look = () => {
      if (!document.hidden) return open();
      stream?.close();
      stream = null;
      wasAway = true;
    };
    open();
    document.addEventListener('visibilitychange', look);
    return () => {
      document.removeEventListener('visibilitychange', look);
      stream?.close();
    };
  }, []);
  return { gauges, isAway };
}
