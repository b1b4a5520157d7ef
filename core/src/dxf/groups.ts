/** One entity of a drawing as it is written: pairs of a group code and its text, in the file's order. */
export interface Entity {
  readonly type: string;
  readonly codes: readonly number[];
  readonly values: readonly string[];
  /** The vertices that follow an old polyline. */
  readonly vertices?: readonly Entity[];
}

/** A block: what is inserted under a name. */
export interface Block {
  readonly base: Entity;
  readonly entities: readonly Entity[];
}

/** What a DXF text is made of, without what it means. */
export interface Sections {
  /** The unit code of the header ($INSUNITS); null where it says none. */
  readonly unitCode: number | null;
  readonly blocks: ReadonlyMap<string, Block>;
  /** The entities of the drawing itself, one at a time: the text may be long, what is kept of it is not. */
  readonly entities: () => Iterable<Entity>;
}

/** The text is no DXF text, or it ends before its end. */
export class NotDxf extends Error {}

/** More entities than a drawing may hold. */
export class TooMany extends Error {}

/** Most entities in a text; a drawing with more is refused before it is worked. */
export const DXF_MAX_ENTITIES = 600_000;
const COMMENT = 999;
const [BLANK, MINUS, ZERO] = [32, 45, 48];

/** The pairs of a DXF text, one after the other; a value is cut out of the text only where it is asked for. */
class Pairs {
  code = 0;
  private from = 0;
  private to = 0;
  constructor(
    private readonly text: string,
    /** Where the next pair begins. */
    public at: number,
  ) {}

  get value(): string {
    return this.text.slice(this.from, this.to);
  }

  /** Moves to the next pair; throws {@link NotDxf} at the end of the text and where a code is none. */
  next(): void {
    do {
      this.line();
      this.code = this.codeOfLine();
      this.line();
    } while (this.code === COMMENT);
  }

  /** The line as a group code: digits alone, blanks and one minus before them. */
  private codeOfLine(): number {
    let at = this.from;
    let end = this.to;
    while (at < end && this.text.charCodeAt(at) === BLANK) at++;
    while (end > at && this.text.charCodeAt(end - 1) === BLANK) end--;
    const isBelow = this.text.charCodeAt(at) === MINUS;
    if (isBelow) at++;
    let code = 0;
    if (at === end || end - at > 4) throw new NotDxf();
    for (; at < end; at++) {
      const digit = this.text.charCodeAt(at) - ZERO;
      if (!(digit >= 0 && digit <= 9)) throw new NotDxf();
      code = code * 10 + digit;
    }
    return isBelow ? -code : code;
  }

  private line(): void {
    if (this.at >= this.text.length) throw new NotDxf();
    const found = this.text.indexOf('\n', this.at);
    const end = found < 0 ? this.text.length : found;
    this.from = this.at;
    this.to = end > this.at && this.text.charCodeAt(end - 1) === 13 ? end - 1 : end;
    this.at = end + 1;
  }

  /** Whether this pair begins something. */
  get begins(): boolean {
    return this.code === 0;
  }
  get word(): string {
    return this.value.trim();
  }
  is(word: string): boolean {
    return this.value.trim() === word;
  }
}

/** Takes a DXF text apart. Throws {@link NotDxf} and {@link TooMany}; time and memory go with the length of the text. */
export function sectionsOf(text: string): Sections {
  const pairs = new Pairs(text, text.charCodeAt(0) === 0xfeff ? 1 : 0);
  const blocks = new Map<string, Block>();
  let unitCode: number | null = null;
  let entitiesAt: number | null = null;
  let count = 0;
  const counted = () => {
    if (++count > DXF_MAX_ENTITIES) throw new TooMany();
  };
  pairs.next();
  for (;;) {
    if (!pairs.begins) throw new NotDxf();
    if (pairs.is('EOF')) break;
    if (!pairs.is('SECTION')) throw new NotDxf();
    pairs.next();
    const section = pairs.word;
    const start = pairs.at;
    if (section === 'BLOCKS') readBlocks(pairs, blocks, counted);
    else {
      if (section === 'ENTITIES') entitiesAt = start;
      let isUnit = false;
      for (;;) {
        pairs.next();
        if (pairs.begins && pairs.is('ENDSEC')) break;
        if (section === 'ENTITIES' && pairs.begins) counted();
        if (section !== 'HEADER') continue;
        if (isUnit && pairs.code === 70) unitCode = numberOf(pairs.value);
        isUnit = pairs.code === 9 && pairs.is('$INSUNITS');
      }
    }
    pairs.next();
  }
  return { unitCode, blocks, entities: () => (entitiesAt === null ? [] : entitiesFrom(text, entitiesAt)) };
}

function* entitiesFrom(text: string, at: number): Iterable<Entity> {
  const pairs = new Pairs(text, at);
  pairs.next();
  while (!pairs.is('ENDSEC')) yield readEntity(pairs);
}

function readBlocks(pairs: Pairs, blocks: Map<string, Block>, counted: () => void): void {
  pairs.next();
  while (!pairs.is('ENDSEC')) {
    if (!pairs.begins) throw new NotDxf();
    if (!pairs.is('BLOCK')) {
      readOne(pairs);
      continue;
    }
    const base = readOne(pairs);
    const entities: Entity[] = [];
    while (!pairs.is('ENDBLK') && !pairs.is('ENDSEC')) {
      counted();
      entities.push(readEntity(pairs, counted));
    }
    const name = textOf(base, 2);
    if (name !== null && !blocks.has(name)) blocks.set(name, { base, entities });
  }
}

/** An entity with what belongs to it; afterwards the pairs stand at what begins next. */
function readEntity(pairs: Pairs, counted?: () => void): Entity {
  const entity = readOne(pairs);
  if (entity.type !== 'POLYLINE') return entity;
  const vertices: Entity[] = [];
  while (pairs.is('VERTEX')) {
    counted?.();
    vertices.push(readOne(pairs));
  }
  if (pairs.is('SEQEND')) readOne(pairs);
  return { ...entity, vertices };
}

function readOne(pairs: Pairs): Entity {
  const type = pairs.word;
  const codes: number[] = [];
  const values: string[] = [];
  for (;;) {
    pairs.next();
    if (pairs.begins) return { type, codes, values };
    codes.push(pairs.code);
    values.push(pairs.value);
  }
}

/** The text under a code, trimmed; null where the entity has none. */
export function textOf(entity: Entity, code: number): string | null {
  const i = entity.codes.indexOf(code);
  return i < 0 ? null : (entity.values[i] as string).trim();
}

/** The number under a code; what is asked for instead where the entity has none; NaN where it does not read. */
export function numberAt(entity: Entity, code: number, otherwise = NaN): number {
  const i = entity.codes.indexOf(code);
  return i < 0 ? otherwise : numberOf(entity.values[i] as string);
}

/** A number of a drawing; NaN where it is none, not finite, or beyond any workshop. */
export function numberOf(text: string): number {
  const t = text.trim();
  const value = t === '' ? NaN : Number(t);
  return Math.abs(value) < 1e9 ? value : NaN;
}
