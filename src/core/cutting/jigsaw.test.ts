import { LEAST_HOLD_MM, pieceLetter, sawingMinutes, sawnBlock } from './jigsaw';

const MM_PER_PX = 0.25;

/** A block of so many mm, each point given a label. */
function block(widthMm: number, heightMm: number, labelAt: (xMm: number, yMm: number) => number) {
  const width = widthMm / MM_PER_PX,
    height = heightMm / MM_PER_PX;
  const labels = Uint8Array.from({ length: width * height }, (_, i) =>
    labelAt(((i % width) + 0.5) * MM_PER_PX, (Math.floor(i / width) + 0.5) * MM_PER_PX),
  );
  return { width, height, labels };
}
const ALL = { standing: [0, 1, 2, 3], whole: [], heldIn: [], leastPx: 0 };
const sawn = (map: ReturnType<typeof block>, rule = ALL, sawMm = 0.5) => sawnBlock(map, rule, sawMm, MM_PER_PX)!;
const faults = (map: ReturnType<typeof block>) => sawn(map).pieces.map((piece) => piece.faults);

describe('a block sawn apart', () => {
  test('two halves: their areas, the line between them, and what the saw takes', () => {
    const { pieces, linesMm, seamLengthMm, sawnAwayMm2, closesMm } = sawn(block(60, 40, (x) => Number(x > 20)));
    expect(pieces.map(({ areaMm2 }) => areaMm2)).toEqual([800, 1600]);
    expect(pieces.map(({ labels }) => labels)).toEqual([[0], [1]]);
    expect(linesMm).toHaveLength(1);
    expect(seamLengthMm).toBeCloseTo(40, 5);
    expect(sawnAwayMm2).toBeCloseTo(20, 5);
    expect(closesMm).toEqual({ widthMm: 0.5, heightMm: 0 });
    // what a finger has to hold: the width of each half, less half a saw
    expect(pieces[0].widestMm).toBeGreaterThan(18.5);
    expect(pieces[0].widestMm).toBeLessThanOrEqual(20);
    expect(pieces.every((piece) => piece.faults.length === 0)).toBe(true);
  });

  test('a wider saw leaves less to hold', () => {
    const map = block(60, 40, (x) => Number(x > 12));
    expect(sawn(map, ALL, 3).pieces[0].widestMm).toBeCloseTo(sawn(map, ALL, 0.5).pieces[0].widestMm - 2.5, 5);
  });

  test('the letter of a piece lies on it, as deep inside as it goes', () => {
    const { pieces } = sawn(block(60, 40, (x, y) => Number((x - 40) ** 2 + (y - 20) ** 2 < 144)));
    const disc = pieces.find(({ labels }) => labels[0] === 1)!;
    expect(Math.hypot(disc.xMm - 40, disc.yMm - 20)).toBeLessThan(1);
    expect(disc.widestMm).toBeGreaterThan(22);
    const ground = pieces.find(({ labels }) => labels[0] === 0)!;
    expect(Math.hypot(ground.xMm - 40, ground.yMm - 20)).toBeGreaterThan(12);
  });

  test('a piece in the middle of another wants a drilled start', () => {
    expect(faults(block(60, 40, (x, y) => Number((x - 30) ** 2 + (y - 20) ** 2 < 100)))).toEqual([[], ['enclosed']]);
    // at the rim the saw comes in from outside
    expect(faults(block(60, 40, (x, y) => Number((x - 30) ** 2 + y ** 2 < 144)))).toEqual([[], []]);
  });

  test('a piece too small to hold is said to be, by area or by width', () => {
    expect(faults(block(60, 40, (x, y) => Number(x < 12 && y < 12)))[0]).toEqual(['small']);
    expect(faults(block(60, 40, (x) => Number(x < 6)))[0]).toEqual(['small']);
    expect(faults(block(60, 40, (x) => Number(x < LEAST_HOLD_MM + 2)))[0]).toEqual([]);
  });

  test('a neck between two wider parts is measured', () => {
    const { pieces } = sawn(
      block(80, 40, (x, y) => Number((x < 24 || x > 56 ? y < 30 : y > 13 && y < 16) && y < 30 && x > 2 && x < 78)),
    );
    const necked = pieces.find(({ labels }) => labels[0] === 1)!;
    expect(necked.faults).toContain('thin');
    expect(necked.neckMm).toBeGreaterThanOrEqual(2);
    expect(necked.neckMm).toBeLessThanOrEqual(4);
  });

  test('a taper without a wider part behind it is no neck', () => {
    const { pieces } = sawn(block(80, 40, (x, y) => Number(Math.abs(y - 20) < 18 - x / 4)));
    expect(pieces.flatMap((piece) => piece.faults)).not.toContain('thin');
  });

  test('pieces that hook into one another come out upright only', () => {
    // a head wider than its neck, from either side: neither can be drawn away in any direction
    const hooked = block(90, 60, (x, y) => {
      const right = (y < 30 ? x > 30 : x > 60) || (y > 12 && y < 24 && x > 12);
      const headOfLeft = x > 40 && x < 76 && y > 38 && y < 54;
      const neckOfLeft = y > 42 && y < 50 && x > 10 && x < 60;
      return Number((right || (y >= 30 && x > 30)) && !headOfLeft && !neckOfLeft);
    });
    expect(new Set(faults(hooked).flat())).toEqual(new Set(['locked']));
    // a tongue of even width slides
    expect(faults(block(90, 60, (x, y) => Number(x > 40 || (x > 20 && y > 20 && y < 40)))).flat()).toEqual([]);
  });

  test('pairs that are kept whole are not sawn', () => {
    const map = block(60, 40, (x) => (x < 20 ? 0 : x < 40 ? 1 : 2));
    const { pieces, seamLengthMm } = sawn(map, { ...ALL, whole: [[0, 1]] } as never);
    expect(pieces.map(({ labels }) => labels)).toEqual([[0, 1], [2]]);
    expect(seamLengthMm).toBeCloseTo(40, 5);
  });
});

test('minutes of sawing grow with the line and with every hole', () => {
  expect(sawingMinutes(400, 0)).toBeCloseTo(10);
  expect(sawingMinutes(400, 2)).toBeCloseTo(14);
  expect(() => sawingMinutes(-1, 0)).toThrow(/length to saw/);
  expect(() => sawingMinutes(1, -1)).toThrow(/holes/);
});

test('letters go on after Z', () => {
  expect([0, 25, 26, 27, 51, 52, 701, 702].map(pieceLetter)).toEqual(['A', 'Z', 'AA', 'AB', 'AZ', 'BA', 'ZZ', 'AAA']);
  expect(() => pieceLetter(-1)).toThrow(/number of a piece/);
});

test('a saw without width is refused', () => {
  expect(() =>
    sawn(
      block(20, 20, () => 0),
      ALL,
      0,
    ),
  ).toThrow(/width of a saw/);
});
