import { differenceCiede2000, blend, lab as toLab } from 'culori';
import { deltaE2000, srgb8FromLabD50, labD50FromSrgb8, type Lab } from '@/core/colour';
import { labelCoverage, packRgb, paintCoverage } from '@/core/geometry';
import { filmOnGround, groundOf, readyFilm, layReady, labOfInternal, solveRecipe, STARTER_CABINET } from '@/core/inks';
import { searchOrders, searchOverprints, type SearchRun } from '@/core/layers';
import { emptyPlan, type Plan } from '@/model';
import { looksOfPlan, withFlat } from '@/derived';

/** Times of the colour core in a worker of the browser, milliseconds or operations a second; medians over rounds. */
export interface ColourFigures {
  readonly ordersMs: number;
  readonly ordersPrefixes: number;
  readonly allOrdersMs: number;
  readonly allPrefixes: number;
  readonly recipeMs: number;
  readonly recipeWorstMs: number;
  readonly recipes: number;
  readonly whatIfMs: number;
  readonly overlapsMs: number;
  readonly overlapMean: number;
  readonly deltaEOurs: number;
  readonly deltaETheirs: number;
  readonly deltaELargestDifference: number;
  readonly stacksOurs: number;
  readonly blendsTheirs: number;
}

const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];

function timed<T>(work: () => T): { ms: number; value: T } {
  const from = performance.now();
  const value = work();
  return { ms: performance.now() - from, value };
}

const HEXES = [0xead08c, 0xdd9c55, 0xa65b48, 0x4d5a78, 0x20232f, 0x7d9a4e, 0x4f86ad, 0xb4552f, 0x23466b];
const labOf = (hex: number): Lab => labD50FromSrgb8([hex >> 16, (hex >> 8) & 255, hex & 255]);
const ground = groundOf([94.5, 0.3, 4.2], [16, 0, 0]);

function orders(): Pick<ColourFigures, 'ordersMs' | 'ordersPrefixes' | 'allOrdersMs' | 'allPrefixes'> {
  const runs = HEXES.slice(0, 8).map((hex, i): SearchRun => ({
    film: filmOnGround(ground, labOf(hex), (['half', 'opaque', 0.3] as const)[i % 3]),
    weight: 1,
    impressions: 1,
    lightness: labOf(hex)[0],
    finishes: [{ wantedLabD50: labOf(hex), share: 0.125 }],
  }));
  const task = { ground, runs, closed: [], pinned: new Map<number, number>(), direction: 'free' as const };
  searchOrders(task);
  const bounded = Array.from({ length: 9 }, () => timed(() => searchOrders(task)!));
  // every prefix of every order laid and judged, nothing left out
  const every = Array.from({ length: 5 }, () => timed(() => everyPrefix(runs)));
  return {
    ordersMs: median(bounded.map((b) => b.ms)),
    ordersPrefixes: bounded[0].value.prefixesTried,
    allOrdersMs: median(every.map((e) => e.ms)),
    allPrefixes: every[0].value,
  };
}

function everyPrefix(runs: readonly SearchRun[]): number {
  const films = runs.map((run) => readyFilm(run.film, run.weight));
  const internals = Array.from({ length: runs.length + 1 }, () => new Float64Array(ground.internal));
  let laid = 0,
    best = Infinity;
  const visit = (used: number, depth: number, sum: number) => {
    if (depth === runs.length) {
      best = Math.min(best, sum);
      return;
    }
    for (let r = 0; r < runs.length; r++) {
      if (used & (1 << r)) continue;
      layReady(films[r], internals[depth], internals[depth + 1]);
      laid++;
      visit(
        used | (1 << r),
        depth + 1,
        sum + deltaE2000(labOfInternal(ground, internals[depth + 1]), runs[r].finishes[0].wantedLabD50),
      );
    }
  };
  visit(0, 0, 0);
  return laid;
}

function recipes(): Pick<ColourFigures, 'recipeMs' | 'recipeWorstMs' | 'recipes'> {
  const pigments = STARTER_CABINET.map((ink) => ({
    id: ink.name,
    role: ink.role,
    film: filmOnGround(ground, ink.labD50, ink.contrastRatio),
  }));
  const targets = HEXES.map(labOf);
  const run = () =>
    targets.map(
      (targetLabD50) =>
        timed(() => solveRecipe({ targetLabD50, ground, below: ground.internal, weight: 1, pigments })).ms,
    );
  run();
  const rounds = [run(), run(), run()];
  const each = targets.map((_, i) => median(rounds.map((r) => r[i])));
  return { recipeMs: median(each), recipeWorstMs: Math.max(...each), recipes: targets.length };
}

/** One ink of eight runs turned to a new colour and opacity: films, looks, and the eight small pictures painted. */
function whatIf(): Pick<ColourFigures, 'whatIfMs'> {
  const colours = [...HEXES.slice(0, 8), 0xf4efe2].map((hex, i) => ({
    id: `c${i}`,
    name: `c${i}`,
    wantedLabD50: labOf(hex),
    areaShare: 1 / 9,
    islandCount: 1,
  }));
  const plan = withFlat(emptyPlan(), {
    labelsSha: 'a'.repeat(64),
    settings: { colourCount: 9, radiusMm: 0, minIslandMm2: 0 },
    colours,
    barePaperId: 'c8',
    handChanges: 0,
  });
  const map = {
    width: 2400,
    height: 1800,
    labels: Uint8Array.from(
      { length: 2400 * 1800 },
      (_, i) => Math.floor((i % 2400) / 61 + Math.sin(i / 190_000) * 4 + Math.floor(i / 2400) / 83) % 9,
    ),
  };
  const [width, height] = [300, 225];
  const coverage = labelCoverage(map, 9, width, height);
  looksOfPlan(plan);
  const turn = (step: number) =>
    timed(() => {
      const turned: Plan = {
        ...plan,
        inks: plan.inks.map((ink, i) =>
          i === 3
            ? {
                ...ink,
                opacity: 0.2 + step * 0.013,
                solidLabD50: [ink.solidLabD50[0] - step * 0.1, ink.solidLabD50[1], ink.solidLabD50[2]],
              }
            : ink,
        ),
      };
      for (const look of looksOfPlan(turned)!.looks.slice(1))
        paintCoverage(
          coverage,
          look.map((lab) => packRgb(...srgb8FromLabD50(lab).rgb)),
        );
    }).ms;
  for (let i = 0; i < 6; i++) turn(i + 60);
  return { whatIfMs: median(Array.from({ length: 25 }, (_, i) => turn(i + 1))) };
}

function overlaps(): Pick<ColourFigures, 'overlapsMs' | 'overlapMean'> {
  const colours = HEXES.map((hex) => ({ wantedLabD50: labOf(hex), share: 1 / 9 }));
  const all = () =>
    [2, 3, 4, 5, 6].map((blocks) =>
      searchOverprints({ ground, colours, candidatesLabD50: colours.map((c) => c.wantedLabD50), blocks })!,
    );
  const rounds = [timed(all), timed(all), timed(all)];
  return { overlapsMs: median(rounds.map((r) => r.ms)), overlapMean: rounds[0].value[4].mean };
}

const PAIRS = 400_000;

function throughput(): Pick<
  ColourFigures,
  'deltaEOurs' | 'deltaETheirs' | 'deltaELargestDifference' | 'stacksOurs' | 'blendsTheirs'
> {
  const labs = Array.from({ length: 997 }, (_, i): Lab => [
    (i * 37) % 100,
    ((i * 53) % 160) - 80,
    ((i * 71) % 160) - 80,
  ]);
  // their difference reads this mode as it is; the formula does not know under which white Lab was made
  const theirLabs = labs.map(([l, a, b]) => ({ mode: 'lab65' as const, l, a, b }));
  const difference = differenceCiede2000();
  let largest = 0;
  for (let i = 0; i < 997; i++)
    largest = Math.max(
      largest,
      Math.abs(deltaE2000(labs[i], labs[(i * 7 + 3) % 997]) - difference(theirLabs[i], theirLabs[(i * 7 + 3) % 997])),
    );
  let sink = 0;
  const ours = () =>
    timed(() => {
      for (let i = 0; i < PAIRS; i++) sink += deltaE2000(labs[i % 997], labs[(i * 7 + 3) % 997]);
    }).ms;
  const theirs = () =>
    timed(() => {
      for (let i = 0; i < PAIRS; i++) sink += difference(theirLabs[i % 997], theirLabs[(i * 7 + 3) % 997]);
    }).ms;
  const films = HEXES.slice(0, 8).map((hex) => readyFilm(filmOnGround(ground, labOf(hex), 'half'), 1));
  const rgb = HEXES.slice(0, 8).map((hex) => ({
    mode: 'rgb' as const,
    r: (hex >> 16) / 255,
    g: ((hex >> 8) & 255) / 255,
    b: (hex & 255) / 255,
  }));
  const internal = new Float64Array(36);
  const STACKS = 60_000;
  const stacks = () =>
    timed(() => {
      for (let i = 0; i < STACKS; i++) {
        internal.set(ground.internal);
        for (let f = 0; f < 8; f++) layReady(films[(f + i) & 7], internal, internal);
        sink += labOfInternal(ground, internal)[0];
      }
    }).ms;
  const blends = () =>
    timed(() => {
      for (let i = 0; i < STACKS / 10; i++)
        sink += toLab(
          blend(rgb.map((_, f) => rgb[(f + i) & 7]) as [(typeof rgb)[number], ...typeof rgb], 'multiply'),
        ).l;
    }).ms * 10;
  ours();
  theirs();
  stacks();
  blends();
  const rounds = Array.from({ length: 5 }, () => [ours(), theirs(), stacks(), blends()]);
  const of = (i: number) => median(rounds.map((r) => r[i]));
  if (!Number.isFinite(sink)) throw new Error('a colour came out as no number');
  return {
    deltaEOurs: PAIRS / of(0) / 1000,
    deltaETheirs: PAIRS / of(1) / 1000,
    deltaELargestDifference: largest,
    stacksOurs: STACKS / of(2) / 1000,
    blendsTheirs: STACKS / of(3) / 1000,
  };
}

self.onmessage = () => {
  try {
    self.postMessage({
      figures: { ...orders(), ...recipes(), ...whatIf(), ...overlaps(), ...throughput() } satisfies ColourFigures,
    });
  } catch (error) {
    self.postMessage({ error: error instanceof Error ? error.stack : String(error) });
  }
};
