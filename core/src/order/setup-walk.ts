import type { OperationGraph } from './graph';

/** How much may be remembered of the states along a list, numbers; a longer list of more operations remembers every second state, or fewer. */
const REMEMBERED = 4_000_000;

/** A change of the list that was tried: what stands from `from` on, up to where the old list goes on at `tail`. */
interface Change {
  readonly from: number;
  readonly middle: readonly number[];
  readonly tail: number;
}

/**
 * A list of set-ups, worked one after the other: in each everything that is or becomes ready is taken. The states along it are remembered,
 * so that a change costs only the part of the list where something becomes different: as soon as the same operations are done as
 * somewhere in the old list, the rest is the old rest.
 */
export class SetupWalk {
  private readonly state: Int32Array;
  /* Parts of the state. Of each operation: how many it still waits for, and the next one ready in its set-up; of each set-up the first one ready. */
  private readonly waiting: Int32Array;
  private readonly nextReady: Int32Array;
  private readonly firstReady: Int32Array;
  private left = 0;
  private doneSum = 0;
  /* The operations after each, one after the other. */
  private readonly nextFrom: Int32Array;
  private readonly next: Int32Array;
  private readonly sign: Float64Array;

  private readonly list: number[] = [];
  /* Before each set-up of the list: the state where it is remembered, operations left, and the sum that tells what is done. */
  private readonly states: (Int32Array | null)[] = [];
  private readonly lefts: number[] = [];
  private readonly doneSums: number[] = [];
  private readonly gap: number;
  private readonly spare: Int32Array[] = [];

  constructor(
    private readonly graph: OperationGraph,
    setups: readonly number[],
    remembered = REMEMBERED,
  ) {
    const n = graph.operations.length;
    this.state = new Int32Array(2 * n + graph.setupCount);
    this.waiting = this.state.subarray(0, n);
    this.nextReady = this.state.subarray(n, 2 * n);
    this.firstReady = this.state.subarray(2 * n);
    this.next = Int32Array.from(graph.next.flat());
    this.nextFrom = new Int32Array(n + 1);
    graph.next.forEach((own, v) => (this.nextFrom[v + 1] = (this.nextFrom[v] as number) + own.length));
    this.sign = signs(n);
    this.gap = Math.max(1, Math.ceil((setups.length * this.state.length) / remembered));
    this.begin(setups);
  }

  /** The set-ups that had something to do. */
  get setups(): readonly number[] {
    return this.list;
  }

  private begin(setups: readonly number[]): void {
    const n = this.waiting.length;
    this.waiting.set(this.graph.before.map((b) => b.length));
    this.firstReady.fill(-1);
    for (let v = n - 1; v >= 0; v--) {
      const s = this.graph.setupOf[v] as number;
      if (this.waiting[v] !== 0) continue;
      this.nextReady[v] = this.firstReady[s] as number;
      this.firstReady[s] = v;
    }
    this.left = n;
    for (const s of setups) if (this.firstReady[s] !== -1) this.append(s);
    while (this.left > 0) this.append(this.fullest());
  }

  private append(setup: number): void {
    const before = this.remembered(this.list.length);
    this.take(setup);
    this.list.push(setup);
    this.states.push(before.state);
    this.lefts.push(before.left);
    this.doneSums.push(before.doneSum);
  }

  /** Takes everything that is or becomes ready in a set-up; false: nothing was. */
  private take(setup: number): boolean {
    const { firstReady, nextReady, nextFrom, next, waiting, sign } = this;
    const { setupOf } = this.graph;
    let v = firstReady[setup] as number;
    if (v < 0) return false;
    let { left, doneSum } = this;
    for (; v >= 0; v = firstReady[setup] as number) {
      firstReady[setup] = nextReady[v] as number;
      left--;
      doneSum += sign[v] as number;
      for (let k = nextFrom[v] as number, end = nextFrom[v + 1] as number; k < end; k++) {
        const w = next[k] as number;
        const waits = (waiting[w] as number) - 1;
        waiting[w] = waits;
        if (waits > 0) continue;
        const s = setupOf[w] as number;
        nextReady[w] = firstReady[s] as number;
        firstReady[s] = w;
      }
    }
    this.left = left;
    this.doneSum = doneSum;
    return true;
  }

  private fullest(): number {
    let [fullest, most] = [-1, 0];
    for (let s = 0; s < this.firstReady.length; s++) {
      let count = 0;
      for (let v = this.firstReady[s] as number; v >= 0; v = this.nextReady[v] as number) count++;
      if (count > most) [fullest, most] = [s, count];
    }
    return fullest;
  }

  private remembered(at: number) {
    if (at % this.gap !== 0) return { state: null, left: this.left, doneSum: this.doneSum };
    const state = this.spare.pop() ?? new Int32Array(this.state.length);
    state.set(this.state);
    return { state, left: this.left, doneSum: this.doneSum };
  }

  /** Back to the state before a place of the list. */
  private goTo(at: number): void {
    let from = at;
    while (!this.states[from]) from--;
    this.state.set(this.states[from] as Int32Array);
    this.left = this.lefts[from] as number;
    this.doneSum = this.doneSums[from] as number;
    for (let i = from; i < at; i++) this.take(this.list[i] as number);
  }

  /**
   * What a list would be with these set-ups in the place of those from `from` to before `to`. What nothing is ready for is left out; what is
   * left open at the end is worked on, fullest set-up first. Null: it would be longer than `most`. Nothing is changed yet.
   */
  look(from: number, to: number, instead: readonly number[], most: number): Change | null {
    this.goTo(from);
    const middle = instead.filter((s) => this.take(s));
    let tail = to;
    while (this.left > 0 && !(this.left === this.lefts[tail] && this.doneSum === this.doneSums[tail])) {
      if (from + middle.length > most) return null;
      const setup = this.list[tail++] ?? this.fullest();
      if (this.take(setup)) middle.push(setup);
    }
    if (this.left === 0) tail = this.list.length;
    const rest = Math.max(0, this.list.length - tail);
    return from + middle.length + rest > most ? null : { from, middle, tail };
  }

  /** Changes the list as it was looked at. */
  change({ from, middle, tail }: Change): void {
    this.goTo(from);
    const before = middle.map((s, i) => {
      const known = this.remembered(from + i);
      this.take(s);
      return known;
    });
    const out = tail - from;
    this.list.splice(from, out, ...middle);
    for (const state of this.states.splice(from, out, ...before.map((b) => b.state))) if (state) this.spare.push(state);
    this.lefts.splice(from, out, ...before.map((b) => b.left));
    this.doneSums.splice(from, out, ...before.map((b) => b.doneSum));
  }
}

/** A whole number below 2^38 for each operation, so that sets of operations are told apart by their sums; exact for 32,768 of them. */
function signs(n: number): Float64Array {
  let state = 1;
  const next = () => (state = (state * 48271) % 2147483647);
  return Float64Array.from({ length: n }, () => next() * 128 + (next() % 128));
}
