import { spawn, spawnSync } from 'node:child_process';
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

/** As `run`, while whoever waits can be told how far it is. */
export function watched(command, args) {
  return new Promise((done, failed) => {
    const child = spawn(command, args, {
      stdio: 'inherit',
      env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
    });
    child.on('error', failed);
    child.on('close', (code) => (code === 0 ? done() : process.exit(code ?? 1)));
  });
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

const lockOf = () =>
  createHash('sha256').update(readFileSync('package-lock.json')).update(process.version).digest('hex');

/** Whether the packages of just this lock file are still to be installed. */
export const wantsInstall = () => !(existsSync('node_modules/next') && stampIs('installed', lockOf()));

export async function install() {
  await watched('npm', ['ci', '--no-audit', '--no-fund']);
  stamp('installed', lockOf());
}

/** Installs the packages, unless that was done. */
export async function installed() {
  if (!wantsInstall()) return say('Packages are installed.');
  say('Installing packages (npm ci) …');
  await install();
}

function newestUnder(path) {
  if (!existsSync(path)) return '';
  if (!statSync(path).isDirectory()) return `${path}:${statSync(path).mtimeMs}:${statSync(path).size}`;
  return readdirSync(path)
    .sort()
    .map((name) => newestUnder(join(path, name)))
    .join('|');
}

const sourcesOf = () =>
  createHash('sha256')
    .update(
      ['src', 'public', 'scripts/buildWorkers.mjs', 'next.config.ts', 'package-lock.json', 'tsconfig.json']
        .map(newestUnder)
        .join('|'),
    )
    .digest('hex');

/** Whether anything the application is made of has changed since it was built. */
export const wantsBuild = () => !(existsSync('.next/BUILD_ID') && stampIs('built', sourcesOf()));

export async function build() {
  const sources = sourcesOf();
  await watched('npm', ['run', 'build']);
  stamp('built', sources);
}

/** Builds the application, unless that was done. */
export async function built() {
  if (!wantsBuild()) return say('The build is up to date.');
  say('Building …');
  await build();
}
