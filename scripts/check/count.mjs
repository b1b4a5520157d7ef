// Counts what ./test ran, from the reports the runners wrote, and ends with one plain line.
// Usage: node scripts/check/count.mjs FOLDER; FOLDER holds steps.txt (name and exit code a line), and of each step that runs tests a report: unit.json, server.json, browser.json.
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const folder = process.argv[2];
let passed = 0;
let failed = 0;
const fail = (what) => {
  failed++;
  process.stdout.write(`failed: ${what}\n`);
};

for (const line of readFileSync(join(folder, 'steps.txt'), 'utf8').trim().split('\n')) {
  const [name, code] = line.split(' ');
  const report = `${name}.json`;
  if (!['unit', 'server', 'browser'].includes(name)) {
    if (code === '0') passed++;
    else fail(name);
    continue;
  }
  if (!existsSync(join(folder, report))) {
    fail(`${name}: no report`);
    continue;
  }
  const result = JSON.parse(readFileSync(join(folder, report), 'utf8'));
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

process.stdout.write(`${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
