import fc from 'fast-check';
import { deltaE2000, labD50FromSrgb8, type Lab } from '../colour';
import { filmOnGround, groundOf, stackLooksLabD50, type Opacity } from '../inks';
import {
  EXACT_RUNS,
  fewestGroups,
  searchOrders,
  searchOverprints,
  sketchPlans,
  type OrderTask,
  type PlanTask,
  type SearchRun,
} from './index';

const lab = (hex: number): Lab => labD50FromSrgb8([hex >> 16, (hex >> 8) & 255, hex & 255]);
const ground = groundOf([94.5, 0.3, 4.2], [16, 0, 0]);
const HEXES = [0xead08c, 0xdd9c55, 0xa65b48, 0x4d5a78, 0x20232f, 0x7d9a4e, 0x4f86ad, 0xb4552f, 0x23466b, 0xd98a9a];

function runOf(hex: number, opacity: Opacity, share = 0.1): SearchRun {
  const solid = lab(hex);
  return {
    film: filmOnGround(ground, solid, opacity),
    weight: 1,
    impressions: 1,
    lightness: solid[0],
    finishes: [{ wantedLabD50: solid, share }],
  };
}

const task = (runs: SearchRun[], more: Partial<OrderTask> = {}): OrderTask => ({
  ground,
  runs,
  closed: [],
  pinned: new Map(),
  direction: 'free',
  ...more,
});

/** The plain way: every order, every colour's stack laid from the paper. */
function plainSearch(runs: readonly SearchRun[]): { mean: number; worst: number } {
  let mean = Infinity,
    worst = Infinity;
  const visit = (order: number[], left: number[]) => {
    if (left.length === 0) {
      const off = order.map((run, place) => {
        const looks = stackLooksLabD50(
          ground,
          order.slice(0, place + 1).map((r) => ({ film: runs[r].film, weight: 1, laying: runs[r].laying })),
        );
        return deltaE2000(looks[place + 1], runs[run].finishes[0].wantedLabD50);
      });
      const total = order.reduce((sum, run) => sum + runs[run].finishes[0].share, 0);
      mean = Math.min(mean, order.reduce((sum, run, i) => sum + off[i] * runs[run].finishes[0].share, 0) / total);
      worst = Math.min(worst, Math.max(...off));
    }
    left.forEach((run, i) =>
      visit(
        [...order, run],
        left.filter((_, j) => j !== i),
      ),
    );
  };
  visit(
    [],
    runs.map((_, i) => i),
  );
  return { mean, worst };
}

/** How a film of one of these is laid: stays open and sinks in, stays open and does not, is dry at once. */
const LAYINGS = [
  { open: true, onOpen: 0.7, onDry: 1 },
  { open: true, onOpen: 1, onDry: 0.9 },
  { open: false, onOpen: 0.6, onDry: 1 },
];

describe('the search for an order', () => {
  test('films of several mediums: each lies on what is directly below it, in whatever order', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...HEXES), fc.constantFrom(...LAYINGS)), { minLength: 2, maxLength: 5 }),
        (inks) => {
          const runs = inks.map(([hex, laying]) => ({ ...runOf(hex, 'half'), laying }));
          const found = searchOrders(task(runs))!,
            plain = plainSearch(runs);
          expect(found.bestMean.mean).toBeCloseTo(plain.mean, 6);
          expect(found.bestWorst.worst).toBeCloseTo(plain.worst, 6);
        },
      ),
      { seed: 17, numRuns: 25 },
    );
  });
  test('largest first: no run waits for one that finishes much less', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...HEXES), fc.double({ min: 0.05, max: 0.5, noNaN: true })), {
          minLength: 2,
          maxLength: 5,
        }),
        (inks) => {
          const runs = inks.map(([hex, share]) => runOf(hex, 'half', share));
          const { order } = searchOrders({ ...task(runs), direction: 'largest first' })!.bestMean;
          const shares = order.map((run) => runs[run].finishes[0].share);
          for (let i = 1; i < shares.length; i++) expect(shares[i] - shares[i - 1]).toBeLessThanOrEqual(0.01);
        },
      ),
      { numRuns: 20, seed: 12 },
    );
  });

  test('finds what trying every order finds', () => {
    const opacity = fc.constantFrom<Opacity>('opaque', 'half', 'transparent');
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...HEXES), opacity, fc.double({ min: 0.05, max: 0.5, noNaN: true })), {
          minLength: 1,
          maxLength: 4,
        }),
        (inks) => {
          const runs = inks.map(([hex, o, share]) => runOf(hex, o, share));
          const quick = searchOrders(task(runs))!,
            plain = plainSearch(runs);
          expect(quick.exact).toBe(true);
          expect(quick.bestMean.mean).toBeCloseTo(plain.mean, 6);
          expect(quick.bestWorst.worst).toBeCloseTo(plain.worst, 6);
        },
      ),
      { numRuns: 12, seed: 11 },
    );
  });

  const five = HEXES.slice(0, 5).map((hex) => runOf(hex, 'half'));

  test('closed runs come first, pinned ones keep their place', () => {
    const { bestMean } = searchOrders(task(five, { closed: [3, 1], pinned: new Map([[0, 4]]) }))!;
    expect(bestMean.order.slice(0, 2)).toEqual([3, 1]);
    expect(bestMean.order[4]).toBe(0);
    expect([...bestMean.order].sort()).toEqual([0, 1, 2, 3, 4]);
  });

  test('a rule of direction is kept', () => {
    const lightnesses = (direction: 'light to dark' | 'dark to light') =>
      searchOrders(task(five, { direction }))!.bestMean.order.map((run) => five[run].lightness);
    const falling = lightnesses('light to dark'),
      rising = lightnesses('dark to light');
    falling.forEach((l, i) => expect(Math.max(...falling.slice(i))).toBeLessThanOrEqual(l + 4));
    rising.forEach((l, i) => expect(Math.min(...rising.slice(i))).toBeGreaterThanOrEqual(l - 4));
  });

  test('above ten runs it says that not every order was tried, and still beats light to dark', () => {
    const ten = [...HEXES, ...HEXES.slice(0, 1)].map((hex) => runOf(hex, 'half'));
    expect(ten.length).toBeGreaterThan(EXACT_RUNS);
    const free = searchOrders(task(ten))!,
      falling = searchOrders(task(ten, { direction: 'light to dark' }))!;
    expect(free.exact).toBe(false);
    expect(free.bestMean.mean).toBeLessThanOrEqual(falling.bestMean.mean + 1e-9);
  });

  test('nine runs are exact: no swap of two betters what was found', () => {
    const nine = HEXES.slice(0, 9).map((hex, i) => runOf(hex, i % 2 ? 'half' : 'opaque'));
    const found = searchOrders(task(nine))!;
    expect(found.exact).toBe(true);
    const { order } = found.bestMean;
    const meanOf = (places: readonly number[]) =>
      searchOrders(task(nine, { pinned: new Map(places.map((run, place) => [run, place])) }))!.bestMean.mean;
    const better = order.flatMap((_, a) =>
      order.slice(a + 1).flatMap((__, k) => {
        const swapped = [...order];
        [swapped[a], swapped[a + 1 + k]] = [swapped[a + 1 + k], swapped[a]];
        return meanOf(swapped) < found.bestMean.mean - 1e-9 ? [swapped] : [];
      }),
    );
    expect(better).toEqual([]);
  });

  test('nothing is found under a bound that cannot be met', () => {
    expect(searchOrders(task(HEXES.slice(0, 4).map((hex) => runOf(hex, 'transparent'))), 0)).toBeUndefined();
  });
});

describe('few inks that overlap', () => {
  const YELLOW = lab(0xf0d869),
    BLUE = lab(0x4f86ad);
  const overlap = stackLooksLabD50(
    ground,
    [YELLOW, BLUE].map((solid) => ({ film: filmOnGround(ground, solid, 'transparent'), weight: 1 })),
  )[2];
  const colours = [YELLOW, BLUE, overlap].map((wantedLabD50) => ({ wantedLabD50, share: 1 / 3 }));

  test('yellow and blue give the green where they meet', () => {
    const found = searchOverprints({ ground, colours, candidatesLabD50: [YELLOW, BLUE, overlap], blocks: 2 })!;
    expect(found.worst).toBeLessThan(1.5);
    expect(found.stacks).toEqual([1, 2, 3]);
  });

  test('more blocks never come farther from the wish', () => {
    const six = HEXES.slice(0, 6).map((hex) => ({ wantedLabD50: lab(hex), share: 1 / 6 }));
    const means = [2, 3, 4].map(
      (blocks) =>
        searchOverprints({ ground, colours: six, candidatesLabD50: six.map((c) => c.wantedLabD50), blocks })!.mean,
    );
    expect(means[1]).toBeLessThanOrEqual(means[0]);
    expect(means[2]).toBeLessThanOrEqual(means[1]);
  });

  test('it stops when told to', () => {
    expect(
      searchOverprints({ ground, colours, candidatesLabD50: [YELLOW, BLUE, overlap], blocks: 2 }, () => false),
    ).toBeUndefined();
  });
});

test('fewest groups: exact, and no group holds a conflict', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 7 }),
      fc.array(fc.boolean(), { minLength: 49, maxLength: 49 }),
      (count, bits) => {
        const conflict = (a: number, b: number) => bits[Math.min(a, b) * 7 + Math.max(a, b)];
        const groups = fewestGroups(count, conflict);
        expect(groups.flat().sort()).toEqual(Array.from({ length: count }, (_, i) => i));
        for (const group of groups)
          for (const a of group) for (const b of group) if (a !== b) expect(conflict(a, b)).toBe(false);
        expect(groups.length).toBe(plainChromatic(count, conflict));
      },
    ),
    { numRuns: 60, seed: 12 },
  );
});

function plainChromatic(count: number, conflict: (a: number, b: number) => boolean): number {
  for (let colours = 1; ; colours++) {
    const place = (i: number, given: number[]): boolean =>
      i === count ||
      Array.from({ length: colours }, (_, c) => c).some(
        (c) => given.every((g, j) => g !== c || !conflict(i, j)) && place(i + 1, [...given, c]),
      );
    if (place(0, [])) return colours;
  }
}

describe('sketches of plans', () => {
  const hexes = [0xf5f0e3, 0xf0d869, 0xb4552f, 0x23466b];
  const planTask = (more: Partial<PlanTask> = {}): PlanTask => ({
    ground,
    colours: hexes.map((hex, label) => ({ wantedLabD50: lab(hex), share: 0.25, bare: label === 0 })),
    inks: hexes.map((hex, label) =>
      label === 0
        ? undefined
        : {
            solidLabD50: lab(hex),
            film: filmOnGround(ground, lab(hex), 'half'),
            opaqueFilm: filmOnGround(ground, lab(hex), 'opaque'),
            weight: 1,
            impressions: 1,
          },
    ),
    groups: [[1], [2], [3]],
    closed: 0,
    pinned: [],
    direction: 'free',
    open: true,
    gapMm: () => 0,
    rollerClearanceMm: 20,
    maxBlocks: 6,
    ...more,
  });

  const cutOn = (s: { blocks: readonly { stages: readonly unknown[] }[] }) => s.blocks.some((b) => b.stages.length > 1);

  test('every colour that is not bare paper is printed in each, and stages nest', () => {
    const sketches = sketchPlans(planTask());
    const kinds = sketches.map((s) => `${Math.min(2, s.blocks.length)} ${cutOn(s)}`);
    // one block cut on, blocks cut once, and both together
    expect([...new Set(kinds)]).toEqual(expect.arrayContaining(['1 true', '2 false', '2 true']));
    for (const sketch of sketches) {
      const printed = new Set(
        sketch.runs.flatMap((run) => run.inkings.flatMap((i) => i.zone ?? sketch.blocks[i.block].stages[i.stage])),
      );
      expect(printed).toEqual(new Set([1, 2, 3]));
      for (const { stages } of sketch.blocks)
        stages.forEach((stage, s) =>
          expect(stage.every((label) => s === 0 || stages[s - 1].includes(label))).toBe(true),
        );
    }
    expect(sketches.some((s) => s.runs.length === 2 && s.blocks.length === 1 && cutOn(s))).toBe(true);
  });

  test('once a block is cut only the order of what is left is proposed', () => {
    const sketches = sketchPlans(planTask({ open: false, closed: 1 }));
    expect(sketches.length).toBeGreaterThan(0);
    for (const sketch of sketches) {
      expect(sketch.blocks.length).toBe(1);
      expect(sketch.runs[0].inkings[0].colour).toBe(1);
    }
  });

  test('colours far apart share a block, and a run', () => {
    const far = sketchPlans(planTask({ gapMm: (a, b) => (a + b === 3 ? 40 : 0) })).filter(
      (s) => !cutOn(s) && s.blocks.length === 2 && s.runs.some((r) => r.inkings.length === 2),
    );
    expect(far.length).toBeGreaterThan(0);
    const shared = far[0].runs.find((r) => r.inkings.length === 2)!;
    expect(shared.inkings.map((i) => i.zone)).toEqual([[1], [2]]);
    expect(sketchPlans(planTask()).every((s) => s.runs.every((r) => r.inkings.length === 1))).toBe(true);
  });
});
