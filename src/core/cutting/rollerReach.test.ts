import fc from 'fast-check';
import { randomStream } from '../random/random';
import { countPixels, FAR, hasPixel, labelSet, maskOfLabels, type BitMask, type LabelMap } from '../geometry';
import { chatterPlaces } from './chatter';
import type { InkRoller } from './materials';
import { atRisk, blockBox, bridgedWidthMm, openGround, riskFrom, supportsFor, type OpenGround } from './rollerReach';
import { StageMeter } from './stageMeasure';

const ROLLER: InkRoller = { diameterMm: 40, soft: false, depthMm: 1 };

/** A block with a few pieces standing on open ground, by seed. */
function pieces(width: number, height: number, count: number, seed: number): LabelMap {
  const random = randomStream(seed),
    labels = new Uint8Array(width * height);
  for (let k = 0; k < count; k++) {
    const x = Math.floor(random() * width),
      y = Math.floor(random() * height),
      w = 1 + Math.floor(random() * 60),
      h = 1 + Math.floor(random() * 40);
    for (let row = y; row < Math.min(height, y + h); row++)
      labels.fill(1, row * width + x, row * width + Math.min(width, x + w));
  }
  return { width, height, labels };
}
const standing = (map: LabelMap): BitMask => maskOfLabels(map, labelSet([1]));

const ground = fc
  .record({
    width: fc.integer({ min: 40, max: 420 }),
    height: fc.integer({ min: 40, max: 320 }),
    count: fc.integer({ min: 0, max: 6 }),
    seed: fc.nat(1e6),
    mmPerPx: fc.constantFrom(0.05, 0.07, 0.1, 0.2),
  })
  .map(({ width, height, count, seed, mmPerPx }) => {
    const map = pieces(width, height, count, seed);
    return { map, mmPerPx, open: openGround(standing(map), mmPerPx) };
  });

test('a cell stands when anything in it stands, and every other is as far from the nearest as it is', () => {
  fc.assert(
    fc.property(ground, ({ map, mmPerPx, open }) => {
      const cellPx = Math.round(open.cellMm / mmPerPx);
      const stands: [number, number][] = [];
      for (let y = 0; y < open.height; y++)
        for (let x = 0; x < open.width; x++) {
          let any = false;
          for (let v = y * cellPx; v < Math.min(map.height, (y + 1) * cellPx); v++)
            for (let u = x * cellPx; u < Math.min(map.width, (x + 1) * cellPx); u++)
              any ||= map.labels[v * map.width + u] === 1;
          if (any) stands.push([x, y]);
        }
      for (let i = 0; i < open.squared.length; i += 37) {
        const x = i % open.width,
          y = Math.floor(i / open.width);
        const nearest = stands.reduce((best, [u, v]) => Math.min(best, (u - x) ** 2 + (v - y) ** 2), FAR);
        expect(open.squared[i]).toBe(nearest);
      }
    }),
    { seed: 51, numRuns: 25 },
  );
});

test('the bounds of blocks are those of their cells', () => {
  fc.assert(
    fc.property(ground, ({ open }) => {
      const seen = new Uint8Array(open.squared.length);
      open.blockMost.forEach((most, block) => {
        const { x0, y0, x1, y1 } = blockBox(open, block);
        const cells: number[] = [];
        for (let y = y0; y < y1; y++)
          for (let x = x0; x < x1; x++) {
            cells.push(open.squared[y * open.width + x]);
            seen[y * open.width + x]++;
          }
        expect([Math.min(...cells), Math.max(...cells)]).toEqual([open.blockLeast[block], most]);
      });
      expect(seen.every((times) => times === 1)).toBe(true);
    }),
    { seed: 52, numRuns: 25 },
  );
});

test('at risk is what lies farther than the roller bridges, cell by cell; nothing where nothing stands', () => {
  fc.assert(
    fc.property(ground, fc.constantFrom(20, 40, 90), ({ open }, diameterMm) => {
      const roller = { ...ROLLER, diameterMm },
        risk = atRisk(open, roller),
        limit = riskFrom(open, roller);
      const wrong = Array.from(open.squared.keys()).filter(
        (i) =>
          hasPixel(risk, i % open.width, Math.floor(i / open.width)) !==
          (open.squared[i] > limit && open.squared[i] < FAR),
      );
      expect(wrong).toEqual([]);
    }),
    { seed: 53, numRuns: 40 },
  );
});

/** Squared distances once supports stand, too. */
function withSupports(open: OpenGround, supports: readonly { xMm: number; yMm: number }[]): number[] {
  const at = supports.map(({ xMm, yMm }) => [Math.floor(xMm / open.cellMm), Math.floor(yMm / open.cellMm)]);
  return Array.from(open.squared, (d, i) =>
    at.reduce((best, [x, y]) => Math.min(best, ((i % open.width) - x) ** 2 + (Math.floor(i / open.width) - y) ** 2), d),
  );
}

test('each support is set where it is deepest at the time, and when they are enough nothing is left at risk', () => {
  fc.assert(
    fc.property(ground, ({ open }) => {
      const { supports, enough } = supportsFor(open, ROLLER),
        limit = riskFrom(open, ROLLER);
      supports.slice(0, 8).forEach((support, k) => {
        const before = withSupports(open, supports.slice(0, k));
        const cell = Math.floor(support.yMm / open.cellMm) * open.width + Math.floor(support.xMm / open.cellMm);
        expect(before[cell]).toBe(before.reduce((most, d) => (d < FAR && d > most ? d : most), 0));
        expect(before[cell]).toBeGreaterThan(limit);
      });
      const after = withSupports(open, supports).filter((d) => d < FAR && d > limit).length;
      expect(after === 0).toBe(enough);
    }),
    { seed: 54, numRuns: 25 },
  );
});

test('openings the roller reaches into are told once each, with their widest, their place and their box', () => {
  fc.assert(
    fc.property(ground, ({ map, mmPerPx }) => {
      const measure = new StageMeter(map, mmPerPx).measure(labelSet([1]))!;
      const { ground: open } = measure;
      const places = chatterPlaces(measure, ROLLER),
        risk = atRisk(open, ROLLER);
      const cellMm2 = open.cellMm ** 2;
      expect(places.reduce((sum, p) => sum + p.areaMm2, 0)).toBeCloseTo(countPixels(risk) * cellMm2, 6);
      for (const place of places) {
        const x = Math.floor(place.xMm / open.cellMm),
          y = Math.floor(place.yMm / open.cellMm);
        expect(hasPixel(risk, x, y)).toBe(true);
        expect(place.value).toBeCloseTo(2 * Math.sqrt(open.squared[y * open.width + x]) * open.cellMm, 9);
        expect(place.limit).toBe(bridgedWidthMm(ROLLER));
        expect(place.xMm).toBeGreaterThan(place.boxMm.x0);
        expect(place.xMm).toBeLessThan(place.boxMm.x1);
        expect(place.yMm).toBeGreaterThan(place.boxMm.y0);
        expect(place.yMm).toBeLessThan(place.boxMm.y1);
      }
      const deepest = Math.max(0, ...Array.from(open.squared).filter((d) => d < FAR && d > riskFrom(open, ROLLER)));
      if (deepest > 0)
        expect(Math.max(...places.map((p) => p.value))).toBeCloseTo(2 * Math.sqrt(deepest) * open.cellMm, 9);
    }),
    { seed: 55, numRuns: 30 },
  );
});

test('a soft roller that reaches every floor leaves everything at risk, and supports cannot help', () => {
  const open = openGround(standing(pieces(300, 200, 3, 4)), 0.1),
    soft = { ...ROLLER, soft: true, depthMm: 0.5 };
  expect(bridgedWidthMm(soft)).toBe(0);
  expect(supportsFor(open, soft)).toEqual({ supports: [], enough: false });
});
