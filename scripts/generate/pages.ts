/**
 * Writes what documents take from core: docs/findings.md whole, and the tables of docs/rules.md between their marks.
 * With --check, fails where a page is not what it would write.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { jsonSchemaOf, openApi } from '../../contract/src/openapi';
import { KIT_DOCUMENT_SCHEMA } from '../../core/src/formats/kit-document';
import { FINDING_SEVERITIES, type FindingCode } from '../../core/src/prep/findings';
import { STANDING_SEVERITIES, type StandingCode } from '../../core/src/done/findings';
import { FINDING_CATALOGUE } from '../../core/src/wording/findings';
import { STANDING_CATALOGUE } from '../../core/src/wording/standing';
import { PROBLEM_CATALOGUE } from '../../core/src/wording/problems';
import { tables } from './rules-tables';

/** A cell of a table; placeholders stand for the data of the case. */
function cell(text: string): string {
  return text.replaceAll('|', '\\|').replaceAll('\n', ' ');
}

const placeholders: Record<string, string> = new Proxy({}, { get: (_, key) => `<${String(key)}>` });

function findingsPage(): string {
  const findings = (Object.keys(FINDING_SEVERITIES) as FindingCode[]).map((code) => {
    const { title, when, advice } = FINDING_CATALOGUE[code];
    return `| \`${code}\` | ${FINDING_SEVERITIES[code].join(', ')} | ${cell(title)} | ${cell(when)} | ${cell(advice)} |`;
  });
  const standing = (Object.keys(STANDING_SEVERITIES) as StandingCode[]).map((code) => {
    const { title, when, advice } = STANDING_CATALOGUE[code];
    return `| \`${code}\` | ${STANDING_SEVERITIES[code].join(', ')} | ${cell(title)} | ${cell(when)} | ${cell(advice)} |`;
  });
  const problems = Object.entries(PROBLEM_CATALOGUE).map(([code, wording]) => `| \`${code}\` | ${cell(wording(placeholders))} |`);
  return `# Findings and problems

Made by \`npm run pages\` from the catalogue in \`core/src/wording\`; do not edit by hand.
Findings are codes with data; the words are made where they are shown. The worst of stop and caution is the verdict, notes
leave it ok. Everything is advice: the kit maker's documents, local rules and the responsible inspector come first.

## Findings of a stack

| code | severity | title | when | advice |
|---|---|---|---|---|
${findings.join('\n')}

## Findings between the plan and the work as it was done

| code | severity | title | when | advice |
|---|---|---|---|---|
${standing.join('\n')}

## Problems: input that cannot be used

| code | what is said |
|---|---|
${problems.join('\n')}
`;
}

/** Puts each table of core between its marks. */
function rulesPage(now: string): string {
  return now.replace(
    /<!-- table: (\w+) -->[\s\S]*?<!-- end -->/g,
    (_, name: string) => `<!-- table: ${name} -->\n${tables[name] ?? 'no such table'}\n<!-- end -->`,
  );
}

/** The kit document's shape for other programs. */
function kitSchema(): string {
  const title = { $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'A whole kit, as Patient Anvil writes and reads it' };
  return `${JSON.stringify({ ...title, ...jsonSchemaOf(KIT_DOCUMENT_SCHEMA) }, null, 1)}\n`;
}

const pages = [
  { path: 'docs/openapi.json', text: `${JSON.stringify(openApi(), null, 1)}\n` },
  { path: 'docs/kit.schema.json', text: kitSchema() },
  { path: 'docs/findings.md', text: findingsPage() },
  { path: 'docs/rules.md', text: rulesPage(readFileSync('docs/rules.md', 'utf8')) },
];
for (const { path, text } of pages) {
  if (!process.argv.includes('--check')) {
    writeFileSync(path, text);
  } else if (readFileSync(path, 'utf8') !== text) {
    process.stderr.write(`${path} is not what core says: npm run pages\n`);
    process.exitCode = 1;
  }
}
