import { MARK_ADDRESS, MARK_KINDS, markVersion, type Mark, type MarkKind, type OwnPayloads } from '../src/record/marks';

/** Every key there is, however deep: an example that leaves one out does not compile. */
export type Filled<T> = T extends readonly (infer I)[]
  ? readonly Filled<I>[]
  : T extends object
    ? { readonly [K in keyof T]-?: Filled<Exclude<T[K], undefined>> }
    : T;

/** What an example names: things that have to be there where it is stored. */
export interface ExampleIds {
  readonly rowId: string;
  readonly assemblyId: string;
  readonly kitId: string;
  readonly holeId: string;
  readonly layerId: string;
  readonly partId: string;
  readonly person: string;
  readonly device: string;
  /** Another thing of the kit, and another mark. */
  readonly other: string;
  readonly newId: () => string;
}

const L = (mm: number) => ({ mm, text: String(mm), units: 'mm' as const });

/** The payload of every kind with nothing left out. */
export function fullPayloads({ layerId, partId, holeId, other }: ExampleIds): { readonly [K in MarkKind]: Filled<OwnPayloads[K]> } {
  const noted = {
    early: ['deburred' as const],
    note: 'A good evening.',
    photoIds: [other],
    by: 'RV',
    sheets: [{ layerId, partId, face: 'other' as const }],
  };
  const onParts = { ...noted, partIds: [partId] };
  const drill = {
    bitMm: 2.4892,
    holeMm: 2.4892,
    tool: 'drill' as const,
    partIds: [partId],
    places: { [holeId]: { x: 10, y: -2.5 } },
    isAlongRow: true as const,
    asPattern: true as const,
    toolId: other,
  };
  const fastener = {
    kind: 'solid' as const,
    name: 'MS20426AD3-3.5',
    head: 'flush-100' as const,
    dash: 3,
    alloy: 'AD' as const,
    lengthDash: 3.5,
    diameterMm: 2.38125,
    headDiameterMm: 4.5466,
    headAngleDeg: 100,
    gripFromMm: 1,
    gripToMm: 3,
    far: 'flush' as const,
  };
  const set = { fastener, partIds: [partId], gripMm: 1.4478, holeMm: 2.4892, lotId: other };
  const inspect = { fastener, profile: 'classic' as const, flushnessMm: 0.0508, toolId: other };
  const thing = { thingId: other, name: 'die set 3/32', isGood: false, off: L(-0.05) };
  return {
    'laid-out': noted,
    piloted: { ...noted, how: 'drilled', work: { ...drill, holeMm: 2.38 } },
    drilled: { ...noted, how: 'together', work: drill },
    deburred: noted,
    creased: onParts,
    scuffed: onParts,
    dimpled: { ...noted, work: { dash: 3, angleDeg: 100, sheet: 'skin', face: 'head', toolId: other } },
    countersunk: {
      ...noted,
      work: {
        angleDeg: 100,
        pilotMm: 2.4892,
        holeMm: 2.4892,
        depthMm: 1.05,
        surfaceMm: 5.01,
        extraMm: 0.19,
        face: 'shop',
        toolId: other,
      },
    },
    cleaned: onParts,
    primed: { ...onParts, work: { finish: 'epoxy primer', how: 'sent-out', batchId: other } },
    set: { ...noted, setting: { way: 'squeezer', toolId: other, pressure: '60 psi', lengthDash: 4, gap: '.104', dash: 4 }, work: set },
    inspected: { ...noted, work: inspect },
    removed: { ...noted, work: set },
    squared: noted,
    deviation: {
      ...noted,
      deviation: {
        kind: 'over-deburred',
        hole: L(2.7),
        edges: { [layerId]: L(7) },
        pitch: L(20),
        off: L(0.4),
        edgeLimit: { factorD: 2, by: 'kit' },
        verdict: 'unknown',
        nextDash: 4,
        missing: { layerIds: [layerId], pitch: true },
      },
    },
    'depth-read': { ...noted, reading: L(1.1), setupKey: 'countersunk/100/2.49/42', toolId: other },
    'gauge-read': { ...noted, reading: L(1.1), setupKey: 'countersunk/100/2.49/42', toolId: other },
    'cage-set': {
      ...noted,
      setupKey: 'countersunk/100/2.49/42',
      clicks: 2,
      cage: { way: 'computed', pastFlush: 5, scrap: 'flush', toolId: other },
    },
    'rivet-check': { ...noted, rivet: { lie: 'sunken', off: L(-0.1), drop: L(0.2) }, setupKey: 'countersunk/100/2.49/42' },
    'dimple-check': { ...noted, dimple: 'cracked' },
    'angle-read': { ...onParts, angle: { found: 88, wanted: 90, station: 'middle' } },
    'head-check': {
      ...noted,
      head: {
        width: L(3.5),
        height: L(1.2),
        width2: L(3.4),
        gauge: 'go',
        defects: ['tipped'],
        flush: L(0.02),
        gap: L(0.01),
        far: L(-0.1),
        stem: L(0.2),
        disposition: 'accept-note',
      },
      work: inspect,
    },
    'sealant-mixed': {
      ...noted,
      workMinutes: 60,
      batch: {
        product: 'tank sealant, two parts',
        ratio: '10 : 1',
        ratioBy: 'weight',
        tackFreeMinutes: 240,
        cureMinutes: 2880,
        temperatureC: 21,
        amountMl: 14.5,
        rowIds: [other],
        jobIds: [other],
      },
    },
    'job-step': { ...noted, job: { jobId: other, cycleId: other, stepId: other, said: 'Skin: overhang', reading: L(31.7) } },
    cleared: noted,
    'fit-up': onParts,
    'take-apart': onParts,
    mask: onParts,
    reassemble: onParts,
    join: onParts,
    close: onParts,
    seal: { ...noted, batchId: other },
    'bend-open': noted,
    'bend-back': noted,
    'gave-way': noted,
    scrapped: onParts,
    arrived: { ...onParts, putBack: 1 },
    dent: { ...onParts, dent: { where: '6 in aft of rib 3', deep: L(0.8), jobId: other } },
    'dent-settled': { ...onParts, because: other, dented: 'dressed' },
    'edges-deburred': onParts,
    'hole-check': { ...noted, gauge: 'no-go', toolId: other },
    coupon: { ...noted, setupKey: 'dimpled/3/100/skin' },
    'bare-checked': { ...onParts, zone: 'flange of the rib' },
    'own-fastener': { ...noted, ownDash: 4 },
    'finding-settled': {
      ...noted,
      finding: { code: 'cracked', stood: [{ holeId, partId, piece: 2, severity: 'stop', figure: 1 }], page: 'FL-3' },
    },
    'left-over-settled': { ...noted, settled: 'moved', toRowId: other },
    'thing-check': { ...noted, thing },
    'thing-finding': { ...noted, thing },
    'looked-again': { ...onParts, because: other },
    'page-answer': { ...noted, page: { pageId: other, revision: 'B', answer: 'asked', changeId: other } },
    'question-answer': { ...noted, because: other },
    'log-note': { ...onParts, jobId: other },
    'shift-started': { ...noted, as: 'deburred' },
    'shift-paused': noted,
    'shift-resumed': noted,
    'shift-ended': noted,
    undo: { ...noted, undoes: other },
  };
}

/** A mark of every kind in every version it was ever written in, fully filled. */
export function fullMarks(ids: ExampleIds): Mark[] {
  const payloads = fullPayloads(ids);
  const at = '2026-11-20T12:00:00.000Z';
  const made = (kind: MarkKind, v: 1 | 2, payload: object): Mark => {
    const address = MARK_ADDRESS[kind];
    const isAtHole = address === 'hole' || address === 'hole-in-layer';
    return {
      id: ids.newId(),
      kind,
      v,
      rowId:
        address === 'kit' ? ids.kitId : address === 'assembly' || address === 'part' || address === 'anywhere' ? ids.assemblyId : ids.rowId,
      holeIds: isAtHole ? [ids.holeId] : [],
      layerIds: address === 'hole-in-layer' ? [ids.layerId] : [],
      side: kind === 'deburred' ? 'head' : null,
      doneAt: at,
      recordedAt: at,
      person: ids.person,
      device: ids.device,
      payload,
    } as Mark;
  };
  return MARK_KINDS.flatMap((kind) => {
    const newest = made(kind, markVersion(kind), payloads[kind]);
    if (markVersion(kind) === 1) return [newest];
    /* The first version of a deviation does not know what is missing. */
    const { missing: _, ...known } = payloads.deviation.deviation;
    return [newest, made(kind, 1, { ...payloads.deviation, deviation: { ...known, verdict: 'stop' } })];
  });
}
