import fc from 'fast-check';
import { normalDeviate, randomStream } from '../random/random';
import { filmBand, filmFromDrawdown, filmFromGrounds } from './index';

const PAPER = 0.82,
  BLACK = 0.015,
  STRIPS = [0.6, 0.45, 0.3, 0.12] as const;

const crossed = (x: number, y: number, grounds: readonly number[], takenUp = 1, off: () => number = () => 0) =>
  grounds.map((g, i) => {
    const w = i === 0 ? 1 : takenUp;
    return { below: [g], over: [Math.max(0, filmBand(x * w, y * w, g) + off())], takenUp: w };
  });

test('absorption and scattering come back from strips of films alone, none of them black', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 1.2, noNaN: true }),
      fc.double({ min: 0.02, max: 1.2, noNaN: true }),
      fc.double({ min: 0.5, max: 1, noNaN: true }),
      (x, y, takenUp) => {
        const film = filmFromGrounds(crossed(x, y, [PAPER, ...STRIPS], takenUp));
        expect(film.leftOver).toBeLessThan(1e-4);
        // the film explains what was read; where it nearly hides the strips only its ratio is certain
        for (const g of [PAPER, ...STRIPS])
          expect(filmBand(film.kh[0], film.sh[0], g)).toBeCloseTo(filmBand(x, y, g), 2);
      },
    ),
    { seed: 18, numRuns: 300 },
  );
});

test('from paper and black alone it is the film of the closed form', () => {
  const [paper, black] = crossed(0.3, 0.4, [PAPER, BLACK]);
  const two = filmFromGrounds([paper, black]);
  const closed = filmFromDrawdown({
    ...{ overPaper: paper.over, paper: paper.below, overBlack: black.over, black: black.below },
  });
  expect(two.kh[0]).toBeCloseTo(closed.kh[0], 6);
  expect(two.sh[0]).toBeCloseTo(closed.sh[0], 6);
  expect(two.quality).toEqual(closed.quality);
});

test('many strips with a reader’s noise tell more than two', () => {
  const random = randomStream(7),
    off = () => 0.004 * normalDeviate(random);
  const [x, y] = [0.35, 0.2];
  const error = (grounds: readonly number[]) => {
    let sum = 0;
    for (let n = 0; n < 200; n++) {
      const film = filmFromGrounds(crossed(x, y, grounds, 1, off));
      sum += (film.kh[0] - x) ** 2 + (film.sh[0] - y) ** 2;
    }
    return Math.sqrt(sum / 200);
  };
  const two = error([PAPER, 0.12]),
    six = error([PAPER, 0.6, 0.45, 0.3, 0.2, 0.12, 0.12, BLACK]);
  expect(six).toBeLessThan(0.8 * two);
});

test('grounds that are alike, or readings that contradict one another, are said to tell nothing', () => {
  expect(filmFromGrounds(crossed(0.3, 0.4, [PAPER, PAPER - 0.005])).quality).toEqual(['unreadable']);
  expect(filmFromGrounds(crossed(0.3, 0.4, [PAPER])).quality).toEqual(['unreadable']);
  const [paper, dark] = crossed(0.3, 0.4, [PAPER, 0.1]);
  const exchanged = filmFromGrounds([
    { ...paper, over: dark.over },
    { ...dark, over: [0.7] },
  ]);
  expect(exchanged.quality).toEqual(['unreadable']);
  expect(Number.isFinite(exchanged.kh[0]) && Number.isFinite(exchanged.sh[0])).toBe(true);
});
