import { chromium, type Page } from '@playwright/test';
import { createReadStream, existsSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { cpus } from 'node:os';
import { join } from 'node:path';
import type { ColourFigures } from './colourWorker';
import type { CuttingFigures } from './cuttingWorker';
import { measureInterface, measureRegions, type InterfaceFigures } from './interface';
import { studyProofs } from './proofStudy';
import type { RegisterFigures } from './registerWorker';
import { studyKnowing } from './study';
import CHROMIUM from '../scripts/chromium.json';

const OUT = 'bench/.out';
const PEER = 'node_modules/@techstark/opencv-js/dist/opencv.js';
/** Two photographs, a very busy one, a drawing: the first file under the folder whose name begins so. */
const PICTURES = [
  { what: 'photograph, mountains', folder: 'lomiri-wallpapers-16.04', begins: 'picosdeeuropa' },
  { what: 'photograph, close', folder: 'lomiri-wallpapers-16.04', begins: 'Dragonfly' },
  { what: 'busiest photograph', folder: 'mate-backgrounds', begins: 'Elephants_5640' },
  { what: 'drawing', folder: 'ukui-wallpapers', begins: 'calla' },
] as const;
const WIDTH = 4000,
  HEIGHT = 3000,
  ROUNDS = 3;

interface Round {
  times: Record<string, { ours: number; theirs?: number }>;
  notes: Record<string, number>;
}
type Answer = {
  rounds?: Round[];
  chain?: number[];
  ok?: boolean;
  error?: string;
  figures?: ColourFigures;
  cutting?: CuttingFigures;
  register?: RegisterFigures;
};

function find(folder: string, begins: string): string {
  const walk = (at: string): string | undefined =>
    readdirSync(at)
      .sort()
      .map((name) => join(at, name))
      .map((path) =>
        statSync(path).isDirectory() ? walk(path) : path.split('/').pop()!.startsWith(begins) ? path : undefined,
      )
      .find(Boolean);
  const found = existsSync(join(OUT, folder)) ? walk(join(OUT, folder)) : undefined;
  if (!found) throw new Error(`no picture that begins with ${begins} in ${folder}`);
  return found;
}

const pictures = PICTURES.map((p) => ({ ...p, file: find(p.folder, p.begins) }));

async function withPage<T>(work: (page: Page, url: string) => Promise<T>): Promise<T> {
  const files: Record<string, string> = {
    '/worker.js': `${OUT}/worker.js`,
    '/colourWorker.js': `${OUT}/colourWorker.js`,
    '/cuttingWorker.js': `${OUT}/cuttingWorker.js`,
    '/registerWorker.js': `${OUT}/registerWorker.js`,
    '/peer.js': PEER,
    ...Object.fromEntries(pictures.map((p, i) => [`/picture-${i}`, p.file])),
  };
  const server = createServer((request, response) => {
    const file = files[request.url ?? ''];
    if (file) {
      response.setHeader('Content-Type', file.endsWith('.js') ? 'text/javascript' : 'application/octet-stream');
      createReadStream(file).pipe(response);
    } else {
      response.setHeader('Content-Type', 'text/html');
      response.end('<!doctype html><title>bench</title>');
    }
  });
  await new Promise<void>((resolve) => {
    server.listen(0, '127.0.0.1', resolve);
  });
  const browser = await chromium.launch({
    ...CHROMIUM,
    args: [...CHROMIUM.args, '--enable-precise-memory-info'],
  });
  try {
    const page = await browser.newPage();
    const url = `http://127.0.0.1:${(server.address() as { port: number }).port}`;
    await page.goto(url);
    return await work(page, url);
  } finally {
    await browser.close();
    server.close();
  }
}

/** Sends one job to a worker of its own in the page and waits for the answer. */
function inWorker(page: Page, url: string, jobs: object[], script = 'worker'): Promise<Answer> {
  return page.evaluate(
    ([base, list, name]) =>
      new Promise<Answer>((resolve) => {
        const worker = new Worker(`${base}/${name}.js`);
        const queue = [...(list as object[])];
        worker.onerror = (e) => resolve({ error: e.message });
        worker.onmessage = ({ data }) => {
          if (data.error || queue.length === 0) {
            worker.terminate();
            resolve(data);
          } else worker.postMessage(queue.shift());
        };
        worker.postMessage(queue.shift());
      }),
    [url, jobs, script] as const,
  );
}

const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];
const ms = (value: number) => `${value < 10 ? value.toFixed(1) : Math.round(value)} ms`;

const GOALS: Record<string, { photograph: number; busiest: number }> = {
  palette: { photograph: 2, busiest: 2 },
  smoothing: { photograph: 2.5, busiest: 1.2 },
  islands: { photograph: 15, busiest: 5 },
  'thin ridges and gaps': { photograph: 4, busiest: 4 },
  'nested stages and areas': { photograph: 2, busiest: 1.4 },
  'contours to SVG': { photograph: 1.5, busiest: 1.2 },
  'whole chain': { photograph: 3, busiest: 2 },
};

async function main(): Promise<void> {
  const lines: string[] = [];
  const notes: string[] = [];
  await withPage(async (page, url) => {
    for (const [i, picture] of pictures.entries()) {
      console.log(`${picture.what} …`);
      const answer = await inWorker(page, url, [
        { job: 'peer', url: `${url}/peer.js` },
        { job: 'rounds', url: `${url}/picture-${i}`, width: WIDTH, height: HEIGHT, rounds: ROUNDS, palettePeer: true },
      ]);
      if (!answer.rounds) throw new Error(answer.error);
      const stages = Object.keys(answer.rounds[0].times);
      const ours = Object.fromEntries(stages.map((s) => [s, median(answer.rounds!.map((r) => r.times[s].ours))]));
      const theirs = Object.fromEntries(
        stages.map((s) => [
          s,
          median(answer.rounds!.flatMap((r) => (r.times[s].theirs === undefined ? [] : [r.times[s].theirs]))),
        ]),
      );
      theirs['whole chain'] = stages
        .filter((s) => s !== 'whole chain' && s !== 'thin ridges and gaps')
        .reduce((sum, s) => sum + theirs[s], 0);
      for (const stage of stages) {
        const goal = GOALS[stage][picture.what.startsWith('busiest') ? 'busiest' : 'photograph'];
        const ratio = theirs[stage] / ours[stage];
        const line = `| ${picture.what} | ${stage} | ${ratio.toFixed(1)}× | ${goal}× | ${ratio >= goal ? 'yes' : '**no**'} | ${ms(ours[stage])} |`;
        lines.push(line);
        console.log(line);
      }
      const first = answer.rounds[0].notes;
      notes.push(
        `- ${picture.what}: mean colour error against the library's k-means ${first.paletteErrorRatio.toFixed(3)}; pixels of the smoothing that differ from the box filters ${first.smoothingPixelsThatDiffer}; islands counted differently ${first.islandsDiffer}; nested areas differ by ${first.nestedAreasDiffer} pixels.`,
      );
      console.log(notes.at(-1));
    }
  });
  const scale: string[] = [];
  for (const i of [0, 2]) {
    await withPage(async (page, url) => {
      const of = async (width: number, height: number) =>
        median(
          (await inWorker(page, url, [{ job: 'chain', url: `${url}/picture-${i}`, width, height, rounds: 5 }])).chain!,
        );
      const twelve = await of(4000, 3000),
        twentyFour = await of(5657, 4243);
      const preview = median(
        (await inWorker(page, url, [{ job: 'preview', url: `${url}/picture-${i}`, width: 1155, height: 866 }])).chain!,
      );
      scale.push(
        `- ${pictures[i].what}: 24 Mpx takes ${(twentyFour / twelve).toFixed(2)} × the time of 12 Mpx (goal ≤ 2.5; ${ms(twelve)} → ${ms(twentyFour)}); flattening the 1 Mpx preview takes ${ms(preview)}.`,
      );
      console.log(scale.at(-1));
    });
  }
  const figures = await measureInterface();
  writeFileSync(
    'docs/performance.md',
    report(
      lines,
      notes,
      scale,
      figures,
      (await colourReport()) + (await cuttingReport(figures)) + (await registerReport()),
    ),
  );
  console.log('Written: docs/performance.md');
}

function report(lines: string[], notes: string[], scale: string[], figures: InterfaceFigures, colour: string): string {
  return `# Performance

Written by \`npm run bench\`. Only ratios count: both sides run in turn in one Chromium worker on the same input, medians of
${ROUNDS} rounds (the library's k-means once, because it takes so long). Machine: ${cpus().length} cores, ${cpus()[0].model}, ${new Date().toISOString().slice(0, 10)}.

Peer: OpenCV compiled to WebAssembly (\`@techstark/opencv-js\`), a general computer-vision library. Pictures: ${WIDTH} × ${HEIGHT}
pixels from Debian's wallpaper packages, 8 colours, smoothing 0.4 mm, islands under 1 mm², 0.1 mm a pixel.

| picture | stage | times as fast as the library | goal | met | ours |
|---|---|---|---|---|---|
${lines.join('\n')}

The whole chain is measured against the sum of the library's palette, smoothing, islands, nested stages and contours;
thin ridges are a check of their own and not part of it. The library's sum leaves out mapping pixels to the palette and
merging small islands, which ours includes.

${notes.join('\n')}

## Size and preview

${scale.join('\n')}

${colour}
## Interface

- A pull acknowledged, at the median of ${figures.pulls}: ${figures.pullMs.toFixed(1)} ms (goal < 15 ms), of which the disk is waited for (WAL, synchronous FULL).
- Runs reordered to new looks painted, at the median of ${figures.reorders}: ${figures.reorderMs.toFixed(0)} ms (goal < 100 ms).
- A slider moved to its preview painted: ${figures.previewMs.toFixed(0)} ms (goal < 200 ms).
- First load of the Runs view: ${figures.runsKb.toFixed(0)} kB of JavaScript compressed; Picture view: ${figures.pictureKb.toFixed(0)} kB (goal < 350 kB).
- Longest task on the main thread while the Picture view of an A4-sized print opens and is flattened: ${figures.longestTaskMs.toFixed(0)} ms.

## Memory

Flattening holds, for each pixel: the raster (4 bytes), labels before and after smoothing (2), merged labels (1), one byte of
edges while outlines are traced, and strips of about 13 bytes for each run of like pixels along a row. Counted from the array
lengths (not measured as process memory) on a picture of pure noise, which breaks into more strips than any photograph:
${figures.bytesPerPixel.toFixed(1)} bytes a pixel (goal ≤ 16).
`;
}

/** Colour: times in a worker, throughput against a general colour library, and the seeded study. */
async function colourReport(): Promise<string> {
  const answer = await withPage((page, url) => inWorker(page, url, [{}], 'colourWorker'));
  if (!answer.figures) throw new Error(answer.error);
  const f = answer.figures;
  const rows = studyKnowing().map(({ way, mean, p95 }) => `| ${way} | ${mean.toFixed(1)} | ${p95.toFixed(1)} |`);
  const text = `## Colour

In one Chromium worker; medians.

- All orders of 8 colours, exact, with a look at every prefix tried: ${f.ordersMs.toFixed(0)} ms over ${f.ordersPrefixes} prefixes, the rest left by bounds (goal
  < 150 ms); with no bound, all ${f.allPrefixes} prefixes: ${f.allOrdersMs.toFixed(0)} ms.
- A recipe from the starter cabinet: ${f.recipeMs.toFixed(0)} ms, the slowest of ${f.recipes} colours ${f.recipeWorstMs.toFixed(0)} ms (goal < 60 ms).
- One ink of eight runs turned, to eight looks painted at 300 × 225: ${f.whatIfMs.toFixed(1)} ms of computing (goal < 16 ms).
- Overlaps for 9 colours on 2, 3, 4, 5 and 6 blocks together: ${(f.overlapsMs / 1000).toFixed(2)} s (goal < 2 s); six blocks come to a mean ΔE00 of ${f.overlapMean.toFixed(1)}.
- CIEDE2000: ${f.deltaEOurs.toFixed(1)} million pairs a second, the general colour library (culori) ${f.deltaETheirs.toFixed(1)}: ${(f.deltaEOurs / f.deltaETheirs).toFixed(1)} × as fast; largest difference on 997 pairs ${f.deltaELargestDifference.toExponential(1)}.
- Overprints: ${f.stacksOurs.toFixed(2)} million stacks of 8 films a second, spectral, to Lab; the library's multiplication of 8 sRGB colours to Lab, a far
  simpler sum, ${f.blendsTheirs.toFixed(2)} million: ${(f.stacksOurs / f.blendsTheirs).toFixed(1)} × as fast.

How far off is a prediction when the ink is known only so well? ${'`bench/study.ts`'}: sixty made-up prints of two to four films whose true inks
are hidden, readings with noise, seeded. The truth follows the same film model, so the model's own error on real prints comes on
top.

| the ink is known by | mean ΔE00 | 95 % below |
|---|---|---|
${rows.join('\n')}
`;
  console.log(text);
  return text;
}

/** Cutting: ratios on a label map of A3 size, and the figures of the interface on one with 5000 islands. */
async function cuttingReport(figures: InterfaceFigures): Promise<string> {
  const rows: string[] = [];
  let text = '';
  for (const i of [0, 3]) {
    const answer = await withPage((page, url) =>
      inWorker(
        page,
        url,
        [
          { job: 'peer', url: `${url}/peer.js` },
          { job: 'cutting', url: `${url}/picture-${i}`, width: 4200, height: 2970 },
        ],
        'cuttingWorker',
      ),
    );
    if (!answer.cutting) throw new Error(answer.error);
    const f = answer.cutting;
    const row = (name: string, [ours, theirs]: readonly [number, number], goal: number) =>
      rows.push(
        `| ${pictures[i].what} | ${name} | ${(theirs / ours).toFixed(1)}× | ${goal}× | ${theirs / ours >= goal ? 'yes' : '**no**'} | ${ms(ours)} |`,
      );
    row(`thin ridges and narrow gaps, ${f.stages} stages`, f.thin, 4);
    row('distance to the other class, capped at 1.5 mm', f.capped, 2.5);
    row('distance to what stands, uncapped', f.uncapped, 1);
    row('outlines of all stages, as paths', f.outlines, 1.5);
    row('overlap of all pairs, 0.3 mm, against one dilation', f.trap, 1);
    text += `- ${pictures[i].what}, ${f.islands} islands: all ${f.stages} stages measured for the check in ${ms(f.allStagesMs)}; what one asks for with other material, tools or roller,
  from the kept measure, at most ${ms(f.findingsMs)} (goal < 100 ms; ${f.findings} places). Thin area differs from the library's by ${(100 * f.thinDiffers).toFixed(1)} % (its disc is a
  little smaller); capped distances that differ, of every seventh pixel: ${f.cappedWrong}.\n`;
  }
  return `## Cutting

The same peer, alternating in one worker; label maps of 4200 × 2970 pixels (A3 at 0.1 mm), 8 colours. The library's distance to the
other class is its exact transform of what stands and of the rest, as ours gives both.

| picture | work | times as fast as the library | goal | met | ours |
|---|---|---|---|---|---|
${rows.join('\n')}

${text}- An island of an A3 raster with 5000 islands chosen, to its mark painted: ${figures.chooseMs.toFixed(0)} ms; recoloured, to the new colour painted: ${figures.recolourMs.toFixed(0)} ms
  (goal < 50 ms; medians of ${figures.recolours}); longest task on the main thread meanwhile ${figures.editTaskMs.toFixed(0)} ms (0: none over 50).

`;
}

/** Registration: times in a worker, and the seeded study of proof scans. */
async function registerReport(): Promise<string> {
  const answer = await withPage((page, url) => inWorker(page, url, [{}], 'registerWorker'));
  if (!answer.register) throw new Error(answer.error);
  const f = answer.register,
    s = studyProofs();
  const text = `## Registration

In one Chromium worker; medians.

- 10 000 sheets of five runs laid on a picture of ${f.boundaries} boundaries (${f.gatherings} gatherings by colours, direction and place): ${ms(f.fitMs)} (goal < 300 ms);
  gathering the boundaries: ${ms(f.gatherMs)}.
- A scan of ${f.scanMpx.toFixed(1)} megapixels with five runs, from pixels to misfits: ${(f.scanMs / 1000).toFixed(1)} s (goal < 4 s at 20 Mpx).
- A sheet out of register drawn at 700 × 505 for a slider: ${ms(f.sliderMs)} (goal: a frame).

${'`bench/proofStudy.ts`'}: ${s.scans} made-up scans at 300 dpi, three to five runs, misfit to 3 mm and 1°, growth to 0.2 %, skew to 2°, uneven light, a cast, grain
and noise, seeded. Each run against the one below: ${s.runsRight} of ${s.runs} within 0.05 mm and 0.03° (${s.refused} refused); ${s.scansRight} of ${s.scans} scans with every run
right (goal 95). Displacement off by ${s.medianMm.toFixed(3)} mm at the median, ${s.p95Mm.toFixed(3)} mm at 95 %; turn by ${s.p95Deg.toFixed(3)}° at 95 %. The truth lies in the stated range of 95 % in ${(100 * s.inside95).toFixed(0)} of 100
cases (goal 90). The scanner is ours: real ones have faults it does not know.

`;
  console.log(text);
  return text;
}

// `npm run bench -- colour`, `-- cutting` or `-- register` prints that part alone and writes nothing
void (process.argv[2] === 'register'
  ? registerReport()
  : process.argv[2] === 'colour'
    ? colourReport()
    : process.argv[2] === 'cutting'
      ? measureRegions()
          .then((regions) => cuttingReport(regions as InterfaceFigures))
          .then(console.log)
      : main());
