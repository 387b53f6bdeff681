import {
  labD50FromSpectrum,
  labD50InLight,
  LIGHTS,
  spectrumFromLabD50,
  xyzInLight,
  deltaE2000,
  type Light,
} from './index';
import { OBSERVER_WEIGHTS } from './observerWeights';

const PERFECT = new Float64Array(36).fill(1);
const chromaticity = (light: Light) => {
  const [x, y, z] = xyzInLight(PERFECT, light);
  return [x / (x + y + z), y / (x + y + z)];
};

test.each<[Light, number, number]>([
  ['daylight', 0.3457, 0.3585],
  ['north window', 0.3127, 0.329],
  ['warm lamp', 0.4476, 0.4074],
  ['shop light', 0.3805, 0.3769],
])('the white of %s is where CIE has it', (light, x, y) => {
  const [gotX, gotY] = chromaticity(light);
  expect(Math.abs(gotX - x)).toBeLessThan(0.004);
  expect(Math.abs(gotY - y)).toBeLessThan(0.004);
});

test('a north window is the D65 that is known by its own weights', () => {
  const spectrum = spectrumFromLabD50([50, 40, 30]);
  const own = OBSERVER_WEIGHTS.D65.map((row) => row.reduce((sum, w, i) => sum + w * spectrum[i], 0));
  xyzInLight(spectrum, 'north window').forEach((v, i) => expect(Math.abs(v - own[i])).toBeLessThan(0.004));
});

test('in daylight a colour is what it is; white and grey are white and grey in every light', () => {
  const spectrum = spectrumFromLabD50([48, 36, 38]);
  expect(deltaE2000(labD50InLight(spectrum, 'daylight'), labD50FromSpectrum(spectrum))).toBeLessThan(0.05);
  for (const light of LIGHTS)
    for (const level of [1, 0.2]) {
      const [, a, b] = labD50InLight(new Float64Array(36).fill(level), light);
      expect(Math.hypot(a, b)).toBeLessThan(0.05);
    }
});

test('two spectra of one colour part in another light', () => {
  const smooth = spectrumFromLabD50([55, 10, -30]);
  // what the daylight observer does not see, added: a step that its three weights are blind to
  const blind = Array.from({ length: 36 }, (_, i) => Math.sin(i * 1.7) + 0.6 * Math.cos(i * 2.9));
  const rows = OBSERVER_WEIGHTS.D50;
  const seen = (v: ArrayLike<number>) => rows.map((row) => row.reduce((sum, w, i) => sum + w * v[i], 0));
  // taken off along the weights themselves until nothing of it is seen
  for (let pass = 0; pass < 4000; pass++)
    rows.forEach((row, k) => {
      const left = seen(blind)[k] / row.reduce((sum, w) => sum + w * w, 0);
      row.forEach((w, i) => (blind[i] -= left * w));
    });
  const other = smooth.map((v, i) => Math.min(1, Math.max(0, v + 0.08 * blind[i])));
  expect(deltaE2000(labD50FromSpectrum(smooth), labD50FromSpectrum(other))).toBeLessThan(0.3);
  const apart = (light: Light) => deltaE2000(labD50InLight(smooth, light), labD50InLight(other, light));
  expect(Math.max(apart('warm lamp'), apart('shop light'))).toBeGreaterThan(1);
});
