import { simulatedScale, type PackOnScale } from './packScale';

const scale = simulatedScale(5);
const pack: PackOnScale = {
  ...{ packId: 'pack-1', dryG: 200, targetPercent: 35, hoursSinceDamped: 0, relativeHumidityPercent: 50 },
};
const moisture = (more: Partial<PackOnScale> = {}) => {
  const on = { ...pack, ...more };
  return (100 * (scale.weigh(on) - on.dryG)) / on.dryG;
};

test('a pack begins wetter than wished and dries slowly under its cover', () => {
  const packs = Array.from({ length: 60 }, (_, i) => moisture({ packId: `pack-${i}` }));
  const mean = packs.reduce((sum, percent) => sum + percent, 0) / packs.length;
  expect(mean).toBeGreaterThan(35);
  expect(mean).toBeLessThan(41);
  const hours = [0, 12, 24, 48, 96].map((hoursSinceDamped) => moisture({ hoursSinceDamped }));
  expect(hours.every((percent, i) => i === 0 || percent < hours[i - 1])).toBe(true);
  expect(hours[4]).toBeGreaterThan(15);
});

test('faster in dry air, not at all in air that is full', () => {
  const after = (relativeHumidityPercent: number) => moisture({ hoursSinceDamped: 40, relativeHumidityPercent });
  expect(after(30)).toBeLessThan(after(50));
  expect(after(50)).toBeLessThan(after(90));
  expect(Math.abs(after(100) - moisture({ relativeHumidityPercent: 100 }))).toBeLessThan(0.4);
});

test('the same pack at the same hour weighs the same; another is another', () => {
  expect(scale.weigh(pack)).toBe(scale.weigh(pack));
  expect(new Set(['a', 'b', 'c', 'd'].map((packId) => scale.weigh({ ...pack, packId }))).size).toBeGreaterThan(1);
  expect(simulatedScale(6).weigh(pack)).not.toBe(scale.weigh(pack));
});

test('half of its sheets weigh half of it, to a tenth of a gram', () => {
  const half = scale.weigh({ ...pack, dryG: 100 });
  expect(Math.abs(2 * half - scale.weigh(pack))).toBeLessThan(1);
  expect(Math.abs(half * 10 - Math.round(half * 10))).toBeLessThan(1e-9);
});
