import { readFileSync } from 'node:fs';
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
import type { Problem, Result } from '#core/units/result';
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

function refuse(problem: Problem): never {
  process.stderr.write(`${JSON.stringify(errorOf(problem))}\n`);
  process.exit(2);
}

function readInput(file: string | undefined): unknown {
  let text: string;
  try {
    text = readFileSync(file ?? 0, 'utf8');
  } catch {
    return refuse({ code: 'file-unreadable', data: { file: file ?? 'standard input' } });
  }
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return refuse({ code: 'not-json' });
  }
}

async function main(args: readonly string[]): Promise<void> {
  const known = [...Object.keys(VERBS), 'measure'].join(', ');
  const [verb, file, ...rest] = args;
  if (verb === 'measure') {
    const measured = await measureFile(args.slice(1));
    if (!measured.ok) return refuse(measured.problem);
    process.stdout.write(`${JSON.stringify(measured.value, null, 1)}\n`);
    return;
  }
  if (verb === undefined) refuse({ code: 'verb-missing', data: { known } });
  const answer = Object.hasOwn(VERBS, verb) ? VERBS[verb] : undefined;
  if (!answer) return refuse({ code: 'verb-unknown', data: { verb, known } });
  if (rest.length > 0) refuse({ code: 'arguments-too-many' });
  const input = readInput(file);
  if (Array.isArray(input)) {
    const answers = input.map((document) => {
      const result = answer(document);
      return result.ok ? result.value : errorOf(result.problem);
    });
    process.stdout.write(`${JSON.stringify(answers, null, 1)}\n`);
    return;
  }
  const result = answer(input);
  if (!result.ok) return refuse(result.problem);
  process.stdout.write(`${JSON.stringify(result.value, null, 1)}\n`);
}

await main(process.argv.slice(2));
