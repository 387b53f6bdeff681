import { dryWeightG, moisturePercent, mouldAfterDays, readyAfterHours, waterToAddG } from './damp';

test('thin paper that drinks is ready after eight hours, heavy sized paper after a night', () => {
  expect(readyAfterHours(40, 'unsized')).toBe(8);
  expect(readyAfterHours(150, 'unsized')).toBeCloseTo(9, 9);
  expect(readyAfterHours(300, 'sized')).toBe(12);
  expect(readyAfterHours(900, 'sized')).toBe(12);
});

test('six days at 18 °C, half as long for each six degrees more', () => {
  expect(mouldAfterDays(18)).toBe(6);
  expect(mouldAfterDays(24)).toBeCloseTo(3, 9);
  expect(mouldAfterDays(12)).toBeCloseTo(12, 9);
  expect(() => mouldAfterDays(200)).toThrow();
});

test('moisture is what a pack weighs over its dry weight; what is missing is added, what is too much is let go', () => {
  expect(moisturePercent(130, 100)).toBeCloseTo(30, 9);
  expect(waterToAddG(126, 100, 30)).toBeCloseTo(4, 9);
  expect(waterToAddG(135, 100, 30)).toBeCloseTo(-5, 9);
  // brought to it, nothing is missing
  expect(waterToAddG(126 + waterToAddG(126, 100, 30), 100, 30)).toBeCloseTo(0, 9);
  expect(() => moisturePercent(10, 0)).toThrow();
});

test('a sheet weighs its area', () => {
  expect(dryWeightG({ widthMm: 500, heightMm: 400 }, 100)).toBeCloseTo(20, 9);
});
