/** `npm start`: installs and builds if needed, then serves the user's own workshop. `--demo`: the sample workshop. */
import { built, installed, run, say } from './common.mjs';

const demo = process.argv.includes('--demo');
process.env.ULEXITE_DATA ??= demo ? 'data/demo.sqlite' : 'data/ulexite.sqlite';
installed();
built();
const { lockWorkshop } = await import('./workshop.mjs');
await lockWorkshop();
if (demo) {
  say('Sample workshop');
  run('npx', ['tsx', 'demo/make.ts']);
}
say('Starting the server; stop it with Ctrl C.');
await import('./serve.mjs');
