import { notSolid } from '../prep/stack';
import type { Entity, RowDefinition, ShutOff, ToolDefinition } from '../record/definitions';
import type { Verdict } from '../prep/findings';
import { dashLength } from '../rivet/callout';
import { neededOpening } from '../rivet/opening';
import { THROAT_RIM_MM } from '../reach/reach';
import { rowAccess } from '../reach/row-reach';
import { planRow, type WorkRow } from '../work/assembly-work';
import { toolProblems } from '../reach/tools-for-setup';
import type { Head } from '../tables/fasteners';
import type { Mm } from '../units/length';
import type { WorkOf } from '../operations/hours';
import { breaksOf, followOrder } from './follow';
import { deriveSequence, minutesLeft, type DerivedSequence, type SequenceModel } from './model';
import type { AssemblyOperation } from '../operations/operations';
import { orderCost, type OrderCost } from '../order/order-cost';
import { accessAlong, type DeadEnd } from './shut-off';

/** How a dead end is left: the row earlier, what shuts it later, a blind rivet, a flange bent open, a tool that reaches. */
export const WAYS_OUT = ['earlier', 'later', 'blind', 'bend', 'tool'] as const;
export type WayOutKind = (typeof WAYS_OUT)[number];

/** What a tool would have to be: sets of the rivet's size and head, or a squeezer. */
export type WantedTool = { readonly kind: 'sets'; readonly dash: number; readonly head: Head } | WantedSqueezer;

export interface WantedSqueezer {
  readonly kind: 'squeezer';
  readonly noseHeightMost: Mm;
  readonly throatLeast: Mm | null;
  readonly noseHalfWidthMost: Mm | null;
  readonly gapLeast: Mm;
}

/** One way out, with the order and everything else worked out again. */
export interface WayOut extends OrderCost {
  readonly kind: WayOutKind;
  readonly order: readonly string[];
  /** Minutes of everything left. */
  readonly minutes: number;
  /** Dead ends that are left: never the one it leads out of, nor a new one. */
  readonly deadEnds: readonly DeadEnd[];
  /** The row as it has to be kept for it. */
  readonly row: RowDefinition | null;
  readonly verdict: { readonly before: Verdict; readonly after: Verdict } | null;
  readonly hole: { readonly before: Mm; readonly after: Mm } | null;
  /** What has to be bought or borrowed; empty: nothing. */
  readonly tools: readonly WantedTool[];
}

export interface WaysOutQuestion {
  readonly model: SequenceModel;
  readonly derived: DerivedSequence;
  /** What is left, in the order that shuts the row off. */
  readonly order: readonly string[];
  readonly deadEnd: DeadEnd;
  /** The blind rivet that would be taken; null: none is known. */
  readonly blind: Pick<Entity<'fastener'>, 'id' | 'definition'> | null;
  readonly minutes: Readonly<Record<WorkOf, { readonly minutes: number }>>;
}

/** The ways out of a dead end that really lead out of it, each worked out anew. */
export function waysOut(question: WaysOutQuestion): WayOut[] {
  const { model, deadEnd } = question;
  const row = model.rows.find((r) => r.id === deadEnd.rowId);
  if (!row) return [];
  const known = new Set(accessAlong(question.order, question.derived.access, question.derived.done).deadEnds.map((d) => d.rowId));
  const all = [
    ...otherOrder(question, 'earlier', setEarlier),
    ...otherOrder(question, 'later', closeLater),
    ...otherRow(
      question,
      'blind',
      row,
      question.blind && (question.blind.definition.hole?.mm ?? 0) >= row.stack.size.diameter ? blindRow(row.row, question.blind.id) : null,
    ),
    ...otherRow(question, 'bend', row, bentRow(row.row, closedBefore(question))),
    ...otherTool(question, row),
  ];
  /* A way that only leads to another dead end is none; of tools the fewest that do. */
  const ways = all.filter((w) => w.deadEnds.every((d) => d.rowId !== deadEnd.rowId && known.has(d.rowId)));
  return ways.filter((w) => w.kind !== 'tool' || w === ways.find((first) => first.kind === 'tool'));
}

type Extras = Partial<Pick<WayOut, 'row' | 'verdict' | 'hole' | 'tools'>>;

/** What a way comes to, once its order and its operations are known. */
function workedOut(
  kind: WayOutKind,
  { left, progress, access, done }: DerivedSequence,
  order: readonly string[],
  minutes: WaysOutQuestion['minutes'],
  extras: Extras = {},
): WayOut {
  return {
    row: null,
    verdict: null,
    hole: null,
    tools: [],
    ...extras,
    kind,
    order,
    ...orderCost(order, new Map(left.map((o) => [o.id, o]))),
    minutes: minutesLeft(left, progress, minutes),
    deadEnds: accessAlong(order, access, done).deadEnds,
  };
}

/** What shuts the row off before it is set by this order: the rest comes after it and is in nobody's way. */
function closedBefore({ derived, order, deadEnd }: Pick<WaysOutQuestion, 'derived' | 'order' | 'deadEnd'>): ShutOff[] {
  const row = derived.access.find((r) => r.rowId === deadEnd.rowId);
  const to = order.indexOf(deadEnd.setId);
  return (row?.closers ?? []).flatMap(({ by, operationId }) => {
    const at = order.indexOf(operationId);
    const isBefore = derived.done.has(operationId) || (at >= 0 && (to < 0 || at < to));
    return isBefore && by.isBentOpen !== true ? [by] : [];
  });
}

/** Whether a blind rivet would do at all: its head side is open when its turn comes, and it is not one already. */
export function couldBeBlind(question: Pick<WaysOutQuestion, 'model' | 'derived' | 'order' | 'deadEnd'>): boolean {
  const row = question.model.rows.find((r) => r.id === question.deadEnd.rowId);
  return Boolean(row && !notSolid(row.stack)) && closedBefore(question).every((s) => s.side === 'shop' || Boolean(s.room));
}

/** The same work in another order: only where it breaks nothing. */
function otherOrder(
  { derived, order, deadEnd, minutes }: WaysOutQuestion,
  kind: WayOutKind,
  turn: (derived: DerivedSequence, order: readonly string[], deadEnd: DeadEnd) => readonly string[] | null,
): WayOut[] {
  const next = turn(derived, order, deadEnd);
  return next && breaksOf(derived.left, next).length === 0 ? [workedOut(kind, derived, next, minutes)] : [];
}

/** Everything an operation waits for, itself among it. */
function withEarlier(left: readonly AssemblyOperation[], id: string): Set<string> {
  const after = new Map(left.map((o) => [o.id, o.after]));
  const found = new Set([id]);
  for (const at of found) for (const a of after.get(at) ?? []) found.add(a.id);
  return found;
}

/** The row, with all it waits for, right before what shuts it off. */
function setEarlier({ left }: DerivedSequence, order: readonly string[], { setId, closedBy }: DeadEnd): string[] | null {
  if (closedBy === null) return null;
  const at = order.indexOf(closedBy);
  const wanted = withEarlier(left, setId);
  if (at < 0 || wanted.has(closedBy)) return null;
  return [...order.slice(0, at), ...order.slice(at).filter((id) => wanted.has(id)), ...order.slice(at).filter((id) => !wanted.has(id))];
}

/** What shuts the row off, with all that waits for it, right after the row. */
function closeLater({ left }: DerivedSequence, order: readonly string[], { setId, closedBy }: DeadEnd): string[] | null {
  if (closedBy === null) return null;
  const [from, to] = [order.indexOf(closedBy), order.indexOf(setId)];
  if (from < 0 || to < from) return null;
  const held = new Set([closedBy]);
  const byId = new Map(left.map((o) => [o.id, o]));
  const between = order.slice(from, to + 1);
  for (const id of between) if (byId.get(id)?.after.some((a) => held.has(a.id))) held.add(id);
  if (held.has(setId)) return null;
  return [
    ...order.slice(0, from),
    ...between.filter((id) => !held.has(id)),
    ...between.filter((id) => held.has(id)),
    ...order.slice(to + 1),
  ];
}

function blindRow(row: RowDefinition, fastenerId: string): RowDefinition {
  const { setting } = row;
  return { ...row, fastenerId, hole: null, setting: { ...setting, way: 'blind' } };
}

/** Only what is in the way at its turn is bent open. */
function bentRow(row: RowDefinition, inTheWay: readonly ShutOff[]): RowDefinition | null {
  const isIn = ({ by }: ShutOff) => inTheWay.some((s) => s.by.kind === by.kind && s.by.id === by.id);
  return inTheWay.length === 0 ? null : { ...row, shutBy: (row.shutBy ?? []).map((s) => (isIn(s) ? { ...s, isBentOpen: true } : s)) };
}

/** The row as another definition has it: planned again, all operations derived again, the order as near to the one at hand as can be. */
function otherRow(question: WaysOutQuestion, kind: WayOutKind, before: WorkRow, definition: RowDefinition | null): WayOut[] {
  const { model, order, minutes } = question;
  const planned =
    definition &&
    planRow(before.id, definition, {
      kit: model.kit,
      parts: model.parts,
      fasteners: question.blind ? new Map([...model.fasteners, [question.blind.id, question.blind.definition]]) : model.fasteners,
      assemblyRows: model.rows.map((r) => r.row),
      done: before.done,
    });
  if (!definition || !planned) return [];
  const next = deriveSequence({ ...model, rows: model.rows.map((r) => (r.id === before.id ? planned : r)) });
  const ordered = followOrder(next.left, order);
  return [
    workedOut(kind, next, ordered, minutes, {
      row: definition,
      verdict: { before: before.plan.verdict, after: planned.plan.verdict },
      hole: { before: before.stack.hole, after: planned.stack.hole },
    }),
  ];
}

/** Sets of the row's rivet, where sets are on record and none of them fits; null: they are not what is wanting. */
export function wantedSets(
  row: Pick<WorkRow, 'row' | 'uses'>,
  tools: readonly Entity<'tool'>[],
): Extract<WantedTool, { kind: 'sets' }> | null {
  const setup = row.uses.find((u) => u.setup.operation === 'set')?.setup;
  const sets = tools.filter((t) => t.definition.kind === 'sets');
  if (!setup || setup.tool.kind !== 'sets' || sets.length === 0) return null;
  if (sets.some((t) => toolProblems(t.definition, setup).length === 0)) return null;
  const { dash, head } = setup.tool;
  return { kind: 'sets', dash, head };
}

/** The tools with which the row could be set after all, each tried by taking it among those owned: sets, a squeezer, or both. */
function otherTool(question: WaysOutQuestion, row: WorkRow): WayOut[] {
  if (notSolid(row.stack)) return [];
  const { model, order, minutes } = question;
  const sets = wantedSets(row, model.tools);
  const squeezer = wantedSqueezer(question, row);
  const isBent = rowAccess(row.row, undefined).some((a) => a.isBent);
  const tries = [...(sets ? [[sets]] : []), ...(squeezer ? [[squeezer]] : []), ...(sets && squeezer ? [[sets, squeezer]] : [])];
  return tries.map((wanted) => {
    const next = deriveSequence({ ...model, tools: [...model.tools, ...wanted.map((tool) => tryingTool(tool, isBent))] });
    return workedOut('tool', next, order, minutes, { tools: wanted });
  });
}

/** The squeezer that would still reach, where something is left of the room at all. */
function wantedSqueezer(question: WaysOutQuestion, row: WorkRow): WantedTool | null {
  const shut = closedBefore(question);
  const access = rowAccess(row.row, undefined);
  const room = Math.min(...shut.flatMap((s) => (s.room ? [s.room.mm] : [])), ...access.map((a) => a.room ?? Infinity));
  if (room === Infinity) return null;
  const least = (values: readonly (number | undefined)[]) => {
    const known = values.filter((v): v is number => v !== undefined);
    return known.length > 0 ? known : null;
  };
  const edges = least(access.map((a) => a.edge));
  const walls = least(access.map((a) => a.wall));
  return {
    kind: 'squeezer',
    noseHeightMost: room as Mm,
    throatLeast: edges && ((Math.max(...edges) + THROAT_RIM_MM) as Mm),
    noseHalfWidthMost: walls && (Math.min(...walls) as Mm),
    gapLeast: neededOpening(row.stack.head, row.stack.size, dashLength(row.plan.rivet.lengthDash)),
  };
}

function tryingTool(wanted: WantedTool, takesBent: boolean): Entity<'tool'> {
  const length = (mm: Mm | null) => (mm === null ? null : { mm, text: '', units: 'mm' as const });
  const none = { throat: null, noseHalfWidth: null, noseHeight: null, dash: null, angleDeg: null, sheet: null };
  const definition: ToolDefinition =
    wanted.kind === 'sets'
      ? {
          v: 1,
          kitId: '',
          name: '',
          kind: 'sets',
          ...none,
          takesBent: false,
          dash: wanted.dash as ToolDefinition['dash'],
          head: wanted.head,
        }
      : {
          v: 1,
          kitId: '',
          name: '',
          kind: 'squeezer',
          ...none,
          throat: length(wanted.throatLeast),
          noseHalfWidth: length(wanted.noseHalfWidthMost),
          noseHeight: length(wanted.noseHeightMost),
          takesBent,
          gap: length(wanted.gapLeast),
        };
  return { kind: 'tool', id: `wanted ${wanted.kind}`, version: 1, definition };
}
