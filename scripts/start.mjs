/** `npm start`: installs and builds if needed, then serves the user's own workshop. `--demo`: the sample workshop. */
import { existsSync } from 'node:fs';
import { build, install, wantsBuild, wantsInstall, watched } from './common.mjs';

const demo = process.argv.includes('--demo');
process.env.ULEXITE_DATA ??= demo ? 'data/demo.sqlite' : 'data/ulexite.sqlite';

/** Kept from a second server as long as it is made; what does that is built by then. */
async function makeDemo() {
  await (await import('./workshop.mjs')).lockWorkshop();
  await watched('npx', ['tsx', 'demo/make.ts']);
}

/** What is still to be done before it opens, and how long that usually takes. */
const steps = [
  wantsInstall() && { what: 'install the packages', usualS: 180, often: 'once', act: install },
  wantsBuild() && { what: 'build the application', usualS: 75, often: 'after each update', act: build },
  demo &&
    !existsSync(process.env.ULEXITE_DATA) && {
      ...{ what: 'make the sample workshop', usualS: 60, often: 'once' },
      act: makeDemo,
    },
].filter(Boolean);
const long = (seconds) => (seconds < 90 ? `${seconds} s` : `${Math.round(seconds / 60)} min`);

console.log(
  steps.length === 0
    ? 'Ulexite opens at once: everything is in place.'
    : [
        `Ulexite opens in about ${long(steps.reduce((sum, { usualS }) => sum + usualS, 5))}. Until then:`,
        ...steps.map(({ what, usualS, often }, i) => `  ${i + 1}  ${what}: usually ${long(usualS)}, ${often}`),
      ].join('\n'),
);
for (const [i, { what, usualS, act }] of steps.entries()) {
  const began = Date.now();
  const past = () => Math.round((Date.now() - began) / 1000);
  console.log(`\n== ${i + 1} of ${steps.length}: ${what} …`);
  const tick = setInterval(() => console.log(`   ${past()} s of usually ${long(usualS)}`), 15_000);
  await act();
  clearInterval(tick);
  console.log(`   done after ${past()} s`);
}
const { lockWorkshop } = await import('./workshop.mjs');
await lockWorkshop();
console.log('\nStarting the server; stop it with Ctrl C.');
await import('./serve.mjs');
