import { areaInWords, decimal, gramsInWords, quantity } from './quantities';

test('areas are said in mm² while they are small, in cm² from ten on', () => {
  expect([0.44, 9.96, 10, 532.4, 999, 1000, 10934].map(areaInWords)).toEqual([
    '0.4 mm²',
    '10.0 mm²',
    '10 mm²',
    '532 mm²',
    '999 mm²',
    '10 cm²',
    '109 cm²',
  ]);
});

test('figures have their digits, their unit and a true minus', () => {
  expect([decimal(-0.456, 2), decimal(1234.5, 0)]).toEqual(['−0.46', '1,235']);
  expect([gramsInWords(9.96), gramsInWords(42.4)]).toEqual(['10.0 g', '42 g']);
  expect([quantity('percent', 2.05, 1), quantity('degrees', 0.2, 2), quantity('times', 1.5, 2)]).toEqual([
    '2.1 %',
    '0.20°',
    '× 1.50',
  ]);
});
