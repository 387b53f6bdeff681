import fc from 'fast-check';
import { randomStream } from '../random/random';
import { emptyMask, hasPixel, type BitMask } from './bitMask';
import { Opening, openingShape } from './opening';

const masks = fc
  .record({ seed: fc.nat(), width: fc.integer({ min: 1, max: 90 }), height: fc.integer({ min: 1, max: 40 }) })
  .map(({ seed, width, height }): BitMask => {
    const random = randomStream(seed),
      mask = emptyMask(width, height);
    for (let k = 0; k < 14; k++) {
      const set = random() < 0.7,
        x0 = random() * width,
        y0 = random() * height,
        wide = random() * 30,
        high = random() * 14;
      for (let y = Math.ceil(y0); y < Math.min(height, y0 + high); y++)
        for (let x = Math.ceil(x0); x < Math.min(width, x0 + wide); x++) {
          const w = y * mask.wordsPerRow + (x >>> 5);
          if (set) mask.words[w] |= 1 << (x & 31);
          else mask.words[w] &= ~(1 << (x & 31));
        }
    }
    return mask;
  });

/** By definition: the union of all places of the shape that lie inside, beyond the rim all being inside. */
function plainly(mask: BitMask, across: number, down: number, inverted: boolean): boolean[][] {
  const a = ((across + 1) / 2) ** 2,
    b = ((down + 1) / 2) ** 2;
  const offsets: [number, number][] = [];
  for (let y = 0; y < down; y++)
    for (let x = 0; x < across; x++) {
      const dx = x - (across - 1) / 2,
        dy = y - (down - 1) / 2;
      if ((dx * dx) / a + (dy * dy) / b < 1 - 1e-9) offsets.push([x, y]);
    }
  const inside = (x: number, y: number) =>
    x < 0 || y < 0 || x >= mask.width || y >= mask.height || hasPixel(mask, x, y) !== inverted;
  const opened = Array.from({ length: mask.height }, () => new Array<boolean>(mask.width).fill(false));
  for (let y = -down; y < mask.height; y++)
    for (let x = -across; x < mask.width; x++)
      if (offsets.every(([dx, dy]) => inside(x + dx, y + dy)))
        for (const [dx, dy] of offsets) if (opened[y + dy]?.[x + dx] !== undefined) opened[y + dy][x + dx] = true;
  return opened;
}

test('an opening is the union of all places the shape lies inside, of a mask and of its complement, on and off the rim', () =>
  fc.assert(
    fc.property(
      masks,
      fc.constantFrom([1, 1], [2, 2], [3, 3], [5, 5], [6, 6], [8, 8], [10, 6], [4, 8], [12, 12]),
      fc.boolean(),
      (mask, [across, down], inverted) => {
        const wanted = plainly(mask, across, down, inverted),
          opened = new Opening(openingShape(across, down)).open(mask, inverted);
        for (let y = 0; y < mask.height; y++)
          for (let x = 0; x < mask.width; x++)
            if (hasPixel(opened, x, y) !== wanted[y][x]) throw new Error(`pixel ${x}, ${y}`);
      },
    ),
    { numRuns: 60 },
  ));

test('what the shape does not reach is the residue; thin is what of it does not touch what is reached', () =>
  fc.assert(
    fc.property(masks, fc.constantFrom(3, 5, 8, 36), (mask, px) => {
      const opening = new Opening(openingShape(px)),
        opened = opening.open(mask),
        left = emptyMask(mask.width, mask.height),
        thin = emptyMask(mask.width, mask.height);
      const anyLeft = opening.addResidue(mask, false, left);
      opening.addThin(mask, false, thin);
      let some = false;
      for (let y = 0; y < mask.height; y++)
        for (let x = 0; x < mask.width; x++) {
          const out = hasPixel(mask, x, y) && !hasPixel(opened, x, y);
          some ||= out;
          expect(hasPixel(left, x, y)).toBe(out);
          // beyond the rim all is reached where the ground is inside: only pixels away from it are held to the plain definition
          if (x < 1 || y < 1 || x > mask.width - 2 || y > mask.height - 2) continue;
          const touches = [-1, 0, 1].some((dy) => [-1, 0, 1].some((dx) => hasPixel(opened, x + dx, y + dy)));
          expect(hasPixel(thin, x, y)).toBe(out && !touches);
        }
      expect(anyLeft).toBe(some);
    }),
    { numRuns: 25 },
  ));

test('the shape leaves no diagonal strip that the check reads as narrower', () => {
  // of five pixels it is the whole square: a round one leaves strips of 4.7
  expect(openingShape(5).rects).toEqual([{ widthPx: 5, heightPx: 5 }]);
  // from six on the corners go
  expect(openingShape(6).rects.map(({ widthPx, heightPx }) => [widthPx, heightPx])).toEqual([
    [4, 6],
    [6, 4],
  ]);
});
