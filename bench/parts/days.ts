import { simulateEnds, sittingsOf, solveSchedule, type Shop } from '@/core/days';
import type { WorkStep } from '@/core/days/workStep';
import { partParent } from '@/core/sheets';
import { median } from '../page';

const PRINTS = 12,
  RUNS = 10,
  LOOKED_MS = 2000,
  ROUNDS = 7;

/** Made-up prints of ten runs each: cut, mixed, printed on one press, dried for two days on one rack; two pairs of hands in the mornings. */
function workshop(prints: number): { steps: WorkStep[]; shop: Shop } {
  const steps: WorkStep[] = [];
  for (let p = 0; p < prints; p++)
    for (let r = 0; r < RUNS; r++) {
      const id = (what: string, run = r) => `${what} ${p} ${run}`;
      const common = { printId: `p${p}`, handIds: ['a', 'b'], eachSittingMin: 0, needIds: [] };
      const printed = r > 0 ? [{ id: id('print', r - 1), waitMin: 0 }] : [];
      steps.push({ ...common, id: id('cut'), workMin: 120 + 20 * r + 7 * p, leastMin: 30, after: printed });
      steps.push({ ...common, id: id('mix'), workMin: 25, leastMin: 25, after: [{ id: id('cut'), waitMin: 0 }] });
      steps.push({
        ...{ ...common, id: id('print'), workMin: 140, eachSittingMin: 70, leastMin: 20, needIds: ['press'] },
        after: [{ id: id('mix'), waitMin: 0 }, ...printed.map((one) => ({ ...one, waitMin: 3000 }))],
        rack: { id: 'rack', sheets: 25, afterMin: 3000 },
      });
    }
  const hours = Array.from({ length: 900 }, (_, d) => [d * 1440 + 540, d * 1440 + 750] as const);
  const hands = ['a', 'b'].map((id) => ({ id, hours }));
  return { steps, shop: { hands, taken: [], racks: [{ id: 'rack', places: 120 }] } };
}

const sumOf = (ends: ReadonlyMap<string, number>) =>
  [...ends.values()].reduce((sum, end) => sum + end, 0) / ends.size / 1440;

/** Days of a full shelf, how sure they are, and a parent sheet parted. */
export function daysReport(): string {
  const { steps, shop } = workshop(PRINTS),
    task = { steps, shop, nowMin: 0, aim: 'earliest finish' as const };
  const timed = (work: () => unknown) =>
    median(
      Array.from({ length: ROUNDS }, () => {
        const began = performance.now();
        work();
        return performance.now() - began;
      }),
    );
  const firstMs = timed(() => solveSchedule(task, () => false));
  const first = solveSchedule(task, () => false),
    began = performance.now(),
    best = solveSchedule(task, () => performance.now() - began < LOOKED_MS),
    tookMs = performance.now() - began;
  const one = workshop(1),
    found = solveSchedule({ ...task, ...one }, () => false);
  const simulatedMs = timed(() =>
    simulateEnds({ ...one, nowMin: 0 }, found, () => ({ work: 0.25, wait: 0.35 }), {
      ...{ times: 2000, seed: 1, printId: 'p0' },
    }),
  );
  const parent = { parentMm: { widthMm: 760, heightMm: 560 }, lies: 'either' as const, edgeMm: 5 };
  const partMs = timed(() => partParent({ ...parent, pieceMm: { widthMm: 230, heightMm: 180 } })),
    keptMs = timed(() => partParent({ ...parent, pieceMm: { widthMm: 130, heightMm: 180 }, keptEdges: ['bottom'] }));
  return `${PRINTS} prints of ${RUNS} runs, ${steps.length} steps, one press, one rack, two pairs of hands: first days in ${firstMs.toFixed(0)} ms; improved for
${(tookMs / 1000).toFixed(1)} s (goal 2 s, which is when the worker stops) over ${best.tried} orders: a print is done after ${sumOf(first.ends).toFixed(0)} days at first, ${sumOf(best.ends).toFixed(0)} days then, in ${sittingsOf(best)} sittings.
2 000 simulated ends of one print of ${RUNS} runs: ${simulatedMs.toFixed(0)} ms (goal 300). A parent of 760 × 560 mm parted into 230 × 180: ${partMs.toFixed(1)} ms; into 130 × 180 with a raw edge
kept: ${keptMs.toFixed(0)} ms. Medians of ${ROUNDS}, in this process.
`;
}
