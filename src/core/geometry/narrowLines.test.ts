import fc from 'fast-check';
import { randomStream } from '../random/random';
import { emptyMask, type BitMask } from './bitMask';
import { middleLines } from './islandFigures';
import { NarrowLines } from './narrowLines';
import { distancesAcrossMask } from './otherDistance';

const masks = fc
  .record({
    seed: fc.nat(),
    width: fc.integer({ min: 1, max: 110 }),
    height: fc.integer({ min: 1, max: 60 }),
    strokes: fc.integer({ min: 0, max: 30 }),
  })
  .map(({ seed, width, height, strokes }): BitMask => {
    const random = randomStream(seed),
      mask = emptyMask(width, height);
    for (let s = 0; s < strokes; s++) {
      const set = random() < 0.6,
        wide = 1 + random() * 7,
        turn = random() * Math.PI;
      let x = random() * width,
        y = random() * height;
      for (let step = 0; step < 30; step++, x += Math.cos(turn), y += Math.sin(turn))
        for (let py = Math.max(0, Math.ceil(y - wide / 2)); py < Math.min(height, y + wide / 2); py++)
          for (let px = Math.max(0, Math.ceil(x - wide / 2)); px < Math.min(width, x + wide / 2); px++) {
            const w = py * mask.wordsPerRow + (px >>> 5);
            if (set) mask.words[w] |= 1 << (px & 31);
            else mask.words[w] &= ~(1 << (px & 31));
          }
    }
    return mask;
  });

test('narrow lines are the middle lines of the distances, pixel by pixel and width by width', () =>
  fc.assert(
    fc.property(masks, fc.constantFrom(2, 3, 4, 5, 5.5, 6, 8, 10), (mask, limitPx) => {
      const wanted = middleLines(mask, distancesAcrossMask(mask, Math.ceil(limitPx / 2) + 3), limitPx);
      const found = new NarrowLines(limitPx).find(mask);
      expect([...found.pixel]).toEqual([...wanted.pixel]);
      expect([...found.widthPx]).toEqual([...wanted.widthPx]);
    }),
    { numRuns: 300 },
  ));

test('what is kept from the mask before changes nothing: masks that differ a little, and masks of another size', () =>
  fc.assert(
    fc.property(masks, fc.constantFrom(3, 5, 8), fc.array(fc.nat(), { maxLength: 40 }), (mask, limitPx, flips) => {
      const lines = new NarrowLines(limitPx);
      lines.find(mask);
      const changed = { ...mask, words: mask.words.slice() };
      for (const flip of flips) {
        const x = flip % mask.width,
          y = Math.floor(flip / 7) % mask.height;
        changed.words[y * mask.wordsPerRow + (x >>> 5)] ^= 1 << (x & 31);
      }
      expect(lines.find(changed)).toEqual(new NarrowLines(limitPx).find(changed));
      lines.find(emptyMask(mask.width + 1, mask.height));
      expect(lines.find(mask)).toEqual(new NarrowLines(limitPx).find(mask));
    }),
    { numRuns: 200 },
  ));
