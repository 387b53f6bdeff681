import { deltaE2000, solveSpectrum, type Lab, type SpectrumStart } from '../colour';
import { internalFromMeasured, labOfInternal, type Ground } from '../inks';

export interface OverprintTask {
  readonly ground: Ground;
  /** Every colour that is not bare paper. */
  readonly colours: readonly { readonly wantedLabD50: Lab; readonly share: number }[];
  /** Colours of inks to begin from, alone on this paper: usually the wanted colours themselves. */
  readonly candidatesLabD50: readonly Lab[];
  readonly blocks: number;
}

export interface OverprintFound {
  /** Transparent inks in print order, each its colour alone on this paper. */
  readonly inksLabD50: readonly Lab[];
  /** For each colour, the inks that lie there: bit i is ink i. Never 0. */
  readonly stacks: readonly number[];
  readonly deltaE: readonly number[];
  readonly mean: number;
  readonly worst: number;
}

/** Choices of inks that are turned to their best. */
const REFINED = 4;
/** Nearer than this nobody sees, so no other choice of inks is turned. */
const NEAR_ENOUGH = 0.2;
const SWEEPS = 10;
/** Sizes of the steps by which an ink's L*, a*, b* are turned, from coarse to fine. */
const FIRST_STEP = 8,
  LAST_STEP = 0.6;
/** sL of CIEDE2000 is below this everywhere, so |ΔL|/1.76 can never exceed ΔE00. */
const LARGEST_SL = 1.76;

/**
 * Which few transparent inks, printed over one another, make all the colours. Every choice of `blocks` candidates is tried
 * (light to dark; dry transparent films do not mind their order), each colour taking the overlap nearest to it; then the
 * inks of the best choices are turned until no step of theirs helps. The choice is exact, the turning finds a near
 * optimum. `progress` is told the share done and stops the search by answering false; undefined when stopped.
 */
export function searchOverprints(
  task: OverprintTask,
  progress: (share: number) => boolean = () => true,
): OverprintFound | undefined {
  const candidates = [...task.candidatesLabD50].sort((a, b) => b[0] - a[0]);
  const blocks = Math.min(task.blocks, candidates.length);
  const chosen: { inks: Lab[]; mean: number }[] = [];
  const passes = candidates.map((lab) => passOf(task.ground, lab));
  const press = new OverlapPress(task, blocks);
  for (const pick of combinations(candidates.length, blocks)) {
    chosen.push({ inks: pick.map((i) => candidates[i]), mean: press.assign(pick.map((i) => passes[i])).mean });
  }
  if (!progress(0.2)) return undefined;
  chosen.sort((a, b) => a.mean - b.mean);
  let best: OverprintFound | undefined;
  const refined = chosen.slice(0, REFINED);
  for (let i = 0; i < refined.length; i++) {
    const found = refine(task, refined[i].inks);
    if (!best || found.mean < best.mean) best = found;
    if (best.mean < NEAR_ENOUGH) break;
    if (!progress(0.2 + (0.8 * (i + 1)) / refined.length)) return undefined;
  }
  return best;
}

function* combinations(count: number, size: number, from = 0): Generator<number[]> {
  if (size === 0) {
    yield [];
    return;
  }
  for (let i = from; i <= count - size; i++)
    for (const rest of combinations(count, size - 1, i + 1)) yield [i, ...rest];
}

/** What an ink lets through, there and back, band by band: on bare paper, and on another film. */
interface Pass {
  readonly first: Float64Array;
  readonly later: Float64Array;
  readonly start: SpectrumStart;
}

function passOf(ground: Ground, labD50: Lab, near?: SpectrumStart): Pass {
  const { spectrum, start } = solveSpectrum(labD50, near);
  const first = internalFromMeasured(spectrum, ground.floor).map((v, i) =>
    Math.min(1, Math.max(1e-4, v / ground.internal[i])),
  );
  return { first, start, later: ground.trapping === 1 ? first : first.map((t) => t ** ground.trapping) };
}

interface Assigned {
  readonly stacks: number[];
  readonly deltaE: number[];
  readonly mean: number;
  readonly worst: number;
}

/** Every overlap of a few inks, in buffers used again and again: the innermost loop of the search. */
class OverlapPress {
  private readonly internals: Float64Array[];
  private readonly total: number;

  constructor(
    private readonly task: OverprintTask,
    blocks: number,
  ) {
    this.internals = Array.from({ length: 1 << blocks }, () => new Float64Array(task.ground.internal));
    this.total = task.colours.reduce((sum, c) => sum + c.share, 0) || 1;
  }

  /** Gives each colour the overlap nearest to it. Film order is the order of `passes`. */
  assign(passes: readonly Pass[]): Assigned {
    const { ground, colours } = this.task;
    const stacks = colours.map(() => 1),
      deltaE = colours.map(() => Infinity);
    for (let mask = 1; mask < 1 << passes.length; mask++) {
      const top = 31 - Math.clz32(mask),
        rest = mask ^ (1 << top);
      const pass = rest === 0 ? passes[top].first : passes[top].later;
      const below = this.internals[rest],
        internal = this.internals[mask];
      for (let i = 0; i < internal.length; i++) internal[i] = below[i] * pass[i];
      const look = labOfInternal(ground, internal);
      for (let c = 0; c < colours.length; c++) {
        if (Math.abs(look[0] - colours[c].wantedLabD50[0]) >= LARGEST_SL * deltaE[c]) continue;
        const off = deltaE2000(look, colours[c].wantedLabD50);
        if (off < deltaE[c]) {
          deltaE[c] = off;
          stacks[c] = mask;
        }
      }
    }
    return {
      stacks,
      deltaE,
      mean: deltaE.reduce((sum, d, c) => sum + d * colours[c].share, 0) / this.total,
      worst: Math.max(...deltaE),
    };
  }
}

/** Turns each ink's L*, a* and b* as long as that helps, with steps that shrink. */
function refine(task: OverprintTask, start: readonly Lab[]): OverprintFound {
  const inks = start.map((lab) => [...lab] as [number, number, number]);
  const passes = inks.map((lab) => passOf(task.ground, lab));
  const press = new OverlapPress(task, inks.length);
  let now = press.assign(passes);
  // a little weight on the worst colour keeps small shapes from being given up
  const cost = (a: Assigned) => a.mean + 0.15 * a.worst;
  for (let step = FIRST_STEP, sweep = 0; sweep < SWEEPS && step >= LAST_STEP; sweep++) {
    let helped = false;
    for (let i = 0; i < inks.length; i++) {
      for (let axis = 0; axis < 3; axis++) {
        for (const by of [step, -step]) {
          const turned = [...inks[i]] as [number, number, number];
          turned[axis] += by;
          if (turned[0] < 12 || turned[0] > task.ground.paperLabD50[0] || Math.hypot(turned[1], turned[2]) > 95)
            continue;
          const old = passes[i];
          passes[i] = passOf(task.ground, turned, old.start);
          const next = press.assign(passes);
          if (cost(next) < cost(now) - 1e-6) {
            now = next;
            inks[i] = turned;
            helped = true;
            break;
          }
          passes[i] = old;
        }
      }
    }
    if (!helped) step /= 2.2;
  }
  return { inksLabD50: inks, ...now };
}
