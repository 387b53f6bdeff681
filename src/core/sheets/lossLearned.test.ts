import { normalDeviate, randomStream, type RandomStream } from '../random/random';
import { digamma, logGamma, trigamma } from './logGamma';
import { learnedBelief, meanLoss, MEAN_LOSS, startBelief, type RunLosses, type RunWay } from './index';

const byHand: RunWay = { medium: 'oil relief', registration: 'kento', by: 'hand', place: 'middle' };
const byPress: RunWay = { ...byHand, registration: 'pins and tabs', by: 'press' };
const runsOf = (way: RunWay, lost: number, runs = 12): RunLosses => ({ sheets: 20, lost, runs, way });

test('the functions beside the logarithm of gamma are its derivatives', () => {
  for (const x of [0.06, 0.5, 1, 3.3, 8, 40, 1999.5]) {
    const h = x * 1e-4;
    expect(digamma(x)).toBeCloseTo((logGamma(x + h) - logGamma(x - h)) / (2 * h), 4);
    expect(trigamma(x)).toBeCloseTo((digamma(x + h) - digamma(x - h)) / (2 * h), 3);
  }
  expect(digamma(1)).toBeCloseTo(-0.5772156649, 9);
  expect(trigamma(1)).toBeCloseTo(Math.PI ** 2 / 6, 9);
});

test('nothing seen: the start value, whatever the way', () => {
  for (const experience of ['new', 'practised', 'workshop'] as const)
    for (const ways of [[{}], [byHand], [byHand, byPress]])
      expect(meanLoss(startBelief(experience, ways)) / MEAN_LOSS[experience]).toBeCloseTo(1.1, 0);
});

test('what is lost in one way tells most of that way, some of others, and less the less they share', () => {
  const seen = [runsOf(byHand, 4)];
  const of = (way: RunWay) => meanLoss(learnedBelief('practised', seen, [way]));
  const [same, press, other] = [
    of(byHand),
    of({ ...byHand, by: 'press' }),
    of({ medium: 'water-based relief', registration: 'by eye', by: 'press', place: 'first' }),
  ];
  expect(same).toBeGreaterThan(press);
  expect(press).toBeGreaterThan(other);
  expect(other).toBeGreaterThan(MEAN_LOSS.practised * 1.3);
});

test('two ways that differ are told apart', () => {
  const seen = [runsOf(byHand, 4), runsOf(byPress, 0)];
  const hand = meanLoss(learnedBelief('practised', seen, [byHand])),
    press = meanLoss(learnedBelief('practised', seen, [byPress]));
  expect(hand).toBeGreaterThan(2 * press);
  expect(hand).toBeGreaterThan(0.1);
  expect(press).toBeLessThan(0.06);
});

test('each run of a print has the luck of its own way, and runs that are alike share one', () => {
  const first: RunWay = { ...byHand, place: 'first' };
  const seen = [runsOf(first, 5, 20), runsOf(byHand, 0, 60)];
  const belief = learnedBelief('practised', seen, [first, byHand, byHand, byHand]);
  expect(meanLoss(belief, 0)).toBeGreaterThan(1.3 * meanLoss(belief, 1));
  expect(meanLoss(belief, 9)).toBe(meanLoss(belief, 3));
  for (const { runs } of belief) expect(runs[2]).toBe(runs[1]);
  expect(belief.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
});

test('in time the log outweighs the start value', () => {
  const seen = [runsOf(byHand, 1, 200)];
  for (const experience of ['new', 'workshop'] as const)
    expect(meanLoss(learnedBelief(experience, seen, [byHand]))).toBeCloseTo(0.05, 1);
});

test('runs where all is lost, or one sheet in a thousand, break nothing', () => {
  const odd = [runsOf(byHand, 20, 30), { sheets: 1200, lost: 1, way: byPress }, { sheets: 0, lost: 0 }];
  for (const way of [byHand, byPress, {}]) {
    const mean = meanLoss(learnedBelief('workshop', odd, [way]));
    expect(mean).toBeGreaterThan(0);
    expect(mean).toBeLessThanOrEqual(0.7 + 1e-9);
  }
});

/** The mean by sampling the whole posterior (random-walk Metropolis over all unknowns): slow, and free of the approximation. */
function sampledMean(seen: readonly RunLosses[], random: RandomStream): number {
  const weights = [4, 20, 2000],
    priorOfWeight = [0.31, 0.45, 0.24];
  const spreads = [0.9, 0.17, 0.17, 0.17, 0.1, 0.17, 0.17];
  // whole, medium, kento, hand, middle, pins, press
  const at = (way: RunWay) => (way === byHand ? [0, 1, 2, 3, 4] : [0, 1, 5, 6, 4]);
  const logOf = (x: readonly number[], w: number) => {
    let log = Math.log(priorOfWeight[w]) - x.reduce((sum, v, i) => sum + (v / spreads[i]) ** 2 / 2, 0);
    for (const { sheets, lost, runs = 1, way } of seen) {
      const mean = Math.min(0.7, meanOf(x, way!)),
        [a, b] = [mean * weights[w], (1 - mean) * weights[w]];
      log +=
        runs *
        (logGamma(a + lost) -
          logGamma(a) +
          logGamma(b + sheets - lost) -
          logGamma(b) +
          logGamma(a + b) -
          logGamma(a + b + sheets));
    }
    return log;
  };
  const meanOf = (x: readonly number[], way: RunWay) =>
    0.04 * Math.exp(at(way).reduce((sum, i) => sum + x[i], 0) - 0.18);
  let x = spreads.map(() => 0),
    w = 1,
    here = logOf(x, w),
    sum = 0,
    count = 0;
  for (let step = 0; step < 40_000; step++) {
    const nextW = random() < 0.3 ? Math.floor(3 * random()) : w;
    const next = x.map((v, i) => v + 0.35 * spreads[i] * normalDeviate(random));
    const there = logOf(next, nextW);
    if (Math.log(1 - random()) < there - here) [x, w, here] = [next, nextW, there];
    if (step < 4000) continue;
    sum += Math.min(0.7, meanOf(x, byPress));
    count++;
  }
  return sum / count;
}

test('the belief is that of the whole posterior, sampled', () => {
  for (const seen of [[runsOf(byHand, 3, 6)], [runsOf(byHand, 0, 6), runsOf(byPress, 2, 3)]]) {
    const sampled = sampledMean(seen, randomStream(91));
    const reckoned = meanLoss(learnedBelief('practised', seen, [byPress]));
    expect(Math.abs(reckoned / sampled - 1)).toBeLessThan(0.08);
  }
});
