import { readStepKey, AT_HOLE } from '../record/step-key';
import type { Severity } from '../prep/findings';
import type { StandingCode, StandingFinding } from './findings';
import type { PlannedLayer } from '../prep/walk';
import type { HoleDefinition, LayerDefinition } from '../record/definitions';
import type { CutWork, DimpleWork } from '../record/mark-work';
import { isHeld, isPartStep, plannedFace, type Step } from '../record/steps';
import { lengthWorks } from '../rivet/length';
import { dashLength } from '../rivet/callout';
import { PROFILES } from '../tables/profiles';
import { inches, type Mm } from '../units/length';
import { faceOf, NOT_SAID, type HoleDone, type PartsDone } from './hole-done';
import { isOtherwise, tooWide } from './otherwise';
import { fastenerOf, type PlannedRow } from './work';

/*
 * Wanted against done, hole by hole and sheet by sheet: the one table that decides what is open and what is contradicted. Source: the
 * handbook of the record; every threshold stands here by name.
 */

/** A hole is opened where it is wanted larger than it was drilled by more than this. */
const OPEN_OVER: Mm = inches(0.0005);
/** A hole is larger than planned from this on. */
const LARGER_OVER: Mm = inches(0.001);
/** A countersink is too narrow, or too wide (caution, stop), by so much travel of the cutter. */
const NARROW_OVER: Mm = inches(0.0005);
const WIDE_CAUTION: Mm = inches(0.002);
const WIDE_STOP: Mm = inches(0.005);
/** A hole lies elsewhere from so many diameters on. */
const ELSEWHERE_STOP_D = 0.5;
/** Nearer than this two places are the same: what a drawing rounds. */
const SAME_PLACE: Mm = inches(0.0005);

/** Why a step is open. */
export type OpenBecause = 'never' | 'enlarge' | 'after-enlarging' | 'sheet-new' | 'gave-way' | 'dimple-again' | 'cut-deeper';

export interface OpenStep {
  readonly step: Step;
  readonly because: OpenBecause;
  /** Layer (zero-based) a drilling is wanted in, where it is one sheet's. */
  readonly layer?: number | undefined;
  /** Of a countersink: how much deeper, mm of travel. */
  readonly deeperMm?: number | undefined;
  /** Of an opening: to which hole, mm. */
  readonly toMm?: number | undefined;
}

/** What stands at a hole, the plan laid against its marks. */
export interface Standing {
  /** Keys of the wanted steps that are done, or contradicted: nothing is to be done for them now. */
  readonly done: Set<string>;
  readonly open: readonly OpenStep[];
  readonly findings: readonly StandingFinding[];
  /** Some of it rests on old marks that do not say what was done. */
  readonly isNotSaid: boolean;
}

/** A row to be compared: its plan now and its steps. */
export interface WantedRow extends PlannedRow {
  readonly steps: readonly Step[];
}

const NO_SHEETS: readonly MissingSheet[] = [];
const NO_EVENTS: PartsDone = { steps: new Map(), arrived: new Map() };

/** Compares one hole. `place`: where it is wanted, where that is known. */
export function standingOf(
  wanted: WantedRow,
  hole: HoleDefinition,
  done: HoleDone | undefined,
  parts: PartsDone = NO_EVENTS,
  place?: { readonly x: number; readonly y: number },
): Standing {
  return new Comparison(wanted, hole, done, parts, place).answer();
}

type RowLayers = ReadonlyMap<string, { readonly layer: LayerDefinition; readonly planned: PlannedLayer; readonly index: number }>;

/** The layers of a planned row by id, gathered once. */
const LAYERS = new WeakMap<WantedRow['plan'], { readonly of: WantedRow['row']['layers']; readonly layers: RowLayers }>();

function layersOf({ row, plan }: WantedRow): RowLayers {
  const known = LAYERS.get(plan);
  if (known?.of === row.layers) return known.layers;
  const layers = new Map(
    row.layers.flatMap((layer, index) => {
      const planned = plan.layers[index];
      return planned ? [[layer.id, { layer, planned, index }] as const] : [];
    }),
  );
  LAYERS.set(plan, { of: row.layers, layers });
  return layers;
}

/** A sheet the hole does not go through, by its place in the stack. */
interface MissingSheet {
  readonly index: number;
  readonly because: 'sheet-new' | 'gave-way';
}

/** One hole being compared: what is found gathers here. */
class Comparison {
  private readonly keys = new Set<string>();
  private readonly open: OpenStep[] = [];
  private readonly findings: StandingFinding[] = [];
  /** Steps that a rivet in the hole keeps from being done. */
  private readonly contradicted: (number | null)[] = [];
  private isNotSaid = false;
  private missing: readonly MissingSheet[] | null = null;
  private readonly isSet: boolean;
  private readonly layers: RowLayers;

  constructor(
    private readonly wanted: WantedRow,
    private readonly hole: HoleDefinition,
    private readonly done: HoleDone | undefined,
    private readonly parts: PartsDone,
    private readonly place: { readonly x: number; readonly y: number } | undefined,
  ) {
    this.layers = layersOf(wanted);
    this.isSet = done?.fastener !== null && done?.fastener !== undefined;
  }

  answer(): Standing {
    const { steps } = this.wanted;
    const neverRecorded: Step[] = [];
    for (const step of steps) {
      if (isPartStep(step)) continue;
      switch (step.kind) {
        case 'drilled':
          this.drilled(step);
          break;
        case 'deburred':
          this.deburred(step, neverRecorded);
          break;
        case 'dimpled':
          this.dimpled(step, neverRecorded);
          break;
        case 'countersunk':
          this.countersunk(step, neverRecorded);
          break;
        case 'set':
          this.set(step);
          break;
        default:
          this.plain(step);
      }
    }
    this.otherwise();
    this.elsewhere();
    this.underRivet(neverRecorded);
    return { done: this.keys, open: this.open, findings: this.findings, isNotSaid: this.isNotSaid };
  }

  private find(code: StandingCode, severity: Severity, data: StandingFinding['data'] = {}, layer?: number): void {
    this.findings.push(layer === undefined ? { code, severity, data } : { code, severity, layer, data });
  }

  private layerOf(step: Step): { layer: LayerDefinition; planned: PlannedLayer; index: number } | null {
    return step.layerId === null ? null : (this.layers.get(step.layerId) ?? null);
  }

  /** Whether the sheet that is there now was not there when this was done. */
  private isOfOldSheet(partId: string | null, doneAt: string | undefined): boolean {
    const came = partId === null ? undefined : this.parts.arrived.get(partId);
    return came !== undefined && doneAt !== undefined && doneAt < came;
  }

  private plain(step: Step): void {
    const at = this.done?.keys;
    const isDrilled = this.done?.hole !== null && this.done?.hole !== undefined && (step.kind === 'laid-out' || step.kind === 'piloted');
    if (at?.has(step.key) || isDrilled) this.keys.add(step.key);
    else this.wants(step, 'never');
  }

  /** A step that is open, unless the hole is held back from it. */
  private wants(step: Step, because: OpenBecause, more: Pick<OpenStep, 'layer' | 'deeperMm' | 'toMm'> = {}): void {
    if (because === 'never' && isHeld(this.hole, step.kind, this.done?.keys)) return;
    this.open.push({ step, because, ...more });
  }

  /** Sheets the hole does not go through: new ones, and those that gave way. Indices of layers. */
  private sheetsMissing(): readonly MissingSheet[] {
    return (this.missing ??= this.findMissing());
  }

  private findMissing(): readonly MissingSheet[] {
    const { done } = this;
    if (!done || done.hole === null) return NO_SHEETS;
    if (done.gaveWay.size === 0 && this.parts.arrived.size === 0 && (done.parts === NOT_SAID || this.goesThroughAll(done.parts)))
      return NO_SHEETS;
    return this.wanted.row.layers.flatMap((layer, index): MissingSheet[] => {
      if (done.gaveWay.has(layer.id)) return [{ index, because: 'gave-way' as const }];
      const isNew =
        (done.parts !== NOT_SAID && !done.parts.includes(layer.partId)) || this.isOfOldSheet(layer.partId, done.keys.get(AT_HOLE.drilled));
      return isNew ? [{ index, because: 'sheet-new' as const }] : [];
    });
  }

  private goesThroughAll(parts: readonly string[]): boolean {
    for (const layer of this.wanted.row.layers) if (!parts.includes(layer.partId)) return false;
    return true;
  }

  private get isTooSmall(): boolean {
    const made = this.done?.hole;
    return typeof made === 'number' && this.wanted.stack.hole > made + OPEN_OVER;
  }

  private drilled(step: Step): void {
    const { done } = this;
    const isDrilled = done?.keys.has(AT_HOLE.drilled) || this.isSet;
    if (!isDrilled || !done) return this.wants(step, 'never');
    if (done.hole === NOT_SAID) this.isNotSaid = true;
    if (this.isTooSmall) {
      this.wants(step, 'enlarge', { toMm: this.wanted.stack.hole });
      this.contradicted.push(null);
      return;
    }
    const missing = this.sheetsMissing();
    if (missing.length === 0) {
      this.keys.add(step.key);
      return;
    }
    for (const { index, because } of missing) this.wants(step, because, { layer: index });
    this.contradicted.push(...missing.map((m) => m.index));
  }

  private deburred(step: Step, neverRecorded: Step[]): void {
    const at = this.layerOf(step);
    const isThere = this.done?.keys.has(step.key) ?? false;
    const missing = this.sheetsMissing().some((m) => m.index === at?.index);
    if (isThere && this.isTooSmall) return this.wants(step, 'after-enlarging');
    if (isThere && missing) return this.wants(step, 'sheet-new');
    if (isThere && !this.isOfOldSheet(step.partId, this.done?.keys.get(step.key))) {
      this.keys.add(step.key);
      return;
    }
    if (this.isSet && !missing && !this.isTooSmall) neverRecorded.push(step);
    this.wants(step, this.isTooSmall ? 'after-enlarging' : missing ? 'sheet-new' : 'never');
  }

  /** Countersinks there, in this layer, by face; a dimple there. */
  private cutsIn(layerId: string): (CutWork | typeof NOT_SAID)[] {
    if (!this.done || this.done.cuts.size === 0) return [];
    return [...this.done.cuts].flatMap(([key, cut]) => (readStepKey(key).layerId === layerId ? [cut] : []));
  }

  private dimpled(step: Step, neverRecorded: Step[]): void {
    const at = this.layerOf(step);
    if (!at) return this.plain(step);
    const { index, layer } = at;
    const made = this.done?.dimples.get(step.key);
    if (made === undefined || this.isOfOldSheet(layer.partId, this.done?.keys.get(step.key))) {
      if (this.cutsIn(layer.id).length > 0) return this.contradict(step, index, 'countersink');
      this.neverDone(step, index, neverRecorded);
      return this.wants(step, 'never');
    }
    if (made === NOT_SAID) {
      this.isNotSaid = true;
      this.keys.add(step.key);
      return;
    }
    if (made.face !== faceOf(step.side)) return this.contradict(step, index, 'other-face');
    const { dash } = this.wanted.stack.size;
    if (made.dash > dash && this.done?.isSizeUp) {
      this.keys.add(step.key);
      return;
    }
    if (made.dash > dash) {
      this.keys.add(step.key);
      return this.find('prepared-larger', 'stop', { made: made.dash, wanted: dash }, index);
    }
    if (made.angleDeg !== this.wanted.stack.headAngleDeg) return this.contradict(step, index, 'other-angle');
    if (made.dash < dash) {
      this.contradicted.push(index);
      this.find('dimpled-twice', 'caution', { made: made.dash, wanted: dash }, index);
      return this.wants(step, 'dimple-again');
    }
    this.keys.add(step.key);
  }

  /** A sheet was never prepared: with a rivet in, either nobody wrote it down, or the sheet came after it. */
  private neverDone(step: Step, index: number, neverRecorded: Step[]): void {
    if (this.isSet && !this.sheetsMissing().some((m) => m.index === index)) neverRecorded.push(step);
  }

  /** Something is there that excludes what is wanted: a stop, and not open as well. */
  private contradict(step: Step, index: number, there: string): void {
    this.keys.add(step.key);
    this.find('prepared-otherwise', 'stop', { wanted: step.kind === 'dimpled' ? 'dimple' : 'countersink', there }, index);
  }

  private countersunk(step: Step, neverRecorded: Step[]): void {
    const at = this.layerOf(step);
    if (!at) return this.plain(step);
    const { index, layer, planned } = at;
    const made = this.done?.cuts.get(step.key);
    if (made === undefined || this.isOfOldSheet(layer.partId, this.done?.keys.get(step.key))) {
      if (this.dimpleIn(layer.id) !== undefined) return this.contradict(step, index, 'dimple');
      /* Cut from one face only, and another one is wanted. */
      const others = this.cutsIn(layer.id).filter((c) => c !== NOT_SAID && c.face !== faceOf(step.side));
      const isBoth = layer.bothSides || (planned.faces?.length ?? 0) > 1;
      if (others.length > 0 && !isBoth) return this.contradict(step, index, 'other-face');
      this.neverDone(step, index, neverRecorded);
      return this.wants(step, 'never');
    }
    if (made === NOT_SAID) {
      this.isNotSaid = true;
      this.keys.add(step.key);
      return;
    }
    if (made.face !== faceOf(step.side)) return this.contradict(step, index, 'other-face');
    const off = tooWide(made, plannedFace(planned, step.side), this.wanted.stack.cutterAngleDeg);
    if (off === null) {
      this.keys.add(step.key);
      return;
    }
    if (off < -NARROW_OVER) {
      this.contradicted.push(index);
      return this.wants(step, 'cut-deeper', { deeperMm: -off });
    }
    this.keys.add(step.key);
    if (off > WIDE_CAUTION && !this.done?.isSizeUp)
      this.find('cut-deeper-than-planned', off > WIDE_STOP ? 'stop' : 'caution', { off }, index);
  }

  private dimpleIn(layerId: string): DimpleWork | typeof NOT_SAID | undefined {
    if (!this.done || this.done.dimples.size === 0) return undefined;
    for (const [key, dimple] of this.done.dimples) if (readStepKey(key).layerId === layerId) return dimple;
    return undefined;
  }

  private set(step: Step): void {
    const there = this.done?.fastener;
    if (there === null || there === undefined) return this.wants(step, 'never');
    this.keys.add(step.key);
    if (there === NOT_SAID) {
      this.isNotSaid = true;
      return;
    }
    const planned = fastenerOf(this.wanted);
    if (this.done?.isSizeUp && there.dash !== planned.dash) return;
    if (isOtherwise(there, planned)) return this.find('set-otherwise', 'stop', { there: there.name, wanted: planned.name });
    if (there.lengthDash === undefined || there.lengthDash === planned.lengthDash) return;
    const { stack, plan } = this.wanted;
    const length = dashLength(there.lengthDash);
    const question = {
      diameter: stack.size.diameter,
      hole: stack.hole,
      profile: PROFILES[stack.profile],
      formFactor: stack.limits.formFactor,
      halfDash: stack.halfDash,
    };
    /* Of a stack dimpled all through either end of the range will do. */
    const works = [plan.grip, ...(plan.rivet.lip ? [plan.rivet.lip.z] : [])].some((grip) => lengthWorks(length, { ...question, grip }));
    this.find('set-other-length', 'caution', { there: there.name, wanted: planned.name, works: works ? 'yes' : 'no' });
  }

  /** What is there of the preparation though the sheet is wanted plain, and the hole itself too large. */
  private otherwise(): void {
    const { done } = this;
    if (!done) return;
    const { row, plan, stack } = this.wanted;
    for (const [index, layer] of row.layers.entries()) {
      if (plan.layers[index]?.prep !== 'none') continue;
      const isCut = this.cutsIn(layer.id).length > 0;
      if (!isCut && this.dimpleIn(layer.id) === undefined) continue;
      this.find('prepared-otherwise', 'stop', { wanted: 'none', there: isCut ? 'countersink' : 'dimple' }, index);
    }
    if (done.isSizeUp || typeof done.hole !== 'number' || done.hole <= stack.hole + LARGER_OVER) return;
    const isWithin = done.hole <= stack.holeMax + SAME_PLACE / 100;
    this.find('hole-larger-than-planned', isWithin ? 'caution' : 'stop', { hole: done.hole, wanted: stack.hole, limit: stack.holeMax });
  }

  private elsewhere(): void {
    const at = this.done?.at;
    if (!at || !this.place) return;
    const off = Math.hypot(at.x - this.place.x, at.y - this.place.y);
    if (off <= SAME_PLACE) return;
    const isStop = off > ELSEWHERE_STOP_D * this.wanted.stack.size.diameter;
    this.find('drilled-elsewhere', isStop ? 'stop' : 'caution', {
      off,
      x: at.x,
      y: at.y,
      wantedX: this.place.x,
      wantedY: this.place.y,
    });
  }

  /** What cannot be done while the rivet is in; and what was never recorded before it went in. */
  private underRivet(neverRecorded: readonly Step[]): void {
    if (!this.isSet) return;
    for (const layer of new Set(this.contradicted)) this.find('shut-under-rivet', 'stop', {}, layer ?? undefined);
    const isDrillingRecorded = this.done?.keys.has(AT_HOLE.drilled) || !this.wanted.steps.some((s) => s.kind === 'drilled');
    if (neverRecorded.length > 0 || !isDrillingRecorded) {
      const kinds = [...(isDrillingRecorded ? [] : ['drilled']), ...new Set(neverRecorded.map((s) => s.kind))];
      this.find('not-recorded', 'caution', { steps: kinds.join(', ') });
    }
  }
}
