import { inWords } from '@/words/failures';
import { failure, type Failure } from '@/core/units';
import { deflateSync } from 'node:zlib';
import { srgb8FromLabD50 } from '@/core/colour';
import type { LabelMap } from '@/core/geometry';
import { BEYOND, NO_MOTION, type Motion } from '@/core/registration';
import { emptyPlan, encodeLabelMap, type Plan } from '@/model';
import { looksInLight, looksOfPlan, plainSheet, withFlat } from '@/derived';
import { photographOfTracing } from '@/testing/photographOfTracing';
import { findingInWords } from '@/words/findings';
import { flatColour, pictureOf, SHA } from '@/testing/plans';
import { pixelFile, WorkerBench, type Pixels } from '@/testing/workerBench';
import type { FitQuestion, RegisterJobs } from './protocol';

const W = 400,
  H = 300,
  MM_PER_PX = 0.1;
const colour = (id: string, L: number, a = 0, b = 5) => flatColour(id, [L, a, b]);
const plan: Plan = withFlat(
  {
    ...emptyPlan(),
    picture: pictureOf(W * MM_PER_PX, H * MM_PER_PX),
  },
  {
    labelsSha: SHA,
    settings: { colourCount: 4, radiusMm: 0, minIslandMm2: 0 },
    barePaperId: 'paper',
    handChanges: 0,
    colours: [colour('paper', 95), colour('straw', 82, 2, 45), colour('rust', 50, 40, 40), colour('night', 18)],
  },
);
const task = { labelCount: 4, traps: [], chokes: [], marks: [] };
/** Four bands, each a quarter of the height. */
const bands = (): LabelMap => ({
  width: W,
  height: H,
  labels: Uint8Array.from({ length: W * H }, (_, i) => Math.floor(i / W / (H / 4))),
});
const inPlace = (): Motion => ({ ...NO_MOTION, about: { xMm: 20, yMm: 15 } });
const question = (shiftMm: number, fixed: readonly Motion[] = plan.runs.map(inPlace)): FitQuestion => ({
  plan,
  got: [],
  fixed,
  spread: { shiftMm, turnDeg: 0 },
  about: { xMm: 20, yMm: 15 },
  sheets: 400,
});

const bench = new WorkerBench<RegisterJobs>(() => jest.requireActual('./register.worker'));
bench.files.set('/labels', new Uint8Array(deflateSync(encodeLabelMap(bands()))));
const open = () => bench.get('open', { url: '/labels', mmPerPx: MM_PER_PX, task });

test('before a picture is opened, and when it cannot be had, the reason is told', async () => {
  expect(await bench.ask('fit', question(0.2))).toMatchObject(failure('picture.thereAreNoFlat'));
  expect(await bench.ask('open', { url: '/gone', mmPerPx: 0.1, task })).toMatchObject({
    code: expect.stringMatching(/^picture/),
  });
  bench.files.set('/odd', new Uint8Array(deflateSync(Buffer.from('no map'))));
  expect(await bench.ask('open', { url: '/odd', mmPerPx: 0.1, task })).toMatchObject({ ok: false });
  expect(await bench.ask('risk', { width: 10, height: 10, wishShare: 0.05 })).toMatchObject({
    code: expect.stringMatching(/^picture/),
  });
});

test('the shape of what prints as closed lines in mm; nothing where nothing is left', async () => {
  await open();
  const inside = new Uint8Array(0x10000);
  inside[1] = 1;
  const shape = { offsetMm: 2, roundMm: 0, openings: false, leastMm2: 0 };
  const found = (await bench.get('shape', { inside, shape }))!;
  // the second of four bands of 7.5 mm, 40 mm wide, 2 mm round it
  expect(found).toMatchObject({ pieces: 1, openings: 0 });
  expect(found.areaMm2 / (44 * 11.5 - (4 - Math.PI) * 4)).toBeCloseTo(1, 1);
  const xs = found.ringsMm[0].filter((_, i) => i % 2 === 0),
    ys = found.ringsMm[0].filter((_, i) => i % 2 === 1);
  expect(Math.min(...xs)).toBeCloseTo(-2, 0);
  expect(Math.max(...xs)).toBeCloseTo(42, 0);
  expect(Math.min(...ys)).toBeCloseTo(5.5, 0);
  expect(Math.max(...ys)).toBeCloseTo(17, 0);
  expect(await bench.get('shape', { inside, shape: { ...shape, offsetMm: -5 } })).toBeNull();
});

describe('fit', () => {
  beforeEach(open);

  test('laid exactly nothing shows; the wider the spread the more sheets are faulty', async () => {
    const exact = await bench.get('fit', question(0));
    expect(exact.share).toBe(0);
    const shares = await bench.get('ways', {
      ...question(0.3),
      spreads: [0, 0.1, 0.3, 1].map((shiftMm) => ({ shiftMm, turnDeg: 0 })),
    });
    expect(shares[0]).toBe(0);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares[3]).toBeGreaterThan(0.5);
  });

  test('a run out of place: every sheet is faulty where its film runs out over bare paper, told where on the line', async () => {
    const fixed = plan.runs.map((_, i): Motion => (i === 1 ? { ...inPlace(), dyMm: 1.2 } : inPlace()));
    const { share, typical, pairs } = await bench.get('fit', question(0, fixed));
    expect(share).toBe(1);
    expect(typical.widestMm).toBeGreaterThan(0.8);
    // inside, straw lies under rust: its edge moves and no paper shows; at the foot of the image rust runs out over it
    expect(pairs.filter((pair) => pair.share > 0).map((pair) => [pair.a, pair.b, pair.share])).toEqual([
      [3, BEYOND, 1],
    ]);
    expect(typical.at.yMm).toBeCloseTo(30, 0);
  });

  test('the least choke that brings the share to the wish, or none', async () => {
    const asked = { ...question(0.15), plan: { ...plan, fit: { ...plan.fit, chokeMm: 0 } } };
    const found = await bench.get('overlap', asked);
    if (found) {
      expect(found.share).toBeLessThanOrEqual(plan.register.wishShare);
      expect(found.mm * 20).toBeCloseTo(Math.round(found.mm * 20), 6); // in steps of a twentieth
    }
    expect(await bench.get('overlap', { ...asked, spread: { shiftMm: 60, turnDeg: 0 } })).toBeNull();
  });

  test('the lines are drawn the heavier the likelier they show a fault; calm ones are drawn too', async () => {
    const strokes = async () =>
      (
        (await bench.get('risk', { width: 200, height: 150, wishShare: 0.05 })) as unknown as {
          strokes: Map<string, number>;
        }
      ).strokes;
    await bench.get('fit', question(0));
    const calm = await strokes();
    await bench.get('fit', question(1));
    const loud = await strokes();
    const sum = (all: Map<string, number>) => [...all.values()].reduce((s, n) => s + n, 0);
    expect(sum(calm)).toBeGreaterThan(0);
    expect(sum(loud)).toBe(sum(calm));
    expect(calm.get('#A63A2B')).toBe(0);
    expect(loud.get('#A63A2B')).toBeGreaterThan(0);
  });
});

describe('pictures', () => {
  beforeEach(open);
  const view = { xMm: 0, yMm: 0, mmPerPx: 0.2, width: 200, height: 150 } as RegisterJobs['misprint']['take']['view'];
  const rowOf = ({ data, width }: Pixels, y: number) => [...data.subarray(4 * (y * width + 100)).slice(0, 3)];

  test('a misprint: a run moved down is seen lower on the sheet', async () => {
    const ask = async (dyMm: number) =>
      (await bench.get('misprint', {
        plan,
        got: [],
        sheet: plainSheet(plan),
        motions: plan.runs.map((_, i) => (i === 2 ? { ...inPlace(), dyMm } : inPlace())),
        view,
      })) as unknown as Pixels;
    const right = await ask(0),
      wrong = await ask(3);
    expect([right.width, right.height]).toEqual([200, 150]);
    const night = rowOf(right, 140);
    expect(rowOf(right, 115)).toEqual(night); // 23 mm down: the last band begins at 22.5
    expect(rowOf(wrong, 115)).not.toEqual(night);
    expect(rowOf(wrong, 140)).toEqual(night);
  });

  test.each(['daylight', 'warm lamp'] as const)(
    'in register it looks after each run as the plan says, in %s',
    async (light) => {
      const looks = looksOfPlan(plan)!;
      const seen = light === 'daylight' ? looks.looks : looksInLight(plan, [], looks, plainSheet(plan), light).looks;
      for (let printed = 0; printed <= plan.runs.length; printed++) {
        const picture = (await bench.get('misprint', {
          ...{ plan, got: [], sheet: plainSheet(plan), view, light },
          motions: plan.runs.slice(0, printed).map(inPlace),
        })) as unknown as Pixels;
        expect([20, 55, 90, 140].map((y) => rowOf(picture, y))).toEqual(
          [0, 1, 2, 3].map((label) => srgb8FromLabD50(seen[printed][label]).rgb),
        );
      }
    },
  );

  test('a file that is no picture, and a scan on which there is no sheet, are refused in words', async () => {
    const asked = {
      dpi: 0,
      plan,
      got: [],
      sheet: plainSheet(plan),
      printed: plan.runs.length,
      sheetMm: { widthMm: 60, heightMm: 50 },
      imageAtMm: { xMm: 10, yMm: 10 },
    };
    expect(await bench.ask('readProof', { ...asked, file: new Blob(['x']) })).toMatchObject({
      code: 'scan.thisFileIsNo',
    });
    const grey: Pixels = { width: 300, height: 250, data: new Uint8ClampedArray(4 * 300 * 250).fill(128) };
    const refused = await bench.ask('readProof', { ...asked, dpi: 120, file: new Blob([pixelFile(grey)]) });
    expect(refused).toMatchObject({ ok: false });
    expect(inWords(refused as Failure)).toMatch(/[a-z].*\.$/);
  });
});

describe('a tracing brought back', () => {
  beforeEach(open);
  // what was drawn: a bar across the three lower bands, 6 mm wide; run 1 is printed, so that all but the paper still stands
  const drawn = (x: number, y: number) => x >= 150 && x < 210 && y >= 40 && y < 280;
  const stands = (_: number, y: number) => y >= 75;
  const photograph = photographOfTracing(
    { frame: { widthMm: 40, heightMm: 30 }, mmPerPx: MM_PER_PX, drawn, stands },
    { mirrored: true, turnDeg: 8, dim: 0.7, pxPerMm: 9 },
  );
  const file = new Blob([pixelFile(photograph)]);
  const lines = { darknessPercent: 35, leastMm2: 0.5, onlyStanding: true };

  test('its lines are found where something stands, by colour; outlines follow them', async () => {
    expect(await bench.get('readDrawing', { file, how: 'tracing', standing: [1, 2, 3] })).toMatchObject({
      mirrored: true,
    });
    const found = await bench.get('drawnLines', { ...lines, widthPx: 200 });
    expect(found.pieces).toBe(1);
    expect(found.areaMm2).toBeCloseTo(6 * 20.5, -1);
    expect(found.areaPx[0]).toBe(0);
    expect(found.areaPx.slice(1, 4).every((px) => px > 2500)).toBe(true);
    expect([found.picture.width, found.picture.height]).toEqual([200, 150]);
    const everywhere = await bench.get('drawnLines', { ...lines, onlyStanding: false, widthPx: 200 });
    expect(everywhere.areaPx[0]).toBeGreaterThan(1500);
    const { outlinesPx } = await bench.get('drawnOutlines', lines);
    expect(outlinesPx.length).toBe(1);
    const xs = outlinesPx[0].filter((_, i) => i % 2 === 0);
    expect([Math.min(...xs), Math.max(...xs)].map((x) => Math.round(x / 10))).toEqual([15, 21]);
  });

  test('a picture without its marks is refused in words; so is asking for lines before anything was read', async () => {
    expect(await bench.ask('drawnLines', { ...lines, widthPx: 200 })).toMatchObject({ code: 'not-opened.noDrawing' });
    const grey: Pixels = { width: 300, height: 250, data: new Uint8ClampedArray(4 * 300 * 250).fill(128) };
    const refused = await bench.ask('readDrawing', {
      file: new Blob([pixelFile(grey)]),
      how: 'tracing',
      standing: [1],
    });
    expect(refused).toMatchObject({ code: 'tracing-marks.noneIsHollow' });
    expect(findingInWords(refused as Failure)).toMatch(/hollow/);
  });

  test('a drawing that fills the print needs no marks', async () => {
    const data = new Uint8ClampedArray(4 * W * H).fill(255);
    for (let y = 0; y < H; y++)
      for (let x = 0; x < W; x++) if (drawn(x, y)) data.fill(20, 4 * (y * W + x), 4 * (y * W + x) + 3);
    const plain = new Blob([pixelFile({ width: W, height: H, data })]);
    expect(await bench.get('readDrawing', { file: plain, how: 'drawing', standing: [] })).toMatchObject({ pxPerMm: 0 });
    const found = await bench.get('drawnLines', { ...lines, onlyStanding: false, widthPx: 400 });
    expect(found.areaMm2).toBeCloseTo(60 * 240 * MM_PER_PX ** 2, 6);
  });
});
