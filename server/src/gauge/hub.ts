import type { Mm } from '#core/units/length';

export interface GaugeReading {
  readonly seq: number;
  readonly mm: Mm;
  readonly isPressed: boolean;
}

/** What the page is told: not every reading of a fast gauge, but how many there were, the last one, and every pressed one. */
export interface GaugeNews {
  readonly gauge: string;
  readonly isConnected: boolean;
  /** Lines that made no sense since it was plugged in. */
  readonly badLines: number;
  readonly count: number;
  readonly last: GaugeReading | null;
  readonly pressed: readonly GaugeReading[];
}

/** Most gauges known by name in one run. */
const GAUGES_MAX = 50;
/** News goes out at most so often, ms: a fast gauge must not drown the page. */
const EVERY_MS = 100;

interface State {
  isConnected: boolean;
  badLines: number;
  count: number;
  last: GaugeReading | null;
  pressed: GaugeReading[];
  isDirty: boolean;
}

/** Gauges and those who listen to them. Readings come in after they were kept. */
export class GaugeHub {
  private readonly gauges = new Map<string, State>();
  private readonly listeners = new Set<(news: GaugeNews) => void>();
  private timer: NodeJS.Timeout | null = null;

  /** Calls with what is known now, and with all news from now on; answers how to stop. */
  listen(listener: (news: GaugeNews) => void): () => void {
    for (const [gauge, s] of this.gauges) listener({ ...newsOf(gauge, s), count: 0, pressed: [] });
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Whether a gauge of that name can be listened to: it is known, or there are not too many yet. */
  hasRoomFor(gauge: string): boolean {
    return this.gauges.has(gauge) || this.gauges.size < GAUGES_MAX;
  }

  connected(gauge: string, isConnected: boolean): void {
    const state = this.stateOf(gauge);
    state.isConnected = isConnected;
    if (isConnected) state.badLines = 0;
    this.touch(state);
  }

  misunderstood(gauge: string): void {
    const state = this.stateOf(gauge);
    state.badLines++;
    this.touch(state);
  }

  kept(gauge: string, readings: readonly GaugeReading[]): void {
    const state = this.stateOf(gauge);
    state.count += readings.length;
    state.last = readings.at(-1) ?? state.last;
    state.pressed.push(...readings.filter((r) => r.isPressed));
    this.touch(state);
  }

  close(): void {
    if (this.timer) clearTimeout(this.timer);
    this.listeners.clear();
  }

  private stateOf(gauge: string): State {
    let state = this.gauges.get(gauge);
    if (!state) this.gauges.set(gauge, (state = { isConnected: false, badLines: 0, count: 0, last: null, pressed: [], isDirty: false }));
    return state;
  }

  private touch(state: State): void {
    state.isDirty = true;
    this.timer ??= setTimeout(() => this.tell(), EVERY_MS);
  }

  private tell(): void {
    this.timer = null;
    for (const [gauge, state] of this.gauges) {
      if (!state.isDirty) continue;
      const news = newsOf(gauge, state);
      state.isDirty = false;
      state.count = 0;
      state.pressed = [];
      for (const listener of this.listeners) listener(news);
    }
  }
}

function newsOf(gauge: string, { isConnected, badLines, count, last, pressed }: State): GaugeNews {
  return { gauge, isConnected, badLines, count, last, pressed: [...pressed] };
}
