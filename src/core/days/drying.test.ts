import { dryingHours } from './drying';

test('60 hours at 20 °C and 50 % RH; longer over films, shorter when warm and dry', () => {
  expect(dryingHours(60, 0)).toBe(60);
  expect(dryingHours(60, 2)).toBeCloseTo(60 * 1.3225, 9);
  expect(dryingHours(60, 0, 30)).toBe(30);
  expect(dryingHours(60, 0, 20, 40)).toBeCloseTo(54, 9);
});
