import type { ToolDefinition } from '../record/definitions';

type UsualTool = Omit<ToolDefinition, 'v' | 'kitId'>;

const inch = (value: number) => ({ mm: value * 25.4, text: String(value), units: 'in' as const });
const reaching = (
  name: string,
  kind: ToolDefinition['kind'],
  throat: number | null,
  halfWidth: number | null,
  height: number | null,
  takesBent: boolean,
): UsualTool => ({
  name,
  kind,
  throat: throat === null ? null : inch(throat),
  noseHalfWidth: halfWidth === null ? null : inch(halfWidth),
  noseHeight: height === null ? null : inch(height),
  takesBent,
  dash: null,
  angleDeg: null,
  sheet: null,
});
const dies = (dash: 3 | 4, sheet: 'skin' | 'substructure'): UsualTool => ({
  ...reaching(`dies ${dash}/32, ${sheet}`.replace('4/32', '1/8'), 'die-set', null, null, null, true),
  dash,
  angleDeg: 100,
  sheet,
});

const cutter = (pilot: number, drill: string): UsualTool => ({
  ...reaching(`cutter 100°, pilot ${drill}`, 'cutter', null, null, null, true),
  angleDeg: 100,
  diameter: { ...inch(pilot), text: drill },
});
const sets = (dash: 3 | 4, head: 'flush-100' | 'protruding'): UsualTool => ({
  ...reaching(`sets ${dash === 4 ? '1/8' : '3/32'}, ${head === 'flush-100' ? 'flush' : 'protruding'}`, 'sets', null, null, null, true),
  dash,
  head,
});
const bit = (kind: 'bit' | 'reamer', diameter: number, drill: string): UsualTool => ({
  ...reaching(`${kind} ${drill}`, kind, null, null, null, true),
  diameter: { ...inch(diameter), text: drill },
});

/** What a workbench usually has, to start with. Measures are this project's own defaults: a builder's own replace them. */
export const USUAL_TOOLS: readonly UsualTool[] = [
  reaching('lever frame', 'frame', 18, 0.5, 6, false),
  { ...reaching('squeezer, 3 in yoke', 'squeezer', 3, 0.5, 2, true), gap: inch(1.5) },
  { ...reaching('squeezer, no-hole yoke', 'squeezer', 2.5, 0.35, 1.6, true), gap: inch(1.2) },
  reaching('close-quarters dies', 'close-quarters', 1.5, 0.3, 0.85, true),
  /* Pulled through the hole itself: no throat holds them back. */
  reaching('pull-through dies', 'pull-through', 40, 0.3, 0.5, true),
  dies(3, 'skin'),
  dies(3, 'substructure'),
  dies(4, 'skin'),
  dies(4, 'substructure'),
  { ...reaching('countersink cage', 'cage', null, 0.5, null, true), click: inch(0.001), isCutAway: false },
  cutter(0.098, '#40'),
  cutter(0.1285, '#30'),
  sets(3, 'flush-100'),
  sets(4, 'flush-100'),
  sets(3, 'protruding'),
  sets(4, 'protruding'),
  bit('bit', 0.098, '#40'),
  bit('bit', 0.1285, '#30'),
  bit('reamer', 0.098, '#40'),
  bit('reamer', 0.1285, '#30'),
];
