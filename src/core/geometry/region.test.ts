import fc from 'fast-check';
import {
  boxOf,
  countPixels,
  distancesToOther,
  emptyMask,
  fillLine,
  fillOutlines,
  findIslands,
  hasPixel,
  islandAt,
  islandByKey,
  islandFigures,
  neighboursOf,
  regionMask,
  thinnestOfIsland,
  type LabelMap,
} from './index';

function drawn(rows: readonly string[]): LabelMap {
  return { width: rows[0].length, height: rows.length, labels: Uint8Array.from(rows.join(''), (c) => Number(c)) };
}

const randomMap = fc
  .record({
    width: fc.integer({ min: 2, max: 20 }),
    height: fc.integer({ min: 2, max: 16 }),
    seed: fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 320, maxLength: 320 }),
  })
  .map(({ width, height, seed }): LabelMap => ({
    width,
    height,
    labels: Uint8Array.from({ length: width * height }, (_, i) => seed[i]),
  }));

test('islands tile the map: every pixel belongs to one, and their areas sum to the whole', () => {
  fc.assert(
    fc.property(randomMap, (map) => {
      const islands = findIslands(map)!;
      const cover = emptyMask(map.width, map.height);
      let sum = 0;
      for (let i = 0; i < islands.islandCount; i++) {
        const mask = regionMask(islands, { islands: [islands.islandFirstPx[i]], outlinesPx: [] });
        expect(countPixels(mask)).toBe(islands.islandAreaPx[i]);
        sum += countPixels(mask);
        mask.words.forEach((word, k) => {
          expect(cover.words[k] & word).toBe(0);
          cover.words[k] |= word;
        });
      }
      expect(sum).toBe(map.width * map.height);
      expect(countPixels(cover)).toBe(sum);
    }),
    { seed: 5, numRuns: 60 },
  );
});

test('neighbours share edges both ways, and by the plain count', () => {
  fc.assert(
    fc.property(randomMap, (map) => {
      const islands = findIslands(map)!;
      const at = (x: number, y: number) => islandAt(islands, x, y);
      const plain = new Map<string, number>();
      const edge = (a: number, b: number) => {
        if (a !== b) for (const key of [`${a} ${b}`, `${b} ${a}`]) plain.set(key, (plain.get(key) ?? 0) + 1);
      };
      for (let y = 0; y < map.height; y++)
        for (let x = 0; x < map.width; x++) {
          if (x + 1 < map.width) edge(at(x, y), at(x + 1, y));
          if (y + 1 < map.height) edge(at(x, y), at(x, y + 1));
        }
      const found = new Map<string, number>();
      for (let i = 0; i < islands.islandCount; i++)
        for (const n of neighboursOf(islands, i)) found.set(`${i} ${n.island}`, n.borderPx);
      expect(new Map([...found].sort())).toEqual(new Map([...plain].sort()));
    }),
    { seed: 6, numRuns: 60 },
  );
});

test('an island is found again by its first pixel, and not where none begins', () => {
  const islands = findIslands(drawn(['0011', '0011', '2222']))!;
  expect([0, 2, 8].map((key) => islandByKey(islands, key))).toEqual([0, 1, 2]);
  expect([1, 3, 9, -1, 99].map((key) => islandByKey(islands, key))).toEqual([
    undefined,
    undefined,
    undefined,
    undefined,
    undefined,
  ]);
  expect(boxOf(islands, 1)).toEqual({ x0: 2, y0: 0, x1: 4, y1: 2 });
});

test('an outline holds the pixels whose middle lies in it; a line has its width', () => {
  const box = emptyMask(40, 30);
  fillOutlines(box, [[2, 3, 12, 3, 12, 8, 2, 8]]);
  expect(countPixels(box)).toBe(50);
  expect([hasPixel(box, 2, 3), hasPixel(box, 11, 7), hasPixel(box, 12, 7), hasPixel(box, 5, 8)]).toEqual([
    true,
    true,
    false,
    false,
  ]);
  const line = emptyMask(80, 60);
  fillLine(line, [10, 30, 70, 30], 4);
  for (let x = 12; x < 68; x++)
    expect([27, 28, 31, 32].map((y) => hasPixel(line, x, y))).toEqual([false, true, true, false]);
  const wild = emptyMask(10, 10);
  fillOutlines(wild, [[-5, -5, 50, -5, 50, 50, -5, 50]]);
  expect(countPixels(wild)).toBe(100);
});

test('a region is its islands and its outline together, grown all round', () => {
  const map = { width: 60, height: 40, labels: new Uint8Array(2400) };
  for (let y = 10; y < 20; y++) map.labels.fill(1, y * 60 + 10, y * 60 + 20);
  const islands = findIslands(map)!;
  const region = { islands: [10 * 60 + 10, 777], outlinesPx: [[40, 10, 50, 10, 50, 20, 40, 20]] };
  expect(countPixels(regionMask(islands, region))).toBe(200);
  const grown = regionMask(islands, region, 3);
  expect([hasPixel(grown, 7, 15), hasPixel(grown, 6, 15), hasPixel(grown, 52, 15), hasPixel(grown, 53, 15)]).toEqual([
    true,
    false,
    true,
    false,
  ]);
});

test('widths: a bar, a bar with a neck, and a point are told apart', () => {
  const map = { width: 200, height: 120, labels: new Uint8Array(24000) };
  const box = (x: number, y: number, w: number, h: number, label: number) => {
    for (let r = y; r < y + h; r++) map.labels.fill(label, r * 200 + x, r * 200 + x + w);
  };
  box(20, 10, 100, 9, 1);
  box(20, 40, 40, 20, 2);
  box(60, 48, 40, 4, 2);
  box(100, 40, 40, 20, 2);
  const islands = findIslands(map)!;
  const figures = islandFigures(map, islands, distancesToOther(map, 15), 20);
  const bar = islandAt(islands, 50, 14),
    neck = islandAt(islands, 30, 50);
  expect(figures.thinnestPx[bar]).toBe(9);
  expect(figures.thinnestPx[neck]).toBe(4);
  // bumps one pixel high along an edge are no thin part
  for (let x = 22; x < 58; x += 3) map.labels[39 * 200 + x] = 2;
  const rough = findIslands(map)!;
  expect(islandFigures(map, rough, distancesToOther(map, 15), 20).thinnestPx[islandAt(rough, 30, 50)]).toBe(4);
  for (let x = 22; x < 58; x += 3) map.labels[39 * 200 + x] = 0;
  for (let i = 0; i < islands.islandCount; i++)
    expect(thinnestOfIsland(map, islands, i, 15, 20)).toBe(figures.thinnestPx[i]);
  expect(figures.widestPx[neck]).toBeGreaterThanOrEqual(19);
  expect(islandAt(islands, figures.innerX[neck], figures.innerY[neck])).toBe(neck);
});

test('outlines are filled as the plain even–odd rule says, holes and crossings included', () => {
  const ring = fc
    .array(fc.tuple(fc.integer({ min: -20, max: 260 }), fc.integer({ min: -20, max: 220 })), {
      minLength: 3,
      maxLength: 9,
    })
    .map((points) => points.flatMap(([x, y]) => [x / 10 + 0.03, y / 10 + 0.07]));
  fc.assert(
    fc.property(fc.array(ring, { minLength: 1, maxLength: 3 }), (rings) => {
      const mask = emptyMask(24, 20);
      fillOutlines(mask, rings);
      for (let y = 0; y < 20; y++)
        for (let x = 0; x < 24; x++) {
          let inside = false;
          for (const r of rings)
            for (let p = 0, n = r.length / 2; p < n; p++) {
              const q = (p + 1) % n,
                [x1, y1, x2, y2] = [r[2 * p], r[2 * p + 1], r[2 * q], r[2 * q + 1]];
              if (y1 <= y + 0.5 !== y2 <= y + 0.5 && x + 0.5 >= x1 + ((y + 0.5 - y1) / (y2 - y1)) * (x2 - x1))
                inside = !inside;
            }
          expect(hasPixel(mask, x, y)).toBe(inside);
        }
    }),
    { seed: 17, numRuns: 60 },
  );
});

test('a line of any direction holds the pixels within half its width, and no others', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 30 }), { minLength: 4, maxLength: 8 }).filter((p) => p.length % 2 === 0),
      fc.integer({ min: 1, max: 8 }),
      (points, width) => {
        const mask = emptyMask(32, 32);
        fillLine(mask, points, width);
        for (let y = 0; y < 32; y++)
          for (let x = 0; x < 32; x++) {
            let nearest = Infinity;
            for (let p = 0; p + 3 < points.length; p += 2) {
              const [x1, y1, x2, y2] = points.slice(p, p + 4),
                squared = (x2 - x1) ** 2 + (y2 - y1) ** 2;
              const t =
                squared === 0
                  ? 0
                  : Math.max(0, Math.min(1, ((x + 0.5 - x1) * (x2 - x1) + (y + 0.5 - y1) * (y2 - y1)) / squared));
              nearest = Math.min(nearest, Math.hypot(x + 0.5 - x1 - t * (x2 - x1), y + 0.5 - y1 - t * (y2 - y1)));
            }
            if (Math.abs(nearest - width / 2) > 1e-9) expect(hasPixel(mask, x, y)).toBe(nearest < width / 2);
          }
      },
    ),
    { seed: 18, numRuns: 40 },
  );
});
