import type { Entity, ToolDefinition } from '#core/record/definitions';
import { USUAL_TOOLS } from '#core/reach/usual-tools';
import { demoId, typedLength } from './mark-maker';

/** The dies of the blind rivet with the 120 degree head. */
export const DEMO_BLIND_DIES = demoId('tool/blind-dies');

const own = (name: string, kind: ToolDefinition['kind'], more: Partial<ToolDefinition>): Omit<ToolDefinition, 'v' | 'kitId'> => ({
  name,
  kind,
  throat: null,
  noseHalfWidth: null,
  noseHeight: null,
  takesBent: true,
  dash: null,
  angleDeg: null,
  sheet: null,
  ...more,
});

/* What this workshop has beside the usual tools. */
const OWN: readonly (readonly [string, Omit<ToolDefinition, 'v' | 'kitId'>])[] = [
  [DEMO_BLIND_DIES, own('dies 120°, blind 1/8', 'die-set', { dash: 4, angleDeg: 120, sheet: 'skin' })],
  [demoId('tool/screw-cutter'), own('cutter 100°, pilot #19', 'cutter', { angleDeg: 100, diameter: typedLength('#19'), largest: typedLength('3/8') })],
  [demoId('tool/small-cutter'), own('cutter 100°, pilot #19, worn', 'cutter', { angleDeg: 100, diameter: typedLength('#19'), largest: typedLength('5/16') })],
  [demoId('tool/puller'), own('hand puller', 'puller', { noseHalfWidth: typedLength('.25'), noseHeight: typedLength('2.5') })],
  [demoId('tool/bar'), own('straight bar, 12 in', 'bar', { noseHeight: typedLength('.75') })],
  [demoId('tool/back-set'), own('back-riveting set', 'back-set', { noseHalfWidth: typedLength('.3'), noseHeight: typedLength('6') })],
]; // prettier-ignore

/** The demo kit's tools. */
export function demoTools(kitId: string): readonly Entity<'tool'>[] {
  const usual = USUAL_TOOLS.map((t, i) => [demoId(`tool/${i}`), t] as const);
  return [...usual, ...OWN].map(([id, t]) => ({ kind: 'tool', id, version: 1, definition: { v: 1, kitId, ...t } }));
}
