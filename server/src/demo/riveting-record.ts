import { normalFrom, randomFrom } from '#core/depth/simulate';
import { diagnose } from '#core/inspect/diagnose';
import { settingOrder } from '#core/inspect/setting-order';
import { isDueAt } from '#core/inspect/sampling';
import { judgeHole } from '#core/deviation/judge';
import { planStack, type Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import type { Edit, PageDefinition, RowDefinition } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import type { HeadCheck, Mark, Setting } from '#core/record/marks';
import { stackOf, type RowContext } from '#core/record/stack-of';
import { isPartStep, stepsOf, type StepKind, type WorkContext } from '#core/record/steps';
import { dashLength } from '#core/rivet/callout';
import { headVolume } from '#core/rivet/length';
import { PROFILES } from '#core/tables/profiles';
import { mm, MM_PER_INCH } from '#core/units/length';
import { marksFor } from '#core/work/bench';
import type { PEOPLE } from './mark-maker';
import { DAY_MS, demoId, demoMark, MINUTE_MS, typedLength } from './mark-maker';

type Who = keyof typeof PEOPLE;
const KEY = 'panel/';
const ASSEMBLY = demoId(`${KEY}assembly`);

/** Rows of the sub-panel by place; what was done to each, evening by evening. */
const [SHIELD, UPPER, LOWER, FLANGE] = [0, 1, 2, 3];
const WORKED = [SHIELD, UPPER, LOWER, FLANGE];

interface Made {
  readonly id: string;
  readonly row: RowDefinition;
  readonly stack: Stack;
  readonly plan: Plan;
  readonly holeIds: readonly string[];
}

/** The sub-panel from the first hole to the last look: two weeks of evenings, rivets set, measured, three of them taken out. */
export function rivetingMarks(rows: ReadonlyMap<string, RowDefinition>, context: RowContext & WorkContext, now: Date): Mark[] {
  const evening = (daysAgo: number, minutes: number) => {
    const day = new Date(now.getTime() - daysAgo * DAY_MS);
    day.setUTCHours(18, 0, 0, 0);
    return new Date(day.getTime() + minutes * MINUTE_MS).toISOString();
  };
  const made = WORKED.map((i): Made => {
    const id = demoId(`${KEY}row/${i}`);
    const row = rows.get(id) as RowDefinition;
    const stack = stackOf(row, context);
    if (!stack) throw new Error('demo: a row names a part that is not there');
    return { id, row, stack, plan: planStack(stack), holeIds: holesInPlan(row.holes).map((h) => h.id) };
  });
  const row = (i: number) => made[i] as Made;
  let n = 0;
  const mark = (by: Who, at: string, more: Parameters<typeof demoMark>[3]) => demoMark(`${KEY}riveting/${n++}`, by, at, more);
  const shift = (by: Who, daysAgo: number, from: number, to: number) => [
    mark(by, evening(daysAgo, from), { kind: 'shift-started', rowId: ASSEMBLY }),
    mark(by, evening(daysAgo, to), { kind: 'shift-ended', rowId: ASSEMBLY }),
  ];

  /** Every step of these kinds in these rows, part steps once, a quarter of an hour apart. */
  const work = (by: Who, daysAgo: number, kinds: readonly StepKind[], rowsAt: readonly number[]): Mark[] => {
    const done = new Set<string>();
    return rowsAt.flatMap((i, k) => {
      const { id, row: definition, plan, holeIds } = row(i);
      const steps = stepsOf(definition, plan.layers, context).filter((s) => kinds.includes(s.kind) && !(isPartStep(s) && done.has(s.key)));
      for (const s of steps) if (isPartStep(s)) done.add(s.key);
      return marksFor(steps, holeIds).map((m, j) =>
        mark(
          by,
          evening(daysAgo, 20 + 15 * k + 3 * j),
          m.partIds.length > 0
            ? { kind: m.kind, rowId: ASSEMBLY, payload: { partIds: m.partIds } }
            : { kind: m.kind, rowId: id, holeIds: m.holeIds, layerIds: m.layerIds, side: m.side },
        ),
      );
    });
  };

  /** A row set in the order of riveting, and its due rivets measured; `heightOf`: what the hand makes of the n-th one, in D. */
  const rivet = (
    by: Who,
    daysAgo: number,
    i: number,
    setting: Setting,
    heightOf: (place: number) => number,
    seed: number,
    widths = 0.03,
  ): Mark[] => {
    const { id, stack, plan, holeIds } = row(i);
    const normal = normalFrom(randomFrom(seed));
    const lengthDash = setting.lengthDash ?? plan.rivet.lengthDash;
    const D = stack.size.diameter;
    const volume = headVolume(dashLength(lengthDash), plan.grip, D, stack.hole);
    const rivetFacts = {
      size: stack.size, lengthDash, grip: plan.grip, hole: stack.hole, profile: PROFILES[stack.profile],
      formFactor: stack.limits.formFactor, halfDash: stack.halfDash,
    }; // prettier-ignore
    return settingOrder(holeIds.length).flatMap((place, k) => {
      const holeId = holeIds[place] as string;
      const set = mark(by, evening(daysAgo, 15 + k), { kind: 'set', rowId: id, holeIds: [holeId], payload: { setting } });
      if (!isDueAt(k, CHECK_EVERY)) return [set];
      const height = heightOf(k) * D * (1 + 0.01 * normal());
      const width = Math.sqrt(Math.max(0, volume) / (stack.limits.formFactor * height)) * (1 + widths * normal());
      const inch = (l: number) => typedLength((l / MM_PER_INCH).toFixed(4).replace(/^0/, ''));
      const check: Omit<HeadCheck, 'disposition'> = { width: inch(width), height: inch(height) };
      const { advice } = diagnose(check, rivetFacts, stack.limits);
      const disposition = advice === 'accept-note' ? 'accept' : advice;
      return [
        set,
        mark(by, evening(daysAgo, 15.5 + k), {
          kind: 'head-check',
          rowId: id,
          holeIds: [holeId],
          payload: { head: { ...check, disposition } },
        }),
      ];
    });
  };

  /** A rivet taken out, its hole measured and judged as it was found. */
  const takeOut = (by: Who, daysAgo: number, minute: number, place: number, why: HeadCheck, holeInch: string, edgeInch: string): Mark[] => {
    const { id, stack, row: definition, holeIds } = row(SHIELD);
    const holeIdsHere = [holeIds[place] as string];
    const [hole, edge] = [typedLength(holeInch), typedLength(edgeInch)];
    const { verdict } = judgeHole(stack, { hole: mm(hole.mm), isElongated: false, edges: definition.layers.map(() => mm(edge.mm)) });
    const at = (m: number) => evening(daysAgo, minute + m);
    return [
      mark(by, at(0), { kind: 'head-check', rowId: id, holeIds: holeIdsHere, payload: { head: why } }),
      mark(by, at(6), { kind: 'removed', rowId: id, holeIds: holeIdsHere }),
      mark(by, at(8), {
        kind: 'deviation',
        rowId: id,
        holeIds: holeIdsHere,
        payload: {
          deviation: {
            kind: 'after-removal',
            hole,
            edges: Object.fromEntries(definition.layers.map((l) => [l.id, edge])),
            edgeLimit: { factorD: stack.limits.edgeStopD, by: 'program' },
            verdict,
          },
        },
      }),
      ...(verdict === 'same-rivet'
        ? [mark(by, at(12), { kind: 'set', rowId: id, holeIds: holeIdsHere, payload: { setting: { way: 'squeezer' } } })]
        : []),
    ];
  };

  const squeezer: Setting = { way: 'squeezer', toolId: demoId('tool/1') };
  const gun: Setting = { way: 'gun', pressure: '40 psi' };
  const note = (by: Who, daysAgo: number, text: string, photo?: number) =>
    mark(by, evening(daysAgo, 100), {
      kind: 'log-note',
      rowId: ASSEMBLY,
      payload: { note: text, ...(photo === undefined ? {} : { photoIds: [demoPhotoId(photo)] }) },
    });
  return [
    ...shift('RV', 13, 0, 95),
    ...work('RV', 13, ['drilled'], WORKED),
    ...shift('TK', 12, 5, 80),
    ...work('TK', 12, ['deburred'], WORKED),
    ...shift('RV', 11, 0, 110),
    ...work('RV', 11, ['scuffed'], WORKED),
    ...work('RV', 10, ['dimpled', 'countersunk'], WORKED),
    ...shift('RV', 10, 0, 100),
    note('RV', 10, 'The panel sat well in the jig; the first dimple of the shield on scrap.', 0),
    ...shift('TK', 8, 0, 70),
    ...work('TK', 8, ['cleaned', 'primed'], WORKED),
    ...shift('RV', 6, 0, 90),
    ...rivet('RV', 6, SHIELD, squeezer, () => 0.56, 11, 0.01),
    ...shift('TK', 5, 0, 120),
    ...rivet('TK', 5, UPPER, squeezer, () => 0.55, 12, 0.01),
    /* Out of the wrong box: a full dash too short. */
    ...rivet('TK', 4, LOWER, { ...squeezer, lengthDash: row(LOWER).plan.rivet.lengthDash - 1 }, () => 0.36, 13, 0.01),
    ...shift('TK', 4, 0, 80),
    note(
      'TK',
      4,
      'Half the lower stiffener went in from the wrong box. The gauge told it at the third one; I did not look before the tenth.',
    ),
    ...shift('RV', 2, 0, 115),
    ...rivet('RV', 2, FLANGE, gun, (k) => (k < 16 ? 0.6 : 0.6 - 0.012 * (k - 15)), 14, 0.01),
    ...shift('RV', 1, 0, 60),
    ...takeOut('RV', 1, 5, 3, { defects: ['tipped'], disposition: 'take-out' }, '.0995', '.32'),
    ...takeOut('RV', 1, 20, 8, { defects: ['clinched'], disposition: 'take-out' }, '.1045', '.32'),
    ...takeOut('RV', 1, 38, 15, { defects: ['open-head'], disposition: 'take-out' }, '.1045', '.22'),
    note('RV', 1, 'Three out of the shield. One hole goes a size up, one is a question for the kit maker.', 1),
  ];
}

const CHECK_EVERY = 2;

/** A page of the plans that came in a new revision while the work was under way. */
export function pageEdits(kitId: string, now: Date): Edit[] {
  const definition: PageDefinition = {
    v: 1,
    kitId,
    name: 'IP-02',
    revisions: [
      { revision: 'A', cameAt: new Date(now.getTime() - 60 * DAY_MS).toISOString(), note: 'As delivered.' },
      { revision: 'B', cameAt: new Date(now.getTime() - 7 * DAY_MS).toISOString(), note: 'Stiffeners moved up .10; pitch unchanged.' },
    ],
  };
  return [{ kind: 'page', id: demoId('page/IP-02'), expectedVersion: 0, definition }];
}

export const demoPhotoId = (n: number) => demoId(`${KEY}photo/${n}`);

/** Made-up photos, drawn: a bench seen from above. */
export const DEMO_PHOTOS: readonly string[] = [
  scene(
    '#8d8577',
    '#cfd6da',
    'M160 300H1120M160 420H1120',
    '<circle cx="300" cy="360" r="14"/><circle cx="420" cy="360" r="14"/><circle cx="540" cy="360" r="14"/>',
  ),
  scene(
    '#6f6a60',
    '#c3ccd2',
    'M220 200L1060 560',
    '<circle cx="400" cy="300" r="20"/><circle cx="640" cy="400" r="26" fill="#333"/><circle cx="880" cy="500" r="20"/>',
  ),
];

function scene(bench: string, sheet: string, lines: string, holes: string): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="1280" height="800"><rect width="1280" height="800" fill="${bench}"/><g stroke="#5a5347" stroke-width="3">${Array.from({ length: 9 }, (_, i) => `<path d="M0 ${80 + i * 90}H1280"/>`).join('')}</g><rect x="140" y="160" width="1000" height="480" rx="10" fill="${sheet}"/><path d="${lines}" stroke="#2b5fa8" stroke-width="5" fill="none" stroke-dasharray="24 10"/><g fill="#8b949a" stroke="#444" stroke-width="3">${holes}</g></svg>`;
}
