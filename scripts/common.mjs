import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** The browser of the tests, benches and pictures: Debian's, headless, without network of its own. */
export const CHROMIUM = JSON.parse(readFileSync('scripts/chromium.json', 'utf8'));

export function say(text) {
  console.log(`\n== ${text}`);
}

/** Runs a command in the foreground; on failure stops with its code. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, {
    stdio: 'inherit',
    ...options,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...options.env },
  });
  if (done.error) throw done.error;
  if (done.status !== 0 && !options.mayFail) process.exit(done.status ?? 1);
  return done.status ?? 1;
}

const STAMPS = '.tmp';

function stampIs(name, value) {
  const file = join(STAMPS, name);
  return existsSync(file) && readFileSync(file, 'utf8') === value;
}

function stamp(name, value) {
  mkdirSync(STAMPS, { recursive: true });
  writeFileSync(join(STAMPS, name), value);
}

/** Installs the packages of the lock file, unless that was done for just this lock file. */
export function installed() {
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).update(process.version).digest('hex');
  if (existsSync('node_modules/next') && stampIs('installed', lock)) return say('Packages are installed.');
  say('Installing packages (npm ci) …');
  run('npm', ['ci', '--no-audit', '--no-fund']);
  stamp('installed', lock);
}

function newestUnder(path) {
  if (!existsSync(path)) return '';
  if (!statSync(path).isDirectory()) return `${path}:${statSync(path).mtimeMs}:${statSync(path).size}`;
  return readdirSync(path)
    .sort()
    .map((name) => newestUnder(join(path, name)))
    .join('|');
}

/** Builds the application, unless nothing it is made of has changed. */
export function built() {
  const sources = createHash('sha256')
    .update(
      ['src', 'scripts/buildWorkers.mjs', 'next.config.ts', 'package-lock.json', 'tsconfig.json']
        .map(newestUnder)
        .join('|'),
    )
    .digest('hex');
  if (existsSync('.next/BUILD_ID') && stampIs('built', sources)) return say('The build is up to date.');
  say('Building …');
  run('npm', ['run', 'build']);
  stamp('built', sources);
}
