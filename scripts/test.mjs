// `npm test`: installs what is missing, then types, lint, unit and end-to-end tests. Ends with the totals.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { journeyFailures, unitFailures } from './failures.mjs';
import {
  bin,
  build,
  chromiumVersion,
  installDependencies,
  installPackages,
  root,
  run,
  tryPackages,
} from './prepare.mjs';

installDependencies();
if (!chromiumVersion()) installPackages(['chromium'], 'Chromium');
// Without it the journeys run in the whole browser and take longer, no more than that.
if (!existsSync('/usr/bin/chromium-headless-shell'))
  tryPackages(['chromium-headless-shell'], 'Chromium without a window');
if (!existsSync('/usr/bin/firefox-esr')) installPackages(['firefox-esr'], 'Firefox, a second engine');
build();

const reports = join(root, '.tmp', 'reports');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });
let passed = 0;
let failed = 0;
const failures = [];

function step(title, command, args, count) {
  console.log(`\n== ${title}`);
  const good = run(command, args, { env: { ...process.env, NACHWEIS_REPORTS: reports } });
  const counted = count?.() ?? { passed: good ? 1 : 0, failed: good ? 0 : 1 };
  // A run that broke off before it could count is a failure too.
  if (!good && counted.failed === 0) counted.failed = 1;
  const named = good ? [] : (counted.failures ?? []);
  if (!good)
    failures.push(...(named.length > 0 ? named : [{ name: title, words: ['its own words stand above'] }]));
  passed += counted.passed;
  failed += counted.failed;
}

const read = (name) =>
  existsSync(join(reports, name)) ? JSON.parse(readFileSync(join(reports, name), 'utf8')) : null;
const unitCount = () => {
  const report = read('unit.json');
  return (
    report && { passed: report.numPassedTests, failed: report.numFailedTests, failures: unitFailures(report) }
  );
};
const e2eCount = () => {
  const report = read('e2e.json');
  return (
    report && {
      passed: report.stats.expected,
      failed: report.stats.unexpected,
      failures: journeyFailures(report),
    }
  );
};

step('types', bin('tsc'), ['-b']);
step('lint', bin('biome'), ['check', '.']);
step(
  'unit',
  bin('vitest'),
  ['run', '--reporter=default', '--reporter=json', `--outputFile=${join(reports, 'unit.json')}`],
  unitCount,
);
step('end to end', bin('playwright'), ['test', '--config', 'e2e/playwright.config.ts'], e2eCount);

for (const { name, words } of failures) console.log(`\n== failed: ${name}\n${words.join('\n')}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
