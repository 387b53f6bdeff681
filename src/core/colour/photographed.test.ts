import fc from 'fast-check';
import { deltaE2000, labD50FromSrgb8, labFromPhotograph, srgb8FromLabD50, type Lab } from './index';
import type { Rgb8 } from './lab';
import { linearFromSrgb, srgbFromLinear } from './srgb';

describe('a photograph of a drawdown', () => {
  const paper: Lab = [95, 0, 4],
    greys: Lab[] = [
      [70, 0, 0],
      [30, 0, 0],
    ];
  /** A camera in warm light, a little underexposed, with a contrast of its own. */
  const camera = (lab: Lab): Rgb8 => {
    const { rgb } = srgb8FromLabD50(lab);
    return rgb.map((v, c) =>
      Math.round(255 * srgbFromLinear(Math.min(1, [0.86, 0.74, 0.55][c] * linearFromSrgb(v / 255) ** 1.12))),
    ) as unknown as Rgb8;
  };
  const known = [paper, ...greys].map((labD50) => ({ seen: camera(labD50), labD50 }));

  test('light, white balance and contrast come from paper and greys: any colour is found within 2 ΔE', () => {
    fc.assert(
      fc.property(
        fc.tuple(
          fc.integer({ min: 40, max: 235 }),
          fc.integer({ min: 40, max: 235 }),
          fc.integer({ min: 40, max: 235 }),
        ),
        (rgb) => {
          const truth = labD50FromSrgb8(rgb);
          return deltaE2000(labFromPhotograph(known, camera(truth)).labD50, truth) < 2;
        },
      ),
    );
  });

  test('without any of it the colour would be far off', () => {
    const truth: Lab = [55, 30, -20];
    expect(deltaE2000(labD50FromSrgb8(camera(truth)), truth)).toBeGreaterThan(6);
  });

  test('the error is 3 ΔE where all fits, and grows where the light differs between the patches', () => {
    expect(labFromPhotograph(known, camera([50, 0, 0])).errorDeltaE).toBeLessThan(3.5);
    const shaded = known.map((patch, i) =>
      i === 1 ? { ...patch, seen: patch.seen.map((v) => v * 0.6) as unknown as Rgb8 } : patch,
    );
    expect(labFromPhotograph(shaded, camera([50, 0, 0])).errorDeltaE).toBeGreaterThan(4);
  });

  test('paper alone gives light and white balance; nothing known gives nothing', () => {
    const { labD50 } = labFromPhotograph(known.slice(0, 1), camera([60, 10, 10]));
    expect(deltaE2000(labD50, [60, 10, 10])).toBeLessThan(8);
    expect(() => labFromPhotograph([], [1, 2, 3])).toThrow(/known patches/);
  });
});
