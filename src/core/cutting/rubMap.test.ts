import { emptyMask, hasPixel, setPixel, type BitMask } from '../geometry';
import { randomStream } from '../random/random';
import { RUB, rubMapOf, SOLID_RADIUS_MM } from './rubMap';

const MM_PER_PX = 0.5,
  RADIUS_PX = SOLID_RADIUS_MM / MM_PER_PX;

function boxes(width: number, height: number, ...of: readonly (readonly [number, number, number, number])[]): BitMask {
  const mask = emptyMask(width, height);
  for (const [x0, y0, w, h] of of)
    for (let y = Math.max(0, y0); y < Math.min(height, y0 + h); y++)
      for (let x = Math.max(0, x0); x < Math.min(width, x0 + w); x++) setPixel(mask, x, y);
  return mask;
}

/** By the definition: every disc of the radius that lies wholly on ink and on the block. */
function byDiscs(mask: BitMask): Uint8Array {
  const { width, height } = mask;
  const out = new Uint8Array(width * height);
  const within = (cx: number, cy: number, visit: (x: number, y: number) => boolean) => {
    const reach = Math.ceil(RADIUS_PX);
    for (let y = cy - reach; y <= cy + reach; y++)
      for (let x = cx - reach; x <= cx + reach; x++)
        if ((x - cx) ** 2 + (y - cy) ** 2 < RADIUS_PX ** 2 && !visit(x, y)) return false;
    return true;
  };
  const inked = (x: number, y: number) => x >= 0 && y >= 0 && x < width && y < height && hasPixel(mask, x, y);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (inked(x, y)) out[y * width + x] = RUB.fine;
    }
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (within(x, y, inked))
        within(x, y, (at, row) => {
          out[row * width + at] = RUB.solid;
          return true;
        });
  return out;
}

test('solids are what discs of four millimetres reach, as the definition has it, on drawings at random', () => {
  for (let seed = 0; seed < 12; seed++) {
    const random = randomStream(seed);
    const mask = boxes(
      70,
      50,
      ...Array.from(
        { length: 7 },
        () =>
          [0, 1, 2, 3].map((i) => Math.floor(random() * (i < 2 ? 60 : 30)) - (i < 2 ? 6 : 0)) as [
            number,
            number,
            number,
            number,
          ],
      ),
    );
    expect(Buffer.from(rubMapOf(mask, MM_PER_PX, 70).cells)).toEqual(Buffer.from(byDiscs(mask)));
  }
});

test('areas add up to what is inked; a band along the edge of the block is no solid for being at the edge', () => {
  const mask = boxes(200, 120, [20, 20, 80, 80], [150, 0, 4, 120], [0, 0, 12, 120]);
  const map = rubMapOf(mask, MM_PER_PX, 100);
  expect(map.solidCm2 + map.fineCm2).toBeCloseTo((80 * 80 + 4 * 120 + 12 * 120) * 0.0025, 9);
  expect(map.solidCm2).toBeGreaterThan(80 * 80 * 0.0025 * 0.97);
  expect(map.solidCm2).toBeLessThan(80 * 80 * 0.0025 + 1e-9);
  expect(map.cells[30 * map.width + 2]).toBe(RUB.fine);
  // a line thinner than a cell is there
  expect(map.cells[30 * map.width + 75]).toBe(RUB.fine);
});

test('nothing inked, all inked, and a map no finer than the picture', () => {
  expect(rubMapOf(emptyMask(40, 30), MM_PER_PX, 20)).toMatchObject({ solidCm2: 0, fineCm2: 0, width: 20, height: 15 });
  const full = rubMapOf(boxes(40, 30, [0, 0, 40, 30]), MM_PER_PX, 400);
  expect(full.width).toBe(40);
  expect(full.solidCm2).toBeGreaterThan(0.9 * 40 * 30 * 0.0025);
  expect(() => rubMapOf(emptyMask(4, 4), 0, 4)).toThrow();
  expect(() => rubMapOf(emptyMask(4, 4), 1, 0)).toThrow();
});
