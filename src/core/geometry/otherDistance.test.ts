import fc from 'fast-check';
import { distancesToOther, emptyMask, FAR, squaredDistancesToMask, type LabelMap } from './index';
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
