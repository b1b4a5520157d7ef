import { isSameAngle, NOT_SAID, type Cone, type SheetHole } from '../metal/sheet-hole';
import type { Severity } from '../prep/findings';
import { mismatchProud } from '../prep/mismatch';
import { notSolid } from '../prep/stack';
import type { PlannedLayer } from '../prep/walk';
import type { HoleDefinition, LayerDefinition } from '../record/definitions';
import { faceTouched, oppositeFace, type PartFace } from '../record/face';
import type { WantedPlace } from '../record/hole-places';
import { AT_HOLE } from '../record/step-key';
import { isHeld, isPartStep, plannedFace, type Step } from '../record/steps';
import { coneOf } from '../rivet/cone';
import { dashLength } from '../rivet/callout';
import { lengthWorks } from '../rivet/length';
import { rivetOfDash } from '../tables/fasteners';
import { PROFILES } from '../tables/profiles';
import { inches, type Mm } from '../units/length';
import type { StandingCode, StandingFinding } from './findings';
import { holeOf, nothingDone, type HoleDone, type Proof } from './hole-done';
import { NO_PARTS, type PartsDone } from './parts-done';
import { isOtherwise } from './otherwise';
import { isSettledBy } from './settled';
import { fastenerOf, type PlannedRow } from './work';

/*
 * What the row wants against what the metal is, hole by hole and sheet by sheet: the one table that decides what is open and what is
 * contradicted. Source: docs/rules.md, "Wanted against done" and "The metal"; every threshold stands here by name.
 */

/** A hole is opened where it is wanted larger than it is by more than this. */
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
/** What the rounding of inches leaves of a width, mm. */
const ROUNDING_MM = 1e-9;

/** Why a step is open. */
export type OpenBecause = 'never' | 'enlarge' | 'after-enlarging' | 'sheet-new' | 'gave-way' | 'dimple-again' | 'cut-deeper';

export interface OpenStep {
  readonly step: Step;
  readonly because: OpenBecause;
  /** Layer (zero-based) a drilling is wanted in, where it is not every sheet of the row. */
  readonly layer?: number | undefined;
  /** Of a countersink: how much deeper, mm of travel. */
  readonly deeperMm?: number | undefined;
  /** Of an opening: to which hole, mm. */
  readonly toMm?: number | undefined;
}

/** What stands at a hole, the plan laid against its metal. */
export interface Standing {
  /** Keys of the wanted steps that are done, proved by the fastener, or contradicted: nothing is to be done for them now. */
  readonly done: Set<string>;
  readonly open: readonly OpenStep[];
  readonly findings: readonly StandingFinding[];
  /** Steps nobody wrote down that the fastener proves. */
  readonly notRecorded: readonly Step[];
  /** Some of it rests on old marks that do not say what was done. */
  readonly isNotSaid: boolean;
}

/** A row to be compared: its plan now and its steps. */
export interface WantedRow extends PlannedRow {
  readonly steps: readonly Step[];
}

const NOTHING = nothingDone();

/** Where a hole is wanted, and in which of its parts something was filled there. */
export interface HoleSite {
  readonly place?: WantedPlace | undefined;
  readonly filled?: readonly string[] | undefined;
}

const NOWHERE: HoleSite = {};

/** Compares one hole. */
export function standingOf(
  wanted: WantedRow,
  hole: HoleDefinition,
  done: HoleDone | undefined,
  parts: PartsDone = NO_PARTS,
  site: HoleSite = NOWHERE,
): Standing {
  return new Comparison(wanted, hole, done ?? NOTHING, parts, site).answer();
}

interface RowLayer {
  readonly layer: LayerDefinition;
  readonly planned: PlannedLayer;
  readonly index: number;
}

/** The layers of a planned row, gathered once. */
const LAYERS = new WeakMap<WantedRow['plan'], { readonly of: WantedRow['row']['layers']; readonly layers: readonly RowLayer[] }>();

function layersOf({ row, plan }: WantedRow): readonly RowLayer[] {
  const known = LAYERS.get(plan);
  if (known?.of === row.layers) return known.layers;
  const layers = row.layers.flatMap((layer, index) => {
    const planned = plan.layers[index];
    return planned ? [{ layer, planned, index }] : [];
  });
  LAYERS.set(plan, { of: row.layers, layers });
  return layers;
}

/** Why a sheet is to be drilled; null: its hole is there. */
type Drilling = 'never' | 'enlarge' | 'sheet-new' | 'gave-way' | 'proved' | null;

/** One hole being compared: what is found gathers here. */
class Comparison {
  private readonly keys = new Set<string>();
  private readonly open: OpenStep[] = [];
  private readonly findings: StandingFinding[] = [];
  private readonly notRecorded: Step[] = [];
  /** Layers with something to do that a fastener in the hole keeps from being done. */
  private readonly shutIn = new Set<number>();
  private isNotSaid = false;
  private readonly isSet: boolean;
  /** Its holes are drilled here; those that come at their final size are not. */
  private readonly isDrilledHere: boolean;
  private readonly layers: readonly RowLayer[];
  private readonly drilling: readonly Drilling[];

  constructor(
    private readonly wanted: WantedRow,
    private readonly hole: HoleDefinition,
    private readonly done: HoleDone,
    private readonly parts: PartsDone,
    private readonly site: HoleSite,
  ) {
    this.layers = layersOf(wanted);
    this.isSet = done.fastener !== null;
    this.isDrilledHere = wanted.steps.some((s) => s.kind === 'drilled');
    this.drilling = this.layers.map((l) => this.drillingOf(l));
  }

  answer(): Standing {
    for (const step of this.wanted.steps) {
      if (isPartStep(step)) continue;
      switch (step.kind) {
        case 'drilled':
          this.drilled(step);
          break;
        case 'deburred':
          this.deburred(step);
          break;
        case 'dimpled':
          this.dimpled(step);
          break;
        case 'countersunk':
          this.countersunk(step);
          break;
        case 'set':
          this.set(step);
          break;
        default:
          this.plain(step);
      }
    }
    for (const layer of this.layers) {
      this.throughFilling(layer);
      this.ofSheet(layer);
    }
    this.ofHole();
    this.recordChanged();
    this.underRivet();
    const settled = this.settle();
    return { done: this.keys, open: settled.open, findings: settled.findings, notRecorded: this.notRecorded, isNotSaid: this.isNotSaid };
  }

  private find(
    code: StandingCode,
    severity: Severity,
    more: Partial<Pick<StandingFinding, 'data' | 'layer' | 'figure' | 'since'>> = {},
  ): void {
    this.findings.push({ code, severity, data: {}, ...more });
  }

  private sheetOf({ layer }: RowLayer): SheetHole | undefined {
    return this.done.sheets.get(layer.partId);
  }

  private layerOf(step: Step): RowLayer | undefined {
    return step.layerId === null ? undefined : this.layers.find((l) => l.layer.id === step.layerId);
  }

  /** What proves that a fastener went through this piece; null: nothing does. The newest counts. */
  private proofOf(partId: string): Proof | null {
    const { proofs, unproved } = this.done;
    if (proofs.length === 0 || unproved.has(partId)) return null;
    for (let i = proofs.length - 1; i >= 0; i--) {
      const proof = proofs[i] as Proof;
      if (proof.partIds === null || proof.partIds.includes(partId)) return proof;
    }
    return null;
  }

  /**
   * Whether what was never written down in this piece is proved: by the fastener that is in; by one that is out only where the row still wants the
   * like of it, since a smaller one proves no larger hole.
   */
  private isProved(partId: string): boolean {
    const proof = this.proofOf(partId);
    if (!proof) return false;
    if (this.isSet || proof.fastener === NOT_SAID) return true;
    return !isOtherwise(proof.fastener, fastenerOf(this.wanted));
  }

  private plain(step: Step): void {
    const isDrilled = (step.kind === 'laid-out' || step.kind === 'piloted') && (holeOf(this.done) !== null || this.done.proofs.length > 0);
    if (this.done.keys.has(step.key) || isDrilled) this.keys.add(step.key);
    else this.wants(step, 'never');
  }

  /** A step that is open, unless the hole is held back from it. */
  private wants(step: Step, because: OpenBecause, more: Pick<OpenStep, 'layer' | 'deeperMm' | 'toMm'> = {}): void {
    if (because === 'never' && isHeld(this.hole, step.kind, this.done.keys)) return;
    this.open.push({ step, because, ...more });
  }

  private proves(step: Step): void {
    this.keys.add(step.key);
    this.notRecorded.push(step);
  }

  private drillingOf(layer: RowLayer): Drilling {
    const sheet = this.sheetOf(layer);
    if (sheet?.hasGivenWay) return 'gave-way';
    const diameter = sheet?.diameter ?? null;
    if (typeof diameter === 'number') {
      if (this.wanted.stack.hole <= diameter + OPEN_OVER) return null;
      /* At its pilot a hole was never drilled to size: that is not done again. */
      return this.isSet || this.done.keys.has(AT_HOLE.drilled) ? 'enlarge' : 'never';
    }
    if (diameter === NOT_SAID) return null;
    if (this.isProved(layer.layer.partId)) return 'proved';
    if (this.isSet) return 'sheet-new';
    if (!this.isDrilledHere) return null;
    return this.done.keys.has(AT_HOLE.drilled) && holeOf(this.done) !== null ? 'sheet-new' : 'never';
  }

  private drilled(step: Step): void {
    const wanting = this.layers.flatMap(({ index }) => {
      const because = this.drilling[index];
      return because === null || because === undefined || because === 'proved' ? [] : [{ index, because }];
    });
    if (this.layers.some((l) => this.sheetOf(l)?.diameter === NOT_SAID)) this.isNotSaid = true;
    if (this.drilling.includes('proved')) this.notRecorded.push(step);
    if (wanting.length === 0) {
      this.keys.add(step.key);
      return;
    }
    for (const { index } of wanting) this.shutIn.add(index);
    const [first] = wanting;
    const isAlike = wanting.length === this.layers.length && wanting.every((w) => w.because === first?.because);
    const toMm = this.wanted.stack.hole;
    if (isAlike && first) this.wants(step, first.because, first.because === 'enlarge' ? { toMm } : {});
    else for (const { index, because } of wanting) this.wants(step, because, { layer: index, ...(because === 'enlarge' ? { toMm } : {}) });
  }

  private deburred(step: Step): void {
    const at = this.layerOf(step);
    if (!at) return this.plain(step);
    const sheet = this.sheetOf(at);
    const edge = sheet?.edges[faceTouched(at.layer, step.side)] ?? 'untouched';
    const drilling = this.drilling[at.index];
    if (drilling === 'enlarge' || drilling === 'never')
      return this.wants(step, drilling === 'enlarge' && edge === 'clean' ? 'after-enlarging' : 'never');
    if (drilling === 'gave-way' || drilling === 'sheet-new') {
      this.shutIn.add(at.index);
      return this.wants(step, drilling === 'gave-way' || edge === 'clean' ? 'sheet-new' : 'never');
    }
    if (edge === 'clean') {
      this.keys.add(step.key);
      return;
    }
    /* Only read by a gauge: nobody raised a burr that is on record. Where holes come at their final size nobody drills at all. */
    const isOnlyGauged = edge === 'untouched' && typeof sheet?.diameter === 'number' && this.isDrilledHere;
    if (isOnlyGauged) this.keys.add(step.key);
    else if (this.isProved(at.layer.partId)) this.proves(step);
    else {
      this.shutIn.add(at.index);
      this.wants(step, 'never');
    }
  }

  private dimpled(step: Step): void {
    const at = this.layerOf(step);
    if (!at) return this.plain(step);
    const { index, layer } = at;
    const sheet = this.sheetOf(at);
    if (sheet && sheet.cones.length > 0) return this.contradict(step, at, 'countersink');
    const made = sheet?.dimple;
    if (!sheet || !made) return this.neverPrepared(step, at);
    if (sheet.isDimpledBothWays) {
      this.keys.add(step.key);
      return;
    }
    if (made.toward !== oppositeFace(faceTouched(layer, step.side))) return this.contradict(step, at, 'other-face');
    if (made.dash === NOT_SAID) {
      this.isNotSaid = true;
      this.keys.add(step.key);
      return;
    }
    const { headAngleDeg, size } = this.wanted.stack;
    if (!isSameAngle(made.angleDeg, headAngleDeg)) {
      this.keys.add(step.key);
      const data = { made: made.angleDeg, wanted: headAngleDeg, proud: 0, what: 'dimple' };
      return this.find('other-angle', 'stop', { layer: index, data, since: sheet.causes.dimple });
    }
    const more = { layer: index, data: { made: made.dash, wanted: size.dash }, figure: made.dash, since: sheet.causes.dimple };
    if (made.dash > size.dash) {
      this.keys.add(step.key);
      return this.find('prepared-larger', 'stop', more);
    }
    if (made.dash < size.dash) {
      this.shutIn.add(index);
      if (!sheet.isDimpledTwice) this.find('dimpled-twice', 'caution', more);
      return this.wants(step, 'dimple-again');
    }
    this.keys.add(step.key);
  }

  /** Nothing was done to a sheet that is to be prepared: a fastener proves it was, or it is open. */
  private neverPrepared(step: Step, { index, layer }: RowLayer): void {
    const isAfter = this.drilling[index] === 'sheet-new' || this.drilling[index] === 'gave-way';
    if (!isAfter && this.isProved(layer.partId)) return this.proves(step);
    this.shutIn.add(index);
    this.wants(step, 'never');
  }

  /** Something is there that excludes what is wanted: a stop, and not open as well. */
  private contradict(step: Step, { index }: RowLayer, there: string): void {
    this.keys.add(step.key);
    this.otherwise(index, step.kind === 'dimpled' ? 'dimple' : 'countersink', there);
  }

  private otherwise(index: number, wanted: string, there: string): void {
    if (this.findings.some((f) => f.code === 'prepared-otherwise' && f.layer === index)) return;
    const causes = this.done.sheets.get(this.layers[index]?.layer.partId ?? '')?.causes;
    const since = Math.max(causes?.dimple ?? 0, causes?.cut ?? 0);
    this.find('prepared-otherwise', 'stop', { layer: index, data: { wanted, there }, since });
  }

  private countersunk(step: Step): void {
    const at = this.layerOf(step);
    if (!at) return this.plain(step);
    const { index, layer, planned } = at;
    const sheet = this.sheetOf(at);
    if (sheet?.dimple) return this.contradict(step, at, 'dimple');
    const face = faceTouched(layer, step.side);
    const wanted = plannedFace(planned, step.side);
    const cones = sheet?.cones.filter((c) => c.face === face) ?? [];
    if (!sheet || cones.length === 0) {
      /* Cut from one face only, and another one is wanted. */
      const isBoth = layer.bothSides || (planned.faces?.length ?? 0) > 1;
      return sheet && sheet.cones.length > 0 && !isBoth ? this.contradict(step, at, 'other-face') : this.neverPrepared(step, at);
    }
    const { cutterAngleDeg } = this.wanted.stack;
    const since = sheet.causes.cut;
    const other = cones.find((c) => c.widthMm !== NOT_SAID && !isSameAngle(c.angleDeg, cutterAngleDeg));
    if (other) {
      this.keys.add(step.key);
      const data = { made: other.angleDeg, wanted: cutterAngleDeg, proud: this.proudIn(other), what: 'countersink' };
      return this.find('other-angle', 'stop', { layer: index, data, since });
    }
    const made = cones[0]?.widthMm ?? NOT_SAID;
    if (made === NOT_SAID || wanted.surfaceDiameter === undefined) {
      this.isNotSaid ||= made === NOT_SAID;
      this.keys.add(step.key);
      return;
    }
    const off = (made - wanted.surfaceDiameter) / (2 * coneOf(cutterAngleDeg).tan);
    if (off < -NARROW_OVER) {
      this.shutIn.add(index);
      return this.wants(step, 'cut-deeper', { deeperMm: -off });
    }
    this.keys.add(step.key);
    if (off > WIDE_CAUTION)
      this.find('cut-deeper-than-planned', off > WIDE_STOP ? 'stop' : 'caution', { layer: index, data: { off }, figure: off, since });
  }

  /** How far the head would stand proud in a cone of another angle, mm. */
  private proudIn(cone: Cone): number {
    return mismatchProud({ ...this.wanted.stack, cutterAngleDeg: cone.angleDeg });
  }

  private set(step: Step): void {
    const there = this.done.fastener;
    if (there === null) return this.wants(step, 'never');
    this.keys.add(step.key);
    if (there === NOT_SAID) {
      this.isNotSaid = true;
      return;
    }
    const planned = fastenerOf(this.wanted);
    const since = this.done.causes.set;
    const data = { there: there.name, wanted: planned.name };
    if (isOtherwise(there, planned)) return this.find('set-otherwise', 'stop', { data, since });
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
    this.find('set-other-length', 'caution', { data: { ...data, works: works ? 'yes' : 'no' }, since });
  }

  /** A hole is wanted where one was filled, this one or another row's. */
  private throughFilling(at: RowLayer): void {
    const isFilled = this.sheetOf(at)?.isFilled || this.site.filled?.includes(at.layer.partId);
    if (isFilled) this.find('through-a-filling', 'stop', { layer: at.index });
  }

  /** What stands in one piece, whatever step it concerns. */
  private ofSheet(at: RowLayer): void {
    const sheet = this.sheetOf(at);
    if (!sheet) return;
    const { index, planned } = at;
    const { causes } = sheet;
    if (sheet.isCracked) this.find('cracked', 'stop', { layer: index, since: causes.crack });
    if (sheet.isFlattened) this.find('flattened', 'stop', { layer: index, since: causes.dimple });
    if (sheet.isDimpledBothWays) this.find('dimpled-both-ways', 'stop', { layer: index, since: causes.dimple });
    if (sheet.isDimpledTwice && sheet.dimple && sheet.dimple.dash !== NOT_SAID) {
      const { dash } = sheet.dimple;
      this.find('dimpled-twice', 'caution', {
        layer: index,
        data: { made: dash, wanted: this.wanted.stack.size.dash, twice: 'yes' },
        figure: dash,
        since: causes.dimple,
      });
    }
    /* Blind fasteners are dimpled at their dies' pilot first and reamed together after. */
    if (sheet.isOpenedAfterDimple && notSolid(this.wanted.stack)?.kind !== 'blind')
      this.find('opened-after-dimpling', 'caution', { layer: index, figure: typeof sheet.diameter === 'number' ? sheet.diameter : 0 });
    this.notAsked(at, sheet);
    this.larger(at, sheet, planned);
    this.elsewhere(index, sheet);
  }

  /** Preparation on a face of a sheet from which nothing is wanted. */
  private notAsked({ index, layer, planned }: RowLayer, sheet: SheetHole): void {
    if (planned.prep === 'unresolved') return;
    const asked = new Set<PartFace>();
    for (const s of this.wanted.steps)
      if (s.layerId === layer.id && (s.kind === 'dimpled' || s.kind === 'countersunk')) asked.add(faceTouched(layer, s.side));
    const isRivetFormed = planned.method === 'rivet-formed';
    if (asked.size === 0 && !isRivetFormed) {
      const there = sheet.cones.length > 0 ? 'countersink' : sheet.dimple ? 'dimple' : null;
      if (there) this.otherwise(index, 'none', there);
      return;
    }
    if (sheet.cones.some((c) => !asked.has(c.face))) this.otherwise(index, 'countersink', 'other-face');
  }

  private larger({ index }: RowLayer, sheet: SheetHole, planned: PlannedLayer): void {
    const { stack } = this.wanted;
    const drilled = typeof sheet.diameter === 'number' ? sheet.diameter : 0;
    let hole = drilled;
    /* A cone that came out on the other face leaves a hole too; as far as the plan's own does, it is planned. */
    for (const cone of sheet.cones) {
      if (cone.widthMm === NOT_SAID) continue;
      const left = cone.widthMm - 2 * planned.thickness * coneOf(cone.angleDeg).tan;
      if (left > planned.holeAfter + LARGER_OVER + ROUNDING_MM) hole = Math.max(hole, left);
    }
    if (hole <= stack.hole + LARGER_OVER + ROUNDING_MM) return;
    const isWithin = hole <= stack.holeMax + SAME_PLACE / 100;
    const data = { hole, wanted: stack.hole, limit: stack.holeMax };
    this.find('hole-larger-than-planned', isWithin ? 'caution' : 'stop', { layer: index, data, figure: hole });
  }

  private elsewhere(index: number, { at, causes }: SheetHole): void {
    const { place } = this.site;
    if (!at || !place || at.isAlongRow !== place.isAlongRow) return;
    const off = Math.hypot(at.x - place.x, at.y - place.y);
    if (off <= SAME_PLACE) return;
    const isStop = off > ELSEWHERE_STOP_D * this.wanted.stack.size.diameter + ROUNDING_MM;
    const data = { off, x: at.x, y: at.y, wantedX: place.x, wantedY: place.y };
    this.find('drilled-elsewhere', isStop ? 'stop' : 'caution', { layer: index, data, figure: off, since: causes.drill });
  }

  /** What stands at the hole as a whole. */
  private ofHole(): void {
    const { done } = this;
    const { causes } = done;
    if (done.isSetTwice) this.find('set-twice', 'stop', { since: causes.set });
    if (done.noGo) this.find('no-go', 'stop', { since: causes.noGo });
    if (done.isRejected) this.find('head-refused', 'stop', { since: causes.head });
    if (done.deviation)
      this.find(done.deviation.verdict === 'stop' ? 'deviation-stop' : 'measure-first', 'stop', { since: causes.deviation });
  }

  /** What marks found that the record says otherwise now; in a sheet that is gone nobody asks any more. */
  private recordChanged(): void {
    for (const { by, partId, kept, now, order } of this.done.changed) {
      const layer = partId === undefined ? undefined : this.layers.find((l) => l.layer.partId === partId)?.index;
      if (partId !== undefined && layer === undefined) continue;
      this.find('record-changed', 'caution', { ...(layer === undefined ? {} : { layer }), data: { by, kept, now }, since: order });
    }
  }

  /** What cannot be done while the fastener is in; and what was never recorded before it went in. */
  private underRivet(): void {
    if (this.isSet) for (const layer of this.shutIn) this.find('shut-under-rivet', 'stop', { layer });
    if (this.notRecorded.length === 0) return;
    const steps = [...new Set(this.notRecorded.map((s) => s.kind))].join(', ');
    this.find('not-recorded', 'caution', { data: { steps }, since: this.done.causes.set });
  }

  /** Findings somebody answered stand and stop nothing; what they shut in is not open. */
  private settle(): { readonly open: readonly OpenStep[]; readonly findings: readonly StandingFinding[] } {
    if (this.done.settled.length === 0) return { open: this.open, findings: this.findings };
    const quiet = new Set<number>();
    const findings = this.findings.map((finding): StandingFinding => {
      const partId = finding.layer === undefined ? undefined : this.layers[finding.layer]?.layer.partId;
      const piece = partId === undefined ? undefined : (this.parts.pieces.get(partId) ?? 1);
      if (!isSettledBy(this.done.settled, { finding, partId, piece })) return finding;
      if (finding.code === 'shut-under-rivet' && finding.layer !== undefined) quiet.add(finding.layer);
      return { ...finding, isSettled: true };
    });
    if (quiet.size === 0) return { open: this.open, findings };
    /* A drilling of every sheet is wanted in those alone that nobody answered for. */
    const bySheet = this.open.flatMap((o): readonly OpenStep[] =>
      o.step.kind === 'drilled' && o.layer === undefined ? this.layers.map(({ index }) => ({ ...o, layer: index })) : [o],
    );
    const open = bySheet.filter((o) => {
      const at = o.layer ?? this.layerOf(o.step)?.index;
      return at === undefined || !quiet.has(at);
    });
    for (const { step } of bySheet) if (!open.some((o) => o.step.key === step.key)) this.keys.add(step.key);
    return { open, findings };
  }
}

/** The size one up from a rivet's; null: the tables have none. */
export const nextDash = (dash: number): 3 | 4 | 5 | 6 | null => rivetOfDash(dash + 1)?.dash ?? null;
