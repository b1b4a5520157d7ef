import { answerCallout, answerDimension, answerRow } from '#core/formats/small-documents';
import { answerHoles } from '#core/formats/holes-document';
import { answerDepth } from '#core/formats/depth-document';
import { answerGap, answerTrim, answerWedge } from '#core/formats/joint-documents';
import { answerLayout } from '#core/formats/layout-document';
import { answerMetal } from '#core/formats/metal-document';
import { answerPlan } from '#core/formats/plan-document';
import { answerPrep } from '#core/formats/prep-document';
import { answerProgress } from '#core/formats/progress-document';
import { answerSequence } from '#core/formats/sequence-document';
import { answerRemoval, answerShopHead } from '#core/formats/rivet-documents';
import { measureFile } from './measure-photo';
import { bad, good, type Problem, type Result } from '#core/units/result';
import { problemMessage } from '#core/wording/problems';

/** The verbs of the headless command; each takes one document and answers with a value or a problem. */
const VERBS: Readonly<Record<string, (document: unknown) => Result<unknown>>> = {
  dimension: answerDimension,
  callout: answerCallout,
  row: answerRow,
  holes: answerHoles,
  prep: answerPrep,
  progress: answerProgress,
  metal: answerMetal,
  layout: answerLayout,
  depth: answerDepth,
  shophead: answerShopHead,
  removal: answerRemoval,
  wedge: answerWedge,
  trim: answerTrim,
  gap: answerGap,
  sequence: answerSequence,
  plan: answerPlan,
};

function errorOf(problem: Problem) {
  const at = problem.at === undefined ? {} : { at: problem.at };
  return { error: { code: problem.code, message: problemMessage(problem), path: problem.path ?? '', ...at } };
}

/** What the command says and how it ends: 0 with an answer on standard output, 2 with one error on standard error. */
export interface Said {
  readonly code: 0 | 2;
  readonly out: string;
  readonly error: string;
}

const says = (value: unknown): Said => ({ code: 0, out: `${JSON.stringify(value, null, 1)}\n`, error: '' });
const refuses = (problem: Problem): Said => ({ code: 2, out: '', error: `${JSON.stringify(errorOf(problem))}\n` });

function readInput(file: string | undefined, read: (file: string | undefined) => string): Result<unknown> {
  let text: string;
  try {
    text = read(file);
  } catch {
    return bad({ code: 'file-unreadable', data: { file: file ?? 'standard input' } });
  }
  try {
    return good(JSON.parse(text.replace(/^\uFEFF/, '')));
  } catch {
    return bad({ code: 'not-json' });
  }
}

/** Answers a command line. `read`: the text of a file, or of standard input where none is named; throws where there is none. */
export async function answerCommand(args: readonly string[], read: (file: string | undefined) => string): Promise<Said> {
  const known = [...Object.keys(VERBS), 'measure'].join(', ');
  const [verb, file, ...rest] = args;
  if (verb === 'measure') {
    const measured = await measureFile(args.slice(1));
    return measured.ok ? says(measured.value) : refuses(measured.problem);
  }
  if (verb === undefined) return refuses({ code: 'verb-missing', data: { known } });
  const answer = Object.hasOwn(VERBS, verb) ? VERBS[verb] : undefined;
  if (!answer) return refuses({ code: 'verb-unknown', data: { verb, known } });
  if (rest.length > 0) return refuses({ code: 'arguments-too-many' });
  const input = readInput(file, read);
  if (!input.ok) return refuses(input.problem);
  if (Array.isArray(input.value))
    return says(
      input.value.map((document) => {
        const result = answer(document);
        return result.ok ? result.value : errorOf(result.problem);
      }),
    );
  const result = answer(input.value);
  return result.ok ? says(result.value) : refuses(result.problem);
}
