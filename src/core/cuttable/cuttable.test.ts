import fc from 'fast-check';
import { DEFAULT_ROLLER, DEFAULT_TOOLS_MM, findingsOf, materialById, StageMeter, type BlockMaterial } from '../cutting';
import { srgb8FromLabD50, type Lab } from '../colour';
import { emptyMask, fillSpan, hasPixel, labelSet, type BitMask, type ColourRaster, type LabelMap } from '../geometry';
import { costsOfLabels, Likeness } from '../picture';
import { randomStream } from '../random/random';
import {
  Budget,
  cutWorkOf,
  labelBits,
  LINE_SETTINGS,
  makeCuttable,
  mendPlaces,
  takeBackClosed,
  Standing,
  type CuttableMeans,
} from './index';

const MM_PER_PX = 0.1;
const COLOURS: readonly Lab[] = [
  [92, 2, 14],
  [74, 12, 40],
  [55, 30, 26],
  [38, -8, -22],
  [16, 4, -8],
];

/** Fields, blobs, hairlines and specks of several colours, as a flattened photograph has them. */
function drawing(seed: number, width: number, height: number, marks: number): LabelMap {
  const random = randomStream(seed),
    labels = new Uint8Array(width * height);
  const pick = () => Math.floor(random() * COLOURS.length);
  for (let m = 0; m < marks; m++) {
    const label = pick(),
      line = random() < 0.6,
      wide = line ? 1 + random() * 9 : 10 + random() * 60;
    let x = random() * width,
      y = random() * height,
      turn = random() * 6.28;
    for (let step = 0; step < (line ? 120 : 2); step++) {
      for (let py = Math.max(0, Math.ceil(y - wide / 2)); py < Math.min(height, y + wide / 2); py++)
        for (let px = Math.max(0, Math.ceil(x - wide / 2)); px < Math.min(width, x + wide / 2); px++)
          if ((px - x) ** 2 + (py - y) ** 2 <= (wide / 2) ** 2) labels[py * width + px] = label;
      turn += (random() - 0.5) * 0.4;
      x += Math.cos(turn);
      y += Math.sin(turn);
    }
  }
  return { width, height, labels };
}

function painted({ width, height, labels }: LabelMap, seed: number): ColourRaster {
  const random = randomStream(seed),
    colours = COLOURS.map((lab) => srgb8FromLabD50(lab).rgb),
    rgba = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < labels.length; i++) {
    const grain = 12 * (random() - 0.5);
    for (let c = 0; c < 3; c++) rgba[4 * i + c] = colours[labels[i]][c] + grain;
    rgba[4 * i + 3] = 255;
  }
  return { width, height, rgba };
}

const NESTED = [1, 2, 3, 4].map((k) => [0, 1, 2, 3, 4].filter((label) => label >= k));
const SINGLE = [0, 1, 2, 3, 4].map((label) => [label]);

interface How {
  readonly sets?: readonly number[][];
  readonly material?: BlockMaterial;
  readonly grainDeg?: 0 | 90;
  readonly kept?: BitMask;
  readonly lines?: boolean;
}

function meansFor(raster: ColourRaster, { sets = NESTED, material = materialById('lino'), grainDeg = 0, ...how }: How) {
  const px = (mm: number) => mm / MM_PER_PX;
  const [across, down] =
    grainDeg === 90 ? [material.ridgeAlongMm, material.ridgeAcrossMm] : [material.ridgeAcrossMm, material.ridgeAlongMm];
  const means: CuttableMeans = {
    likeness: new Likeness(raster, COLOURS),
    standing: new Standing(sets.map(labelBits), { ridgeAcross: px(across), ridgeDown: px(down), gap: px(0.5) }),
    limits: {
      ridgeMm: Math.max(material.ridgeAlongMm, material.ridgeAcrossMm),
      gapMm: 0.5,
      grain: { material, grainDeg },
      mmPerPx: MM_PER_PX,
    },
    leastIslandPx: Math.ceil(Math.max(1, material.looseMm2) / MM_PER_PX ** 2),
    lines: how.lines === false ? null : LINE_SETTINGS,
    ...(how.kept && { kept: how.kept }),
  };
  return means;
}

function cuttable(map: LabelMap, raster: ColourRaster, how: How = {}) {
  const made = { ...map, labels: map.labels.slice() };
  const means = meansFor(raster, how);
  const bandOf = ({ from, to }: { from: number; to: number }) =>
    from === 0 && to === map.height
      ? means
      : {
          ...means,
          likeness: new Likeness(
            {
              width: map.width,
              height: to - from,
              rgba: raster.rgba.subarray(4 * from * map.width, 4 * to * map.width),
            },
            COLOURS,
          ),
        };
  return { made, ...makeCuttable(made, map.labels, bandOf) };
}

/** What the check of every stage finds, but for the roller. */
function found(map: LabelMap, { sets = NESTED, material = materialById('lino'), grainDeg = 0 }: How = {}) {
  const meter = new StageMeter(map, MM_PER_PX);
  return sets.flatMap((set) =>
    findingsOf(meter.measure(labelSet(set))!, {
      ...{ material, grainDeg, toolsMm: DEFAULT_TOOLS_MM, roller: DEFAULT_ROLLER },
    }).findings.filter(({ kind }) => kind !== 'chatter'),
  );
}

const drawings = fc.record({
  seed: fc.nat(100_000),
  width: fc.integer({ min: 60, max: 330 }),
  height: fc.integer({ min: 60, max: 260 }),
  marks: fc.integer({ min: 1, max: 70 }),
});

test('the check of no stage finds anything afterwards, and colours are those there were', () =>
  fc.assert(
    fc.property(drawings, ({ seed, width, height, marks }) => {
      const map = drawing(seed, width, height, marks),
        { made, left } = cuttable(map, painted(map, seed));
      expect(found(made)).toEqual([]);
      expect(left).toBe(0);
      const before = new Set(map.labels);
      expect([...new Set(made.labels)].filter((label) => !before.has(label))).toEqual([]);
    }),
    { numRuns: 30, seed: 7 },
  ));

test('made for any order, each colour alone can be cut and what any order leaves standing too', () =>
  fc.assert(
    fc.property(drawings, fc.shuffledSubarray([0, 1, 2, 3, 4], { minLength: 5 }), (of, order) => {
      const map = drawing(of.seed, of.width, of.height, of.marks),
        sets = [...SINGLE, ...NESTED],
        { made } = cuttable(map, painted(map, of.seed), { sets });
      expect(found(made, { sets })).toEqual([]);
      const orders = order.slice(1).map((_, k) => order.slice(k + 1));
      expect(found(made, { sets: orders }).length).toBeLessThanOrEqual(1);
    }),
    { numRuns: 15, seed: 3 },
  ));

test('limits of a material with grain hold along and across it', () => {
  for (const grainDeg of [0, 90] as const)
    for (const seed of [1, 2, 3]) {
      const map = drawing(seed, 260, 200, 50),
        how: How = { material: materialById('plywood'), grainDeg },
        { made } = cuttable(map, painted(map, seed), how);
      expect(found(made, how)).toEqual([]);
    }
});

test('it comes out the same each time, and what can be cut stays as it is but for a pixel in a thousand', () => {
  for (const seed of [4, 5, 6, 7]) {
    const map = drawing(seed, 300, 240, 60),
      raster = painted(map, seed);
    const { made } = cuttable(map, raster);
    expect(Buffer.compare(cuttable(map, raster).made.labels, made.labels)).toBe(0);
    const again = cuttable(made, raster).made;
    let changed = 0;
    for (let i = 0; i < made.labels.length; i++) if (again.labels[i] !== made.labels[i]) changed++;
    expect(changed / made.labels.length).toBeLessThanOrEqual(0.001);
  }
});

test('what is kept is kept to the pixel, however thin', () => {
  for (const seed of [8, 9, 10]) {
    const map = drawing(seed, 240, 200, 40),
      kept = emptyMask(240, 200);
    for (let y = 60; y < 130; y++) fillSpan(kept, y, 50, 180);
    const { made } = cuttable(map, painted(map, seed), { kept });
    let changed = 0;
    for (let i = 0; i < made.labels.length; i++)
      if (made.labels[i] !== map.labels[i] && hasPixel(kept, i % 240, Math.floor(i / 240))) changed++;
    expect(changed).toBe(0);
  }
});

test('a hairline that matters is laid again as a stroke that can be cut; without lines it is gone', () => {
  const width = 400,
    height = 300,
    labels = new Uint8Array(width * height);
  for (let x = 40; x < 360; x++) {
    const y = 150 + Math.round(40 * Math.sin(x / 60));
    labels[y * width + x] = labels[(y + 1) * width + x] = 4;
  }
  const map = { width, height, labels },
    raster = painted(map, 1);
  const { made, lines } = cuttable(map, raster);
  expect(found(made)).toEqual([]);
  expect(lines.filter((line) => line.laid)).toHaveLength(1);
  // a line a third as wide again as it may be cut is laid in a tone between: it must still be told from its ground
  const dark = made.labels.reduce((n, label) => n + (label > 0 ? 1 : 0), 0);
  expect(dark).toBeGreaterThan(0.9 * 320 * 5);
  expect(cuttable(map, raster, { lines: false }).made.labels.every((label) => label === 0)).toBe(true);
});

test('a budget gives away what costs least, never what is kept, and says at each step what the picture then is', () => {
  const map = drawing(12, 300, 240, 60),
    raster = painted(map, 12),
    likeness = new Likeness(raster, COLOURS),
    kept = emptyMask(300, 240);
  fillSpan(kept, 120, 100, 140);
  const stages = NESTED.map((set, k) => ({ standing: labelBits(set), cutNow: 1 << k }));
  const work = cutWorkOf(stages, COLOURS.length, materialById('lino'));
  const budget = Budget.of({ map, likeness, work, mmPerPx: MM_PER_PX, kept })!;
  expect(budget.curve.length).toBeGreaterThan(20);
  for (let k = 1; k < budget.curve.length; k++) expect(budget.curve[k].hours).toBeLessThan(budget.curve[k - 1].hours);
  const hours = budget.curve[0].hours;
  const steps = budget.stepsFor(0.6 * hours),
    labels = budget.labelsAt(steps);
  expect(budget.curve[steps].hours).toBeLessThanOrEqual(0.6 * hours);
  for (let x = 100; x < 140; x++) expect(labels[120 * 300 + x]).toBe(map.labels[120 * 300 + x]);
  let cost = 0;
  for (let i = 0; i < labels.length; i++) cost += likeness.cost(i, labels[i]);
  expect(budget.curve[steps].likeness).toBeCloseTo(cost / 4 / labels.length, 6);
  // asked anew of the map it came to, the hours are those the curve told
  const anew = Budget.of({ map: { ...map, labels }, likeness, work, mmPerPx: MM_PER_PX })!;
  expect(anew.curve[0].hours).toBeCloseTo(budget.curve[steps].hours, 6);
  expect(Buffer.compare(budget.labelsAt(0), map.labels)).toBe(0);
});

test('only what lies in a zone is given away, or only what lies outside', () => {
  const map = drawing(15, 300, 240, 60),
    likeness = new Likeness(painted(map, 15), COLOURS),
    mask = emptyMask(300, 240);
  for (let y = 0; y < 240; y++) fillSpan(mask, y, 0, 150);
  const work = cutWorkOf(
    NESTED.map((set, k) => ({ standing: labelBits(set), cutNow: 1 << k })),
    COLOURS.length,
    materialById('lino'),
  );
  for (const inside of [true, false]) {
    const budget = Budget.of({ map, likeness, work, mmPerPx: MM_PER_PX, zone: { mask, inside } })!;
    const labels = budget.labelsAt(budget.curve.length - 1);
    let here = 0,
      there = 0;
    for (let i = 0; i < labels.length; i++)
      if (labels[i] !== map.labels[i]) {
        if (i % 300 < 150 === inside) here++;
        else there++;
      }
    expect(here).toBeGreaterThan(10 * there);
  }
});

test('places the check has found are mended together, and nothing is changed far from them', () => {
  for (const seed of [21, 22, 23]) {
    const map = drawing(seed, 320, 260, 30),
      before = found(map);
    expect(before.length).toBeGreaterThan(3);
    const made = { ...map, labels: map.labels.slice() },
      means = meansFor(painted(map, seed), {});
    const boxes = before.map(({ boxMm: { x0, y0, x1, y1 } }) => ({
      ...{ x0: x0 / MM_PER_PX, y0: y0 / MM_PER_PX, x1: x1 / MM_PER_PX, y1: y1 / MM_PER_PX },
    }));
    const left = mendPlaces(made, boxes, {
      ...means,
      likeness: costsOfLabels(map, COLOURS),
      leastIslandPx: Math.ceil(materialById('lino').looseMm2 / MM_PER_PX ** 2),
    });
    expect(left).toEqual([]);
    expect(found(made)).toEqual([]);
    let far = 0;
    for (let i = 0; i < made.labels.length; i++) {
      if (made.labels[i] === map.labels[i]) continue;
      const x = i % 320,
        y = Math.floor(i / 320);
      if (!boxes.some((b) => x >= b.x0 - 25 && x < b.x1 + 25 && y >= b.y0 - 25 && y < b.y1 + 25)) far++;
    }
    expect(far).toBe(0);
  }
});

test('where some colours are cut already, places are mended without moving a line between those and the rest', () => {
  let mended = 0;
  for (const seed of [5, 6, 7, 8]) {
    const map = drawing(seed, 320, 260, 30),
      before = found(map),
      classOf = COLOURS.map((_, label) => (label < 2 ? 0 : 1));
    const boxes = before.map(({ boxMm: { x0, y0, x1, y1 } }) => ({
      ...{ x0: x0 / MM_PER_PX, y0: y0 / MM_PER_PX, x1: x1 / MM_PER_PX, y1: y1 / MM_PER_PX },
    }));
    const made = { ...map, labels: map.labels.slice() };
    mendPlaces(made, boxes, {
      ...meansFor(painted(map, seed), {}),
      likeness: costsOfLabels(map, COLOURS, classOf),
      leastIslandPx: Math.ceil(materialById('lino').looseMm2 / MM_PER_PX ** 2),
    });
    takeBackClosed(made, map.labels, classOf);
    made.labels.forEach((label, i) => {
      if (label === map.labels[i]) return;
      mended++;
      expect(classOf[label]).toBe(classOf[map.labels[i]]);
    });
  }
  expect(mended).toBeGreaterThan(0);
});
