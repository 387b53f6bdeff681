import { Hand } from './draw';
import { FERRY_TONES, ferrySlip } from './ferrySlip';
import { marketMorning, MARKET_TONES } from './marketMorning';
import { quinces } from './quinces';
import { saltWorks, SALT_WORKS_TONES } from './saltWorks';

test.each([
  ['saltWorks', saltWorks],
  ['quinces', quinces],
  ['ferrySlip', ferrySlip],
  ['marketMorning', marketMorning],
])('%s is drawn the same each time, and only draws', (_name, draw) => {
  const svg = draw();
  expect(draw()).toBe(svg);
  expect(svg).toMatch(/^<svg [^>]*width="[\d.]+mm"/);
  expect(svg).not.toMatch(/NaN|undefined|href|<script|<text/);
});

test.each([
  ['Salt Works', saltWorks, SALT_WORKS_TONES],
  ['Market Morning', marketMorning, MARKET_TONES],
  ['Ferry Slip', ferrySlip, FERRY_TONES],
])('%s uses its own tones and no other', (_name, draw, tones) => {
  const used = new Set([...draw().matchAll(/#[0-9a-f]{6}/g)].map((m) => m[0]));
  expect([...used].sort()).toEqual([...tones].sort());
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
