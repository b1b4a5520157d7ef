import { verdictOf, worse, type Verdict } from '../prep/findings';
import { wantedPlaces } from '../record/hole-places';
import type { RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import type { HoleStates, Step } from '../record/steps';
import { nextDash, standingOf, type OpenStep, type WantedRow } from './compare';
import type { StandingFinding } from './findings';
import { isInFilling } from './fillings';
import { nothingDone, type HoleDone } from './hole-done';
import type { PartsDone } from './parts-done';
import type { OwnRow, OwnRows } from './own-rows';
import type { Cause } from './recall';

/** What stands at the holes of a row, the plan laid against their metal. Holes where there is nothing to tell are not named. */
export interface RowStanding {
  /** Keys of what is done at each hole: of the wanted steps those that are done as wanted now, and what is no step of the row as it was marked. */
  readonly states: HoleStates;
  readonly findings: ReadonlyMap<string, readonly StandingFinding[]>;
  /** Steps to be done again or deeper, though they were done once: what is open for another reason than never. */
  readonly again: ReadonlyMap<string, readonly OpenStep[]>;
  /** Holes where an old mark does not say what was done. */
  readonly notSaid: readonly string[];
  /** Holes with a finding that stops the work there and that nobody answered. */
  readonly stopped: ReadonlySet<string>;
  /** Holes with a rivet of their own size, first dash number. */
  readonly own: ReadonlyMap<string, number>;
  /** The plan's verdict and that of everything found, the worst. */
  readonly verdict: Verdict;
}

/** What was done at the holes of one row, by hole. */
export type RowDone = ReadonlyMap<string, HoleDone>;

const NO_HOLES: ReadonlySet<string> = new Set();
const NO_OWN: ReadonlyMap<string, number> = new Map();
const NO_FINDINGS: RowStanding['findings'] = new Map();
const NO_STATES: HoleStates = new Map();
const NO_AGAIN: RowStanding['again'] = new Map();

/** Holes that are to be looked at again, each with the findings on things that ask for it. */
export type ToLook = ReadonlyMap<string, readonly Cause[]>;

const NO_CAUSES: ToLook = new Map();

/** A row to be compared, with what its holes of another size want. */
export interface StoodRow extends WantedRow {
  /** Absent: no other row is there to meet. */
  readonly id?: string | undefined;
  readonly plan: WantedRow['plan'] & { readonly verdict: Verdict };
  readonly own?: Pick<OwnRows, 'of'> | undefined;
}

/** The size of a hole's own rivet, first dash number; null: it takes the row's. */
export function ownDashOf(done: HoleDone | undefined, rowDash: number): number | null {
  const own = done?.own ?? null;
  const dash = own === 'next' ? nextDash(rowDash) : own;
  return dash === rowDash ? null : dash;
}

/** Compares every hole of a row that has a mark. Holes out of the plan keep what was marked at them. */
export function standRow(wanted: StoodRow, done: RowDone | undefined, parts: PartsDone, toLook: ToLook = NO_CAUSES): RowStanding {
  const planned = wanted.plan.verdict;
  const near = inFillings(wanted, parts);
  if ((!done || done.size === 0) && toLook.size === 0 && near.size === 0)
    return { states: NO_STATES, findings: NO_FINDINGS, again: NO_AGAIN, notSaid: [], stopped: NO_HOLES, own: NO_OWN, verdict: planned };
  const steps = new Set<string>(wanted.steps.map((s) => s.key));
  const holes = new Map(wanted.row.holes.map((h) => [h.id, h]));
  const places = wantedPlaces(wanted.row);
  const states = new Map<string, Set<string>>();
  const findings = new Map<string, readonly StandingFinding[]>();
  const again = new Map<string, readonly OpenStep[]>();
  const own = new Map<string, number>();
  const notSaid: string[] = [];
  let verdict = planned;
  const met = [...near.keys()].filter((id) => !done?.has(id)).map((id) => [id, nothingDone()] as const);
  for (const [holeId, at] of [...(done ?? []), ...met]) {
    const hole = holes.get(holeId);
    if (!hole || hole.out) {
      states.set(holeId, new Set(at.keys.keys()));
      continue;
    }
    const dash = at.own === null ? null : ownDashOf(at, wanted.stack.size.dash);
    const ownRow = dash === null ? null : (wanted.own?.of(dash) ?? null);
    if (ownRow && dash !== null) {
      own.set(holeId, dash);
      verdict = worse(verdict, ownRow.plan.verdict);
    }
    const standing = standingOf(ownRow ?? wanted, hole, at, parts, { place: places.get(holeId), filled: near.get(holeId) });
    const keys = standing.done;
    for (const key of at.keys.keys()) if (!steps.has(key)) keys.add(key);
    if (ownRow) leaveOut(keys, wanted.steps, ownRow);
    states.set(holeId, keys);
    if (standing.findings.length > 0) findings.set(holeId, standing.findings);
    const more = standing.open.filter((o) => o.because !== 'never');
    if (more.length > 0) again.set(holeId, more);
    if (standing.isNotSaid) notSaid.push(holeId);
  }
  for (const [holeId, finding] of [...addingUp(wanted.row, own, wanted.stack.size.dash), ...recalled(wanted.row, toLook)])
    findings.set(holeId, [...(findings.get(holeId) ?? []), finding]);
  const stopped = new Set<string>();
  for (const [holeId, ownFindings] of findings) {
    const open = ownFindings.filter((f) => !f.isSettled);
    if (open.some((f) => f.severity === 'stop')) stopped.add(holeId);
    verdict = worse(verdict, verdictOf(open));
  }
  return { states, findings, again, notSaid, stopped, own, verdict };
}

const NO_FILLED: ReadonlyMap<string, readonly string[]> = new Map();

/** Holes of the plan that lie in something filled, each with the parts it was filled in; the size of the row decides how near that is. */
function inFillings({ id: rowId = '', row, stack }: StoodRow, { fillings }: PartsDone): ReadonlyMap<string, readonly string[]> {
  if (fillings.size === 0 || !row.layers.some((l) => fillings.has(l.partId))) return NO_FILLED;
  const { diameter } = stack.size;
  const found = new Map<string, readonly string[]>();
  for (const [holeId, place] of wantedPlaces(row)) {
    const partIds = row.layers.flatMap(({ partId }) => (isInFilling(fillings.get(partId), { rowId, place, diameter }) ? [partId] : []));
    if (partIds.length > 0) found.set(holeId, partIds);
  }
  return found;
}

/** What the row wants and a hole with its own rivet does not is nothing to do there. */
function leaveOut(keys: Set<string>, steps: readonly Step[], own: OwnRow): void {
  const wanted = new Set<string>(own.steps.map((s) => s.key));
  for (const { key } of steps) if (!wanted.has(key)) keys.add(key);
}

function recalled(row: RowDefinition, toLook: ToLook): [string, StandingFinding][] {
  if (toLook.size === 0) return [];
  return holesInPlan(row.holes).flatMap((h) =>
    (toLook.get(h.id) ?? []).map(({ payload }): [string, StandingFinding] => [
      h.id,
      { code: 'look-again', severity: 'caution', data: { thing: payload.thing.name, note: payload.note ?? '' } },
    ]),
  );
}

/** How many of the rivets through a part are a size up, of all its holes in the plan. */
export interface SizeUpShare {
  readonly partId: string;
  readonly count: number;
  readonly holes: number;
}

/** Whether a hole takes a larger rivet than its row. */
const isSizeUp = (done: HoleDone | undefined, rowDash: number): boolean => (ownDashOf(done, rowDash) ?? 0) > rowDash;

/** The share of each part that has any: many small deviations add up over its rows, too. */
export function sizeUpShares(rows: readonly { readonly row: RowDefinition; readonly done: RowDone }[]): SizeUpShare[] {
  const shares = new Map<string, { count: number; holes: number }>();
  for (const { row, done } of rows) {
    const holes = holesInPlan(row.holes);
    const count = holes.filter((h) => isSizeUp(done.get(h.id), row.dash)).length;
    for (const { partId } of row.layers) {
      const share = shares.get(partId) ?? { count: 0, holes: 0 };
      shares.set(partId, { count: share.count + count, holes: share.holes + holes.length });
    }
  }
  return [...shares].filter(([, s]) => s.count > 0).map(([partId, s]) => ({ partId, ...s }));
}

/** More rivets a size up than this share of a row are worth a word. This project's own default. */
const SHARE_SIZE_UP = 0.1;

/** Rivets a size up that stand side by side, or are more than a tenth of the row: each with the same finding. */
function addingUp(row: RowDefinition, own: ReadonlyMap<string, number>, rowDash: number): [string, StandingFinding][] {
  if (own.size === 0) return [];
  const holes = holesInPlan(row.holes);
  const isUp = holes.map((h) => (own.get(h.id) ?? 0) > rowDash);
  const count = isUp.filter(Boolean).length;
  const beside = isUp.some((up, i) => up && isUp[i + 1] === true);
  if (!beside && count <= SHARE_SIZE_UP * holes.length) return [];
  const finding: StandingFinding = {
    code: 'deviations-add-up',
    severity: 'caution',
    data: { count, holes: holes.length, beside: beside ? 'yes' : 'no' },
    figure: count,
  };
  return holes.flatMap((h, i): [string, StandingFinding][] => (isUp[i] ? [[h.id, finding]] : []));
}

/** Findings of a row that say the same, together: with the holes they are at, the gravest first. */
export interface GatheredFinding {
  readonly finding: StandingFinding;
  readonly holeIds: readonly string[];
}

const GRAVITY = { stop: 0, caution: 1, note: 2 } as const;

/** Said once of a hole, though each of its sheets has it: gathered, and settled, over all of them. */
export const OF_EVERY_SHEET: readonly StandingFinding['code'][] = ['drilled-elsewhere', 'hole-larger-than-planned', 'shut-under-rivet'];

export function gatherFindings(standing: Pick<RowStanding, 'findings'>): GatheredFinding[] {
  const groups = new Map<string, { finding: StandingFinding; holeIds: Set<string> }>();
  for (const [holeId, own] of standing.findings)
    for (const finding of own) {
      const layer = OF_EVERY_SHEET.includes(finding.code) ? null : (finding.layer ?? null);
      const key = JSON.stringify([finding.code, finding.severity, finding.isSettled ?? false, layer, sayable(finding)]);
      const group = groups.get(key);
      if (group) group.holeIds.add(holeId);
      else groups.set(key, { finding, holeIds: new Set([holeId]) });
    }
  return [...groups.values()]
    .map(({ finding, holeIds }) => ({ finding, holeIds: [...holeIds] }))
    .sort(
      (a, b) =>
        Number(a.finding.isSettled ?? false) - Number(b.finding.isSettled ?? false) ||
        GRAVITY[a.finding.severity] - GRAVITY[b.finding.severity],
    );
}

/** What a finding's sentence says; where a hole lies is its own. */
function sayable({ code, data }: StandingFinding): unknown {
  return code === 'drilled-elsewhere' ? null : data;
}
