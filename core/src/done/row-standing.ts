import { holePlaces } from '../record/hole-places';
import type { RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import type { HoleStates } from '../record/steps';
import { standingOf, type OpenStep, type WantedRow } from './compare';
import type { StandingFinding } from './findings';
import type { HoleDone, PartsDone } from './hole-done';
import type { Cause } from './recall';

/** What stands at the holes of a row, the plan laid against its marks. Holes where there is nothing to tell are not named. */
export interface RowStanding {
  /** Keys of what is done at each hole: of the wanted steps those that are done as wanted now, and what is no step of the row as it was marked. */
  readonly states: HoleStates;
  readonly findings: ReadonlyMap<string, readonly StandingFinding[]>;
  /** Steps to be done again or deeper, though they were done once: what is open for another reason than never. */
  readonly again: ReadonlyMap<string, readonly OpenStep[]>;
  /** Holes where an old mark does not say what was done. */
  readonly notSaid: readonly string[];
}

/** What was done at the holes of one row, by hole. */
export type RowDone = ReadonlyMap<string, HoleDone>;

const NOTHING: RowStanding = { states: new Map(), findings: new Map(), again: new Map(), notSaid: [] };

/** Holes that are to be looked at again, each with the findings on things that ask for it. */
export type ToLook = ReadonlyMap<string, readonly Cause[]>;

const NO_CAUSES: ToLook = new Map();

/** Compares every hole of a row that has a mark. Holes out of the plan keep what was marked at them. */
export function standRow(wanted: WantedRow, done: RowDone | undefined, parts: PartsDone, toLook: ToLook = NO_CAUSES): RowStanding {
  if (!done || (done.size === 0 && toLook.size === 0)) return NOTHING;
  const steps = new Set<string>(wanted.steps.map((s) => s.key));
  const holes = new Map(wanted.row.holes.map((h) => [h.id, h]));
  const places = placesOf(wanted.row);
  const states = new Map<string, Set<string>>();
  const findings = new Map<string, readonly StandingFinding[]>();
  const again = new Map<string, readonly OpenStep[]>();
  const notSaid: string[] = [];
  for (const [holeId, at] of done) {
    const hole = holes.get(holeId);
    if (!hole || hole.out) {
      states.set(holeId, new Set(at.keys.keys()));
      continue;
    }
    const standing = standingOf(wanted, hole, at, parts, places.get(holeId));
    const keys = standing.done;
    for (const key of at.keys.keys()) if (!steps.has(key)) keys.add(key);
    states.set(holeId, keys);
    if (standing.findings.length > 0) findings.set(holeId, standing.findings);
    const more = standing.open.filter((o) => o.because !== 'never');
    if (more.length > 0) again.set(holeId, more);
    if (standing.isNotSaid) notSaid.push(holeId);
  }
  for (const [holeId, finding] of [...gauged(wanted.row, done), ...addingUp(wanted.row, done), ...recalled(wanted.row, toLook)])
    findings.set(holeId, [...(findings.get(holeId) ?? []), finding]);
  return { states, findings, again, notSaid };
}

/** Holes that let the no-go end of their gauge in and were not measured since. */
function gauged(row: RowDefinition, done: RowDone): [string, StandingFinding][] {
  const finding: StandingFinding = { code: 'hole-no-go', severity: 'stop', data: {} };
  return holesInPlan(row.holes).flatMap((h): [string, StandingFinding][] => (done.get(h.id)?.isNoGo ? [[h.id, finding]] : []));
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

/** The share of each part that has any: many small deviations add up over its rows, too. */
export function sizeUpShares(rows: readonly { readonly row: RowDefinition; readonly done: RowDone }[]): SizeUpShare[] {
  const shares = new Map<string, { count: number; holes: number }>();
  for (const { row, done } of rows) {
    const holes = holesInPlan(row.holes);
    const count = holes.filter((h) => done.get(h.id)?.isSizeUp).length;
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
function addingUp(row: RowDefinition, done: RowDone): [string, StandingFinding][] {
  const holes = holesInPlan(row.holes);
  const isUp = holes.map((h) => done.get(h.id)?.isSizeUp ?? false);
  const count = isUp.filter(Boolean).length;
  const beside = isUp.some((up, i) => up && isUp[i + 1] === true);
  if (!beside && count <= SHARE_SIZE_UP * holes.length) return [];
  const finding: StandingFinding = {
    code: 'deviations-add-up',
    severity: 'caution',
    data: { count, holes: holes.length, beside: beside ? 'yes' : 'no' },
  };
  return holes.flatMap((h, i): [string, StandingFinding][] => (isUp[i] ? [[h.id, finding]] : []));
}

/** Where the holes are wanted, worked out once for each definition. */
const PLACES = new WeakMap<RowDefinition, ReadonlyMap<string, { readonly x: number; readonly y: number }>>();

function placesOf(row: RowDefinition): ReadonlyMap<string, { readonly x: number; readonly y: number }> {
  let places = PLACES.get(row);
  if (!places) PLACES.set(row, (places = new Map((holePlaces(row) ?? []).map((p) => [p.hole.id, p.place]))));
  return places;
}

/** Findings of a row that say the same, together: with the holes they are at, the gravest first. */
export interface GatheredFinding {
  readonly finding: StandingFinding;
  readonly holeIds: readonly string[];
}

const GRAVITY = { stop: 0, caution: 1, note: 2 } as const;

export function gatherFindings(standing: Pick<RowStanding, 'findings'>): GatheredFinding[] {
  const groups = new Map<string, { finding: StandingFinding; holeIds: string[] }>();
  for (const [holeId, own] of standing.findings)
    for (const finding of own) {
      const key = JSON.stringify([finding.code, finding.severity, finding.layer ?? null, sayable(finding)]);
      const group = groups.get(key);
      if (group) group.holeIds.push(holeId);
      else groups.set(key, { finding, holeIds: [holeId] });
    }
  return [...groups.values()].sort((a, b) => GRAVITY[a.finding.severity] - GRAVITY[b.finding.severity]);
}

/** What a finding's sentence says; where a hole lies is its own. */
function sayable({ code, data }: StandingFinding): unknown {
  return code === 'drilled-elsewhere' ? null : data;
}
