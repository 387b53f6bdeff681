import { execFileSync } from 'node:child_process';
import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import {
  Budget,
  cutWorkOf,
  figuresOf,
  FIRST_CUTTABLE,
  labelBits,
  makeCuttable,
  meansFor,
  mendWhole,
  type CutFor,
} from '@/core/cuttable';
import { lightToDark } from '@/core/cuttable/cutFor';
import { DEFAULT_ROLLER, DEFAULT_TOOLS_MM, findingsOf, materialById, StageMeter } from '@/core/cutting';
import { curvesOf, labelSet, traceArcs, type ColourRaster, type LabelMap } from '@/core/geometry';
import { flattenSteps, Likeness } from '@/core/picture';
import { randomStream } from '@/core/random/random';
import { median, ms, withPage } from '../page';
import { ridgesOf, shareShown } from '../ridges';

/** Photographs of Debian's wallpaper packages, calm and busy. */
const PHOTOGRAPHS = [
  'Storm',
  'Dune',
  'friends_by',
  'Bridge',
  'Dragonfly',
  'picosdeeuropa',
  'life_by',
  'Elephants_5640',
] as const;
const WIDTH = 2400,
  HEIGHT = 1800,
  MM_PER_PX = 0.1;
const FOR: CutFor = { material: materialById('lino'), grainDeg: 0, toolMm: 0.5, pace: 1, stages: null };
/** Lines that matter: so much lighter or darker (L*) than both sides, so long. */
const LINE_L = 20,
  LINE_MM = 5;
const SETTINGS = { radiusMm: 0.3, minIslandMm2: 1 };

function fileOf(begins: string, at = 'bench/.out'): string | undefined {
  for (const name of readdirSync(at).sort()) {
    const path = join(at, name);
    if (statSync(path).isDirectory()) {
      const found = fileOf(begins, path);
      if (found) return found;
    } else if (name.startsWith(begins) && name.endsWith('.jpg')) return path;
  }
  return undefined;
}

async function photograph(begins: string): Promise<ColourRaster> {
  const { data } = await sharp(fileOf(begins)!)
    .resize(WIDTH, HEIGHT, { fit: 'cover' })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: WIDTH, height: HEIGHT, rgba: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length) };
}

/** What the project's own check finds over all sets, but for the roller; and how many places that are, however often each is found. */
function findings(map: LabelMap, sets: readonly (readonly number[])[]): { found: number; places: number } {
  const meter = new StageMeter(map, MM_PER_PX),
    places: { xMm: number; yMm: number }[] = [];
  let found = 0;
  for (const set of sets)
    for (const finding of findingsOf(meter.measure(labelSet(set))!, {
      ...{ material: FOR.material, grainDeg: 0, toolsMm: DEFAULT_TOOLS_MM, roller: DEFAULT_ROLLER },
    }).findings) {
      if (finding.kind === 'chatter') continue;
      found++;
      if (!places.some(({ xMm, yMm }) => Math.hypot(xMm - finding.xMm, yMm - finding.yMm) < 2)) places.push(finding);
    }
  return { found, places: places.length };
}

interface Row {
  readonly name: string;
  readonly colours: number;
  readonly before: number;
  readonly after: number;
  readonly anyBefore: number;
  readonly anyAfter: number;
  readonly anyPlaces: number;
  readonly deltaE: number;
  readonly anyDeltaE: number;
  readonly base: number;
  readonly lines: readonly [number, number, number];
  readonly hours: readonly [number, number];
  readonly budget: number;
  readonly budgetPlaces: number;
  readonly points: number;
  readonly again: number;
}

async function row(begins: string, colourCount: number): Promise<Row> {
  const raster = await photograph(begins),
    flat = flattenSteps(raster, MM_PER_PX, { ...SETTINGS, colourCount });
  if (!flat.ok) throw new Error(flat.code);
  const { merged, raw, coloursLabD50 } = flat.value,
    count = coloursLabD50.length;
  const before: LabelMap = { width: WIDTH, height: HEIGHT, labels: merged };
  const likeness = new Likeness(raster, coloursLabD50);
  const make = (map: LabelMap, from: Uint8Array, anyOrder: boolean) => {
    const made = { ...map, labels: map.labels.slice() };
    makeCuttable(made, from, ({ from: top, to }) =>
      meansFor(
        FOR,
        { ...FIRST_CUTTABLE, anyOrder },
        {
          likeness: new Likeness(
            { width: WIDTH, height: to - top, rgba: raster.rgba.subarray(4 * top * WIDTH, 4 * to * WIDTH) },
            coloursLabD50,
          ),
          ...{ leastIslandMm2: SETTINGS.minIslandMm2, kept: undefined, mmPerPx: MM_PER_PX },
        },
      ),
    );
    return made;
  };
  const nested = lightToDark(count).map(({ standing }) => standing);
  const random = randomStream(colourCount);
  const shuffled = Array.from({ length: count }, (_, k) => k).sort(() => random() - 0.5);
  const any = [
    ...Array.from({ length: count }, (_, label) => [label]),
    ...shuffled.slice(1).map((_, k) => shuffled.slice(k + 1)),
  ];
  const after = make(before, raw, false),
    free = make(before, raw, true);
  const figures = [before, after, free].map((map) => figuresOf(map, FOR, likeness, MM_PER_PX));
  const ridges = ridgesOf(raster, LINE_L, LINE_MM / MM_PER_PX),
    shown = [before, after].map((map) => shareShown(ridges, map, coloursLabD50));
  const work = cutWorkOf(
    lightToDark(count).map(({ standing, cutNow }) => ({ standing: labelBits(standing), cutNow: labelBits(cutNow) })),
    count,
    FOR.material,
  );
  const budget = Budget.of({ map: after, likeness, work, mmPerPx: MM_PER_PX })!,
    factor = figures[1].hours / budget.curve[0].hours;
  const within = { ...after, labels: budget.labelsAt(budget.stepsFor(((2 / 3) * figures[0].hours) / factor)) };
  mendWhole(
    within,
    meansFor(FOR, FIRST_CUTTABLE, { likeness, leastIslandMm2: 1, kept: undefined, mmPerPx: MM_PER_PX }),
  );
  const again = make(after, after.labels, false);
  let changed = 0;
  for (let i = 0; i < merged.length; i++) if (again.labels[i] !== after.labels[i]) changed++;
  const polyline = traceArcs(before, 0.49);
  return {
    name: begins.replace(/_.*/, '').toLowerCase(),
    colours: count,
    before: findings(before, nested).found,
    after: findings(after, nested).found,
    anyBefore: findings(before, any).found,
    anyAfter: findings(free, any).found,
    anyPlaces: findings(free, any).places,
    base: figures[0].likeness,
    deltaE: figures[1].likeness - figures[0].likeness,
    anyDeltaE: figures[2].likeness - figures[0].likeness,
    lines: [shown[0], shown[1], ridges.reduce((sum, { pixels }) => sum + pixels.length, 0) * MM_PER_PX],
    hours: [figures[0].hours, figures[1].hours],
    budget: figuresOf(within, FOR, likeness, MM_PER_PX).likeness - figures[0].likeness,
    budgetPlaces: findings(within, nested).found,
    points: curvesOf(after, 0.8).segments.length / 6 / (polyline.offset[polyline.count] - polyline.count),
    again: changed / merged.length,
  };
}

/** Eight photographs made cuttable, held against their flattening; and how long that takes in a browser's workers. */
export async function cuttableReport(): Promise<string> {
  const times = await cuttableTimes(),
    rows: Row[] = [];
  for (const begins of PHOTOGRAPHS)
    for (const colours of [5, 8]) {
      const one = await row(begins, colours);
      rows.push(one);
      console.log(JSON.stringify(one));
    }
  const worst = (of: (one: Row) => number) => Math.max(...rows.map(of)),
    signed = (v: number) => `${v < 0 ? '−' : '+'}${Math.abs(v).toFixed(2)}`;
  return `Eight photographs from Debian's wallpaper packages at 240 × 180 mm and 0.1 mm a pixel, smoothing 0.3 mm, islands under 1 mm², for lino and
tools from 0.5 mm, a reduction from light to dark. Places: ridges too thin, gaps too narrow and parts that cannot be cut, over all stages, by the
project's own check. “Any” is each colour on a block of its own and an order drawn by lot; in brackets how many places those are, one being found in
several stages. Lines: share of the photograph's thin lines that can be seen, of those ${LINE_MM} mm and longer and ${LINE_L} L* lighter or darker than both sides. ΔE: mean ΔE00 to the picture, and what it gains. Two thirds: the same within two thirds of the hours; where clearing
the ground alone takes as much (bridge), nothing of a picture is left then.

| photograph | colours | places | any | ΔE | any | lines | of mm | hours | two thirds | places then | points of outlines |
|---|---|---|---|---|---|---|---|---|---|---|---|
${rows
  .map(
    (r) =>
      `| ${r.name} | ${r.colours} | ${r.before} → ${r.after} | ${r.anyBefore} → ${r.anyAfter}${r.anyAfter > r.anyPlaces ? ` (${r.anyPlaces})` : ''} | ${r.base.toFixed(2)} ${signed(r.deltaE)} | ${signed(r.anyDeltaE)} | ${r.lines[0].toFixed(2)} → ${r.lines[1].toFixed(2)} | ${Math.round(r.lines[2])} | ${r.hours[0].toFixed(1)} → ${r.hours[1].toFixed(1)} | ${signed(r.budget)} | ${r.budgetPlaces} | ${r.points.toFixed(2)} |`,
  )
  .join('\n')}

- Places left at most ${worst((r) => r.after)} (goal 0), in any order ${worst((r) => r.anyPlaces)} places (goal ≤ 3), found ${worst((r) => r.anyAfter)} times; ΔE00 ${signed(worst((r) => r.deltaE))} at most (goal ≤ + 0.16), any order
  ${signed(worst((r) => r.anyDeltaE))} (≤ + 0.24); within two thirds of the hours ${signed(worst((r) => r.budget))} at most (≤ + 0.6), on average
  ${signed(rows.reduce((sum, r) => sum + r.budget, 0) / rows.length)}. Lines at least ${Math.min(...rows.map(({ lines }) => lines[1])).toFixed(2)} (goal ≥ 0.65), and
  ${Math.min(...rows.map(({ lines }) => lines[1] / lines[0])).toFixed(2)} of before (≥ 0.90). Made cuttable again, ${(100 * worst((r) => r.again)).toFixed(3)} % of the pixels change at most (goal 0.1).
- Outlines as curves have ${worst((r) => r.points).toFixed(2)} of the points that today's lines have of the picture as it was flattened, at most (goal < 0.33).

${times}
`;
}

/** The flattening alone and the whole chain in two workers, and first looks at one megapixel: as the application has it with the thinnest
 * part of each colour; medians of three. */
export async function cuttableTimes(): Promise<string> {
  execFileSync('npx', [
    'esbuild',
    join('src', 'workers', 'picture.worker.ts'),
    join('bench', 'cuttablePage.ts'),
    '--bundle',
    '--format=iife',
    '--platform=browser',
    '--outdir=bench/.out/cuttable',
    '--entry-names=[name]',
    '--log-level=warning',
  ]);
  const files = Object.fromEntries(PHOTOGRAPHS.map((begins, i) => [`/photograph-${i}`, fileOf(begins)!]));
  const lines: string[] = [];
  await withPage(
    async (page, url) => {
      await page.goto(`${url}/`);
      await page.addScriptTag({ url: `${url}/cuttablePage.js` });
      for (const [i, begins] of PHOTOGRAPHS.entries()) {
        const took = await page.evaluate(
          ([address]) => (globalThis as unknown as { timesOf: (url: string) => Promise<Times> }).timesOf(address),
          [`${url}/photograph-${i}`],
        );
        const ratio = (over: readonly number[][], under: readonly number[][]) =>
          [0, 1].map((k) => (median(over[k]) / median(under[k])).toFixed(1)).join(' / ');
        lines.push(
          `| ${begins.replace(/_.*/, '').toLowerCase()} | ${ratio(took.chain, took.flatten)} | ${[0, 1].map((k) => ms(median(took.chain[k]))).join(' / ')} | ${ratio(took.bareChain, took.bareFlatten)} | ${[0, 1].map((k) => ms(median(took.bareChain[k]))).join(' / ')} | ${ms(median(took.preview[1]))} |`,
        );
        console.log(lines.at(-1));
      }
    },
    {
      ...files,
      '/cuttablePage.js': 'bench/.out/cuttable/cuttablePage.js',
      '/picture.worker.js': 'bench/.out/cuttable/picture.worker.js',
    },
  );
  return `Time in two workers of a browser over that of the flattening alone, with 5 / 8 colours (goal ≤ 4 ×): as the application asks for both, with the
thinnest part of each colour measured, and bare. A first look at one megapixel with 8 colours (goal ≤ 250 ms).

| photograph | as asked | takes | bare | takes | first look |
|---|---|---|---|---|---|
${lines.join('\n')}`;
}

interface Times {
  readonly flatten: readonly number[][];
  readonly chain: readonly number[][];
  readonly bareFlatten: readonly number[][];
  readonly bareChain: readonly number[][];
  readonly preview: readonly number[][];
}
