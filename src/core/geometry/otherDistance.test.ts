import fc from 'fast-check';
import {
  distancesAcrossMask,
  distancesToOther,
  eachRunOf,
  emptyMask,
  FAR,
  findIslands,
  islandFigures,
  islandsOfMask,
  labelSet,
  maskOfLabels,
  middleLines,
  squaredDistancesToMask,
  type LabelMap,
} from './index';
import { changesOfLabels, changesOfMask, eachChange } from './changes';
import { fillSpan } from './region';

const smallMap = fc
  .record({
    width: fc.integer({ min: 1, max: 24 }),
    height: fc.integer({ min: 1, max: 18 }),
    seed: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 432, maxLength: 432 }),
    even: fc.boolean(),
  })
  .map(({ width, height, seed, even }): LabelMap => ({
    width,
    height,
    labels: Uint8Array.from({ length: width * height }, (_, i) => (even && seed[i] < 2 ? 0 : seed[i])),
  }));

/** The definition: the least over all pixels of another label. */
function plain(map: LabelMap, capPx: number): number[] {
  const { width, labels } = map;
  return Array.from(labels, (label, i) => {
    let best = capPx * capPx;
    for (let j = 0; j < labels.length; j++) {
      if (labels[j] === label) continue;
      best = Math.min(best, ((i % width) - (j % width)) ** 2 + (Math.floor(i / width) - Math.floor(j / width)) ** 2);
    }
    return best;
  });
}

test('capped distances to another label are those of the definition', () => {
  fc.assert(
    fc.property(smallMap, fc.integer({ min: 1, max: 9 }), (map, cap) => {
      expect([...distancesToOther(map, cap).squared]).toEqual(plain(map, cap));
    }),
    { seed: 41, numRuns: 200 },
  );
});

/** Wide enough for several words of 32 pixels, with large even parts and a few odd pixels. */
const wideMap = fc
  .record({
    width: fc.integer({ min: 33, max: 150 }),
    height: fc.integer({ min: 20, max: 70 }),
    boxes: fc.array(
      fc.tuple(fc.nat(149), fc.nat(69), fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 40 })),
      {
        minLength: 1,
        maxLength: 7,
      },
    ),
    dots: fc.array(fc.tuple(fc.nat(149), fc.nat(69)), { maxLength: 5 }),
  })
  .map(({ width, height, boxes, dots }): LabelMap => {
    const labels = new Uint8Array(width * height);
    [...boxes, ...dots.map(([x, y]) => [x, y, 1, 1] as const)].forEach(([x, y, w, h], k) => {
      for (let row = y; row < Math.min(height, y + h); row++)
        labels.fill(1 + (k % 2), row * width + Math.min(x, width), row * width + Math.min(x + w, width));
    });
    return { width, height, labels };
  });
const maskOf = (map: LabelMap) => maskOfLabels(map, labelSet([1, 2]));

test('on wide maps too, of labels and of a mask, and the blocks said to be near are those that are', () => {
  fc.assert(
    fc.property(wideMap, fc.integer({ min: 2, max: 40 }), (map, cap) => {
      const found = distancesToOther(map, cap);
      const inMask = { ...map, labels: map.labels.map((l) => (l > 0 ? 1 : 0)) };
      const across = distancesAcrossMask(maskOf(map), cap);
      expect([...across.squared]).toEqual([...distancesToOther(inMask, cap).squared]);
      // a pixel here and there against the definition
      for (let i = 3; i < map.labels.length; i += 389) expect(found.squared[i]).toBe(nearestOther(map, i, cap));
      const near = Array.from(found.near, (_, w) => {
        const row = Math.floor(w / found.wordsPerRow) * map.width,
          from = 32 * (w % found.wordsPerRow);
        const block = found.squared.subarray(row + from, row + Math.min(map.width, from + 32));
        return block.some((d) => d < cap * cap) ? 1 : 0;
      });
      expect([...found.near]).toEqual(near);
    }),
    { seed: 43, numRuns: 60 },
  );
});

test('room left by another map is used, and nothing of it remains', () => {
  fc.assert(
    fc.property(wideMap, fc.nat(1e6), fc.integer({ min: 2, max: 20 }), (map, seed, cap) => {
      const other = { ...map, labels: map.labels.map((_, i) => ((i * 2654435761 + seed) >>> 7) & 1) };
      const before = distancesAcrossMask(maskOf(other), 40);
      const fresh = distancesAcrossMask(maskOf(map), cap);
      const again = distancesAcrossMask(maskOf(map), cap, before);
      expect(again.squared).toBe(before.squared);
      expect(again.squared).toEqual(fresh.squared);
      expect(again.near).toEqual(fresh.near);
      // of another size it is not used
      const smaller = { width: map.width, height: map.height - 1, labels: map.labels.slice(map.width) };
      expect(distancesAcrossMask(maskOf(smaller), cap, again).squared).not.toBe(again.squared);
    }),
    { seed: 47, numRuns: 40 },
  );
});

test('each change is visited once, in reading order, with the sides it is on', () => {
  fc.assert(
    fc.property(wideMap, (map) => {
      const visited: string[] = [],
        wanted: string[] = [];
      eachChange(changesOfLabels(map), (x, y, across, down) => visited.push(`${x},${y} ${across} ${down}`));
      map.labels.forEach((label, i) => {
        const x = i % map.width,
          y = Math.floor(i / map.width),
          across = x > 0 && label !== map.labels[i - 1],
          down = y > 0 && label !== map.labels[i - map.width];
        if (across || down) wanted.push(`${x},${y} ${across} ${down}`);
      });
      expect(visited).toEqual(wanted);
    }),
    { seed: 48, numRuns: 40 },
  );
});

function nearestOther({ width, height, labels }: LabelMap, i: number, cap: number): number {
  let best = cap * cap;
  const x = i % width,
    y = Math.floor(i / width);
  for (let v = Math.max(0, y - cap); v < Math.min(height, y + cap + 1); v++)
    for (let u = Math.max(0, x - cap); u < Math.min(width, x + cap + 1); u++)
      if (labels[v * width + u] !== labels[i]) best = Math.min(best, (u - x) ** 2 + (v - y) ** 2);
  return best;
}

test('islands, middle lines and figures are the same from a mask as from a map of two labels', () => {
  fc.assert(
    fc.property(wideMap, (map) => {
      const mask = maskOf(map),
        two = { ...map, labels: map.labels.map((l) => (l > 0 ? 1 : 0)) };
      const islands = islandsOfMask(mask)!;
      expect(islands).toEqual(findIslands(two));
      const distances = distancesAcrossMask(mask, 12);
      expect(middleLines(mask, distances, 20)).toEqual(middleLines(two, distances, 20));
      expect(islandFigures(mask, islands, distances, 4)).toEqual(islandFigures(two, islands, distances, 4));
    }),
    { seed: 44, numRuns: 60 },
  );
});

test('uncapped distances over many bands of rows are those of the definition', () => {
  fc.assert(
    fc.property(wideMap, (map) => {
      const mask = maskOf(map),
        found = squaredDistancesToMask(mask);
      const inside = [...map.labels.keys()].filter((i) => map.labels[i] > 0);
      for (let i = 5; i < map.labels.length; i += 997)
        expect(found[i]).toBe(
          inside.reduce(
            (best, j) =>
              Math.min(
                best,
                ((i % map.width) - (j % map.width)) ** 2 + (Math.floor(i / map.width) - Math.floor(j / map.width)) ** 2,
              ),
            FAR,
          ),
        );
    }),
    { seed: 45, numRuns: 60 },
  );
});

test('runs of a row, and changes bit by bit', () => {
  fc.assert(
    fc.property(wideMap, (map) => {
      const mask = maskOf(map),
        again = emptyMask(map.width, map.height);
      for (let y = 0; y < map.height; y++) {
        let before = -1;
        eachRunOf(mask, y, (from, to) => {
          expect(from).toBeGreaterThan(before); // runs do not touch
          before = to;
          fillSpan(again, y, from, to);
        });
      }
      expect(again.words).toEqual(mask.words);
      const { across, down, wordsPerRow } = changesOfLabels(map);
      const told = Array.from(map.labels, (_, i) => {
        const w = Math.floor(i / map.width) * wordsPerRow + ((i % map.width) >> 5),
          bit = (i % map.width) & 31;
        return ((across[w] >>> bit) & 1) + 2 * ((down[w] >>> bit) & 1);
      });
      expect(told).toEqual(
        Array.from(map.labels, (label, i) => {
          const left = i % map.width > 0 && label !== map.labels[i - 1],
            above = i >= map.width && label !== map.labels[i - map.width];
          return (left ? 1 : 0) + (above ? 2 : 0);
        }),
      );
      expect(changesOfMask(mask)).toEqual(changesOfLabels({ ...map, labels: map.labels.map((l) => (l > 0 ? 1 : 0)) }));
    }),
    { seed: 46, numRuns: 40 },
  );
});

test('uncapped distances to a mask are those of the definition', () => {
  fc.assert(
    fc.property(smallMap, (map) => {
      const mask = emptyMask(map.width, map.height);
      map.labels.forEach((l, i) => {
        if (l === 1) fillSpan(mask, Math.floor(i / map.width), i % map.width, (i % map.width) + 1);
      });
      const there = [...map.labels.keys()].filter((i) => map.labels[i] === 1);
      const wanted = [...map.labels.keys()].map((i) =>
        there.reduce(
          (best, j) =>
            Math.min(
              best,
              ((i % map.width) - (j % map.width)) ** 2 + (Math.floor(i / map.width) - Math.floor(j / map.width)) ** 2,
            ),
          FAR,
        ),
      );
      expect([...squaredDistancesToMask(mask)]).toEqual(wanted);
    }),
    { seed: 42, numRuns: 150 },
  );
});
