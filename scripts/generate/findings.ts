/** Writes docs/findings.md from the catalogue in core; with --check, fails where the page is not what it would write. */
import { readFileSync, writeFileSync } from 'node:fs';
import { FINDING_SEVERITIES, type FindingCode } from '../../core/src/prep/findings';
import { FINDING_CATALOGUE } from '../../core/src/wording/findings';
import { PROBLEM_CATALOGUE } from '../../core/src/wording/problems';

const PAGE = 'docs/findings.md';

/** A cell of a table; placeholders stand for the data of the case. */
function cell(text: string): string {
  return text.replaceAll('|', '\\|').replaceAll('\n', ' ');
}

const placeholders: Record<string, string> = new Proxy({}, { get: (_, key) => `<${String(key)}>` });

const findings = (Object.keys(FINDING_SEVERITIES) as FindingCode[]).map((code) => {
  const { title, when, advice } = FINDING_CATALOGUE[code];
  return `| \`${code}\` | ${FINDING_SEVERITIES[code].join(', ')} | ${cell(title)} | ${cell(when)} | ${cell(advice)} |`;
});
const problems = Object.entries(PROBLEM_CATALOGUE).map(([code, wording]) => `| \`${code}\` | ${cell(wording(placeholders))} |`);

const page = `# Findings and problems

Made by \`node --import tsx scripts/generate/findings.ts\` from the catalogue in \`core/src/wording\`; do not edit by hand.
Findings are codes with data; the words are made where they are shown. The worst of stop and caution is the verdict, notes
leave it ok. Everything is advice: the kit maker's documents, local rules and the responsible inspector come first.

## Findings of a stack

| code | severity | title | when | advice |
|---|---|---|---|---|
${findings.join('\n')}

## Problems: input that cannot be used

| code | what is said |
|---|---|
${problems.join('\n')}
`;

if (process.argv.includes('--check')) {
  if (readFileSync(PAGE, 'utf8') !== page) {
    process.stderr.write(`${PAGE} is not what the catalogue says: run node --import tsx scripts/generate/findings.ts\n`);
    process.exit(1);
  }
} else {
  writeFileSync(PAGE, page);
}
