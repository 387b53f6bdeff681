import { normalDeviate, randomStream, type RandomStream } from '@/core/random/random';
import { forecastEdition, learnedBelief, MEAN_LOSS, sheetsToStart, type RunLosses, type RunWay } from '@/core/sheets';

/** How the true losses of a studio come about; the start values think of the first. */
interface Truth {
  readonly name: string;
  /** Times the start value. */
  readonly mean: number;
  /** Standard deviations of the logarithm: of the studio, and of each of its ways. */
  readonly whole: number;
  readonly ways: number;
  /** A run's luck weighs as much as so many sheets; 0: one of those the start values think of. */
  readonly luck: number;
}

export const TRUTHS: readonly Truth[] = [
  { name: 'as the start values say', mean: 1, whole: 0.55, ways: 0.21, luck: 0 },
  { name: 'all ways alike', mean: 1, whole: 0.55, ways: 0, luck: 20 },
  { name: 'ways differ twice as much', mean: 1, whole: 0.55, ways: 0.42, luck: 20 },
  { name: 'twice the mean loss', mean: 2, whole: 0.2, ways: 0.21, luck: 20 },
  { name: 'half the mean loss', mean: 0.5, whole: 0.2, ways: 0.21, luck: 20 },
  { name: 'runs that differ much', mean: 1, whole: 0.55, ways: 0.21, luck: 5 },
  { name: 'runs without luck', mean: 1, whole: 0.55, ways: 0.21, luck: 2000 },
];

export interface StudioRow {
  readonly name: string;
  readonly studios: number;
  /** Chance stated before the first sheet, and how often it came true; then after half of the second run. */
  readonly promised: number;
  readonly kept: number;
  readonly forecast: number;
  readonly reached: number;
  /** Kept minus promised at the first print of a studio, and from the fourth on. */
  readonly first: number;
  readonly later: number;
}

const PRINTS = 12,
  EDITION = 12,
  WISH = 0.9;
const MEDIUMS = ['oil relief', 'water-based relief', 'pigment and paste'],
  REGISTRATIONS = ['corner stops', 'kento', 'pins and tabs', 'by eye'];

/** Studios that print one edition after another in ways of their own, each told from its own log how many sheets to start. Seeded. */
export function studyStudios(truth: Truth, studios: number, seed: number): StudioRow {
  const random = randomStream(seed);
  const sums = { promised: 0, kept: 0, forecast: 0, reached: 0 };
  const off = Array.from({ length: PRINTS }, () => 0);
  for (let s = 0; s < studios; s++) {
    const lossOf = trueLosses(truth, random),
      seen: RunLosses[] = [];
    for (let p = 0; p < PRINTS; p++) {
      const told = onePrint(truth, lossOf, seen, random);
      for (const key of ['promised', 'kept', 'forecast', 'reached'] as const) sums[key] += told[key];
      off[p] += told.kept - told.promised;
    }
  }
  const all = studios * PRINTS;
  return {
    ...{ name: truth.name, studios, promised: sums.promised / all, kept: sums.kept / all },
    ...{ forecast: sums.forecast / all, reached: sums.reached / all, first: off[0] / studios },
    later: off.slice(3).reduce((sum, v) => sum + v, 0) / (studios * (PRINTS - 3)),
  };
}

/** Mean loss by way in one studio, as its truth draws it. */
function trueLosses({ mean, whole, ways }: Truth, random: RandomStream): (way: RunWay) => number {
  const own = whole * normalDeviate(random),
    effects = new Map<string, number>();
  const effect = (key: string) => {
    if (!effects.has(key)) effects.set(key, ways * normalDeviate(random));
    return effects.get(key)!;
  };
  return (way) =>
    Math.min(0.7, MEAN_LOSS.practised * mean * Math.exp(own + Object.values(way).reduce((s, v) => s + effect(v!), 0)));
}

function onePrint(truth: Truth, lossOf: (way: RunWay) => number, seen: RunLosses[], random: RandomStream) {
  const pick = <T>(of: readonly T[]) => of[Math.floor(random() * of.length)];
  const runs = 3 + Math.floor(random() * 4);
  const common = { medium: pick(MEDIUMS), registration: pick(REGISTRATIONS), by: pick(['hand', 'press'] as const) };
  const ways = Array.from({ length: runs }, (_, r): RunWay => ({
    ...common,
    place: r === 0 ? 'first' : r === runs - 1 ? 'last' : 'middle',
  }));
  const belief = learnedBelief('practised', seen, ways);
  const answer = sheetsToStart({ edition: EDITION, proofsToKeep: 0, testSheets: 0, wishToBeSure: WISH }, runs, belief);
  if (!answer.ok) throw new Error(answer.code);
  let alive = answer.value.counted,
    forecast = 0;
  ways.forEach((way, r) => {
    const mean = lossOf(way),
      weight = truth.luck || pick([4, 4, 4, 20, 20, 20, 20, 20, 2000, 2000]);
    const share = betaDeviate(mean * weight, (1 - mean) * weight, random);
    const kept = Array.from({ length: alive }, () => random() >= share);
    if (r === 1) {
      const half = alive >> 1,
        good = kept.slice(0, half).filter(Boolean).length;
      const told = forecastEdition(
        {
          ...{ run: r, keptInRun: good, lostInRun: half - good, waiting: alive - half },
          runsAfterThis: runs - 1 - r,
        },
        EDITION,
        belief,
      );
      if (!told.ok) throw new Error(told.code);
      forecast = told.value.chance;
    }
    const left = kept.filter(Boolean).length;
    seen.push({ sheets: alive, lost: alive - left, way });
    alive = left;
  });
  const kept = alive >= EDITION ? 1 : 0;
  return { promised: answer.value.chance, kept, forecast, reached: kept };
}

/** A Beta deviate by two gammas (Marsaglia & Tsang 2000). */
function betaDeviate(a: number, b: number, random: RandomStream): number {
  const x = gammaDeviate(a, random);
  return x / (x + gammaDeviate(b, random));
}

function gammaDeviate(shape: number, random: RandomStream): number {
  if (shape < 1) return gammaDeviate(shape + 1, random) * random() ** (1 / shape);
  const d = shape - 1 / 3,
    c = 1 / Math.sqrt(9 * d);
  for (;;) {
    const x = normalDeviate(random),
      v = (1 + c * x) ** 3;
    if (v > 0 && Math.log(1 - random()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}
