import fc from 'fast-check';
import { normalDeviate, randomStream } from '../random/random';
import { dryingHours, learnedDrying, type DryingReading } from './index';

test('60 hours at 20 °C and 50 % RH; longer over films, shorter when warm and dry', () => {
  expect(dryingHours({ mediumHours: 60, filmsBelow: 0 })).toBe(60);
  expect(dryingHours({ mediumHours: 60, filmsBelow: 2 })).toBeCloseTo(60 * 1.3225, 9);
  expect(dryingHours({ mediumHours: 60, filmsBelow: 0, temperatureC: 30 })).toBe(30);
  expect(dryingHours({ mediumHours: 60, filmsBelow: 0, relativeHumidityPercent: 40 })).toBeCloseTo(54, 9);
});

test('paper that drinks, a thin film and drier make it shorter; more drier than helps does not help', () => {
  const film = { mediumHours: 72, filmsBelow: 0 };
  expect(dryingHours({ ...film, sizing: 'unsized' })).toBeCloseTo(50.4, 9);
  expect(dryingHours({ ...film, filmWeight: 0.5 })).toBe(36);
  expect(dryingHours({ ...film, drierPercent: 3 })).toBeCloseTo(20, 9);
  expect(dryingHours({ ...film, drierPercent: 30 })).toBeCloseTo(20, 9);
  expect(dryingHours({ ...film, drierPercent: 1 })).toBeGreaterThan(40);
});

const seen = (seenHours: number, how: DryingReading['how'] = 'now'): DryingReading => ({
  saidHours: 60,
  seenHours,
  how,
});

test('nothing seen: what is said, within a range', () => {
  const { low, middle, high } = learnedDrying([]);
  expect(middle).toBeCloseTo(1, 3);
  // a film's own spread and that of the medium together
  expect(Math.log(high)).toBeCloseTo(1.2816 * Math.hypot(0.35, 0.175), 2);
  expect(low * high).toBeCloseTo(1, 3);
});

test('the start value weighs as much as four readings', () => {
  // four films that took twice as long: half way there, as logarithms go
  expect(learnedDrying(Array<DryingReading>(4).fill(seen(120))).middle).toBeCloseTo(Math.SQRT2, 2);
  expect(learnedDrying(Array<DryingReading>(12).fill(seen(120))).middle).toBeCloseTo(2 ** 0.75, 2);
});

test('not yet dry makes it longer, dry before makes it shorter, and neither tells more than it does', () => {
  expect(learnedDrying([seen(90, 'not yet')]).middle).toBeGreaterThan(1.05);
  expect(learnedDrying([seen(30, 'before')]).middle).toBeLessThan(0.95);
  // long after it was to be expected, dry tells next to nothing
  expect(learnedDrying([seen(600, 'before')]).middle).toBeCloseTo(1, 3);
  expect(learnedDrying([seen(2, 'not yet')]).middle).toBeCloseTo(1, 3);
});

test('one look that cannot be does not carry everything with it', () => {
  expect(learnedDrying([seen(1, 'now'), ...Array<DryingReading>(6).fill(seen(60))]).middle).toBeGreaterThan(0.75);
});

test('more looks at slower films never make it quicker', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 30, max: 120, noNaN: true }), { maxLength: 8 }), fc.nat(7), (hours, at) => {
      if (hours.length === 0) return;
      const slower = hours.map((h, i) => (i === at % hours.length ? h * 1.5 : h));
      const [before, after] = [hours, slower].map((list) => learnedDrying(list.map((h) => seen(h))));
      expect(after.middle).toBeGreaterThan(before.middle - 1e-3);
      expect(after.low).toBeLessThan(after.middle);
      expect(after.middle).toBeLessThan(after.high);
    }),
    { seed: 17, numRuns: 60 },
  );
});

test('the range holds eight films in ten, in workshops slower and quicker than the start values', () => {
  const random = randomStream(172);
  let inside = 0,
    asked = 0;
  for (let shop = 0; shop < 400; shop++) {
    const own = 0.175 * normalDeviate(random);
    const film = () => 60 * Math.exp(own + 0.35 * normalDeviate(random));
    const looks = Array.from({ length: shop % 9 }, (): DryingReading => {
      const hours = film(),
        at = 60 * (0.5 + 1.5 * random());
      if (random() < 0.5) return seen(hours);
      return at > hours ? seen(at, 'before') : seen(at, 'not yet');
    });
    const { low, high } = learnedDrying(looks);
    for (let i = 0; i < 5; i++) {
      const hours = film() / 60;
      asked++;
      if (hours > low && hours < high) inside++;
    }
  }
  expect(inside / asked).toBeGreaterThan(0.77);
  expect(inside / asked).toBeLessThan(0.83);
});
