import type { Place } from '../layout/path';

/** Gives places that lie within a reach of each other the same number, by a grid: the time goes with the number of places. */
export class MeetingPlaces {
  private readonly cells = new Map<string, number[]>();
  private readonly places: Place[] = [];

  constructor(private readonly reach: number) {}

  /** The number of the place, from 0. */
  idOf(p: Place): number {
    const size = this.reach * 4;
    const [cx, cy] = [Math.floor(p.x / size), Math.floor(p.y / size)];
    const [fx, fy] = [p.x / size - cx, p.y / size - cy];
    const xs = fx < 0.25 ? [cx, cx - 1] : fx > 0.75 ? [cx, cx + 1] : [cx];
    const ys = fy < 0.25 ? [cy, cy - 1] : fy > 0.75 ? [cy, cy + 1] : [cy];
    for (const x of xs)
      for (const y of ys)
        for (const id of this.cells.get(`${x} ${y}`) ?? []) {
          const other = this.places[id] as Place;
          if (Math.hypot(other.x - p.x, other.y - p.y) <= this.reach) return id;
        }
    const id = this.places.push(p) - 1;
    const key = `${cx} ${cy}`;
    const cell = this.cells.get(key);
    if (cell) cell.push(id);
    else this.cells.set(key, [id]);
    return id;
  }
}

/** An open piece of an edge, from its first place to its last. */
export interface Piece {
  readonly type: string;
  readonly places: readonly Place[];
}

/** The closed loops that pieces make, each in its order round, and the pieces that belong to none. */
export function loopsOf<P extends Piece>(pieces: readonly P[], reach: number): { loops: { piece: P; isTurned: boolean }[][]; left: P[] } {
  const meeting = new MeetingPlaces(reach);
  const ends = pieces.map((p) => [meeting.idOf(p.places[0] as Place), meeting.idOf(p.places.at(-1) as Place)] as const);
  const at = new Map<number, number[]>();
  for (const [i, pair] of ends.entries())
    for (const node of pair) {
      const known = at.get(node);
      if (known) known.push(i);
      else at.set(node, [i]);
    }
  const isDone = new Uint8Array(pieces.length);
  const loops: { piece: P; isTurned: boolean }[][] = [];
  const left: P[] = [];
  for (const start of pieces.keys()) {
    if (isDone[start]) continue;
    const { members, isRing } = connected(start, ends, at, isDone);
    if (!isRing) left.push(...members.map((i) => pieces[i] as P));
    else loops.push(walk(start, members.length, ends, at).map((s) => ({ piece: pieces[s.index] as P, isTurned: s.isTurned })));
  }
  return { loops, left };
}

type Ends = readonly (readonly [number, number])[];

/** All pieces that hang together with one; a ring where at every place exactly two ends meet. */
function connected(start: number, ends: Ends, at: ReadonlyMap<number, number[]>, isDone: Uint8Array) {
  const members: number[] = [];
  const open = [start];
  let isRing = true;
  isDone[start] = 1;
  for (let index = open.pop(); index !== undefined; index = open.pop()) {
    members.push(index);
    for (const node of ends[index] as readonly [number, number]) {
      const here = at.get(node) as number[];
      if (here.length !== 2) isRing = false;
      for (const other of here)
        if (!isDone[other]) {
          isDone[other] = 1;
          open.push(other);
        }
    }
  }
  return { members, isRing };
}

function walk(start: number, count: number, ends: Ends, at: ReadonlyMap<number, number[]>): { index: number; isTurned: boolean }[] {
  const steps = [{ index: start, isTurned: false }];
  let node = (ends[start] as readonly [number, number])[1];
  for (let index = start; steps.length < count;) {
    const here = at.get(node) as number[];
    const next = (here[0] === index ? here[1] : here[0]) as number;
    const pair = ends[next] as readonly [number, number];
    const isTurned = pair[0] !== node;
    steps.push({ index: next, isTurned });
    node = isTurned ? pair[0] : pair[1];
    index = next;
  }
  return steps;
}
