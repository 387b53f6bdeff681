import { deltaE2000, type Lab } from '../colour';
import { ranged } from '../units';
import { labOfRecipe, type RecipePart, type RecipeTask } from './recipe';

/** An ink in a pot, or to be put into one. */
export interface PotPart {
  readonly id: string;
  readonly grams: number;
}

export interface PouringPart {
  readonly id: string;
  readonly share: number;
  readonly pouredG: number;
  /** Still to come; 0 where there is enough of it, or too much. */
  readonly restG: number;
}

/** How a pot is filled from what is in it already. */
export interface Pouring {
  /** Of the recipe, the largest share first: the strong ones come last, a little at a time. */
  readonly parts: readonly PouringPart[];
  /** In the pot, but not of the recipe: no pouring takes them out again. */
  readonly strangers: readonly PotPart[];
  /** What the pot will hold of the recipe when the shares are right. */
  readonly totalG: number;
  /** So much of it is more than was wanted, because a part went over. */
  readonly overG: number;
}

/**
 * The rest of a recipe, in grams, after some of it was poured. What went over stays in the pot: the others follow it up, so that the shares are
 * those of the recipe at the least weight that is enough. Shares are positive and need not sum to 1. Throws OutOfRange for grams below 0.
 */
export function pouringOf(shares: readonly RecipePart[], wantedG: number, poured: readonly PotPart[]): Pouring {
  ranged('the ink wanted (g)', wantedG, 0);
  const sum = shares.reduce((total, { share }) => total + share, 0) || 1;
  const inPot = gramsById(poured);
  const parts = shares.map(({ id, share }) => ({ id, share: share / sum, pouredG: inPot.get(id) ?? 0 }));
  const totalG = parts.reduce((most, { share, pouredG }) => Math.max(most, share > 0 ? pouredG / share : 0), wantedG);
  return {
    parts: parts
      .map((part) => ({ ...part, restG: Math.max(0, part.share * totalG - part.pouredG) }))
      .sort((a, b) => b.share - a.share),
    strangers: [...inPot].filter(([id]) => !shares.some((of) => of.id === id)).map(([id, grams]) => ({ id, grams })),
    totalG,
    overG: totalG - wantedG,
  };
}

function gramsById(parts: readonly PotPart[]): Map<string, number> {
  const grams = new Map<string, number>();
  for (const part of parts) {
    ranged('what was poured (g)', part.grams, 0);
    grams.set(part.id, (grams.get(part.id) ?? 0) + part.grams);
  }
  return grams;
}

export interface NearestTask {
  /** What the ink must come to, over what lies below, from which inks. */
  readonly task: RecipeTask;
  /** The pot as it is, g. */
  readonly pot: readonly PotPart[];
  /** No more than this is put in, g. */
  readonly mostG: number;
  /** The least that can be weighed, g. */
  readonly leastG: number;
  /** What the pot was read as on the first area: what is reckoned of it is moved by the same difference. */
  readonly readLabD50?: Lab;
}

export interface Nearest {
  /** None, one or two inks to put in, the larger first. */
  readonly pours: readonly PotPart[];
  readonly labD50: Lab;
  readonly deltaE: number;
  /** The same for the pot as it is. */
  readonly beforeLabD50: Lab;
  readonly beforeDeltaE: number;
}

/** An ink, or a second one, must bring the colour nearer by this much to be worth putting in. */
const WORTH_DELTA_E = 0.4;
const GRID = 20,
  GOLDEN_STEPS = 22,
  KEPT_FIRST = 5,
  ROUNDS = 5;
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * A little more of what brings the pot as it is nearest to what it must come to: each ink alone, and the best of them with each second one, by
 * golden section on the logarithm of the grams. Differences are CIEDE2000, on the first area as much as on the others together.
 */
export function nearestPours({ task, pot, mostG, leastG, readLabD50 }: NearestTask): Nearest {
  ranged('the most that is put in (g)', mostG, 0);
  ranged('the least that can be weighed (g)', leastG, 1e-6);
  const inPot = [...gramsById(pot)].map(([id, grams]) => ({ id, share: grams }));
  const reckoned = inPot.length > 0 ? labOfRecipe(task, inPot) : undefined;
  const moved = readLabD50 && reckoned ? readLabD50.map((v, i) => v - reckoned[i]) : [0, 0, 0];
  const also = task.also ?? [];
  const seen = (parts: readonly RecipePart[]) => movedBy(labOfRecipe(task, parts), moved);
  const off = (pours: readonly PotPart[]): number => {
    const parts = [...inPot, ...pours.map(({ id, grams }) => ({ id, share: grams }))];
    const first = deltaE2000(seen(parts), task.targetLabD50);
    if (also.length === 0) return first;
    const others = also.map((area) =>
      deltaE2000(movedBy(labOfRecipe({ ...task, ...area }, parts), moved), area.targetLabD50),
    );
    return (first + others.reduce((sum, d) => sum + d, 0) / others.length) / 2;
  };
  const answer = (pours: readonly PotPart[]): Nearest => {
    const parts = [...inPot, ...pours.map(({ id, grams }) => ({ id, share: grams }))];
    const labD50 = parts.length > 0 ? seen(parts) : task.targetLabD50,
      beforeLabD50 = inPot.length > 0 ? seen(inPot) : labD50;
    return {
      pours: [...pours].sort((a, b) => b.grams - a.grams),
      ...{ labD50, beforeLabD50 },
      deltaE: deltaE2000(labD50, task.targetLabD50),
      beforeDeltaE: deltaE2000(beforeLabD50, task.targetLabD50),
    };
  };
  if (inPot.length === 0 || mostG < leastG) return answer([]);
  const none = off([]);
  const singles = task.pigments
    .map(({ id }) => {
      const grams = leastAt((g) => off([{ id, grams: g }]), leastG, mostG);
      return { pours: [{ id, grams }], off: off([{ id, grams }]) };
    })
    .sort((a, b) => a.off - b.off);
  const one = singles[0];
  if (!one) return answer([]);
  const two = singles
    .slice(0, KEPT_FIRST)
    .flatMap(({ pours: [first] }, at) =>
      singles
        .filter(({ pours }, other) => pours[0].id !== first.id && (other > at || other >= KEPT_FIRST))
        .map(({ pours: [second] }) => pairFrom(first, second, off, { mostG, leastG })),
    )
    .reduce((best, next) => (next.off < best.off ? next : best), one);
  const best = two.off < one.off - WORTH_DELTA_E ? two : one;
  return answer(best.off < none - WORTH_DELTA_E ? best.pours : []);
}

/** Two inks together, each in turn as good as the other leaves room for. */
function pairFrom(
  { id: a }: PotPart,
  { id: b }: PotPart,
  off: (pours: readonly PotPart[]) => number,
  { mostG, leastG }: Pick<NearestTask, 'mostG' | 'leastG'>,
): { readonly pours: readonly PotPart[]; readonly off: number } {
  let grams: readonly [number, number] = [Math.min(mostG / 2, Math.sqrt(leastG * mostG)), leastG];
  const pours = ([g, h]: readonly [number, number]): readonly PotPart[] => [
    { id: a, grams: g },
    { id: b, grams: h },
  ];
  let least = Infinity;
  for (let round = 0; round < ROUNDS; round++) {
    const [g, h] = grams;
    const first = leastAt((x) => off(pours([x, h])), leastG, Math.max(leastG, mostG - h));
    const second = leastAt((x) => off(pours([first, x])), leastG, Math.max(leastG, mostG - first));
    const now = off(pours([first, second]));
    if (now > least - 0.01) break;
    least = now;
    grams = [first, second];
    if (Math.abs(first - g) < leastG / 2 && Math.abs(second - h) < leastG / 2) break;
  }
  return { pours: pours(grams), off: least };
}

/** Where a function of grams is least: the best of a grid, then a golden section around it; both by the logarithm. */
function leastAt(f: (grams: number) => number, leastG: number, mostG: number): number {
  const low = Math.log(leastG),
    step = (Math.log(mostG) - low) / GRID;
  if (step <= 0) return leastG;
  let at = 0,
    least = Infinity;
  for (let i = 0; i <= GRID; i++) {
    const value = f(Math.exp(low + i * step));
    if (value < least) [at, least] = [i, value];
  }
  let from = low + Math.max(0, at - 1) * step,
    to = low + Math.min(GRID, at + 1) * step;
  let x = to - GOLDEN * (to - from),
    y = from + GOLDEN * (to - from),
    fx = f(Math.exp(x)),
    fy = f(Math.exp(y));
  for (let i = 0; i < GOLDEN_STEPS; i++) {
    if (fx < fy) {
      [to, y, fy] = [y, x, fx];
      x = to - GOLDEN * (to - from);
      fx = f(Math.exp(x));
    } else {
      [from, x, fx] = [x, y, fy];
      y = from + GOLDEN * (to - from);
      fy = f(Math.exp(y));
    }
  }
  return Math.exp((from + to) / 2);
}

const movedBy = (lab: Lab, by: readonly number[]): Lab => [lab[0] + by[0], lab[1] + by[1], lab[2] + by[2]];
