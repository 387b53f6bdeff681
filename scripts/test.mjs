/**
 * `npm test`: installs what is missing, then build and unit tests beside types, lint and form, then browser tests. Every step runs even
 * when an earlier one failed; the last line has the true counts, each check that is no test runner counting as one.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { CHROMIUM, installed, run, say } from './common.mjs';

const answers = (command, ...args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;

/** What the browser tests want of Debian: the browser, a second reader of calendars, and readers of PDF. */
function debian() {
  const missing = [
    !existsSync(CHROMIUM.executablePath) && 'chromium',
    !answers('python3', '--version') && 'python3',
    !answers('pdffonts', '-v') && 'poppler-utils',
    !answers('qpdf', '--version') && 'qpdf',
    !answers('openssl', 'version') && 'openssl',
    !answers('python3', '-c', 'import ctypes; ctypes.CDLL("libical.so.3")') && 'libical3',
  ].filter(Boolean);
  if (missing.length === 0) return;
  const packages = missing.join(' ');
  if (process.getuid?.() !== 0) {
    console.error(`Not all that the tests want is installed. Install it with: sudo apt-get install ${packages}`);
    process.exit(1);
  }
  say(`Installing ${packages} (apt) …`);
  run('apt-get', ['update', '-q']);
  run('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...missing]);
}

let passed = 0,
  failed = 0,
  againOnly = 0;

/** Runs a command with its output kept together, so that two lanes beside one another can be read. */
function lane(name, command, args, env) {
  return new Promise((done) => {
    const started = Date.now();
    const child = spawn(command, args, {
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    const out = [];
    child.stdout.on('data', (chunk) => out.push(chunk));
    child.stderr.on('data', (chunk) => out.push(chunk));
    child.on('error', (error) => out.push(Buffer.from(String(error))));
    child.on('close', (code) => {
      say(`${name} (${Math.round((Date.now() - started) / 1000)} s)`);
      process.stdout.write(Buffer.concat(out));
      done(code ?? 1);
    });
  });
}

/** What only reads the code stands back for what is timed: pictures are given up after some seconds, in tests too. */
const patiently = (name, ...args) => check(name, 'nice', ['-n', '10', 'npx', ...args]);

async function check(name, command, args, env) {
  const status = await lane(name, command, args, env);
  if (status === 0) passed++;
  else {
    failed++;
    console.error(`${name}: failed`);
  }
  return status === 0;
}

const PLAYED = '.tmp/playwright.json';
/** More than this is no matter of a machine that stood still for a while. */
const MOST_AGAIN = 8;

/**
 * Machines of others stand still for half a minute now and then, longer than a page is waited for. What failed is tried once more when
 * nothing else runs; it passes then or is a failure, and what needed a second try is named.
 */
async function browserTests() {
  rmSync(PLAYED, { force: true });
  const first = await lane('Browser tests', 'npx', ['playwright', 'test']);
  const played = () => (existsSync(PLAYED) ? JSON.parse(readFileSync(PLAYED, 'utf8')).stats : undefined);
  const stats = played();
  // what did not run because what it stands on failed has failed, too
  const wrong = stats ? stats.unexpected + stats.skipped : 1;
  passed += stats?.expected ?? 0;
  if (first === 0 || !stats || wrong > MOST_AGAIN) {
    failed += wrong || (first === 0 ? 0 : 1);
    return;
  }
  rmSync(PLAYED, { force: true });
  const second = await lane('Browser tests that failed, once more', 'npx', [
    ...['playwright', 'test', '--last-failed', '--workers=1'],
  ]);
  againOnly = played()?.expected ?? 0;
  passed += againOnly;
  failed += Math.max(wrong - againOnly, second === 0 ? 0 : 1);
}

const JEST = '.tmp/jest.json';

async function unitTests() {
  rmSync(JEST, { force: true });
  const status = await lane('Unit tests', 'npx', ['jest', '--maxWorkers=100%', '--json', `--outputFile=${JEST}`], {
    NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
  });
  const told = existsSync(JEST) ? JSON.parse(readFileSync(JEST, 'utf8')) : undefined;
  const wrong = told ? told.numFailedTests + told.numRuntimeErrorTestSuites : 0;
  passed += told?.numPassedTests ?? 0;
  failed += wrong || (status === 0 ? 0 : 1);
}

await installed();
debian();
mkdirSync('.tmp', { recursive: true });
const began = Date.now();
// two lanes beside one another; the browser tests have the machine to themselves
let built = false;
await Promise.all([
  (async () => {
    built = await check('Build', 'npm', ['run', 'build']);
    await unitTests();
    await patiently('Form of the code', 'prettier', '--check', '--log-level=warn', '.');
  })(),
  (async () => {
    await patiently('Types', 'tsc', '--noEmit', '-p', '.');
    await patiently('Types of the core, on its own', 'tsc', '--noEmit', '-p', 'src/core');
    await patiently('Lint, the import rule and the rule of styles', 'eslint', '--max-warnings', '0', '.');
    await patiently('Nothing that is not used', 'knip');
  })(),
]);
if (built) await browserTests();
else failed++;
say(`All of it took ${Math.round((Date.now() - began) / 1000)} s`);
const hurried =
  againOnly > 0 ? `; ${againOnly} of those passed only when run again, alone: their failures stand above` : '';
console.log(`\n${passed} passed, ${failed} failed${hurried}`);
process.exit(failed === 0 ? 0 : 1);
