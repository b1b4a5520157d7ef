import { gatherFindings, type GatheredFinding, type RowStanding } from '../done/row-standing';
import type { Finding } from '../prep/findings';
import type { Plan } from '../prep/plan';
import type { HeadedBothWays } from '../record/headed-both-ways';
import type { RowsMeet } from '../record/meetings';
import type { Entity, PartSupply } from '../record/definitions';

/** A row as far as something in it is open to decide. */
export interface DecidedRow {
  readonly id: string;
  readonly title: string;
  readonly plan: Pick<Plan, 'findings'>;
  readonly standing: Pick<RowStanding, 'findings'>;
}

/** Something that waits for a person: it stops work, or a look is due, or a part is not here. */
export type Decision =
  | { readonly kind: 'plan-stop'; readonly row: DecidedRow; readonly finding: Finding }
  | { readonly kind: 'work-stop'; readonly row: DecidedRow; readonly gathered: GatheredFinding }
  | { readonly kind: 'recall'; readonly row: DecidedRow; readonly holeIds: readonly string[] }
  | { readonly kind: 'look-due'; readonly row: DecidedRow; readonly holeIds: readonly string[] }
  | { readonly kind: 'one-hole'; readonly meet: RowsMeet; readonly titles: readonly [string, string]; readonly part: string }
  | {
      readonly kind: 'headed-both-ways';
      readonly headed: HeadedBothWays;
      readonly title: string;
      readonly others: readonly string[];
      readonly parts: readonly string[];
    }
  | { readonly kind: 'part-missing'; readonly partId: string; readonly name: string; readonly state: PartSupply['state'] };

export interface DecisionQuestion {
  readonly rows: readonly DecidedRow[];
  readonly parts: readonly Entity<'part'>[];
  /** Rivets to look at next. */
  readonly due: readonly { readonly rowId: string; readonly holeId: string }[];
  /** Rows with holes that lie on one another, of which nobody has said whether they are one. */
  readonly meeting?: readonly RowsMeet[] | undefined;
  /** Rows headed from both sides of sheets they share, of which nobody has said which. */
  readonly headed?: readonly HeadedBothWays[] | undefined;
}

const ORDER: readonly Decision['kind'][] = ['work-stop', 'plan-stop', 'headed-both-ways', 'one-hole', 'recall', 'look-due', 'part-missing'];

/**
 * What is open to decide in an assembly, the work that contradicts first; every view asks here. What somebody settled is not open. Example: a
 * no-go at two holes of a row and a part on order are two decisions.
 */
export function openDecisions({ rows, parts, due, meeting = [], headed = [] }: DecisionQuestion): Decision[] {
  const decisions = rows.flatMap((row): Decision[] => {
    const gathered = gatherFindings(row.standing).filter((g) => !g.finding.isSettled);
    const recalled = gathered.filter((g) => g.finding.code === 'look-again').flatMap((g) => g.holeIds);
    const looks = due.filter((d) => d.rowId === row.id).map((d) => d.holeId);
    const planStop = row.plan.findings.find((f) => f.severity === 'stop');
    return [
      ...gathered.filter((g) => g.finding.severity === 'stop').map((g) => ({ kind: 'work-stop' as const, row, gathered: g })),
      ...(planStop ? [{ kind: 'plan-stop' as const, row, finding: planStop }] : []),
      ...(recalled.length > 0 ? [{ kind: 'recall' as const, row, holeIds: [...new Set(recalled)] }] : []),
      ...(looks.length > 0 ? [{ kind: 'look-due' as const, row, holeIds: looks }] : []),
    ];
  });
  const titleOf = (id: string) => rows.find((r) => r.id === id)?.title ?? '';
  const nameOf = (id: string) => parts.find((p) => p.id === id)?.definition.name ?? '';
  for (const h of headed)
    decisions.push({
      kind: 'headed-both-ways',
      headed: h,
      title: titleOf(h.rowId),
      others: h.otherIds.map(titleOf),
      parts: h.partIds.map(nameOf),
    });
  for (const meet of meeting) {
    const [a, b] = meet.rowIds;
    const part = nameOf(meet.partId);
    decisions.push({ kind: 'one-hole', meet, titles: [titleOf(a), titleOf(b)], part });
  }
  for (const { id, definition } of parts)
    if (definition.supply) decisions.push({ kind: 'part-missing', partId: id, name: definition.name, state: definition.supply.state });
  return decisions.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind));
}
