import { DEFAULT_LIMITS } from '../src/tables/limits';
import type { Definitions, Edit, EntityKind, FastenerHead, RowAccess } from '../src/record/definitions';
import type { Filled } from './mark-examples';

/** Ids of the things the examples make and name. */
export interface DefinitionIds {
  readonly kit: string;
  readonly assembly: string;
  readonly skin: string;
  readonly spar: string;
  readonly row: string;
  readonly other: string;
  readonly tool: string;
  readonly page: string;
  readonly fastener: string;
  readonly lot: string;
  readonly person: string;
  readonly layers: readonly [string, string];
  readonly hole: string;
}

const L = (mm: number) => ({ mm, text: `${mm} mm`, units: 'mm' as const });
const AT = '2026-11-20T12:00:00.000Z';

/** A definition of every kind with nothing left out: a key that is left out does not compile. */
export function fullDefinitions(ids: DefinitionIds): { readonly [K in EntityKind]: Filled<Definitions[K]> } {
  const head: Filled<FastenerHead> = { kind: 'flush', diameter: L(4.57), angleDeg: 120 };
  const place = { x: 12.5, y: -3 };
  const access: Filled<RowAccess> = {
    edge: L(20),
    wall: L(10),
    room: L(60),
    roomAtEnd: L(20),
    isBent: true,
    isTilted: true,
    needsSpacer: true,
    wallAngleDeg: 80,
    behind: L(12),
    sheetIndex: 1,
  };
  return {
    kit: {
      v: 1,
      name: 'Quillback Two, whole',
      units: 'mm',
      school: 'two-thirds',
      nest: { fixed: L(0.18) },
      profile: 'classic',
      halfDash: false,
      limits: { ...DEFAULT_LIMITS },
      holeMax: { '3': 2.6, '4': 3.4, '5': 4.2, '6': 5 },
      people: [{ id: ids.person, initials: 'RV' }],
      work: { scuff: true, prime: true, scuffAfterDimple: true, creaseBeforeDimple: true, edges: true },
      holders: { '3': 40, '4': 20, '5': 4, '6': 2 },
      inspectEvery: 12,
      stock: { 'MS20426AD3-3.5': 400 },
      sparePercent: 12.5,
      timeZone: 'Europe/Berlin',
      isArchived: false,
      defaults: { start: 'final', way: 'gun', drilledFrom: 'shop', closedWith: '426AD3', access },
      angles: 'stepped',
    },
    assembly: {
      v: 1,
      kitId: ids.kit,
      name: 'Left float',
      order: 1,
      mirroredFrom: null,
      sequence: { follows: 'own', reason: 'the nose first', plans: [ids.row], own: [`${ids.row}/set/3/flush-100`] },
      isArchived: false,
    },
    part: {
      v: 1,
      assemblyId: ids.assembly,
      name: 'skin',
      hand: 'L',
      thickness: L(0.6),
      measured: L(0.61),
      mirroredFrom: null,
      number: 'FL-07-1',
      material: '2024-T3',
      nature: 'steel' as const,
      isBought: true,
      finish: 'epoxy',
      page: 'FL-07',
      revision: 'B',
      listed: 2,
      counted: 1,
      orientation: { turnDeg: 90, flipped: true },
      outline: { kind: 'corners', corners: [place, { x: 400, y: 0 }, { x: 400, y: 90 }] },
      crease: true,
      flangeAngleDeg: 88.5,
      bareZones: ['the lap, 1 in wide'],
      supply: { state: 'ordered', from: 'the kit maker', orderedOn: '2026-11-20', expectedOn: '2026-12-04' },
      subAssembly: 'nose',
    },
    row: {
      v: 1,
      assemblyId: ids.assembly,
      order: 1,
      name: 'Keel',
      hand: 'L',
      page: 'FL-07 rev B',
      head: 'flush-100',
      dash: 3,
      alloy: 'AD',
      lengthDash: 3.5,
      layers: [
        {
          id: ids.layers[0],
          partId: ids.skin,
          plans: 'dimple',
          edge: L(8),
          bothSides: false,
          face: 'marked' as const,
          faceBefore: 'marked' as const,
        },
        {
          id: ids.layers[1],
          partId: ids.spar,
          plans: 'countersink',
          edge: L(9),
          bothSides: true,
          face: 'other' as const,
          faceBefore: 'other' as const,
        },
      ],
      holes: [{ id: ids.hole, out: false, at: place, holds: ['no-prep', 'no-rivet', 'square'] }],
      hole: L(2.8),
      pitch: L(30),
      edge: L(8),
      rowDistance: L(20),
      headAngleDeg: 100,
      cutterAngleDeg: 100,
      sharesLoadWith: 'bolts',
      school: 'kit-032',
      nest: { fixed: L(0.18) },
      mirroredFrom: null,
      laid: {
        path: [place, { x: 200, y: -3 }],
        startEdgeMm: 6,
        endEdgeMm: 7,
        typed: {
          units: 'mm',
          path: '200',
          by: 'count',
          maxPitch: '',
          count: '7',
          startEdge: '6',
          endEdge: '7',
          second: 'staggered',
          lapWidth: '25',
          keepClear: '40 ; 5',
          secondRowId: ids.other,
        },
      },
      drilledFrom: 'shop',
      start: 'none',
      access,
      far: 'flush',
      gotAtLater: 'the fuel sender',
      groupOf: ids.other,
      transfer: 'strip',
      beginAt: { hole: 4, because: 'the tab stands in the way' },
      stages: [{ hole: L(2.4), until: 'the lap is fitted' }],
      fastenerId: ids.fastener,
      setting: { way: 'blind', isSealed: true, sealed: 'after-cure', bareZone: 'the lap' },
      shutBy: [{ by: { kind: 'part', id: ids.skin }, side: 'both', room: L(30), isBentOpen: true }],
      waitsForParts: [ids.spar],
      meets: [{ holeId: ids.hole, rowId: ids.other, otherId: ids.hole, isOne: true }],
    },
    tool: {
      v: 1,
      kitId: ids.kit,
      name: 'gauge',
      kind: 'gauge',
      throat: L(70),
      noseHalfWidth: L(10),
      noseHeight: L(30),
      takesBent: true,
      dash: 3,
      angleDeg: 100,
      sheet: 'skin',
      gap: L(38),
      click: L(0.025),
      diameter: L(2.5),
      head: 'flush-100',
      isCutAway: true,
      measures: 'head',
      pitch: L(1.25),
      largest: L(9.5),
    },
    job: {
      v: 1,
      assemblyId: ids.assembly,
      order: 1,
      name: 'Skin fitted over the frames',
      kind: 'bond',
      place: 'before-drilling',
      partIds: [ids.skin],
      minutes: 90,
      needsTwo: true,
      page: 'FL-07',
      note: 'tape on the ribs',
      cycles: [
        {
          id: ids.other,
          name: 'first time on',
          rowIds: [ids.other],
          steps: [{ id: ids.other, text: 'overhang at the nose', reading: { wanted: L(31.75), limit: L(0.8) } }],
        },
      ],
      amount: { length: L(400), width: L(20), height: L(0.2) },
      mirroredFrom: ids.other,
    },
    page: { v: 1, kitId: ids.kit, name: 'FL-07', revisions: [{ revision: 'B', cameAt: AT, note: 'dash 4 now' }] },
    fastener: {
      v: 1,
      kitId: ids.kit,
      name: 'blind 3/32, body .109',
      kind: 'blind',
      diameter: L(2.38),
      hole: L(2.78),
      holeMax: L(2.9),
      head,
      gripFrom: L(0.8),
      gripTo: L(3.2),
      lengths: [L(6), L(8)],
      note: 'from its own sheet',
      dieToolId: ids.tool,
      dieHole: L(2.5),
      ends: 'sealed',
      group: { kind: 'anchored-nut', small: 2, spacing: L(17.46), angleDeg: 30, lug: L(1), dash: 3, head: 'flush-100', alloy: 'AD' },
    },
    lot: { v: 1, kitId: ids.kit, name: 'lot 4411', kind: 'rivets', callout: 'MS20426AD3-3.5', isInUse: true, note: 'opened in May' },
  };
}

/** The edits that make all of them, with the second part a row needs. */
export function fullEdits(ids: DefinitionIds): Edit[] {
  const full = fullDefinitions(ids);
  const made = (kind: EntityKind, id: string, definition: object = full[kind]) =>
    ({ kind, id, expectedVersion: 0, definition }) as unknown as Edit;
  return [
    made('kit', ids.kit),
    made('assembly', ids.assembly),
    made('part', ids.skin),
    made('part', ids.spar, { ...full.part, name: 'spar' }),
    made('fastener', ids.fastener),
    made('row', ids.row),
    made('tool', ids.tool),
    made('page', ids.page),
    made('lot', ids.lot),
  ];
}
