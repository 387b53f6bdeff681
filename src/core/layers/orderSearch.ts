import { deltaE2000, type Lab } from '../colour';
import {
  labOfInternal,
  layReady,
  readyFilm,
  takenUp,
  type Film,
  type Ground,
  type Laying,
  type ReadyFilm,
} from '../inks';

/** One run whose place is sought: its film, and the colours of the picture it finishes (those that see no later film). */
export interface SearchRun {
  readonly film: Film;
  readonly weight: number;
  readonly laying?: Laying;
  readonly impressions: number;
  /** L* of the ink alone: for the rules of direction. */
  readonly lightness: number;
  readonly finishes: readonly { readonly wantedLabD50: Lab; readonly share: number }[];
}

export type Direction = 'free' | 'light to dark' | 'dark to light' | 'largest first';

export interface OrderTask {
  readonly ground: Ground;
  readonly runs: readonly SearchRun[];
  /** Runs already printed, in their order: they come first. */
  readonly closed: readonly number[];
  /** Place (from 0) of runs that may not move. */
  readonly pinned: ReadonlyMap<number, number>;
  readonly direction: Direction;
}

export interface OrderFound {
  readonly order: readonly number[];
  /** ΔE00 weighted by area, over the colours the runs finish. */
  readonly mean: number;
  readonly worst: number;
}

export interface OrderAnswer {
  readonly bestMean: OrderFound;
  readonly bestWorst: OrderFound;
  /** False when there were too many runs to try every order. */
  readonly exact: boolean;
  readonly prefixesTried: number;
}

/** Up to this many open runs every order is tried; beyond it the most promising prefixes are kept. */
export const EXACT_RUNS = 10;
const BEAM_WIDTH = 400;
/** Enough to begin an exact search near its end. */
const FIRST_BEAM = 60;
/** Inks this near in L* may stand either way round under a rule of direction. */
const SAME_LIGHTNESS = 4;
/** Colours whose areas differ by less than this share of the picture may stand either way round where the largest goes first. */
const SAME_SHARE = 0.01;

/**
 * Which order of a reduction's runs comes nearest to the wish. A colour finished by the run at place p sees the films of
 * places 0 … p, so orders that begin alike share their looks: depth-first over prefixes, each film laid once a prefix, and
 * a prefix left when it is already worse than the best, once by mean and once by worst colour. Exact for up to ten open runs.
 * `below` bounds the mean: undefined is returned when no order stays under it.
 */
export function searchOrders(task: OrderTask, below = Infinity): OrderAnswer | undefined {
  const walk = new PrefixWalk(task);
  const exact = task.runs.length - task.closed.length <= EXACT_RUNS;
  walk.beam(exact ? FIRST_BEAM : BEAM_WIDTH);
  if (exact) {
    walk.depthFirst('mean', below);
    walk.depthFirst('worst', below);
  }
  if (!walk.bestMean || !walk.bestWorst || walk.bestMean.mean >= below) return undefined;
  return { bestMean: walk.bestMean, bestWorst: walk.bestWorst, exact, prefixesTried: walk.prefixesTried };
}

interface Prefix {
  readonly order: readonly number[];
  readonly used: number;
  readonly internal: Float64Array;
  readonly sum: number;
  readonly worst: number;
}

class PrefixWalk {
  bestMean: OrderFound | undefined;
  bestWorst: OrderFound | undefined;
  prefixesTried = 0;
  private readonly onPaper: readonly ReadyFilm[];
  /** By the run and the one below: runs of one medium share a film. */
  private readonly onFilm: readonly (readonly ReadyFilm[])[];
  private readonly total: number;
  private readonly byLightness: readonly number[];
  private readonly placeFor: ReadonlyMap<number, number>;

  constructor(private readonly task: OrderTask) {
    const { ground, runs } = task;
    this.onPaper = runs.map((run) => readyFilm(run.film, run.weight));
    this.onFilm = runs.map((run) => {
      const ready = new Map<number, ReadyFilm>();
      return runs.map((below) => {
        const weight = run.weight * takenUp(ground, run, [below]);
        const known = ready.get(weight) ?? readyFilm(run.film, weight);
        ready.set(weight, known);
        return known;
      });
    });
    this.total = runs.reduce((sum, run) => sum + run.finishes.reduce((s, f) => s + f.share, 0), 0) || 1;
    const falling = runs.map((_, i) => i).sort((a, b) => runs[b].lightness - runs[a].lightness);
    this.byLightness = task.direction === 'dark to light' ? falling.reverse() : falling;
    this.placeFor = new Map([...task.pinned, ...task.closed.map((run, place) => [run, place] as const)]);
  }

  /** Every order, left as soon as it cannot become the best by `aim` any more: what the beam found is the first to be beaten. */
  depthFirst(aim: 'mean' | 'worst', below: number): void {
    const { runs, ground } = this.task;
    const n = runs.length;
    const internals = Array.from({ length: n + 1 }, () => new Float64Array(ground.internal));
    const order: number[] = [];
    const hopeless = (sum: number, worst: number) =>
      aim === 'mean'
        ? sum / this.total >= Math.min(below, this.bestMean?.mean ?? Infinity)
        : worst >= (this.bestWorst?.worst ?? Infinity);
    const descend = (used: number, sum: number, worst: number) => {
      const place = order.length;
      if (place === n) {
        this.keep(order, sum / this.total, worst);
        return;
      }
      for (const run of this.byLightness) {
        if (!this.allowed(run, place, used)) continue;
        const next = this.placed(run, order.at(-1), internals[place], internals[place + 1]);
        const newSum = sum + next.sum,
          newWorst = Math.max(worst, next.worst);
        if (hopeless(newSum, newWorst)) continue;
        order.push(run);
        descend(used | (1 << run), newSum, newWorst);
        order.pop();
      }
    };
    descend(0, 0, 0);
  }

  beam(width: number): void {
    const { runs, ground } = this.task;
    let prefixes: Prefix[] = [{ order: [], used: 0, internal: ground.internal, sum: 0, worst: 0 }];
    for (let place = 0; place < runs.length; place++) {
      const longer: Prefix[] = [];
      for (const prefix of prefixes) {
        for (const run of this.byLightness) {
          if (!this.allowed(run, place, prefix.used)) continue;
          const internal = new Float64Array(ground.internal.length);
          const next = this.placed(run, prefix.order.at(-1), prefix.internal, internal);
          longer.push({
            order: [...prefix.order, run],
            used: prefix.used | (1 << run),
            internal,
            sum: prefix.sum + next.sum,
            worst: Math.max(prefix.worst, next.worst),
          });
        }
      }
      prefixes = longer.sort((a, b) => a.sum - b.sum).slice(0, width);
    }
    for (const { order, sum, worst } of prefixes) this.keep(order, sum / this.total, worst);
  }

  /** Lays the run's film on the run before it (none: on bare paper) and says what its finished colours are off. */
  private placed(
    run: number,
    before: number | undefined,
    below: Float64Array,
    out: Float64Array,
  ): { sum: number; worst: number } {
    const { runs, ground } = this.task;
    this.prefixesTried++;
    layReady(before === undefined ? this.onPaper[run] : this.onFilm[run][before], below, out);
    for (let again = 1; again < runs[run].impressions; again++) layReady(this.onFilm[run][run], out, out);
    const look = labOfInternal(ground, out);
    let sum = 0,
      worst = 0;
    for (const { wantedLabD50, share } of runs[run].finishes) {
      const off = deltaE2000(look, wantedLabD50);
      sum += off * share;
      worst = Math.max(worst, off);
    }
    return { sum, worst };
  }

  private allowed(run: number, place: number, used: number): boolean {
    if (used & (1 << run)) return false;
    const pinned = this.placeFor.get(run);
    if (pinned !== undefined) return pinned === place;
    for (const [other, at] of this.placeFor) if (at === place && other !== run) return false;
    if (this.task.direction === 'free') return true;
    return this.task.runs.every(
      (_, other) => other === run || used & (1 << other) || this.placeFor.has(other) || this.mayComeAfter(other, run),
    );
  }

  /** Whether the rule lets `other` wait until after `run`. */
  private mayComeAfter(other: number, run: number): boolean {
    const { runs, direction } = this.task;
    if (direction === 'largest first') return finishedShare(runs[other]) - finishedShare(runs[run]) <= SAME_SHARE;
    const sign = direction === 'light to dark' ? 1 : -1;
    return sign * (runs[other].lightness - runs[run].lightness) <= SAME_LIGHTNESS;
  }

  private keep(order: readonly number[], mean: number, worst: number): void {
    if (!this.bestMean || mean < this.bestMean.mean - 1e-12) this.bestMean = { order: [...order], mean, worst };
    if (!this.bestWorst || worst < this.bestWorst.worst - 1e-12) this.bestWorst = { order: [...order], mean, worst };
  }
}

const finishedShare = ({ finishes }: SearchRun) => finishes.reduce((sum, { share }) => sum + share, 0);
