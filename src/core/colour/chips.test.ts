import { chipsAround, colourByChip, deltaE2000, NUDGES, srgb8FromLabD50, type Lab } from './index';

describe('chips', () => {
  const chips = chipsAround([60, 20, -10]);

  test('27, numbered in order, the middle one the colour itself', () => {
    expect(chips.map(({ number }) => number)).toEqual(Array.from({ length: 27 }, (_, i) => i + 1));
    expect(deltaE2000(chips[13].labD50, [60, 20, -10])).toBeLessThan(0.5);
    expect(chips[0].labD50[0]).toBeGreaterThan(chips[26].labD50[0]);
  });

  test('no two alike, and every chip can be printed', () => {
    for (const target of [
      [60, 20, -10],
      [97, 0, 2],
      [6, 1, 1],
      [55, 80, 60],
    ] as Lab[])
      for (const { labD50 } of chipsAround(target)) expect(srgb8FromLabD50(labD50).clipped).toBe(false);
    const apart = chips.flatMap((one, i) => chips.slice(i + 1).map((other) => deltaE2000(one.labD50, other.labD50)));
    expect(Math.min(...apart)).toBeGreaterThan(2);
  });

  test('half a step each way that is named, opposite ways cancel', () => {
    const [l, a, b] = chips[13].labD50;
    expect(colourByChip([l, a, b], ['lighter', 'redder'])).toEqual([l + 3.5, a + 3.5, b]);
    expect(colourByChip([l, a, b], [...NUDGES])).toEqual([l, a, b]);
    expect(colourByChip([99, 0, 0], ['lighter'])[0]).toBe(100);
  });
});
