import { MetalModel, type ModelDocument } from './metal-model';

interface Sheet {
  hole: number;
  diameter: number | null;
  marked: { cone: { width: number; angle: number } | null; burr: boolean };
  other: { cone: { width: number; angle: number } | null; burr: boolean };
  dimple: { toward: string; dies: number } | null;
  cracked: boolean;
  filled: boolean;
}

interface Answer {
  pieces: Record<string, { number: number; holes: Record<string, Sheet[]> }>;
  rows: Record<
    string,
    {
      verdict: string;
      holes: {
        hole: number;
        in: string | null;
        open: { do: string; part?: string }[];
        findings: { code: string; severity: string; part?: string; settled?: true }[];
      }[];
    }
  >;
}

const near = (a: number | null | undefined, b: number | null | undefined) =>
  a === b || (typeof a === 'number' && typeof b === 'number' && Math.abs(a - b) < 1e-7);

/** Where the program's answer and the model differ, in words; empty: nowhere. */
export function compareRecord(record: ModelDocument, value: object): string[] {
  const answer = value as Answer;
  const model = new MetalModel(record);
  const wrong: string[] = [];
  const differ = (where: string, is: unknown, should: unknown) => {
    if (JSON.stringify(is) !== JSON.stringify(should))
      wrong.push(`${where}: ${JSON.stringify(is)}, the model says ${JSON.stringify(should)}`);
  };
  for (const { id } of record.parts) {
    const piece = answer.pieces[id];
    differ(`piece ${id}`, piece?.number, model.piece.get(id) ?? 1);
    differ(`rows of ${id}`, Object.keys(piece?.holes ?? {}).sort(), [...(model.was.get(id) ?? [])].sort());
    for (const [row, holes] of Object.entries(piece?.holes ?? {})) {
      differ(`holes of ${id} in ${row}`, holes.length, model.most.get(row));
      for (const h of holes) compareSheet(`${id} in ${row}, hole ${h.hole}`, h, model.at(id, row, h.hole), wrong);
    }
  }
  for (const row of model.rows.values()) {
    const said = answer.rows[row.id];
    differ(`verdict of ${row.id}`, said?.verdict, model.verdict(row));
    differ(`count of ${row.id}`, said?.holes.length, row.count);
    for (const h of said?.holes ?? []) {
      const where = `${row.id}, hole ${h.hole}`;
      const { open, findings } = model.judge(row, h.hole);
      differ(`${where}, in`, h.in, model.spot(row.id, h.hole).rivet?.name ?? null);
      const order = ['drill', 'deburr', 'dimple', 'countersink', 'set'];
      const isInOrder = h.open.every((o, i) => i === 0 || placeOf(order, h.open[i - 1]?.do) <= placeOf(order, o.do));
      differ(`${where}, order of the work`, isInOrder, true);
      differ(`${where}, open`, h.open.map((o) => (o.part === undefined ? o.do : `${o.do} ${o.part}`)).sort(), [...open].sort());
      const line = (f: { code: string; severity: string; part?: string | undefined; settled?: true }) =>
        `${f.code} ${f.severity} ${f.part ?? ''}${f.settled ? ' settled' : ''}`;
      const isOfRow = (f: { code: string }) => f.code === 'deviations-add-up';
      differ(
        `${where}, findings`,
        h.findings
          .filter((f) => !isOfRow(f))
          .map(line)
          .sort(),
        findings.map(line).sort(),
      );
    }
  }
  return wrong;
}

/** Dimpling and countersinking are one stage: sheet by sheet, from the head side. */
const placeOf = (order: readonly string[], what: string | undefined) => order.indexOf(what === 'countersink' ? 'dimple' : (what ?? ''));

function compareSheet(where: string, is: Sheet, should: ReturnType<MetalModel['at']>, wrong: string[]): void {
  const say = (what: string, a: unknown, b: unknown) =>
    wrong.push(`${where}, ${what}: ${JSON.stringify(a)}, the model says ${JSON.stringify(b)}`);
  if (!near(is.diameter, should.hole)) say('diameter', is.diameter, should.hole);
  for (const face of ['marked', 'other'] as const) {
    const widest = should.cones.filter((c) => c.face === face).sort((a, b) => b.width - a.width)[0];
    if (!near(is[face].cone?.width, widest?.width) || is[face].cone?.angle !== widest?.angle) say(`cone on ${face}`, is[face].cone, widest);
    if (is[face].burr !== (should.edge[face] === 'burr')) say(`burr on ${face}`, is[face].burr, should.edge[face]);
  }
  if (is.dimple?.toward !== should.dimple?.toward || !near(is.dimple?.dies, should.dimple ? should.dimple.dash / 32 : undefined))
    say('dimple', is.dimple, should.dimple);
  if (is.cracked !== should.cracked) say('cracked', is.cracked, should.cracked);
  if (is.filled !== should.filled) say('filled', is.filled, should.filled);
}
