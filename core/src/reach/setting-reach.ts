import type { Entity, PartDefinition, RowDefinition, SettingWay, ToolDefinition, ToolKind } from '../record/definitions';
import type { Mm } from '../units/length';
import { trimFor, type Trim } from '../rivet/fitting';
import { reachFailures, type HoleAccess, type ReachFailure } from './reach';
import { rowAccess } from './row-reach';

/** The tools a way of setting is done with; the order is that in which a hole is given to one where several reach. */
const KINDS_OF_WAY: Readonly<Record<SettingWay, readonly ToolKind[]>> = {
  squeezer: ['squeezer'],
  gun: ['bar'],
  back: ['back-set'],
  blind: ['puller'],
};
const WAYS: readonly SettingWay[] = ['squeezer', 'gun', 'back', 'blind'];

/** A tool a hole can be set with. */
export interface Setter {
  readonly way: SettingWay;
  readonly tool: Entity<'tool'>;
}

/** Owned tools that set, best first; a blind fastener is pulled and nothing else. */
export function setters(tools: readonly Entity<'tool'>[], isBlind: boolean): Setter[] {
  return WAYS.filter((w) => (w === 'blind') === isBlind).flatMap((way) =>
    tools.filter((t) => KINDS_OF_WAY[way].includes(t.definition.kind)).map((tool) => ({ way, tool })),
  );
}

/**
 * Why a tool cannot set at a hole, in the order it is looked at. A squeezer wants its throat, nose and room; a bar its width beside the wall and
 * its thickness in the room; a back-riveting set and a puller their width beside the wall. What was not measured speaks against nothing.
 */
export function settingFailures({ way, tool }: Setter, at: HoleAccess): ReachFailure[] {
  const t = tool.definition;
  const mm = (l: ToolDefinition['throat']) => (l === null ? undefined : (l.mm as Mm));
  const isSqueezer = way === 'squeezer';
  const whole = {
    id: tool.id,
    name: t.name,
    kind: 'squeezer' as const,
    throat: isSqueezer ? mm(t.throat) : undefined,
    noseHalfWidth: mm(t.noseHalfWidth),
    noseHeight: mm(t.noseHeight),
    takesBent: true,
  };
  const needsRoom = isSqueezer || way === 'gun';
  return reachFailures(whole, needsRoom ? at : { ...at, room: undefined });
}

/** Holes next to each other (zero-based, both ends included) that the same tool sets; null: none of them does. */
export interface SettingRange {
  readonly from: number;
  readonly to: number;
  readonly best: Setter | null;
}

/** Who sets which holes of a row: the planned way first where it reaches, else the best that does. */
export function settingRanges(owned: readonly Setter[], holes: readonly HoleAccess[], planned: SettingWay | null): SettingRange[] {
  const ordered = [...owned].sort((a, b) => Number(b.way === planned) - Number(a.way === planned));
  const ranges: { from: number; to: number; best: Setter | null }[] = [];
  holes.forEach((at, i) => {
    const best = ordered.find((s) => settingFailures(s, at).length === 0) ?? null;
    const last = ranges.at(-1);
    if (last && last.best?.tool.id === best?.tool.id) last.to = i;
    else ranges.push({ from: i, to: i, best });
  });
  return ranges;
}

/** The first of these holes (zero-based) that none of the tools of a way reaches, with what stands in the way of the nearest one; null: all are reached. */
export function firstOutOfReach(
  owned: readonly Setter[],
  holes: readonly HoleAccess[],
  wanted: readonly number[],
): { readonly hole: number; readonly tool: string; readonly failures: readonly ReachFailure[] } | null {
  if (owned.length === 0) return null;
  for (const hole of wanted) {
    const at = holes[hole];
    if (!at) continue;
    const tried = owned.map((s) => ({ tool: s.tool.definition.name, failures: settingFailures(s, at) }));
    const nearest = tried.reduce((a, b) => (b.failures.length < a.failures.length ? b : a));
    if (nearest.failures.length > 0) return { hole, ...nearest };
  }
  return null;
}

/** Holes of a row as a tool finds them when it is set: from the last sheet's side, where the head is driven. */
export function settingAccess(row: RowDefinition, parts: ReadonlyMap<string, PartDefinition>): HoleAccess[] {
  const index = row.layers.length - 1;
  return rowAccess(row, parts.get(row.layers[index]?.partId ?? ''), index);
}

/**
 * Where only a squeezer's throat keeps it from a row: how much of the edge would have to go, and whether enough is left. Null: something else
 * stands in the way too, or nothing does.
 */
export function trimToReach(setter: Setter, holes: readonly HoleAccess[], least: Mm): (Trim & { readonly tool: string }) | null {
  const { throat, name } = setter.tool.definition;
  if (setter.way !== 'squeezer' || !throat) return null;
  const failing = holes.filter((at) => settingFailures(setter, at).length > 0);
  if (failing.length === 0 || failing.some((at) => settingFailures(setter, at).some((f) => f !== 'throat'))) return null;
  const edge = Math.max(...failing.map((at) => at.edge ?? 0)) as Mm;
  return { ...trimFor({ edge, throat: throat.mm as Mm, finish: 0 as Mm, least }), tool: name };
}
