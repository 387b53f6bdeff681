import { learnedBrushMix } from './brushed';

const said = { pigment: 2, paste: 4, water: 6 };

test('start values hold until something is written down, and give way run by run', () => {
  expect(learnedBrushMix([])).toEqual({ pigment: 1, paste: 1, water: 1 });
  const twice = { used: { pigment: 4, paste: 4, water: 3 }, said };
  const learned = [1, 4, 40].map((runs) => learnedBrushMix(Array.from({ length: runs }, () => twice)));
  expect(learned[0].pigment).toBeCloseTo(6 / 5, 12);
  expect(learned[1].pigment).toBeCloseTo(1.5, 12);
  expect(learned[2].pigment).toBeGreaterThan(1.9);
  for (const { paste, water } of learned) {
    expect(paste).toBe(1);
    expect(water).toBeLessThan(1);
  }
});

test('a large run and a small one count alike; none of something is an answer; what cannot be is refused', () => {
  const small = { used: { pigment: 1, paste: 0, water: 1 }, said: { pigment: 1, paste: 1, water: 1 } },
    large = { used: { pigment: 300, paste: 100, water: 100 }, said: { pigment: 100, paste: 100, water: 100 } };
  expect(learnedBrushMix([small, large]).pigment).toBeCloseTo((4 + 1 + 3) / 6, 12);
  expect(learnedBrushMix([small]).paste).toBeCloseTo(4 / 5, 12);
  // a slip of the pen does not rule all later cards
  expect(learnedBrushMix([{ used: { ...said, pigment: 200 }, said }]).pigment).toBeCloseTo(8 / 5, 12);
  expect(() => learnedBrushMix([{ used: { ...said, water: -1 }, said }])).toThrow(/water used/);
  expect(() => learnedBrushMix([{ used: said, said: { ...said, paste: 0 } }])).toThrow(/paste said/);
});
