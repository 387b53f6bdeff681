import fc from 'fast-check';
import { fit, unit } from './fitCubics';

/** Samples along a cubic, evenly in its parameter. */
function sampled(c: readonly number[], count: number): Float64Array {
  return Float64Array.from({ length: 2 * count }, (_, j) => {
    const t = Math.floor(j / 2) / (count - 1),
      s = 1 - t,
      k = j % 2;
    return s ** 3 * c[k] + 3 * t * s * s * c[2 + k] + 3 * t * t * s * c[4 + k] + t ** 3 * c[6 + k];
  });
}

test('samples of one gentle cubic are fitted by one, whose ends are theirs', () => {
  const xy = sampled([0, 0, 20, 0, 40, 30, 60, 30], 80),
    segments: number[] = [];
  fit({ xy, tolerance: 0.3, segments }, 0, 79, undefined, undefined);
  expect(segments).toHaveLength(6);
  expect(segments.slice(4)).toEqual([60, 30]);
});

test('a tangent that is given is kept, and samples on a line give a line', () => {
  const xy = sampled([0, 0, 10, 25, 30, 25, 40, 0], 60),
    segments: number[] = [],
    tangent = unit(10, 25);
  fit({ xy, tolerance: 0.3, segments }, 0, 59, tangent, undefined);
  expect(segments[1] / segments[0]).toBeCloseTo(2.5, 6);
  const straight: number[] = [];
  fit(
    { xy: sampled([0, 0, 10, 5, 20, 10, 30, 15], 30), tolerance: 0.3, segments: straight },
    0,
    29,
    undefined,
    undefined,
  );
  expect(straight.map((v) => Math.round(v * 1000) / 1000)).toEqual([10, 5, 20, 10, 30, 15]);
});

test('whatever the samples, the string goes from the first to the last and on from where it was', () =>
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -3, max: 3 }), { minLength: 2, maxLength: 60 }), (steps) => {
      let y = 0;
      const xy = Float64Array.from(steps.flatMap((step, k) => [2 * k, (y += step)])),
        segments: number[] = [];
      fit({ xy, tolerance: 0.5, segments }, 0, steps.length - 1, undefined, undefined);
      expect(segments.length % 6).toBe(0);
      expect(segments.length / 6).toBeLessThan(steps.length);
      expect(segments.slice(-2)).toEqual([xy[xy.length - 2], xy[xy.length - 1]]);
      expect(segments.every(Number.isFinite)).toBe(true);
    }),
  ));
