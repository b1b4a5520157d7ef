import type { AssemblyAnswer } from '#contract/answers';
import type { ComposeContext } from '#core/compose/compose';
import type { Units } from '#core/units/length';
import { newId } from '../api/device';

/** What lines, tables and drawings of an assembly are read with. `units`: what a bare number means. */
export function composeContextOf({ assembly, parts, fasteners, kit }: AssemblyAnswer, units: Units): ComposeContext {
  return { assemblyId: assembly.id, units, parts, fasteners, defaults: kit.definition.defaults, newId };
}
