import fc from 'fast-check';
import { labelBordersPx, labelGapsPx, squaredDistances } from './index';

test('distances equal the plain quadratic definition', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 1, max: 12 }),
      fc.array(fc.boolean(), { minLength: 144, maxLength: 144 }),
      (width, height, bits) => {
        const quick = squaredDistances((cell) => bits[cell], width, height);
        for (let i = 0; i < width * height; i++) {
          let plain = Infinity;
          for (let j = 0; j < width * height; j++)
            if (bits[j])
              plain = Math.min(
                plain,
                ((i % width) - (j % width)) ** 2 + (Math.floor(i / width) - Math.floor(j / width)) ** 2,
              );
          expect(quick[i]).toBe(plain);
        }
      },
    ),
    { seed: 21, numRuns: 60 },
  );
});

test('gaps between labels: nothing where they touch, the distance where they do not, never too much', () => {
  const width = 900,
    height = 300;
  const labels = new Uint8Array(width * height);
  const fill = (label: number, x0: number, x1: number) => {
    for (let y = 0; y < height; y++) labels.fill(label, y * width + x0, y * width + x1);
  };
  fill(1, 0, 200);
  fill(2, 500, 600);
  fill(3, 600, 700);
  const gaps = labelGapsPx({ width, height, labels }, 5);
  const gap = (a: number, b: number) => gaps[a * 5 + b];
  expect(gap(0, 1)).toBe(0);
  expect(gap(2, 3)).toBe(0);
  expect(gap(1, 2)).toBeGreaterThan(285);
  expect(gap(1, 2)).toBeLessThanOrEqual(300);
  expect(gap(1, 3)).toBe(gap(3, 1));
  expect(gap(1, 4)).toBe(Infinity);
});

test.each([0, 17, 30, 45, 60, 90])('the border of a half plane turned %d° is told to 6 %', (deg) => {
  const size = 400;
  const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  const inside = (x: number, y: number) => Math.hypot(x - size / 2, y - size / 2) < 180;
  const labels = Uint8Array.from({ length: size * size }, (_, i) => {
    const [x, y] = [i % size, Math.floor(i / size)];
    return !inside(x, y) ? 2 : (x - size / 2 + 0.3) * c + (y - size / 2 + 0.3) * s > 0 ? 1 : 0;
  });
  const borders = labelBordersPx({ width: size, height: size, labels }, 3);
  expect(borders[0 * 3 + 1]).toBe(borders[1 * 3 + 0]);
  expect(Math.abs(borders[1] / 360 - 1)).toBeLessThan(0.06);
  // the rim, all round
  expect(Math.abs((borders[2] + borders[5]) / (Math.PI * 360) - 1)).toBeLessThan(0.02);
});
