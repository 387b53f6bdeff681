import fc from 'fast-check';
import { findIslands, labelCounts, type ColourRaster, type LabelMap } from '../geometry';
import { randomStream } from '../random/random';
import {
  flattenPicture,
  majorityFilter,
  measureFlatColours,
  mergeColours,
  mergeSmallIslands,
  splitColour,
  type FlatPicture,
} from './index';

const maps = fc
  .record({
    seed: fc.nat(),
    width: fc.integer({ min: 1, max: 60 }),
    height: fc.integer({ min: 1, max: 40 }),
    count: fc.integer({ min: 1, max: 11 }),
  })
  .map(({ seed, width, height, count }): LabelMap => {
    const random = randomStream(seed);
    const labels = Uint8Array.from({ length: width * height }, () => Math.floor(random() * count));
    for (let i = 1; i < labels.length; i++)
      if (random() < 0.75) labels[i] = labels[i - (random() < 0.5 && i >= width ? width : 1)];
    return { width, height, labels };
  });

/** The plain definition: count the box, keep the centre on ties. */
function plainMajority(map: LabelMap, radius: number): Uint8Array {
  return map.labels.map((centre, i) => {
    const x = i % map.width,
      y = Math.floor(i / map.width);
    const counts = new Array(16).fill(0);
    for (let dy = -radius; dy <= radius; dy++)
      for (let dx = -radius; dx <= radius; dx++) {
        const px = x + dx,
          py = y + dy;
        if (px >= 0 && py >= 0 && px < map.width && py < map.height) counts[map.labels[py * map.width + px]]++;
      }
    const most = Math.max(...counts);
    return counts[centre] === most ? centre : counts.indexOf(most);
  });
}

test('the majority filter equals its plain definition', () =>
  fc.assert(
    fc.property(maps, fc.integer({ min: 0, max: 7 }), (map, radius) => {
      expect(Buffer.compare(majorityFilter(map, radius), plainMajority(map, radius))).toBe(0);
    }),
  ));

test('after merging no island is small, every pixel keeps one of its colours, and large islands only grow', () =>
  fc.assert(
    fc.property(maps, fc.integer({ min: 2, max: 60 }), (map, least) => {
      const before = findIslands(map)!;
      const labels = mergeSmallIslands(map, before, least);
      const after = findIslands({ ...map, labels })!;
      if (after.islandCount > 1)
        expect(Math.min(...after.islandAreaPx)).toBeGreaterThanOrEqual(Math.min(least, map.labels.length));
      const colours = new Set(map.labels);
      expect([...new Set(labels)].every((label) => colours.has(label))).toBe(true);
      const grown = before.islandAreaPx.filter((a) => a >= least).length;
      if (grown > 0) {
        let stayed = true;
        for (let y = 0, i = 0; y < map.height; y++)
          for (let x = 0, s = before.rowOffset[y]; x < map.width; x++, i++) {
            while (before.stripEnd[s] <= x) s++;
            if (before.islandAreaPx[before.stripIsland[s]] >= least && labels[i] !== map.labels[i]) stayed = false;
          }
        expect(stayed).toBe(true);
      }
    }),
  ));

test('a speck goes to the neighbour with most border', () => {
  const labels = Uint8Array.from([0, 0, 0, 0, 0, 0, 0, 0, 2, 0, 1, 1, 1, 1, 1, 1, 1, 1]);
  const map = { width: 6, height: 3, labels };
  expect(mergeSmallIslands(map, findIslands(map)!, 3)[8]).toBe(0);
});

test('with a picture at hand a small island goes to the neighbour that is likest it, the longer border weighed against that', () => {
  // colours 0, 1, 2 side by side, a speck of 3 in colour 1, by one side beside 0
  const width = 9,
    labels = Uint8Array.from({ length: 9 * 5 }, (_, i) => (i % width < 3 ? 0 : i % width < 6 ? 1 : 2));
  labels[2 * width + 3] = 3;
  const map = { width, height: 5, labels },
    costsOf = (row: readonly number[]) => ({ count: 4, table: Uint8Array.from(row), rowOf: () => 0 });
  const merged = (row: readonly number[]) => mergeSmallIslands(map, findIslands(map)!, 3, costsOf(row))[2 * width + 3];
  expect(mergeSmallIslands(map, findIslands(map)!, 3)[2 * width + 3]).toBe(1);
  expect(merged([10, 10, 10, 0])).toBe(1);
  // ten ΔE likelier, colour 0 takes it in spite of its shorter border; two ΔE are not enough
  expect(merged([0, 40, 40, 0])).toBe(0);
  expect(merged([0, 8, 8, 0])).toBe(1);
});

test('islands that were put together are weighed together', () => {
  const seen = randomStream(5);
  for (let round = 0; round < 20; round++) {
    const labels = Uint8Array.from({ length: 30 * 20 }, () => Math.floor(4 * seen())),
      map = { width: 30, height: 20, labels };
    const table = Uint8Array.from({ length: 16 }, () => Math.floor(80 * seen())),
      costs = { count: 4, table, rowOf: (i: number) => 4 * labels[i] };
    const merged = mergeSmallIslands(map, findIslands(map)!, 12, costs),
      islands = findIslands({ ...map, labels: merged })!;
    const small = islands.islandAreaPx.subarray(0, islands.islandCount).filter((px) => px < 12);
    expect(islands.islandCount === 1 ? 0 : small.length).toBe(0);
  }
});

/** Bands of colour with noise and a thin line: small, but with all that matters. */
function testRaster(width: number, height: number, seed = 5): ColourRaster {
  const random = randomStream(seed);
  const tones = [
    [240, 230, 205],
    [222, 160, 90],
    [150, 70, 60],
    [60, 70, 100],
  ];
  const rgba = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++) {
    const band = Math.min(3, Math.floor(((i % width) * 4) / width));
    tones[band].forEach((v, c) => {
      rgba[4 * i + c] = v + (random() - 0.5) * 20;
    });
    rgba[4 * i + 3] = 255;
  }
  return { width, height, rgba };
}

const flat = (raster: ColourRaster, colourCount = 4): FlatPicture => {
  const got = flattenPicture(raster, 0.1, { colourCount, radiusMm: 0.3, minIslandMm2: 0.5 });
  if (!got.ok) throw new Error(got.code);
  return got.value;
};

test('flattening finds the bands, light to dark, the same each time', () => {
  const raster = testRaster(160, 90);
  const picture = flat(raster);
  expect(picture.coloursLabD50.length).toBe(4);
  expect(picture.coloursLabD50.map((lab) => lab[0])).toEqual(
    [...picture.coloursLabD50.map((lab) => lab[0])].sort((a, b) => b - a),
  );
  expect(Array.from(labelCounts(picture).slice(0, 4))).toEqual([3600, 3600, 3600, 3600]);
  expect(Buffer.compare(flat(raster).labels, picture.labels)).toBe(0);
});

test('fewer colours than asked come back without doubles', () =>
  expect(flat(testRaster(80, 40, 9), 10).coloursLabD50.length).toBeLessThanOrEqual(10));

test.each([
  [11, 'flatten-colours'],
  [1, 'flatten-colours'],
  [2.5, 'flatten-colours'],
])('%d colours are refused', (colourCount, code) => {
  expect(flattenPicture(testRaster(20, 20), 0.1, { colourCount, radiusMm: 0, minIslandMm2: 0 })).toMatchObject({
    ok: false,
    code,
  });
});
test('a picture of one flat colour is refused in words', () => {
  const raster = { width: 30, height: 30, rgba: new Uint8ClampedArray(3600).fill(200) };
  expect(flattenPicture(raster, 0.1, { colourCount: 5, radiusMm: 0.2, minIslandMm2: 1 })).toMatchObject({
    ok: false,
    code: 'flatten-one-colour',
  });
});
test('it can be stopped between the steps', () => {
  expect(
    flattenPicture(testRaster(20, 20), 0.1, { colourCount: 3, radiusMm: 0, minIslandMm2: 0 }, () => false),
  ).toMatchObject({ code: 'stopped' });
});

describe('changes by hand', () => {
  const raster = testRaster(160, 90);
  test('two colours merged are one', () => {
    const picture = flat(raster);
    const labels = mergeColours(picture, 1, 2);
    expect(Array.from(labelCounts({ ...picture, labels }).slice(0, 4))).toEqual([3600, 7200, 3600, 0]);
    expect(Array.from(labelCounts({ ...picture, labels: mergeColours(picture, 2, 1) }).slice(0, 4))).toEqual([
      3600, 7200, 3600, 0,
    ]);
  });
  test('a colour split in two keeps all others as they are', () => {
    const three = flat(raster, 2);
    const got = splitColour(raster, three, 0, 2, 20);
    expect(got.ok).toBe(true);
    if (!got.ok) return;
    expect(got.value.coloursLabD50.length).toBe(3);
    expect(labelCounts(got.value)[2]).toBe(labelCounts(three)[1]);
  });
  test('a colour that is all alike cannot be split', () => {
    const plain = { width: 20, height: 20, rgba: new Uint8ClampedArray(1600).map((_, i) => (i < 800 ? 240 : 20)) };
    expect(splitColour(plain, flat(plain, 2), 0, 0, 0)).toMatchObject({
      ok: false,
      code: expect.stringMatching(/^split-one-colour\b/),
    });
  });
});

test('figures: shares, islands and the width of a line', () => {
  const labels = new Uint8Array(200 * 100);
  for (let y = 40; y < 47; y++) labels.fill(1, y * 200, (y + 1) * 200);
  labels.fill(1, 90 * 200 + 10, 90 * 200 + 40);
  const figures = measureFlatColours({ width: 200, height: 100, labels }, 2, 0.1)!;
  expect(figures[1].areaShare).toBeCloseTo((1400 + 30) / 20000, 9);
  expect(figures[1].islandCount).toBe(2);
  expect(figures[1].thinnestMm).toBeCloseTo(0.1, 9);
  expect(figures[0].thinnestMm).toBeUndefined();
});
