import { simulatedPotScale } from './potScale';

const MINUTE = 60_000;

test('what is put on is shown when the scale has come to rest, to a hundredth of a gram', () => {
  const scale = simulatedPotScale(7);
  scale.put(5, 0);
  expect(scale.shows(50).atRest).toBe(false);
  expect(scale.shows(50).grams).toBeLessThan(3);
  const rest = scale.shows(3000);
  expect(rest.atRest).toBe(true);
  expect(rest.grams).toBeGreaterThan(3);
  expect(rest.grams).toBeLessThan(7);
  expect(Math.abs(rest.grams * 100 - Math.round(rest.grams * 100))).toBeLessThan(1e-6);
});

test('set to nothing it shows nothing, and then only what comes on top', () => {
  const scale = simulatedPotScale(8);
  scale.put(40, 0);
  scale.tare(5000);
  expect(Math.abs(scale.shows(5001).grams)).toBeLessThan(0.04);
  scale.put(1, 6000);
  const { grams } = scale.shows(9000);
  expect(grams).toBeGreaterThan(0.5);
  expect(grams).toBeLessThan(1.6);
});

test('it trembles, its nought wanders, and neither by much', () => {
  const scale = simulatedPotScale(9);
  const second = Array.from({ length: 40 }, (_, i) => scale.shows(i * 20).grams);
  expect(new Set(second).size).toBeGreaterThan(1);
  expect(Math.max(...second.map(Math.abs))).toBeLessThan(0.05);
  const hours = Array.from({ length: 300 }, (_, i) => scale.shows(i * MINUTE).grams);
  expect(Math.max(...hours.map(Math.abs))).toBeLessThanOrEqual(0.12);
  expect(Math.max(...hours) - Math.min(...hours)).toBeGreaterThan(0.03);
});

test('a hand does not put down the same twice, nor ever less than nothing', () => {
  const scale = simulatedPotScale(10);
  const put = Array.from({ length: 60 }, (_, i) => {
    scale.clear(i * 10_000);
    scale.tare(i * 10_000 + 5000);
    scale.put(1, i * 10_000 + 5000);
    return scale.shows(i * 10_000 + 9000).grams;
  });
  const mean = put.reduce((sum, g) => sum + g, 0) / put.length;
  expect(mean).toBeCloseTo(1, 1);
  expect(new Set(put).size).toBeGreaterThan(10);
  expect(Math.min(...put)).toBeGreaterThan(0.4);
});

test('the same seed weighs the same', () => {
  const of = (seed: number) => {
    const scale = simulatedPotScale(seed);
    scale.put(2, 0);
    return [1000, 2000, 3000].map((at) => scale.shows(at).grams);
  };
  expect(of(3)).toEqual(of(3));
  expect(of(3)).not.toEqual(of(4));
});
