import type { AssemblyAnswer } from '#contract/answers';
import type { Entity } from '#core/record/definitions';
import { KIT } from '../../core/test/build';

/** An assembly as the server answers it, with these parts and rows and nothing else. */
export const answerOf = (
  id: string,
  parts: readonly Entity<'part'>[],
  rows: readonly Entity<'row'>[],
  more: Partial<AssemblyAnswer> = {},
): AssemblyAnswer =>
  ({
    kit: { kind: 'kit', id: 'k', version: 1, definition: KIT },
    assembly: { kind: 'assembly', id, version: 1, definition: {} },
    parts,
    rows,
    fasteners: [],
    pages: [],
    jobs: [],
    ...more,
  }) as unknown as AssemblyAnswer;
