import type { FoundAnswer, OverviewAnswer } from '#contract/answers';
import { rowWords } from '#core/find/row-words';
import { holesInPlan } from '#core/record/holes';
import { assemblyWork, definitionsById, planRow } from '#core/work/assembly-work';
import { assemblyOverview } from '#core/work/overview';
import { markText } from '#core/wording/marks';
import type { AssemblyOfKit, KitRecord } from '../db/kit-record';

/** How far one assembly is, with what was done last in words. */
export function overviewLine(record: KitRecord, own: AssemblyOfKit): OverviewAnswer['assemblies'][number] {
  const { kit, fasteners, things, pages } = record;
  const work = assemblyWork({ kit: kit.definition, parts: own.parts, rows: own.rows, fasteners, marks: [...own.marks, ...things] });
  const { last, ...rest } = assemblyOverview(work, own.marks, pages);
  const mark = last && own.marks.find((m) => m.id === last.markId);
  const title = work.rows.find((r) => r.id === last?.rowId)?.title ?? '';
  return {
    id: own.assembly.id,
    ...rest,
    last: last && mark ? { doneAt: last.doneAt, person: last.person, rowId: last.rowId, row: title, text: markText(mark) } : null,
  };
}

/** Rows and parts of one assembly with all they may be called by. */
export function foundItems(record: KitRecord, own: AssemblyOfKit): FoundAnswer['items'][number][] {
  const parts = definitionsById(own.parts);
  const fasteners = definitionsById(record.fasteners);
  const at = { assemblyId: own.assembly.id, assembly: own.assembly.definition.name };
  return [
    ...own.rows.map(({ id, definition }) => {
      const planned = planRow(id, definition, { kit: record.kit.definition, parts, fasteners });
      const summary = planned && {
        callout: planned.plan.rivet.callout,
        verdict: planned.plan.verdict,
        preps: planned.plan.layers.map((l) => l.prep),
      };
      const { title, words } = rowWords(definition, parts, fasteners.get(definition.fastenerId ?? ''), summary);
      return { kind: 'row' as const, id, ...at, title, holes: holesInPlan(definition.holes).length, words: [...words, at.assembly] };
    }),
    ...own.parts.map(({ id, definition }) => ({
      kind: 'part' as const,
      id,
      ...at,
      title: definition.name,
      holes: 0,
      words: [
        'part',
        at.assembly,
        ...[definition.number, definition.page, definition.material, definition.finish].flatMap((w) => (w ? [w] : [])),
        ...(definition.hand ? [definition.hand === 'L' ? 'left' : 'right'] : []),
      ],
    })),
  ];
}
