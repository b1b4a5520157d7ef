import { layerReaches } from '../reach/layer-reach';
import { toolsForSetup } from '../reach/tools-for-setup';
import type { Entity } from '../record/definitions';
import type { SequenceModel } from './model';
import type { AssemblyOperation } from '../operations/operations';
import { waysLeft } from './shut-off';

/** What is tried out for now, and kept nowhere. */
export interface WhatIf {
  /** Rows not set now. */
  readonly heldRows: ReadonlySet<string>;
  /** Parts not touched now. */
  readonly skippedParts: ReadonlySet<string>;
  /** Tools in the box, by id; null: all of them. */
  readonly box: ReadonlySet<string> | null;
}

export const NOTHING_TRIED: WhatIf = { heldRows: new Set(), skippedParts: new Set(), box: null };

export type AsideReason = 'held' | 'part' | 'tool' | 'waits';

export interface Tried {
  /** What can be done all the same. */
  readonly now: readonly AssemblyOperation[];
  /** What is left for later, and why: 'waits' for something else that is. */
  readonly aside: ReadonlyMap<string, AsideReason>;
}

const SETTING: readonly AssemblyOperation['kind'][] = ['seal', 'set', 'inspected', 'bend-open', 'bend-back'];

/** Splits what is left into what can be done and what has to wait. */
export function tryOut(left: readonly AssemblyOperation[], model: SequenceModel, { heldRows, skippedParts, box }: WhatIf): Tried {
  const lacks = box === null ? () => false : outOfTheBox(model, box);
  const aside = new Map<string, AsideReason>();
  for (const o of left) {
    if (o.rowId !== null && heldRows.has(o.rowId) && SETTING.includes(o.kind)) aside.set(o.id, 'held');
    else if ((o.rowId !== null || o.partIds.length === 1) && o.partIds.some((p) => skippedParts.has(p))) aside.set(o.id, 'part');
    else if (lacks(o)) aside.set(o.id, 'tool');
  }
  /* What waits for something left aside is left aside too. */
  const next = new Map<string, AssemblyOperation[]>();
  for (const o of left)
    for (const a of o.after) {
      const list = next.get(a.id);
      if (list) list.push(o);
      else next.set(a.id, [o]);
    }
  const open = [...aside.keys()];
  for (let at = open.pop(); at !== undefined; at = open.pop())
    for (const o of next.get(at) ?? [])
      if (!aside.has(o.id)) {
        aside.set(o.id, 'waits');
        open.push(o.id);
      }
  return { now: left.filter((o) => !aside.has(o.id)), aside };
}

/** Whether an operation wants a tool that is owned but not in the box. Work for which nothing is owned anyway is left as it is. */
function outOfTheBox({ rows, parts, tools }: SequenceModel, box: ReadonlySet<string>): (o: AssemblyOperation) => boolean {
  const inBox = tools.filter((t) => box.has(t.id));
  const byId = new Map(rows.map((r) => [r.id, r]));
  return (o) => {
    const row = o.rowId === null ? undefined : byId.get(o.rowId);
    const use = row?.uses.find((u) => u.setup.key === o.setup);
    if (!row || !use) return false;
    const fits = (own: readonly Entity<'tool'>[]) => toolsForSetup(own, use.setup).fit.length > 0;
    if (fits(tools) && !fits(inBox)) return true;
    if (o.kind === 'set') return waysLeft(row, [], tools).length > 0 && waysLeft(row, [], inBox).length === 0;
    if (o.kind !== 'dimpled') return false;
    const isReached = (own: readonly Entity<'tool'>[]) => {
      const reaches = layerReaches(row.row, use.steps, parts, own);
      return reaches.length > 0 && reaches.every((r) => r.ranges.every((x) => x.best !== null));
    };
    return isReached(tools) && !isReached(inBox);
  };
}
