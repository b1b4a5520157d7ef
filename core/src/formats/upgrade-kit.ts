/*
 * What earlier releases wrote, brought to the shape of today before it is checked: of any origin, so nothing is taken for granted.
 * A row used to describe its blind fastener itself; now it names a fastener of the kit.
 */

type Plain = Readonly<Record<string, unknown>>;

const isPlain = (value: unknown): value is Plain => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Turns rows that describe their own blind fastener into rows that name one of the kit; the same description is the same fastener. */
export class BlindMover {
  private readonly made = new Map<string, { readonly id: string; readonly definition: Plain }>();

  constructor(private readonly kitId: string) {}

  /** A row as it is now written; `rowId`: its own id, from which the fastener's is derived, so that every machine finds the same. */
  row(rowId: string, definition: unknown): unknown {
    if (!isPlain(definition) || !('blind' in definition)) return definition;
    const { blind, ...rest } = definition;
    if (!isPlain(blind)) return rest;
    const key = JSON.stringify([blind, definition.head]);
    let fastener = this.made.get(key);
    if (!fastener)
      this.made.set(key, (fastener = { id: derivedId(rowId, this.made.size), definition: fastenerOf(this.kitId, blind, definition.head) }));
    return { ...rest, fastenerId: fastener.id };
  }

  /** The fasteners that were made, in the order they were met. */
  fasteners(): { readonly id: string; readonly definition: Plain }[] {
    const names = new Map<string, number>();
    return [...this.made.values()].map(({ id, definition }) => {
      const name = String(definition.name);
      const nth = (names.get(name.toLowerCase()) ?? 0) + 1;
      names.set(name.toLowerCase(), nth);
      return { id, definition: nth === 1 ? definition : { ...definition, name: `${name} (${nth})` } };
    });
  }
}

function fastenerOf(kitId: string, blind: Plain, head: unknown): Plain {
  const { name, hole, gripMin = null, gripMax = null, headDiameter = null, headAngleDeg = null } = blind;
  return {
    v: 1,
    kitId,
    name,
    kind: 'blind',
    diameter: null,
    hole,
    head:
      head === 'protruding'
        ? { kind: 'protruding', diameter: null, height: null }
        : { kind: 'flush', diameter: headDiameter, angleDeg: headAngleDeg },
    gripFrom: gripMin,
    gripTo: gripMax,
  };
}

/** An id made of another one: its first eight hexadecimal digits turned, the same every time. */
function derivedId(from: string, nth: number): string {
  const first = (Number.parseInt(from.slice(0, 8), 16) ^ (0x5fa57e9e + nth)) >>> 0;
  return first.toString(16).padStart(8, '0') + from.slice(8);
}

/** A kit's document as this release writes it. What is not a kit's document comes back as it is, to be refused by its check. */
export function upgradeKit(value: unknown): unknown {
  if (!isPlain(value) || !Array.isArray(value.entities) || typeof value.kitId !== 'string') return value;
  const mover = new BlindMover(value.kitId);
  const entities = value.entities.map((e: unknown) =>
    isPlain(e) && e.kind === 'row' && typeof e.id === 'string' ? { ...e, definition: mover.row(e.id, e.definition) } : e,
  );
  const changes = Array.isArray(value.changes)
    ? value.changes.map((c: unknown) =>
        isPlain(c) && Array.isArray(c.edits) ? { ...c, edits: c.edits.map((e) => movedEdit(e, mover)) } : c,
      )
    : value.changes;
  return { ...value, changes, entities: [...entities, ...mover.fasteners().map(asEntity)] };
}

/** One edit of a kept change, both its sides. */
export function movedEdit(edit: unknown, mover: BlindMover): unknown {
  if (!isPlain(edit) || edit.kind !== 'row' || typeof edit.id !== 'string') return edit;
  return { ...edit, before: mover.row(edit.id, edit.before), after: mover.row(edit.id, edit.after) };
}

const asEntity = (f: { id: string; definition: Plain }) => ({ kind: 'fastener', ...f, version: 1, deleted: false });

/** The document of the headless `plan`, which has rows only. */
export function upgradePlan(value: unknown): unknown {
  if (!isPlain(value) || !Array.isArray(value.rows)) return value;
  const first = value.rows.find((r) => isPlain(r) && typeof r.id === 'string') as Plain | undefined;
  const mover = new BlindMover(String(first?.id ?? ''));
  const rows = value.rows.map((r: unknown) =>
    isPlain(r) && typeof r.id === 'string' ? { ...r, definition: mover.row(r.id, r.definition) } : r,
  );
  const made = mover.fasteners();
  if (made.length === 0) return { ...value, rows };
  return { ...value, rows, fasteners: [...(Array.isArray(value.fasteners) ? (value.fasteners as unknown[]) : []), ...made] };
}
