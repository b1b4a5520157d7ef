import type { Entity, RowDefinition } from './definitions';
import { effectiveMarks, type Mark } from './marks';
import { namesPage } from './page-revisions';

/** A row touched by a revised page about which nobody has said anything yet, or which was asked about. */
export interface PageFlag {
  readonly rowId: string;
  readonly pageId: string;
  readonly page: string;
  readonly revision: string;
  readonly cameAt: string;
  readonly note: string;
  /** Things marked at the row before the page came: done to the old one. */
  readonly doneBefore: number;
  /** The question that is open; null: nothing was said at all. */
  readonly asked: { readonly markId: string; readonly on: string; readonly question: string } | null;
}

/** Questions to the kit maker and their answers. */
export interface PageQuestion {
  readonly markId: string;
  readonly rowId: string;
  readonly pageId: string;
  readonly revision: string;
  readonly on: string;
  readonly question: string;
  readonly answer: { readonly on: string; readonly text: string } | null;
}

/** Every question that was asked about a revised page, oldest first, with its answer where there is one. */
export function pageQuestions(marks: readonly Mark[]): PageQuestion[] {
  const effective = effectiveMarks(marks);
  const answers = new Map(effective.flatMap((m) => (m.kind === 'question-answer' ? [[m.payload.because, m] as const] : [])));
  return effective.flatMap((m): PageQuestion[] => {
    if (m.kind !== 'page-answer' || m.payload.page.answer !== 'asked') return [];
    const answer = answers.get(m.id);
    return [
      {
        markId: m.id,
        rowId: m.rowId,
        pageId: m.payload.page.pageId,
        revision: m.payload.page.revision,
        on: m.doneAt,
        question: m.payload.note ?? '',
        answer: answer ? { on: answer.doneAt, text: answer.payload.note ?? '' } : null,
      },
    ];
  });
}

/**
 * Rows that the newest revision of a page touches and that nobody settled: unchanged, edited, or asked and answered. A question that is open
 * keeps its flag.
 */
export function pageFlags(
  pages: readonly Entity<'page'>[],
  rows: readonly { readonly id: string; readonly definition: Pick<RowDefinition, 'page'> }[],
  marks: readonly Mark[],
): PageFlag[] {
  if (pages.length === 0) return [];
  const effective = effectiveMarks(marks);
  const questions = pageQuestions(marks);
  return pages.flatMap(({ id: pageId, definition }) => {
    const newest = definition.revisions.at(-1);
    if (!newest) return [];
    const isOf = (m: Mark, rowId: string) =>
      m.kind === 'page-answer' && m.rowId === rowId && m.payload.page.pageId === pageId && m.payload.page.revision === newest.revision;
    return rows.flatMap(({ id: rowId, definition: row }): PageFlag[] => {
      if (!namesPage(row.page, definition.name)) return [];
      const said = effective.filter((m) => isOf(m, rowId)).at(-1);
      const question = said ? questions.find((q) => q.markId === said.id) : undefined;
      const isSettled = said !== undefined && (question === undefined || question.answer !== null);
      if (isSettled) return [];
      const doneBefore = effective.reduce(
        (n, m) => (m.rowId === rowId && m.doneAt < newest.cameAt ? n + m.holeIds.length * Math.max(1, m.layerIds.length) : n),
        0,
      );
      const asked = question ? { markId: question.markId, on: question.on, question: question.question } : null;
      return [
        { rowId, pageId, page: definition.name, revision: newest.revision, cameAt: newest.cameAt, note: newest.note, doneBefore, asked },
      ];
    });
  });
}
