import type { WorkedTime } from '../log/work-hours';
import type { LogLine, LogPage } from '../log/day-log';
import { formatRange } from '../record/holes';
import type { Deviation, Mark, MarkKind, PageAnswer } from '../record/marks';
import type { FinishWay } from '../record/mark-work';
import { showHours } from '../record/shifts';
import type { Units } from '../units/length';
import { showLength } from '../units/show';
import type { Mm } from '../units/length';
import { DEVIATION_WORDS, edgeLimitText, VERDICT_WORDS } from './deviations';
import { DEFECT_WORDS, DISPOSITION_WORDS } from './inspect';
import { checkSaid } from './recalls';
import { DENTED_WORDS, markText } from './marks';
import { WORK_WORDS } from './work-words';
import { CAGE_WAY_WORDS, DIMPLE_WORDS, LIE_WORDS } from './preparation';

/** What the log needs to name things. */
export interface LogNames {
  readonly row: (id: string) => { readonly title: string; readonly page: string; readonly holeIds: readonly string[] } | undefined;
  readonly part: (id: string) => string;
  readonly person: (id: string) => string;
  readonly units: Units;
}

/** What was done, in the past tense, for lines that count holes or parts. */
const DONE: Partial<Record<MarkKind, string>> = {
  'laid-out': 'Laid out',
  piloted: 'Piloted',
  drilled: 'Drilled to size',
  deburred: 'Deburred',
  creased: 'Creased the edge of',
  scuffed: 'Scuffed',
  dimpled: 'Dimpled',
  countersunk: 'Countersank',
  cleaned: 'Cleaned',
  primed: 'Primed',
  set: 'Riveted',
  inspected: 'Inspected',
  removed: 'Took out the rivets of',
  squared: 'Checked square at',
  cleared: 'Cleared after cure',
  'fit-up': 'Fitted up',
  'take-apart': 'Took apart',
  mask: 'Masked what stays bare on',
  reassemble: 'Put together for riveting:',
  seal: 'Sealed',
  'bend-open': 'Bent the flange open for',
  'bend-back': 'Bent the flange back at',
  join: 'Put in its place:',
  close: 'Closed up with',
};

/** Initials as they were then, else as they are now. */
const personIn = (page: LogPage, names: LogNames) => (id: string) => page.names[id] ?? names.person(id);

const FINISHED: Readonly<Record<FinishWay, string>> = { primed: 'Primed', painted: 'Painted', 'sent-out': 'Sent out for their finish:' };

/** Less than half a minute is nought minutes: not said. */
const SHOWN_FROM_MS = 30_000;

/** Hours of a page in one line: who, how long, at what. */
export function hoursSentence(page: LogPage, names: LogNames): string {
  if (page.people.length === 0) return '';
  const people = page.people.map((p) => `${personIn(page, names)(p.person)} ${showHours(p.ms)}`).join(', ');
  const kinds = new Map<string, number>();
  for (const w of page.work) if (w.kind) kinds.set(WORK_WORDS[w.kind], (kinds.get(WORK_WORDS[w.kind]) ?? 0) + w.ms);
  const work = [...kinds]
    .filter(([, ms]) => ms >= SHOWN_FROM_MS)
    .sort((a, b) => b[1] - a[1])
    .map(([kind, ms]) => `${kind} ${showHours(ms)}`)
    .join(', ');
  return `${people}${work ? `: ${work}` : ''}.`;
}

/** What a shift was spent on, line by line, the longest first: `drilling: 24 marked, 1 h 10 min`. */
export function shiftLines(times: readonly WorkedTime[]): string[] {
  return [...times]
    .sort((a, b) => b.ms - a.ms)
    .map(
      ({ kind, count, ms }) =>
        `${kind === null ? 'nothing marked' : WORK_WORDS[kind]}${count > 0 ? `: ${count} marked` : ''}, ${showHours(ms)}`,
    );
}

/** The notes of a page; what was written on many rows at once is said once, with all of them. */
export function noteSentences(page: LogPage, names: LogNames): string[] {
  const same = new Map<string, Mark[]>();
  for (const n of page.notes) {
    const isAlone = n.holeIds.length > 0 || !n.payload.note || (n.payload.photoIds ?? []).length > 0;
    const key = isAlone ? n.id : `${n.person} ${n.payload.note}`;
    same.set(key, [...(same.get(key) ?? []), n]);
  }
  return [...same.values()].map((own) => {
    const [first] = own as [Mark, ...Mark[]];
    if (own.length === 1) return noteSentence(first, page, names);
    const on = own.map((n) => names.row(n.rowId)?.title ?? (n.payload.partIds ?? []).map(names.part).join(', ')).filter(Boolean);
    return `${personIn(page, names)(first.person)}: ${[...new Set(on)].join(', ')}: ${first.payload.note ?? ''}`;
  });
}

/** A note with who wrote it and what it is on. */
export function noteSentence(note: Mark, page: LogPage, names: LogNames): string {
  const { partIds = [], note: text, photoIds = [] } = note.payload;
  const row = names.row(note.rowId);
  const holes = note.holeIds.length > 0 ? `, ${holesText(note.holeIds, row?.holeIds ?? [])}` : '';
  const on = row ? `${row.title}${holes}: ` : partIds.length > 0 ? `${partIds.map(names.part).join(', ')}: ` : '';
  return `${personIn(page, names)(note.person)}: ${on}${text ?? (photoIds.length === 1 ? 'a photo' : `${photoIds.length} photos`)}`;
}

/** What closes a hole without being a solid rivet is not riveted; null: it is one, or the record does not say. */
function closedVerb({ kind, closedBy }: LogLine): string | null {
  if ((kind !== 'set' && kind !== 'removed') || closedBy.length === 0 || closedBy.includes('solid')) return null;
  if (kind === 'removed') return 'Took out';
  if (closedBy.every((k) => k === 'blind')) return 'Pulled';
  return closedBy.every((k) => k === 'none') ? 'Closed' : 'Put in';
}

/** Every line of a page as sentences, in the order it was done. */
export function logSentences(page: LogPage, now: LogNames): string[] {
  const names = { ...now, person: personIn(page, now) };
  const everybody = new Set(page.lines.flatMap((l) => l.people));
  const told = new Set<string>();
  return page.lines.flatMap((line) => {
    const sentences = lineSentences(line, names, everybody.size > 1, line.rowId !== null && told.has(line.rowId));
    if (line.rowId !== null) told.add(line.rowId);
    return sentences;
  });
}

/** One kind of work of a day, with a line for each row or for the parts. */
export interface LogGroup {
  readonly title: string;
  readonly lines: readonly string[];
}

/** What closes a hole without being a solid rivet, as work. */
const CLOSING: Readonly<Record<string, string>> = { Pulled: 'pulling blind rivets', 'Put in': 'putting in', Closed: 'closing holes' };
const FINISHING: Readonly<Record<FinishWay, string>> = { primed: 'priming', painted: 'painting', 'sent-out': 'sent out for their finish' };

/** A day by kind of work and by row or part, in the order it was begun: the same as {@link logSentences}, to be read down instead of across. */
export function logGroups(page: LogPage, now: LogNames): LogGroup[] {
  const names = { ...now, person: personIn(page, now) };
  const isNamed = new Set(page.lines.flatMap((l) => l.people)).size > 1;
  const groups = new Map<string, string[]>();
  const told = new Set<string>();
  for (const line of page.lines) {
    const closed = closedVerb(line);
    const work = line.finish !== null ? FINISHING[line.finish] : line.kind === 'set' && closed ? CLOSING[closed] : WORK_WORDS[line.kind];
    const title = capital(work ?? WORK_WORDS[line.kind]);
    const isTold = line.rowId !== null && told.has(line.rowId);
    const own = DONE[line.kind] ? [shortLine(line, names, isNamed, isTold)] : lineSentences(line, names, isNamed, isTold);
    if (own.length > 0) groups.set(title, [...(groups.get(title) ?? []), ...own]);
    if (line.rowId !== null) told.add(line.rowId);
  }
  return [...groups].map(([title, lines]) => ({ title, lines }));
}

const capital = (text: string) => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;

/** A line under its kind of work: the row, its holes, what went in; or the parts. */
function shortLine(line: LogLine, names: LogNames, isNamed: boolean, isTold: boolean): string {
  const by = isNamed ? `, ${line.people.map(names.person).join(' and ')}` : '';
  if (line.partIds.length > 0) return `${line.partIds.map(names.part).join(', ')}${by}`;
  const row = line.rowId === null ? undefined : names.row(line.rowId);
  const where = row ? `${row.title}${row.page && !isTold ? ` (page ${row.page})` : ''}` : line.rowId === null ? '' : 'a row since deleted';
  const which = `${line.fasteners.length > 0 ? `, ${line.fasteners.join(', ')}` : ''}${throughOld(line, names)}`;
  return `${where ? `${where}: ` : ''}${holesText(line.holeIds, row?.holeIds ?? [])}${which}${by}`;
}

/** `isNamed`: who it was is said; one person's evening says it once, with the hours. `isTold`: the row's page stands already. */
function lineSentences(line: LogLine, names: LogNames, isNamed: boolean, isTold: boolean): string[] {
  const by = isNamed ? ` ${line.people.map(names.person).join(' and ')}.` : '';
  const row = line.rowId === null ? undefined : names.row(line.rowId);
  const where = row ? `${row.title}${row.page && !isTold ? ` (page ${row.page})` : ''}` : line.rowId === null ? '' : 'a row since deleted';
  const holes = holesText(line.holeIds, row?.holeIds ?? []);
  const verb = line.finish === null ? (closedVerb(line) ?? DONE[line.kind]) : FINISHED[line.finish];
  if (verb && line.partIds.length > 0) return [`${verb} ${line.partIds.map(names.part).join(', ')}.${by}`];
  const which = line.fasteners.length > 0 ? `: ${line.fasteners.join(', ')}` : '';
  if (verb) return [`${verb} ${holes} in ${where}${which}${throughOld(line, names)}.${by}`];
  return toldApart(line, names, where, row?.holeIds ?? [], by);
}

/** Of drilling through an earlier piece: which part it was the pattern of. */
function throughOld({ throughOld: parts }: LogLine, names: LogNames): string {
  return parts.length === 0 ? '' : `, through the old ${parts.map(names.part).join(', ')} as a pattern`;
}

function holesText(ids: readonly string[], all: readonly string[]): string {
  const places = ids.map((id) => all.indexOf(id)).filter((i) => i >= 0);
  if (places.length === 0) return `${ids.length} ${ids.length === 1 ? 'hole' : 'holes'} since taken out`;
  const count = `${ids.length} ${ids.length === 1 ? 'hole' : 'holes'}`;
  return places.length === all.length ? `all ${count}` : `${count} (${formatRange(places)})`;
}

/** Lines that are told thing by thing, or counted in their own way. */
function toldApart(line: LogLine, names: LogNames, where: string, all: readonly string[], by: string): string[] {
  const L = (l: { mm: number }) => showLength(l.mm as Mm, names.units);
  const hole = (m: Mark) => `hole ${m.holeIds.map((id) => all.indexOf(id) + 1).join(', ')}`;
  const note = (m: Mark) => (m.payload.note ? ` ${m.payload.note}` : '');
  const partsIn = (m: Mark) => (m.payload.partIds ?? []).map(names.part).join(', ');
  switch (line.kind) {
    case 'deviation':
      return line.marks.flatMap((m) => {
        const d = m.payload.deviation;
        if (!d) return [];
        return [
          `Found in ${where}, ${hole(m)}: ${DEVIATION_WORDS[d.kind]}${d.hole ? `, hole ${L(d.hole)}` : ''}; the program said: ${VERDICT_WORDS[d.verdict]}${limitOf(d)}.${note(m)}${by}`,
        ];
      });
    case 'head-check':
      return headLines(line, names, where, all, by);
    case 'dimple-check':
      return line.marks.flatMap((m) =>
        m.payload.dimple ? [`Dimple at ${hole(m)} of ${where}: ${DIMPLE_WORDS[m.payload.dimple]}.${note(m)}${by}`] : [],
      );
    case 'depth-read': {
      const values = line.marks.flatMap((m) => (m.payload.reading ? [m.payload.reading.mm] : []));
      const mean = values.reduce((s, v) => s + v, 0) / Math.max(1, values.length);
      return [`Read ${values.length} ${values.length === 1 ? 'depth' : 'depths'} in ${where}, mean ${L({ mm: mean })}.${by}`];
    }
    case 'gauge-read':
      return [`Read one hole ${line.marks.length} times for the gauge’s own scatter.${by}`];
    case 'rivet-check':
      return [
        `Laid a rivet into ${line.marks.length} ${line.marks.length === 1 ? 'hole' : 'holes'} of ${where}: ${line.marks.map((m) => (m.payload.rivet ? LIE_WORDS[m.payload.rivet.lie] : '')).join(', ')}.${by}`,
      ];
    case 'cage-set':
      return line.marks.map((m) => {
        const { clicks = 0, cage } = m.payload;
        const turned =
          clicks === 0 ? CAGE_WAY_WORDS[cage?.way ?? 'other'] : `turned ${Math.abs(clicks)} ${clicks > 0 ? 'deeper' : 'shallower'}`;
        return `Cage ${turned}${cage?.pastFlush === undefined ? '' : `, ${cage.pastFlush} clicks past flush`}${cage?.scrap ? `, scrap ${LIE_WORDS[cage.scrap]}` : ''}.${note(m)}${by}`;
      });
    case 'angle-read':
      return line.marks.flatMap((m) =>
        m.payload.angle ? [`Flange of ${partsIn(m)}: ${m.payload.angle.found}°, wanted ${m.payload.angle.wanted}°.${by}`] : [],
      );
    case 'dent':
      return line.marks.flatMap((m) =>
        m.payload.dent
          ? [
              `Dent in ${partsIn(m)}, ${m.payload.dent.where}${m.payload.dent.deep ? `, ${L(m.payload.dent.deep)} deep` : ''}.${note(m)}${by}`,
            ]
          : [],
      );
    case 'dent-settled':
      return line.marks.flatMap((m) =>
        m.payload.dented ? [`Dent in ${partsIn(m)}: ${DENTED_WORDS[m.payload.dented]}.${note(m)}${by}`] : [],
      );
    case 'sealant-mixed':
      return line.marks.map((m) => {
        const { workMinutes, batch } = m.payload;
        const what = batch
          ? `${batch.product}${batch.ratio ? `, ${batch.ratio}${batch.ratioBy ? ` by ${batch.ratioBy}` : ''}` : ''}`
          : 'sealant';
        const amount = batch?.amountMl === undefined ? '' : `, ${Number(batch.amountMl.toFixed(1))} ml`;
        return `Mixed ${what} for ${where || 'this assembly'}${amount}, ${workMinutes} min to work it.${note(m)}${by}`;
      });
    case 'job-step':
      return line.marks.map((m) => {
        const { said, reading } = m.payload.job ?? {};
        return `${said ?? 'A step done'}${reading ? `: ${showLength(reading.mm as Mm, names.units)} read` : ''}.${note(m)}${by}`;
      });
    case 'thing-check':
    case 'thing-finding':
      return line.marks.map((m) => `${m.payload.thing?.name ?? 'A tool'}: ${checkSaid(m, names.units)}.${by}`);
    case 'page-answer':
      return line.marks.flatMap((m) =>
        m.payload.page
          ? [`Page revision ${m.payload.page.revision} for ${where}: ${PAGE_ANSWER_WORDS[m.payload.page.answer]}.${note(m)}${by}`]
          : [],
      );
    case 'undo':
      return [];
    default:
      return line.marks.map((m) => {
        const at = [where, m.holeIds.length > 0 ? hole(m) : '', partsIn(m)].filter(Boolean).join(', ');
        return `${markText(m)[0]?.toUpperCase()}${markText(m).slice(1)}${at ? `: ${at}` : ''}.${note(m)}${by}`;
      });
  }
}

const PAGE_ANSWER_WORDS: Readonly<Record<PageAnswer, string>> = {
  unchanged: 'unchanged',
  edited: 'edited as it says',
  asked: 'asked the kit maker',
};

/** The edge limit in brackets, where it stands in the record. */
function limitOf(d: Deviation): string {
  const text = edgeLimitText(d);
  return text ? ` (${text})` : '';
}

function headLines(line: LogLine, names: LogNames, where: string, all: readonly string[], by: string): string[] {
  const L = (l: { mm: number }) => showLength(l.mm as Mm, names.units);
  const good = line.marks.filter((m) => m.payload.head?.disposition === 'accept');
  const rest = line.marks.filter((m) => m.payload.head && m.payload.head.disposition !== 'accept');
  const size = (m: Mark) => {
    const h = m.payload.head;
    return h?.width && h.height ? `${L(h.width)} by ${L(h.height)}` : (h?.gauge ?? '');
  };
  const goodHoles = holesText([...new Set(good.flatMap((m) => m.holeIds))], all);
  return [
    ...(good.length > 0 ? [`Looked at ${goodHoles} in ${where}: accepted.${by}`] : []),
    ...rest.map((m) => {
      const h = m.payload.head;
      const what = [size(m), ...(h?.defects ?? []).map((d) => DEFECT_WORDS[d].name)].filter(Boolean).join(', ');
      return `Rivet in hole ${m.holeIds.map((id) => all.indexOf(id) + 1).join(', ')} of ${where}: ${what ? `${what}; ` : ''}${h ? DISPOSITION_WORDS[h.disposition] : ''}.${m.payload.note ? ` ${m.payload.note}` : ''}${by}`;
    }),
  ];
}
