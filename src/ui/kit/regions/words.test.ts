import { areaWords } from './words';

test('areas are said in mm² while they are small, in cm² from ten on', () => {
  expect([0.44, 9.96, 10, 532.4, 999, 1000, 10934].map(areaWords)).toEqual([
    '0.4 mm²',
    '10.0 mm²',
    '10 mm²',
    '532 mm²',
    '999 mm²',
    '10 cm²',
    '109 cm²',
  ]);
});
