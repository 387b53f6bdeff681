import { chainsOf, thinned } from './thinning';

const WIDTH = 120,
  HEIGHT = 90;
const OPTIONS = { spurPx: 5, bendDeg: 60, leastPx: 12 };

/** Lines of a width, each a list of points. */
function drawn(lines: readonly (readonly [number, number])[][], wide: number): Uint8Array {
  const shape = new Uint8Array(WIDTH * HEIGHT);
  for (const points of lines)
    for (let p = 0; p + 1 < points.length; p++)
      for (let t = 0; t <= 1; t += 0.004) {
        const x = points[p][0] + t * (points[p + 1][0] - points[p][0]),
          y = points[p][1] + t * (points[p + 1][1] - points[p][1]);
        for (let dy = 0; dy < wide; dy++)
          for (let dx = 0; dx < wide; dx++) shape[(Math.round(y) + dy) * WIDTH + Math.round(x) + dx] = 1;
      }
  return shape;
}

function chains(shape: Uint8Array) {
  const pixels = [...shape.keys()].filter((i) => shape[i] === 1);
  return chainsOf(shape, WIDTH, thinned(shape, WIDTH, pixels), OPTIONS);
}

const ends = (chain: Int32Array) =>
  [chain[0], chain[chain.length - 1]].map((i) => [i % WIDTH, Math.floor(i / WIDTH)]).sort((a, b) => a[0] - b[0]);

test('a thick line becomes one line a pixel wide, as long as it was', () => {
  const [chain, ...more] = chains(
    drawn(
      [
        [
          [10, 20],
          [100, 60],
        ],
      ],
      4,
    ),
  );
  expect(more).toEqual([]);
  const [[x0], [x1]] = ends(chain);
  expect(x0).toBeLessThan(15);
  expect(x1).toBeGreaterThan(97);
  for (let k = 1; k < chain.length; k++) {
    const dx = Math.abs((chain[k] % WIDTH) - (chain[k - 1] % WIDTH)),
      dy = Math.abs(Math.floor(chain[k] / WIDTH) - Math.floor(chain[k - 1] / WIDTH));
    expect(Math.max(dx, dy)).toBe(1);
  }
});

test('two lines that cross go on straight through one another', () => {
  const found = chains(
    drawn(
      [
        [
          [10, 45],
          [110, 45],
        ],
        [
          [60, 10],
          [60, 80],
        ],
      ],
      3,
    ),
  );
  expect(found).toHaveLength(2);
  expect(found.map((chain) => chain.length).sort((a, b) => a - b)[0]).toBeGreaterThan(60);
  expect(found.map((chain) => chain.length).sort((a, b) => a - b)[1]).toBeGreaterThan(90);
});

test('a branch ends at the line it comes from; short spurs and short lines are left out', () => {
  const found = chains(
    drawn(
      [
        [
          [10, 60],
          [110, 60],
        ],
        [
          [60, 60],
          [60, 30],
        ],
        [
          [30, 60],
          [30, 57],
        ],
        [
          [20, 10],
          [26, 10],
        ],
      ],
      1,
    ),
  );
  expect(found.map((chain) => chain.length > 80).filter(Boolean)).toHaveLength(1);
  expect(found).toHaveLength(2);
});

test('a ring is one line', () => {
  const shape = new Uint8Array(WIDTH * HEIGHT);
  for (let a = 0; a < 6.2832; a += 0.004)
    shape[Math.round(45 + 25 * Math.sin(a)) * WIDTH + Math.round(60 + 25 * Math.cos(a))] = 1;
  const found = chains(shape);
  expect(found).toHaveLength(1);
  expect(found[0].length).toBeGreaterThan(100);
});
