// Counts what ./test ran, from the reports the runners wrote, and ends with one plain line.
// Usage: node scripts/check/count.mjs FOLDER; FOLDER holds steps.txt (name and exit code a line), and of each step that runs tests a report: unit.json, server.json, pages.json, browser.json. The slowest stand before it.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const folder = process.argv[2];
let passed = 0;
let failed = 0;
const ran = [];
const fail = (what) => {
  failed++;
  process.stdout.write(`failed: ${what}\n`);
};

for (const line of readFileSync(join(folder, 'steps.txt'), 'utf8').trim().split('\n')) {
  const [name, code] = line.split(' ');
  const report = `${name}.json`;
  if (!['unit', 'server', 'pages', 'browser'].includes(name)) {
    if (code === '0') passed++;
    else fail(name);
    continue;
  }
  if (!existsSync(join(folder, report))) {
    fail(`${name}: no report`);
    continue;
  }
  const result = JSON.parse(readFileSync(join(folder, report), 'utf8'));
  ran.push([name, timed(name, result)]);
  const before = failed;
  if (name !== 'browser') {
    passed += result.numPassedTests;
    failed += result.numFailedTests;
    // A file that does not even load has no failed test of its own.
    for (const file of result.testResults)
      if (file.status === 'failed' && !file.assertionResults.some((t) => t.status === 'failed')) fail(file.name);
    if (result.numPassedTests === 0) fail(`${name}: nothing ran`);
  } else {
    passed += result.stats.expected;
    failed += result.stats.unexpected + result.stats.flaky;
    if (result.stats.expected === 0) fail(`${name}: nothing ran`);
  }
  if (code !== '0' && failed === before) fail(`${name}: ended with ${code}`);
}

/** Everything a step ran, with how long it took, ms. */
function timed(name, result) {
  if (name !== 'browser')
    return result.testResults.flatMap((f) => f.assertionResults.map((t) => ({ name: t.fullName, ms: t.duration ?? 0 })));
  const within = (suite) => [
    ...(suite.specs ?? []).map((s) => ({ name: s.title, ms: s.tests[0].results.reduce((n, r) => n + r.duration, 0) })),
    ...(suite.suites ?? []).flatMap(within),
  ];
  return result.suites.flatMap(within);
}
for (const [name, all] of ran) {
  const sum = all.reduce((n, t) => n + t.ms, 0);
  process.stdout.write(`${name}: ${all.length} tests, ${Math.round(sum / 1000)} s of test time; the slowest:\n`);
  for (const { name: test, ms } of [...all].sort((a, b) => b.ms - a.ms).slice(0, 8))
    process.stdout.write(`  ${(ms / 1000).toFixed(1).padStart(6)} s  ${test.slice(0, 140)}\n`);
}

process.stdout.write(`${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
