/**
 * `npm run bench [-- part …]`: picture pipeline, cutting, fits and proof scans in a Chromium worker, against a general computer-vision
 * library in WebAssembly where there is one; the colour core against a general colour library; seeded studies; the built application's own
 * times and a large store. Real pictures come from Debian's wallpaper packages, fetched and unpacked under bench/.out, never committed.
 * Builds the application and writes docs/performance.md, each part as soon as it is measured.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync } from 'node:fs';

const OUT = 'bench/.out';
const PACKAGES = ['lomiri-wallpapers-16.04', 'mate-backgrounds', 'ukui-wallpapers'];

function must(command, args, cwd) {
  const done = spawnSync(command, args, { cwd, stdio: 'inherit' });
  if (done.status !== 0) {
    console.error(`${command} ${args.join(' ')} failed.`);
    process.exit(1);
  }
}

mkdirSync(`${OUT}/deb`, { recursive: true });
for (const name of PACKAGES) {
  if (existsSync(`${OUT}/${name}`)) continue;
  console.log(`Fetching the pictures of ${name} …`);
  must('apt-get', ['download', '-q', name], `${OUT}/deb`);
  must('sh', ['-c', `dpkg-deb -x deb/${name}_*.deb ${name}`], OUT);
}
for (const name of ['worker', 'colourWorker', 'cuttingWorker', 'registerWorker'])
  must('npx', [
    'esbuild',
    `bench/${name}.ts`,
    '--bundle',
    '--format=iife',
    '--platform=browser',
    `--outfile=${OUT}/${name}.js`,
    '--log-level=warning',
  ]);
must('npm', ['run', 'build', '--silent']);
must('npx', ['tsx', 'bench/run.ts', ...process.argv.slice(2)]);
