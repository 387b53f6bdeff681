import type { Lab } from '@/core/colour';
import { edgeNearest, edgeThrough } from './edges';

const TONES: readonly Lab[] = [
  [90, 0, 0],
  [60, 10, 20],
  [20, 0, 0],
];
const colour = { groupBy: 'colour' as const, edges: [] },
  light = { groupBy: 'light' as const, edges: [] };

test('an edge led through a colour lies where that colour is on the way from the lighter to the darker tone', () => {
  expect(edgeThrough([90, 0, 0], TONES, 0, colour)).toBe(-1);
  expect(edgeThrough([75, 5, 10], TONES, 0, colour)).toBeCloseTo(0, 9);
  expect(edgeThrough([60, 10, 20], TONES, 0, colour)).toBe(1);
  // beyond either tone it stays at it
  expect(edgeThrough([99, 0, 0], TONES, 0, colour)).toBe(-1);
  expect(edgeThrough([5, 0, 0], TONES, 0, colour)).toBe(1);
});

test('by light alone, hue says nothing', () => {
  expect(edgeThrough([75, 90, -90], TONES, 0, light)).toBeCloseTo(0, 9);
  expect(edgeThrough([75, 90, -90], TONES, 0, colour)).not.toBeCloseTo(0, 1);
});

test('where there is no darker tone, or both are alike, there is no edge', () => {
  expect(edgeThrough([50, 0, 0], TONES, 2, colour)).toBeUndefined();
  expect(edgeThrough([50, 0, 0], [TONES[0], TONES[0]], 0, colour)).toBeUndefined();
  expect(edgeNearest([50, 0, 0], TONES.slice(0, 1), colour)).toBeUndefined();
});

test('the edge nearest to a colour is the one whose present place is most like it', () => {
  expect(edgeNearest([78, 4, 8], TONES, colour)).toBe(0);
  expect(edgeNearest([35, 5, 10], TONES, colour)).toBe(1);
  // moved far towards its darker tone, the first edge comes nearer to a colour between both
  expect(edgeNearest([56, 8, 17], TONES, colour)).toBe(1);
  expect(edgeNearest([56, 8, 17], TONES, { groupBy: 'colour', edges: [1, 0.2] })).toBe(0);
});
