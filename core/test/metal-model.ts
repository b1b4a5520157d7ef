import { oracle } from './second-computation';

/**
 * An independent model of the metal, written from the rules in docs/rules.md and sharing nothing with core: plain inches, one mutable record
 * a hole, events applied one by one, findings listed by asking each rule in turn. The tests hold the program against it.
 */
export type ModelEvent = Record<string, unknown> & { do?: string; row?: unknown };

export interface ModelDocument {
  readonly parts: readonly { readonly id: string; readonly thickness: number }[];
  readonly events: readonly ModelEvent[];
}

type Face = 'marked' | 'other';
const across = (face: Face): Face => (face === 'marked' ? 'other' : 'marked');

interface ModelRow {
  id: string;
  head: 'flush-100' | 'protruding';
  dash: 3 | 4 | 5 | 6;
  stack: { part: string; face: Face; plans?: string }[];
  count: number;
  pitch?: number;
}

interface Metal {
  hole: number | null;
  wasDrilled: boolean;
  edge: Record<Face, 'untouched' | 'burr' | 'clean'>;
  cones: { face: Face; angle: number; width: number }[];
  dimple: { toward: Face; dash: number; angle: number } | null;
  twice: boolean;
  bothWays: boolean;
  openedLate: boolean;
  cracked: boolean;
  pushedOff: boolean;
  filled: boolean;
  place: number | null;
  lastCrack: number;
  lastDimple: number;
  lastCut: number;
  lastDrill: number;
}

interface Spot {
  rivet: { name: string; dash: number; head: string; length: number } | null;
  twice: boolean;
  /** Per part: the newest rivet that proved it. */
  proved: Map<string, { dash: number; head: string }>;
  own: 3 | 4 | 5 | 6 | null;
  /** The parts that were gauged. */
  noGo: string[] | null;
  lastNoGo: number;
  lastSet: number;
  settled: { code: string; part?: string | undefined; piece: number; grave: number; figure: number | null; at: number }[];
}

export interface ModelFinding {
  code: string;
  severity: 'stop' | 'caution';
  part?: string | undefined;
  settled?: true;
  figure?: number | null;
  since?: number;
}

const HOLE = { 3: 0.098, 4: 0.1285, 5: 0.159, 6: 0.191 } as const;
const tan50 = Math.tan((50 * Math.PI) / 180);
const eps = 1e-9;
const dashOf = (diameter: unknown): 3 | 4 | 5 | 6 => Math.round(Number(diameter) * 32) as 3;

export function rangeOf(text: string): number[] {
  return text.split(',').flatMap((piece) => {
    const [from, to = from] = piece.split('-').map(Number) as [number, number?];
    return Array.from({ length: (to as number) - from + 1 }, (_, i) => from + i);
  });
}

export class MetalModel {
  readonly thickness = new Map<string, number>();
  readonly piece = new Map<string, number>();
  readonly rows = new Map<string, ModelRow>();
  readonly most = new Map<string, number>();
  readonly was = new Map<string, Set<string>>();
  private readonly metal = new Map<string, Metal>();
  private readonly spots = new Map<string, Spot>();
  private now = 0;

  constructor(document: ModelDocument) {
    for (const p of document.parts) this.thickness.set(p.id, p.thickness);
    for (const e of document.events) {
      this.now++;
      this.take(e);
    }
  }

  at(part: string, row: string, hole: number): Metal {
    const key = `${part}|${this.piece.get(part) ?? 1}|${row}|${hole}`;
    let m = this.metal.get(key);
    if (!m) {
      m = {
        hole: null, wasDrilled: false, edge: { marked: 'untouched', other: 'untouched' }, cones: [], dimple: null, twice: false, bothWays: false, openedLate: false, cracked: false,
        pushedOff: false, filled: false, place: null, lastCrack: 0, lastDimple: 0, lastCut: 0, lastDrill: 0,
      }; // prettier-ignore
      this.metal.set(key, m);
    }
    return m;
  }

  spot(row: string, hole: number): Spot {
    const key = `${row}|${hole}`;
    let s = this.spots.get(key);
    if (!s) {
      s = { rivet: null, twice: false, proved: new Map(), own: null, noGo: null, lastNoGo: 0, lastSet: 0, settled: [] };
      this.spots.set(key, s);
    }
    return s;
  }

  /** The row as one hole asks it. */
  private askedAt(row: ModelRow, hole: number): ModelRow {
    const own = this.spot(row.id, hole).own;
    return own === null ? row : { ...row, dash: own };
  }

  private planOf(row: ModelRow) {
    return oracle({
      school: 'kit-032',
      head: row.head,
      dash: row.dash,
      stack: row.stack.map((s) => ({ t: this.thickness.get(s.part) as number, ...(s.plans ? { plans: s.plans } : {}) })),
      ...(row.pitch === undefined ? {} : { pitch: row.pitch }),
      halfDash: true,
      profile: 'classic',
      angle: 100,
    });
  }

  private take(e: ModelEvent): void {
    if (e.do === undefined) {
      const said = e.row as ModelRow & { diameter: unknown };
      const row: ModelRow = { ...said, dash: dashOf(said.diameter) };
      this.rows.set(row.id, row);
      this.most.set(row.id, Math.max(row.count, this.most.get(row.id) ?? 0));
      for (const { part } of row.stack) this.was.set(part, (this.was.get(part) ?? new Set()).add(row.id));
      return;
    }
    if (e.do === 'replace') {
      const part = e['part'] as string;
      this.piece.set(part, (this.piece.get(part) ?? 1) + 1);
      if (e['thickness'] !== undefined) this.thickness.set(part, Number(e['thickness']));
      const current = [...this.rows.values()].filter((r) => r.stack.some((s) => s.part === part)).map((r) => r.id);
      this.was.set(part, new Set(current));
      for (const spot of this.spots.values()) {
        spot.proved.delete(part);
        if (spot.noGo?.includes(part)) spot.noGo = null;
      }
      return;
    }
    const row = this.rows.get(e.row as string) as ModelRow;
    for (const hole of rangeOf(e['holes'] as string)) this.takeAt(e, row, hole);
  }

  private takeAt(e: ModelEvent, row: ModelRow, hole: number): void {
    const spot = this.spot(row.id, hole);
    const asked = this.askedAt(row, hole);
    const layers = row.stack.filter((s) => e['part'] === undefined || s.part === e['part']);
    const touched = (face: Face): Face => (e['side'] === 'far' ? across(face) : face);
    switch (e.do) {
      case 'drill':
        for (const { part } of layers) {
          const m = this.at(part, row.id, hole);
          const to = Number(e['hole'] ?? HOLE[asked.dash]);
          const grows = m.hole !== null && to > m.hole + 0.0005 + eps;
          const mended = m.pushedOff && (m.hole === null || to >= m.hole - eps);
          if (!m.wasDrilled || grows || mended) m.edge = { marked: 'burr', other: 'burr' };
          if (grows && m.dimple) m.openedLate = true;
          if (grows && spot.noGo?.includes(part)) spot.noGo = null;
          if (mended) m.pushedOff = false;
          m.wasDrilled = true;
          m.lastDrill = this.now;
          if (m.place === null && row.pitch !== undefined && hole <= row.count) m.place = (hole - 1) * row.pitch;
          this.grow(m, to);
        }
        return;
      case 'measure':
        for (const { part } of layers) this.grow(this.at(part, row.id, hole), Number(e['hole']));
        return;
      case 'deburr':
        for (const { part, face } of layers) {
          const m = this.at(part, row.id, hole);
          if (e['side'] === undefined) m.edge = { marked: 'clean', other: 'clean' };
          else m.edge[touched(face)] = 'clean';
        }
        return;
      case 'dimple':
        for (const { part, face } of layers) {
          const m = this.at(part, row.id, hole);
          const dash = e['dies'] === undefined ? asked.dash : dashOf(e['dies']);
          const toward = across(touched(face));
          m.lastDimple = this.now;
          if (!m.dimple) m.dimple = { toward, dash, angle: Number(e['diesAngle'] ?? 100) };
          else if (m.dimple.toward !== toward) m.bothWays = true;
          else if (m.dimple.dash !== dash) {
            m.twice = true;
            if (dash > m.dimple.dash) m.dimple = { toward, dash, angle: Number(e['diesAngle'] ?? 100) };
          }
        }
        return;
      case 'countersink':
        for (const { part, face } of layers) {
          const m = this.at(part, row.id, hole);
          const angle = Number(e['angle'] ?? 100);
          const plan = this.planOf(asked);
          const i = asked.stack.findIndex((s) => s.part === part);
          const step = plan.governed.steps[i];
          const planned = step?.prep === 'countersink' && e['side'] !== 'far' ? step.d : undefined;
          const depth = e['depth'] === undefined ? planned : Number(e['depth']);
          if (depth === undefined) continue;
          m.lastCut = this.now;
          const width = Number(e['pilot'] ?? m.hole ?? HOLE[asked.dash]) + 2 * depth * Math.tan((angle * Math.PI) / 360);
          if (m.hole !== null && width <= m.hole + eps) continue;
          const on = touched(face);
          const same = m.cones.find((c) => c.face === on && Math.abs(c.angle - angle) <= 1 + eps);
          if (!same) m.cones.push({ face: on, angle, width });
          else if (width > same.width) Object.assign(same, { angle, width });
        }
        return;
      case 'set': {
        const [, head, dash, length] = /MS20(426|470)AD(\d)-([\d.]+)/.exec(e['callout'] as string) as RegExpExecArray;
        spot.twice ||= spot.rivet !== null;
        spot.rivet = {
          name: e['callout'] as string,
          dash: Number(dash),
          head: head === '426' ? 'flush-100' : 'protruding',
          length: Number(length),
        };
        spot.lastSet = this.now;
        for (const { part } of row.stack) spot.proved.set(part, spot.rivet);
        return;
      }
      case 'remove':
        spot.rivet = null;
        spot.twice = false;
        return;
      case 'crack': {
        const m = this.at(e['part'] as string, row.id, hole);
        m.cracked = true;
        m.lastCrack = this.now;
        return;
      }
      case 'gave-way':
        this.at(e['part'] as string, row.id, hole).pushedOff = true;
        return;
      case 'no-go':
        spot.noGo = row.stack.map((s) => s.part);
        spot.lastNoGo = this.now;
        return;
      case 'fill':
        for (const { part } of row.stack) {
          const m = this.at(part, row.id, hole);
          m.hole = null;
          m.wasDrilled = false;
          m.filled = true;
        }
        return;
      case 'own':
        spot.own = e['diameter'] === null ? null : dashOf(e['diameter']);
        return;
      case 'settle':
        if (hole > row.count) return;
        for (const f of this.judge(row, hole).findings) {
          if (f.code !== e['code']) continue;
          spot.settled.push({
            code: f.code,
            part: f.part,
            piece: f.part === undefined ? 1 : (this.piece.get(f.part) ?? 1),
            grave: f.severity === 'stop' ? 2 : 1,
            figure: f.figure ?? null,
            at: this.now,
          });
        }
    }
  }

  private grow(m: Metal, to: number): void {
    m.hole = Math.max(m.hole ?? 0, to);
    m.cones = m.cones.filter((c) => c.width > (m.hole as number) + eps);
  }

  /** What a row wants at a hole, and what is found. */
  judge(row: ModelRow, hole: number): { open: string[]; findings: ModelFinding[] } {
    const spot = this.spot(row.id, hole);
    const asked = this.askedAt(row, hole);
    const plan = this.planOf(asked);
    const want = HOLE[asked.dash];
    const most = want + 0.005;
    const fits = (r: { dash: number; head: string }) => r.dash === asked.dash && r.head === asked.head;
    const open: string[] = [];
    const findings: ModelFinding[] = [];
    const unwritten = new Set<string>();
    const shut = new Set<string>();
    const say = (code: string, severity: 'stop' | 'caution', part?: string, figure: number | null = null, since = 0) => {
      if (!findings.some((f) => f.code === code && f.part === part)) findings.push({ code, severity, part, figure, since });
    };
    const wants = (what: string, part: string, isRecordedWrong: boolean, proves: boolean) => {
      if (!isRecordedWrong && proves) unwritten.add(what);
      else {
        open.push(`${what} ${part}`);
        if (spot.rivet) shut.add(part);
      }
    };
    const sheets = asked.stack.map((s, i) => {
      const m = this.at(s.part, row.id, hole);
      const proof = spot.proved.get(s.part);
      const proves = proof !== undefined && (spot.rivet !== null || fits(proof));
      const isSmall = m.hole !== null && want > m.hole + 0.0005 + eps;
      const toDrill = m.pushedOff || isSmall || (m.hole === null && !proves);
      return {
        ...s,
        m,
        proves,
        toDrill,
        unproven: m.hole === null && !m.pushedOff && proves,
        step: plan.governed.steps[i] as { prep: string; C: number; d: number },
      };
    });
    for (const s of sheets) if (s.toDrill || s.unproven) wants('drill', s.part, s.toDrill, s.proves);
    for (const s of sheets) {
      const edges = Object.values(s.m.edge);
      if (s.toDrill) wants('deburr', s.part, true, false);
      else if (edges.includes('burr') || (s.unproven && edges.includes('untouched'))) wants('deburr', s.part, false, s.proves);
    }
    for (const s of sheets) {
      const { m, part, face } = s;
      const far = across(face);
      const isDimple = s.step.prep === 'dimple' && asked.head !== 'protruding';
      const isCut = s.step.prep === 'countersink' && asked.head !== 'protruding';
      if (isDimple) {
        if (m.cones.length > 0) say('prepared-otherwise', 'stop', part, null, Math.max(m.lastDimple, m.lastCut));
        else if (!m.dimple)
          wants(
            'dimple',
            part,
            m.pushedOff || (s.toDrill && m.hole === null && !s.proves),
            s.proves && !(m.pushedOff && spot.rivet !== null),
          );
        else if (m.bothWays) {
          /* Said below, and nothing more is asked of it. */
        } else if (m.dimple.toward !== far) say('prepared-otherwise', 'stop', part, null, Math.max(m.lastDimple, m.lastCut));
        else if (Math.abs(m.dimple.angle - 100) > 1 + eps) say('other-angle', 'stop', part, null, m.lastDimple);
        else if (m.dimple.dash > asked.dash) say('prepared-larger', 'stop', part, m.dimple.dash, m.lastDimple);
        else if (m.dimple.dash < asked.dash) {
          say('dimpled-twice', 'caution', part, m.dimple.dash, m.lastDimple);
          wants('dimple', part, true, false);
        }
      } else if (isCut) {
        const here = m.cones.filter((c) => c.face === face);
        if (m.dimple) say('prepared-otherwise', 'stop', part, null, Math.max(m.lastDimple, m.lastCut));
        else if (here.length === 0 && m.cones.length > 0) say('prepared-otherwise', 'stop', part, null, Math.max(m.lastDimple, m.lastCut));
        else if (here.length === 0)
          wants(
            'countersink',
            part,
            m.pushedOff || (s.toDrill && m.hole === null && !s.proves),
            s.proves && !(m.pushedOff && spot.rivet !== null),
          );
        else {
          if (here.some((c) => Math.abs(c.angle - 100) > 1 + eps)) say('other-angle', 'stop', part, null, m.lastCut);
          else {
            const off = ((here[0]?.width as number) - s.step.C) / (2 * tan50);
            if (off < -0.0005 - eps) wants('countersink', part, true, false);
            else if (off > 0.002 + eps) say('cut-deeper-than-planned', off > 0.005 + eps ? 'stop' : 'caution', part, off, m.lastCut);
          }
          if (m.cones.some((c) => c.face !== face)) say('prepared-otherwise', 'stop', part, null, Math.max(m.lastDimple, m.lastCut));
        }
        if (m.dimple === null && here.length > 0 && m.cones.some((c) => c.face !== face))
          say('prepared-otherwise', 'stop', part, null, Math.max(m.lastDimple, m.lastCut));
      } else if (s.step.prep !== 'unresolved' && (m.dimple || m.cones.length > 0))
        say('prepared-otherwise', 'stop', part, null, Math.max(m.lastDimple, m.lastCut));
      if (m.cracked) say('cracked', 'stop', part, null, m.lastCrack);
      if (m.filled) say('through-a-filling', 'stop', part);
      if (m.bothWays) say('dimpled-both-ways', 'stop', part, null, m.lastDimple);
      if (m.twice && m.dimple) say('dimpled-twice', 'caution', part, m.dimple.dash, m.lastDimple);
      if (m.openedLate) say('opened-after-dimpling', 'caution', part, m.hole);
      this.judgeSize(s, want, most, say);
      if (m.place !== null && row.pitch !== undefined) {
        const off = Math.abs(m.place - (hole - 1) * row.pitch);
        if (off > 0.0005 + eps) say('drilled-elsewhere', off > 0.5 * (asked.dash / 32) + eps ? 'stop' : 'caution', part, off, m.lastDrill);
      }
    }
    if (spot.rivet) {
      const { rivet } = spot;
      if (rivet.dash !== asked.dash || rivet.head !== asked.head) say('set-otherwise', 'stop', undefined, null, spot.lastSet);
      else if (Math.abs(rivet.length - plan.L * 16) > eps) say('set-other-length', 'caution', undefined, null, spot.lastSet);
    } else open.push('set');
    if (spot.twice) say('set-twice', 'stop', undefined, null, spot.lastSet);
    if (spot.noGo) say('no-go', 'stop', undefined, null, spot.lastNoGo);
    for (const part of shut) say('shut-under-rivet', 'stop', part);
    if (unwritten.size > 0) say('not-recorded', 'caution', undefined, null, spot.lastSet);
    const quiet = new Set<string>();
    for (const f of findings) {
      const isAnswered = spot.settled.some(
        (a) =>
          a.code === f.code &&
          a.part === f.part &&
          a.piece === (f.part === undefined ? 1 : (this.piece.get(f.part) ?? 1)) &&
          a.grave >= (f.severity === 'stop' ? 2 : 1) &&
          (f.figure === null || f.figure === undefined || (a.figure ?? -1) >= f.figure - 1e-7) &&
          (f.since ?? 0) <= a.at,
      );
      if (!isAnswered) continue;
      f.settled = true;
      if (f.code === 'shut-under-rivet') quiet.add(f.part as string);
    }
    return { open: open.filter((o) => !quiet.has(o.split(' ')[1] ?? '')), findings };
  }

  private judgeSize(
    s: { part: string; m: Metal; step: { prep: string; C: number } },
    want: number,
    most: number,
    say: (code: string, severity: 'stop' | 'caution', part?: string, figure?: number | null) => void,
  ): void {
    const t = this.thickness.get(s.part) as number;
    const planned = s.step.prep === 'countersink' ? Math.max(want, s.step.C - 2 * t * tan50) : want;
    const left = s.m.cones.map((c) => c.width - 2 * t * Math.tan((c.angle * Math.PI) / 360)).filter((w) => w > planned + 0.001 + eps);
    const size = Math.max(s.m.hole ?? 0, ...left);
    if (size > want + 0.001 + eps) say('hole-larger-than-planned', size <= most + 1e-6 ? 'caution' : 'stop', s.part, size);
  }

  verdict(row: ModelRow): string {
    const holes = Array.from({ length: row.count }, (_, i) => i + 1);
    const plans = new Set([row.dash, ...holes.map((h) => this.askedAt(row, h).dash)]);
    const all = [
      ...[...plans].map((dash) => this.planOf({ ...row, dash }).governed.verdict),
      ...holes.flatMap((h) =>
        this.judge(row, h)
          .findings.filter((f) => !f.settled)
          .map((f) => f.severity),
      ),
      ...this.addingUp(row),
    ];
    return all.includes('stop') ? 'stop' : all.includes('caution') ? 'caution' : 'ok';
  }

  /** Larger rivets side by side, or more than a tenth of the row. */
  addingUp(row: ModelRow): string[] {
    const up = Array.from({ length: row.count }, (_, i) => (this.spot(row.id, i + 1).own ?? 0) > row.dash);
    const isMany = up.filter(Boolean).length > row.count / 10 || up.some((u, i) => u && up[i + 1]);
    return isMany && up.some(Boolean) ? ['caution'] : [];
  }
}
