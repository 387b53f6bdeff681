import fc from 'fast-check';
import { countPixels, emptyMask, fillSpan, hasPixel } from '../geometry';
import { maskCover, mapOfMask } from './index';

/** Two standing squares, 20 px wide, 10 px apart, on a field of 100 × 60. */
function field() {
  const standing = emptyMask(100, 60),
    left = emptyMask(100, 60);
  for (let y = 20; y < 40; y++) {
    fillSpan(standing, y, 20, 40);
    fillSpan(standing, y, 50, 70);
    fillSpan(left, y, 10, 45);
  }
  return { standing, left };
}

test('a mask covers its place and reaches into cleared ground, never onto anything else that stands', () => {
  const { standing, left } = field();
  const cover = maskCover(standing, left, 'place', 15);
  expect([
    hasPixel(cover, 30, 30),
    hasPixel(cover, 45, 30),
    hasPixel(cover, 49, 30),
    hasPixel(cover, 50, 30),
    hasPixel(cover, 60, 30),
  ]).toEqual([true, true, true, false, false]);
  expect(hasPixel(cover, 30, 4)).toBe(false);
});

test('two complementary masks share out all that stands: each part is covered by exactly one', () => {
  const { standing, left } = field();
  const a = maskCover(standing, left, 'place', 2),
    b = maskCover(standing, left, 'all else', 2);
  for (let y = 0; y < 60; y++) for (let x = 0; x < 100; x++) expect(hasPixel(a, x, y)).toBe(!hasPixel(b, x, y));
  expect(hasPixel(b, 60, 30)).toBe(true);
});

test('a mask that keeps cleared ground clean has openings for all that stands', () => {
  const { standing, left } = field();
  const cover = maskCover(standing, left, 'keep clean', 2);
  for (let y = 20; y < 40; y++) for (const x of [20, 39, 41, 50, 69]) expect(hasPixel(cover, x, y)).toBe(false);
  expect([hasPixel(cover, 45, 30), hasPixel(cover, 5, 5)]).toEqual([true, true]);
});

test('as a map for tracing it has the same pixels', () => {
  const { standing } = field();
  const map = mapOfMask(standing);
  expect(map.labels.reduce((sum, v) => sum + v, 0)).toBe(countPixels(standing));
  map.labels.forEach((v, i) => expect(v === 1).toBe(hasPixel(standing, i % 100, Math.floor(i / 100))));
});

test('whatever the place and the reach: nothing else that stands is covered, all of the place that stands is', () => {
  const span = fc.tuple(fc.nat(99), fc.nat(99), fc.nat(59), fc.nat(59));
  fc.assert(
    fc.property(span, span, fc.integer({ min: 0, max: 12 }), ([a, b, c, d], [e, f, g, h], growPx) => {
      const standing = emptyMask(100, 60),
        place = emptyMask(100, 60);
      for (let y = Math.min(c, d); y <= Math.max(c, d); y++) fillSpan(standing, y, Math.min(a, b), Math.max(a, b) + 1);
      for (let y = Math.min(g, h); y <= Math.max(g, h); y++) fillSpan(place, y, Math.min(e, f), Math.max(e, f) + 1);
      const cover = maskCover(standing, place, 'place', growPx);
      for (let y = 0; y < 60; y += 2)
        for (let x = 0; x < 100; x += 2)
          if (hasPixel(standing, x, y)) expect(hasPixel(cover, x, y)).toBe(hasPixel(place, x, y));
    }),
    { seed: 31, numRuns: 40 },
  );
});
