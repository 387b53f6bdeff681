/**
 * `npm test`: installs what is missing, then type check, lint, unit tests, build, browser tests. Every step runs even
 * when an earlier one failed; the last line has the true counts, each check that is no test runner counting as one.
 */
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { installed, run, say } from './common.mjs';

const CHROMIUM = '/usr/bin/chromium';

function chromium() {
  if (existsSync(CHROMIUM)) return;
  if (process.getuid?.() !== 0) {
    console.error(`Chromium is missing at ${CHROMIUM}. Install it with: sudo apt-get install chromium`);
    process.exit(1);
  }
  say('Installing Chromium (apt) …');
  run('apt-get', ['update', '-q']);
  run('apt-get', ['install', '-y', '-q', '--no-install-recommends', 'chromium']);
}

let passed = 0,
  failed = 0;

function check(name, command, args) {
  say(name);
  const status = run(command, args, { mayFail: true });
  if (status === 0) passed++;
  else {
    failed++;
    console.error(`${name}: failed`);
  }
  return status === 0;
}

function suite(name, command, args, report, count, env) {
  say(name);
  rmSync(report, { force: true });
  const status = run(command, args, { mayFail: true, env });
  let counts = { passed: 0, failed: status === 0 ? 0 : 1 };
  if (existsSync(report)) counts = count(JSON.parse(readFileSync(report, 'utf8')));
  if (status !== 0 && counts.failed === 0) counts.failed = 1;
  passed += counts.passed;
  failed += counts.failed;
}

installed();
chromium();
mkdirSync('.tmp', { recursive: true });
check('Types', 'npx', ['tsc', '--noEmit', '-p', '.']);
check('Types of the core, on its own', 'npx', ['tsc', '--noEmit', '-p', 'src/core']);
check('Lint and the import rule', 'npx', ['eslint', '.']);
check('Form of the code', 'npx', ['prettier', '--check', '--log-level=warn', '.']);
suite(
  'Unit tests',
  'npx',
  ['jest', '--maxWorkers=100%', '--json', '--outputFile=.tmp/jest.json'],
  '.tmp/jest.json',
  (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests + r.numRuntimeErrorTestSuites }),
  { NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
);
if (check('Build', 'npm', ['run', 'build'])) {
  suite('Browser tests', 'npx', ['playwright', 'test'], '.tmp/playwright.json', (r) => ({
    passed: r.stats.expected,
    failed: r.stats.unexpected + r.stats.flaky,
  }));
} else failed++;
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
