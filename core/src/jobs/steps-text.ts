import type { JobStep, TypedLength } from '../record/definitions';
import { parseDimension } from '../typed/dimension';
import { carryUnit } from '../units/carry';
import { MM_PER_INCH, type Units } from '../units/length';
import { bad, good, type Result } from '../units/result';

/** Most steps of a cycle. */
export const STEPS_MAX = 60;
const TEXT_MAX = 300;
/** A reading may be off by so much where the line does not say: 1/32 in. */
const USUAL_LIMIT: TypedLength = { mm: MM_PER_INCH / 32, text: '1/32', units: 'in' };

/**
 * Steps as they are typed, one a line; a reading stands behind an equals sign, how far off is still right behind "+-":
 * `overhang at the nose = 1 1/4 +- 1/32`; with `= ?` any length is right that is like the cycle's others. A step whose line is as before stays the same one, with what was marked of it.
 */
export function readSteps(text: string, units: Units, before: readonly JobStep[], newId: () => string): Result<JobStep[]> {
  const left = [...before];
  const steps: JobStep[] = [];
  const lines = text.split('\n').map((l) => l.trim());
  for (const [i, line] of lines.entries()) {
    if (line === '') continue;
    const problem = (code: string) => bad({ code, data: { line: i + 1 } });
    const [said = '', ...rest] = line.split('=').map((t) => t.trim());
    if (said === '' || said.length > TEXT_MAX || rest.length > 1) return problem('job-step-text');
    const reading = rest.length === 0 ? null : readingOf(rest[0] as string, units);
    if (rest.length > 0 && !reading) return problem('job-step-reading');
    const known = left.findIndex((s) => s.text === said);
    const [same] = known < 0 ? [] : left.splice(known, 1);
    /* What was typed before in the other unit is not made coarser by being shown. */
    const kept = same?.reading && reading && isSame(same.reading, reading) ? same.reading : reading;
    steps.push({ id: same?.id ?? newId(), text: said, ...(kept ? { reading: kept } : {}) });
  }
  return steps.length > STEPS_MAX ? bad({ code: 'job-steps-many', data: { max: STEPS_MAX } }) : good(steps);
}

/** Steps typed under one unit, so that their readings still mean the same under the other. */
export function carrySteps(text: string, from: Units): string {
  const carry = (t: string) => t.replace(/\S.*\S|\S/, (length) => (length === '?' ? length : carryUnit(length, from)));
  return text
    .split('\n')
    .map((line) => {
      const at = line.indexOf('=');
      if (at < 0) return line;
      const reading = line
        .slice(at + 1)
        .split(/(\+-|±|\+\/-)/)
        .map((t, i) => (i % 2 === 0 ? carry(t) : t));
      return `${line.slice(0, at + 1)}${reading.join('')}`;
    })
    .join('\n');
}

/** Within half a thousandth of a millimetre a length is the one that was shown. */
export const isShown = (a: TypedLength, b: TypedLength): boolean => Math.abs(a.mm - b.mm) < 5e-4;

const isSame = (a: NonNullable<JobStep['reading']>, b: NonNullable<JobStep['reading']>) =>
  isShown(a.limit, b.limit) && (a.wanted === null || b.wanted === null ? a.wanted === b.wanted : isShown(a.wanted, b.wanted));

function readingOf(text: string, units: Units): JobStep['reading'] {
  const [wanted = '', limit, ...rest] = text.split(/\+-|±|\+\/-/).map((t) => t.trim());
  if (rest.length > 0) return null;
  const read = (t: string): TypedLength | null => {
    /* Nothing to be seen between is a reading, too. */
    if (/^0(?:[.,]0+)?$/.test(t)) return { mm: 0, text: '0', units };
    const parsed = parseDimension(t, { units });
    return parsed.ok ? { mm: parsed.value.length, text: parsed.value.text, units } : null;
  };
  const isOpen = wanted === '?';
  const of = isOpen ? null : read(wanted);
  const by = limit === undefined ? USUAL_LIMIT : read(limit);
  return (isOpen || of) && by ? { wanted: of, limit: by } : null;
}

/** Steps as lines, lengths as `show` writes them. */
export function stepsText(steps: readonly JobStep[], show: (length: TypedLength) => string): string {
  return steps
    .map((s) => (s.reading ? `${s.text} = ${s.reading.wanted ? show(s.reading.wanted) : '?'} +- ${show(s.reading.limit)}` : s.text))
    .join('\n');
}
