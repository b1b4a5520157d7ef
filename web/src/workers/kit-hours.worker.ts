import type { AssemblyAnswer, KitAnswer, MarksAnswer, ToolsAnswer, WorkedAnswer } from '#contract/answers';
import type { HoursLeft } from '#core/operations/hours';
import { kitHours, summaryOfAssembly, type AssemblySummary } from '#core/access/kit-hours';
import { get } from '../api/client';

export interface KitHoursLine extends Omit<AssemblySummary, 'open'> {
  readonly id: string;
  readonly name: string;
  readonly hours: HoursLeft;
}

export type KitHoursAnswer =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'hours'; readonly whole: HoursLeft; readonly lines: readonly KitHoursLine[] }
  | { readonly kind: 'problem'; readonly message: string };

const say = (answer: KitHoursAnswer) => self.postMessage(answer);

/** Asks for every assembly of a kit itself and works through them, so that the page has nothing to do with it. */
async function work(kitId: string): Promise<void> {
  const { assemblies } = await get<KitAnswer>(`/kits/${kitId}`);
  const { tools } = await get<ToolsAnswer>(`/kits/${kitId}/tools`);
  const found: { id: string; name: string; summary: AssemblySummary }[] = [];
  for (const a of [...assemblies].sort((x, y) => x.definition.order - y.definition.order)) {
    say({ kind: 'progress', done: found.length, of: assemblies.length });
    const { kit, parts, rows, fasteners, jobs } = await get<AssemblyAnswer>(`/assemblies/${a.id}`);
    const { marks } = await get<MarksAnswer>(`/assemblies/${a.id}/marks`);
    found.push({
      id: a.id,
      name: a.definition.name,
      summary: summaryOfAssembly({ kit: kit.definition, parts, rows, fasteners, jobs, marks }, tools, a.definition.sequence ?? null),
    });
  }
  const { worked } = await get<WorkedAnswer>(`/kits/${kitId}/worked`);
  const { whole, each } = kitHours(
    found.map((f) => f.summary.open),
    worked,
  );
  say({
    kind: 'hours',
    whole,
    lines: found.map(({ id, name, summary: { open: _, ...summary } }, i) => ({ id, name, ...summary, hours: each[i] as HoursLeft })),
  });
}

self.onmessage = (event: MessageEvent<{ kitId: string }>) => {
  work(event.data.kitId).catch((error: Error) => say({ kind: 'problem', message: error.message }));
};
