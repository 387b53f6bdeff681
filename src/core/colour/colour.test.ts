import fc from 'fast-check';
import {
  BAND_COUNT,
  deltaE2000,
  labD50FromSpectrum,
  labD50FromSrgb8,
  oklabFromSrgb8,
  solveSpectrum,
  spectrumFromLabD50,
  srgb8FromLabD50,
  wordForColour,
  wordForDifference,
  labD50FromXyz,
  xyzFromLabD50,
  type Lab,
} from './index';

/** The 34 pairs published with Sharma, Wu, Dalal 2005: L1 a1 b1 L2 a2 b2 ΔE00. */
const PAIRS = `50 2.6772 -79.7751 50 0 -82.7485 2.0425
50 3.1571 -77.2803 50 0 -82.7485 2.8615
50 2.8361 -74.02 50 0 -82.7485 3.4412
50 -1.3802 -84.2814 50 0 -82.7485 1
50 -1.1848 -84.8006 50 0 -82.7485 1
50 -0.9009 -85.5211 50 0 -82.7485 1
50 0 0 50 -1 2 2.3669
50 -1 2 50 0 0 2.3669
50 2.49 -0.001 50 -2.49 0.0009 7.1792
50 2.49 -0.001 50 -2.49 0.001 7.1792
50 2.49 -0.001 50 -2.49 0.0011 7.2195
50 2.49 -0.001 50 -2.49 0.0012 7.2195
50 -0.001 2.49 50 0.0009 -2.49 4.8045
50 -0.001 2.49 50 0.001 -2.49 4.8045
50 -0.001 2.49 50 0.0011 -2.49 4.7461
50 2.5 0 50 0 -2.5 4.3065
50 2.5 0 73 25 -18 27.1492
50 2.5 0 61 -5 29 22.8977
50 2.5 0 56 -27 -3 31.903
50 2.5 0 58 24 15 19.4535
50 2.5 0 50 3.1736 0.5854 1
50 2.5 0 50 3.2972 0 1
50 2.5 0 50 1.8634 0.5757 1
50 2.5 0 50 3.2592 0.335 1
60.2574 -34.0099 36.2677 60.4626 -34.1751 39.4387 1.2644
63.0109 -31.0961 -5.8663 62.8187 -29.7946 -4.0864 1.263
61.2901 3.7196 -5.3901 61.4292 2.248 -4.962 1.8731
35.0831 -44.1164 3.7933 35.0232 -40.0716 1.5901 1.8645
22.7233 20.0904 -46.694 23.0331 14.973 -42.5619 2.0373
36.4612 47.858 18.3852 36.2715 50.5065 21.2231 1.4146
90.8027 -2.0831 1.441 91.1528 -1.6435 0.0447 1.4441
90.9257 -0.5406 -0.9208 88.6381 -0.8985 -0.7239 1.5381
6.7747 -0.2908 -2.4247 5.8714 -0.0985 -2.2286 0.6377
2.0776 0.0795 -1.135 0.9033 -0.0636 -0.5514 0.9082`
  .split('\n')
  .map((row) => row.split(' ').map(Number));

test.each(PAIRS)('ΔE00 of %d %d %d and %d %d %d', (l1, a1, b1, l2, a2, b2, expected) => {
  expect(Math.abs(deltaE2000([l1, a1, b1], [l2, a2, b2]) - expected)).toBeLessThan(1e-4);
  expect(Math.abs(deltaE2000([l2, a2, b2], [l1, a1, b1]) - expected)).toBeLessThan(1e-4);
});

const channel = fc.integer({ min: 0, max: 255 });

test('sRGB to Lab and back is the identity', () => {
  fc.assert(
    fc.property(channel, channel, channel, (r, g, b) => {
      expect(srgb8FromLabD50(labD50FromSrgb8([r, g, b]))).toEqual({ rgb: [r, g, b], clipped: false });
    }),
  );
});

test('white is white, and what sRGB cannot show is said', () => {
  const white = labD50FromSrgb8([255, 255, 255]);
  expect(white[0]).toBeCloseTo(100, 2);
  expect(Math.hypot(white[1], white[2])).toBeLessThan(0.02);
  expect(srgb8FromLabD50([60, -90, 20]).clipped).toBe(true);
});

test('a spectrum lies in 0–1 and has the colour it was made from', () => {
  fc.assert(
    fc.property(channel, channel, channel, (r, g, b) => {
      const raw = labD50FromSrgb8([r, g, b]);
      const lab: Lab = [Math.min(raw[0], 99.4), raw[1], raw[2]];
      fc.pre(raw[0] > 2);
      const spectrum = spectrumFromLabD50(lab);
      expect(spectrum.length).toBe(36);
      expect(Array.from(spectrum).every((v) => v >= 0 && v <= 1)).toBe(true);
      expect(deltaE2000(labD50FromSpectrum(spectrum), lab)).toBeLessThan(0.02);
    }),
    { numRuns: 150 },
  );
});

test('XYZ and Lab undo each other', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 100, noNaN: true }),
      fc.double({ min: -90, max: 90, noNaN: true }),
      fc.double({ min: -90, max: 90, noNaN: true }),
      (l, a, b) => {
        const back = labD50FromXyz(xyzFromLabD50([l, a, b]));
        back.forEach((v, i) => expect(v).toBeCloseTo([l, a, b][i], 6));
      },
    ),
  );
});

test('OKLab puts white at 1 and black at 0', () => {
  expect(oklabFromSrgb8(255, 255, 255)[0]).toBeCloseTo(1, 4);
  expect(oklabFromSrgb8(0, 0, 0)[0]).toBe(0);
});

test('colours and differences have words', () => {
  const straw = wordForColour(labD50FromSrgb8([0xea, 0xd0, 0x8c]));
  expect(straw).toBe('straw');
  expect(wordForColour(labD50FromSrgb8([0xea, 0xd0, 0x8c]), ['straw'])).toBe('straw 2');
  expect([0.5, 2, 5, 20].map(wordForDifference)).toEqual(['not seen', 'slight', 'clear', 'wrong']);
});

test('a spectrum begun from a near colour is the spectrum begun afresh', () => {
  const path: Lab[] = Array.from({ length: 12 }, (_, i): Lab => [70 - 3 * i, 30 - 5 * i, -20 + 4 * i]);
  let near = solveSpectrum(path[0]).start;
  for (const lab of path.slice(1)) {
    const warm = solveSpectrum(lab, near);
    const fresh = spectrumFromLabD50(lab);
    for (let i = 0; i < BAND_COUNT; i++) expect(Math.abs(warm.spectrum[i] - fresh[i])).toBeLessThan(1e-7);
    near = warm.start;
  }
});

test('a start that is far away, or no use at all, does no harm', () => {
  const far = solveSpectrum([12, 0, 0]).start;
  const bad = { z: new Float64Array(BAND_COUNT).fill(17), lambda: Float64Array.of(1e6, -1e6, 1e6) };
  for (const start of [far, bad]) {
    const { spectrum } = solveSpectrum([88, -9, 84], start);
    expect(deltaE2000(labD50FromSpectrum(spectrum), [88, -9, 84])).toBeLessThan(1e-3);
  }
});
