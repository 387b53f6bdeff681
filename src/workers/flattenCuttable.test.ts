import { FIRST_CUTTABLE, type CuttableSettings } from '@/core/cuttable';
import { DEFAULT_ROLLER, DEFAULT_TOOLS_MM, materialById } from '@/core/cutting';
import { randomStream } from '@/core/random/random';
import { hasPixel } from '@/core/geometry';
import { failure, success, type Failure, type Outcome } from '@/core/units';
import { pixelFile, WorkerBench } from '@/testing/workerBench';
import { flattenCuttable } from './flattenCuttable';
import { keptMask } from './picture/kept';
import type { CuttableResult, PictureJobs } from './protocol';

const W = 640,
  H = 700,
  MM_PER_PX = 0.1;
const SETTINGS = { colourCount: 4, radiusMm: 0, minIslandMm2: 0.3 };

/** Hills in four tones with hairlines over them, all too thin to be cut. */
function hills(): Uint8ClampedArray {
  const random = randomStream(5),
    rgba = new Uint8ClampedArray(4 * W * H);
  for (let y = 0; y < H; y++)
    for (let x = 0; x < W; x++) {
      const tone = Math.floor(y / 175 + 0.5 * Math.sin(x / 40) + 0.4 * Math.sin((x + y) / 23)),
        light = 225 - 55 * Math.max(0, Math.min(3, tone)) + 14 * (random() - 0.5);
      rgba.set([light, light * 0.9, light * 0.7, 255], 4 * (y * W + x));
    }
  const hairline = (y0: number, colour: readonly number[]) => {
    for (let x = 60; x < 560; x++)
      for (let thick = 0; thick < 2; thick++)
        rgba.set([...colour, 255], 4 * (Math.round(y0 + 9 * Math.sin(x / 30)) + thick) * W + 4 * x);
  };
  for (let k = 0; k < 6; k++) hairline(40 + 95 * k, k % 2 === 0 ? [40, 32, 26] : [240, 225, 190]);
  // nearer to one another than two can be cut: the weaker ones go
  for (let k = 0; k < 4; k++) hairline(620 + 5 * k, [150 + 12 * k, 130 + 12 * k, 100 + 10 * k]);
  return rgba;
}

const main = new WorkerBench<PictureJobs>(() => jest.requireActual('./picture.worker'));
main.files.set('/picture', pixelFile({ width: W, height: H, data: hills() }));

const asked = {
  ask: async <J extends keyof PictureJobs>(
    job: J,
    take: PictureJobs[J]['take'],
  ): Promise<Outcome<PictureJobs[J]['give']>> => {
    const answer = await main.ask(job, take);
    const failed = answer as { readonly ok?: boolean };
    return failed.ok === false ? (answer as Failure) : success(answer as PictureJobs[J]['give']);
  },
};
const make = (settings: Partial<CuttableSettings> = {}) =>
  flattenCuttable(asked as never, asked as never, {
    settings: SETTINGS,
    wish: {
      settings: { ...FIRST_CUTTABLE, ...settings },
      cutFor: { material: materialById('lino'), grainDeg: 0, toolMm: 0.5, pace: 1, stages: null },
      letteringPx: [],
    },
  });
async function made(
  settings: Partial<CuttableSettings> = {},
): Promise<CuttableResult & PictureJobs['cuttableFigures']['give']> {
  const answer = await make(settings);
  if (!answer.ok) throw new Error(answer.code);
  return { ...answer.value, ...(await main.get('cuttableFigures', null)) };
}

/** Places the check finds over all stages of the map that is there now. */
async function places(colours: number): Promise<number> {
  let count = 0;
  for (let k = 1; k < colours; k++) {
    const standing = Array.from({ length: colours - k }, (_, j) => k + j);
    const { findings } = await main.get('findings', {
      ...{ standing, cutNow: [k - 1] },
      settings: { material: materialById('lino'), grainDeg: 0, toolsMm: [...DEFAULT_TOOLS_MM], roller: DEFAULT_ROLLER },
    });
    count += findings.filter(({ kind }) => kind !== 'chatter').length;
  }
  return count;
}

beforeAll(() => main.get('openRaster', { url: '/picture', mmPerPx: MM_PER_PX }));

test('what is flattened as it is cannot be cut; made cuttable, nothing is left to decide, and it is hardly less like the picture', async () => {
  const plain = await main.get('flatten', { settings: SETTINGS, thinnest: false });
  expect(await places(plain.coloursLabD50.length)).toBeGreaterThan(20);
  const answer = await made();
  expect(await places(answer.coloursLabD50.length)).toBe(0);
  expect(answer.left).toBe(0);
  expect(answer.coloursLabD50).toEqual(plain.coloursLabD50);
  expect(answer.after.likeness).toBeLessThan(answer.before.likeness + 1.5);
  expect(answer.lines.filter((line) => line.laid).length).toBeGreaterThan(3);
});

test('within fewer hours it takes fewer hours, is still cuttable, and the curve told so', async () => {
  const all = await made(),
    curve = await main.get('cuttableCurve', null);
  expect(curve[0].hours).toBeCloseTo(all.after.hours, 6);
  expect(curve.length).toBeLessThanOrEqual(121);
  const hours = 0.6 * all.after.hours,
    within = await made({ hours });
  expect(within.after.hours).toBeLessThan(1.1 * hours);
  expect(await places(within.coloursLabD50.length)).toBe(0);
  const told = curve.find((point) => point.hours <= hours)!;
  expect(Math.abs(within.after.likeness - told.likeness)).toBeLessThan(0.5);
});

test('a place with hours of its own is simplified alone', async () => {
  await made();
  const before = (await main.get('snapshot', { of: 'labels' })).labels;
  await made({ zones: [{ outlineMm: [0, 0, 64, 0, 64, 30, 0, 30], hours: 0.1 }] });
  const after = (await main.get('snapshot', { of: 'labels' })).labels;
  let here = 0,
    there = 0;
  for (let i = 0; i < after.length; i++)
    if (after[i] !== before[i]) {
      if (i < 300 * W) here++;
      else there++;
    }
  expect(here).toBeGreaterThan(2000);
  expect(there).toBeLessThan(here / 4);
});

test('a line that was dropped is laid where it is asked for, and stays', async () => {
  // weighed like anything else, a line of two pixels is not worth five
  const line = (await made({ thinLines: 1 })).lines.find((one) => !one.laid && one.lengthMm > 10)!;
  const at = 2 * Math.floor(line.pointsMm.length / 4);
  const back = await made({ thinLines: 1, linesBack: [{ xMm: line.pointsMm[at], yMm: line.pointsMm[at + 1] }] });
  const same = back.lines.find(
    (other) => other.pointsMm[0] === line.pointsMm[0] && other.pointsMm[1] === line.pointsMm[1],
  );
  expect(same?.laid).toBe(true);
  const { labels } = await main.get('snapshot', { of: 'labels' });
  const x = Math.floor(line.pointsMm[at] / MM_PER_PX),
    y = Math.floor(line.pointsMm[at + 1] / MM_PER_PX);
  expect(labels[y * W + x]).toBe(line.label);
});

test('what is kept stays as it was flattened', async () => {
  await main.get('flatten', { settings: SETTINGS, thinnest: false });
  const flat = (await main.get('snapshot', { of: 'labels' })).labels;
  await made({ keptMm: [[10, 10, 40, 10, 40, 40, 10, 40]] });
  const kept = (await main.get('snapshot', { of: 'labels' })).labels;
  let changed = 0;
  for (let y = 101; y < 399; y++) for (let x = 101; x < 399; x++) if (flat[y * W + x] !== kept[y * W + x]) changed++;
  expect(changed).toBe(0);
});

test('of two places kept one within the other both stay, and lettering with them', () => {
  const map = { width: 40, height: 30, labels: new Uint8Array(1200).fill(1) };
  map.labels.fill(0, 0, 5);
  const kept = keptMask(
    map,
    [
      [5, 5, 35, 5, 35, 25, 5, 25],
      [10, 10, 20, 10, 20, 20, 10, 20],
    ],
    [{ x: 2, y: 0, label: -1 }],
  )!;
  expect([hasPixel(kept, 15, 15), hasPixel(kept, 30, 20), hasPixel(kept, 2, 0), hasPixel(kept, 38, 28)]).toEqual([
    true,
    true,
    true,
    false,
  ]);
  expect(keptMask(map, [], [])).toBeUndefined();
});

test('a failure on the way is told as it is, and a curve before anything was made', async () => {
  const stopped = { ask: () => Promise.resolve(failure('stopped')) };
  expect(
    await flattenCuttable(asked as never, stopped as never, {
      settings: SETTINGS,
      wish: {
        settings: FIRST_CUTTABLE,
        cutFor: { material: materialById('lino'), grainDeg: 0, toolMm: 0.5, pace: 1, stages: null },
        letteringPx: [],
      },
    }),
  ).toMatchObject({ ok: false, code: 'stopped' });
});

test('a first look is nearly what comes of it, and the light tones are found in is the light likeness is told in', async () => {
  const wish = {
    settings: FIRST_CUTTABLE,
    cutFor: { material: materialById('lino'), grainDeg: 0, toolMm: 0.5, pace: 1, stages: null },
    letteringPx: [],
  };
  const look = await main.get('cuttablePreview', { settings: SETTINGS, wish });
  const seen = (await main.get('snapshot', { of: 'labels' })).labels;
  await made();
  const whole = (await main.get('snapshot', { of: 'labels' })).labels;
  let apart = 0;
  for (let i = 0; i < whole.length; i++) if (whole[i] !== seen[i]) apart++;
  expect(apart / whole.length).toBeLessThan(0.1);
  expect(look.coloursLabD50.length).toBe(4);

  const tones = { groupBy: 'colour' as const, edges: [], picked: [], side: { fromDeg: 0, strength: 0.6 } };
  const lit = await flattenCuttable(asked as never, asked as never, { settings: { ...SETTINGS, tones }, wish });
  if (!lit.ok) throw new Error(lit.code);
  // held against the picture in its own light it would be far off
  expect((await main.get('cuttableFigures', null)).before.likeness).toBeLessThan(6);
  expect(await places(lit.value.coloursLabD50.length)).toBe(0);
});

test('the colour of a place is that of the picture there, evened over its neighbours; beside it there is none', async () => {
  const lab = (await main.get('colourAt', { x: 300, y: 20 }))!;
  expect(lab[0]).toBeGreaterThan(60);
  expect(await main.get('colourAt', { x: -1, y: 5 })).toBeNull();
  expect(await main.get('colourAt', { x: 5, y: H })).toBeNull();
});
