import { Hand } from './draw';
import { ferrySlip } from './ferrySlip';
import { quinces } from './quinces';
import { saltWorks, SALT_WORKS_TONES } from './saltWorks';

test.each([
  ['saltWorks', saltWorks],
  ['quinces', quinces],
  ['ferrySlip', ferrySlip],
])('%s is drawn the same each time, and only draws', (_name, draw) => {
  const svg = draw();
  expect(draw()).toBe(svg);
  expect(svg).toMatch(/^<svg [^>]*width="[\d.]+mm"/);
  expect(svg).not.toMatch(/NaN|undefined|href|<script|<text/);
});

test('Salt Works uses its six tones and no other', () => {
  const used = new Set([...saltWorks().matchAll(/#[0-9a-f]{6}/g)].map((m) => m[0]));
  expect([...used].sort()).toEqual([...SALT_WORKS_TONES].sort());
});

test('a hand with another seed draws another line', () => {
  const line = (seed: number) => {
    const hand = new Hand(100, 100, 10, seed);
    hand.shape(
      [
        [0, 0],
        [90, 0],
        [90, 90],
      ],
      '#000000',
    );
    return hand.svg();
  };
  expect(line(1)).toBe(line(1));
  expect(line(1)).not.toBe(line(2));
});
