/**
 * Accessibility and best practices of every view of the demo kit as Lighthouse judges them, written into docs/page-audit.md. Needs a running ./start;
 * `npm run audit:page -- http://127.0.0.1:8420`. Lighthouse is fetched by npm when this runs: it is no part of the program's own packages, whose lock
 * file it does not install by. Ends with exit code 1 where a view has less than 100.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM } from '../chromium';
import { demoViews } from './demo-views';

const VERSION = '12.8.2';
const CATEGORIES = ['accessibility', 'best-practices'] as const;
const base = process.argv[2] ?? 'http://127.0.0.1:8420';

interface Report {
  readonly categories: Readonly<Record<string, { readonly score: number; readonly auditRefs: readonly { readonly id: string }[] }>>;
  readonly audits: Readonly<Record<string, { readonly score: number | null; readonly scoreDisplayMode: string; readonly title: string }>>;
}

const folder = mkdtempSync(join(tmpdir(), 'anvil-page-audit-'));
const file = join(folder, 'report.json');

function reportOf(address: string): Report {
  execFileSync(
    'npm',
    [
      'exec',
      '--yes',
      `--package=lighthouse@${VERSION}`,
      '--',
      'lighthouse',
      address,
      `--only-categories=${CATEGORIES.join(',')}`,
      '--preset=desktop',
      '--output=json',
      `--output-path=${file}`,
      '--quiet',
      `--chrome-flags=--headless=new ${CHROMIUM.args.join(' ')}`,
    ],
    { cwd: folder, env: { ...process.env, CHROME_PATH: CHROMIUM.executablePath }, stdio: ['ignore', 'ignore', 'inherit'] },
  );
  return JSON.parse(readFileSync(file, 'utf8')) as Report;
}

const lines: string[] = [];
let below = 0;
for (const { name, path } of await demoViews(base)) {
  const { categories, audits } = reportOf(base + path);
  const scores = CATEGORIES.map((c) => Math.round((categories[c]?.score ?? 0) * 100));
  const lost = CATEGORIES.flatMap((c) => categories[c]?.auditRefs ?? [])
    .map((ref) => audits[ref.id])
    .filter((a) => a !== undefined && a.score !== null && a.score < 1 && a.scoreDisplayMode !== 'informative')
    .map((a) => a?.title);
  if (scores.some((s) => s < 100)) below++;
  lines.push(`| ${name} | ${scores.join(' | ')} | ${lost.join('; ')} |`);
  process.stdout.write(`${lines.at(-1)}\n`);
}
rmSync(folder, { recursive: true, force: true });
writeFileSync(
  'docs/page-audit.md',
  `# The pages as Lighthouse ${VERSION} judges them

Made by \`npm run audit:page\` from the demo kit; of 100 each. Assembly: the left float.

| view | accessibility | best practices | what was found |
|---|---|---|---|
${lines.join('\n')}
`,
);
process.exit(below > 0 ? 1 : 0);
