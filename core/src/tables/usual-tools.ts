import type { ToolDefinition } from '../record/definitions';

type UsualTool = Omit<ToolDefinition, 'v' | 'kitId'>;

const inch = (value: number) => ({ mm: value * 25.4, text: String(value), units: 'in' as const });
const reaching = (name: string, kind: ToolDefinition['kind'], throat: number | null, halfWidth: number | null, height: number | null, takesBent: boolean): UsualTool => ({
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

/** What a workbench usually has, to start with. Measures are this project's own defaults: a builder's own replace them. */
export const USUAL_TOOLS: readonly UsualTool[] = [
  reaching('lever frame', 'frame', 18, 0.5, 6, false),
  reaching('squeezer, 3 in yoke', 'squeezer', 3, 0.5, 2, true),
  reaching('squeezer, no-hole yoke', 'squeezer', 2.5, 0.35, 1.6, true),
  reaching('close-quarters dies', 'close-quarters', 1.5, 0.3, 0.85, true),
  /* Pulled through the hole itself: no throat holds them back. */
  reaching('pull-through dies', 'pull-through', 40, 0.3, 0.5, true),
  dies(3, 'skin'),
  dies(3, 'substructure'),
  dies(4, 'skin'),
  dies(4, 'substructure'),
];
