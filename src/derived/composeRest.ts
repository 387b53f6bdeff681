import { randomStream } from '@/core/random/random';
import { type EditOf, type Plan, type Run } from '@/model';
import { applyEdit } from './applyEdit';
import { nearestInks } from './composition';
import { looksOfPlan, type ColoursGot } from './looks';
import { cutsOf, inkingsOf, inkOf, printedIds } from './lookups';

/** What is asked when the rest is to be solved: plain data, so that it can be handed to a worker. */
export interface RestRequest {
  readonly plan: Plan;
  readonly got: ColoursGot;
  /** Runs that are printed: nothing of them is touched. Those pinned by the plan's rules stay, too. */
  readonly closedRuns: number;
  /** Cuts that are made: they stay. */
  readonly cutIds: readonly string[];
  /** Least distances between the areas of colours, mm, `gaps[a * n + b]`. */
  readonly gapsMm: ArrayLike<number>;
}

export interface RestAnswer {
  readonly edit: EditOf<'composed'>;
  readonly meanBefore: number;
  readonly meanAfter: number;
  readonly worstAfter: number;
  readonly tried: number;
}

/** Compositions looked at, at most, and how often the search begins anew from a shaken one. */
const MOST_TRIED = 6000,
  BEGINNINGS = 4;
/** Moves that shake a composition. */
const SHAKEN_BY = 4;
/** A difference of the mean nobody sees. */
const UNSEEN = 0.01;
/** Films beyond what the rules allow on a spot, and inks that roll too near, cost this much of mean ΔE each. */
const COST_OF_FILM = 0.6,
  COST_OF_TOUCH = 8;

/**
 * The best composition that keeps what is fixed: the runs pinned, printed or cut stay as they are; all others may print other colours, in
 * another order, opaque or transparent. It climbs by one touch at a time and begins anew a few times from shaken compositions, seeded: the
 * same question has the same answer. It is no proof of the best.
 */
export function composeRest(request: RestRequest, progress: (share: number) => boolean = () => true): RestAnswer {
  const { plan, got } = request;
  const search = new Climb(request, progress);
  const begun = { plan, cost: search.costOf(plan)! };
  let best = search.climb(begun);
  const random = randomStream(7);
  for (let again = 1; again < BEGINNINGS && !search.isOver; again++) {
    let shaken = best.plan;
    for (let k = 0; k < SHAKEN_BY; k++) {
      const moves = search.movesFrom(shaken);
      const next = moves.length > 0 ? moves[Math.floor(random() * moves.length)]() : undefined;
      shaken = next ?? shaken;
    }
    const cost = search.costOf(shaken);
    if (cost === undefined) continue;
    const found = search.climb({ plan: shaken, cost });
    if (found.cost < best.cost - UNSEEN) best = found;
  }
  const agreement = (of: Plan) => looksOfPlan(of, got)!.agreement;
  const after = agreement(best.plan);
  return {
    edit: compositionOf(best.plan),
    meanBefore: agreement(plan).mean,
    meanAfter: after.mean,
    worstAfter: after.worst,
    tried: search.tried,
  };
}

interface Reached {
  readonly plan: Plan;
  readonly cost: number;
}
type Move = () => Plan | undefined;

class Climb {
  tried = 0;
  isOver = false;
  private readonly isFixed: ReadonlySet<string>;
  private readonly kept: string;

  constructor(
    private readonly request: RestRequest,
    private readonly progress: (share: number) => boolean,
  ) {
    const { plan, closedRuns } = request;
    this.isFixed = new Set(
      plan.runs.flatMap((run, r) =>
        r < closedRuns || inkingsOf(run).some(({ colourId }) => plan.rules.pinnedIds.includes(colourId))
          ? [run.id]
          : [],
      ),
    );
    this.kept = this.keptOf(plan);
  }

  climb(from: Reached): Reached {
    let at = from;
    for (;;) {
      let best = at;
      for (const move of this.movesFrom(at.plan)) {
        if (this.isOver) return best;
        const plan = move();
        const cost = plan && this.costOf(plan);
        if (plan && cost !== undefined && cost < best.cost - UNSEEN) best = { plan, cost };
      }
      if (best === at) return at;
      at = best;
    }
  }

  /** Mean ΔE and what is amiss; undefined where something fixed would be another. */
  costOf(plan: Plan): number | undefined {
    if (++this.tried % 50 === 0 && !this.progress(Math.min(1, this.tried / MOST_TRIED))) this.isOver = true;
    if (this.tried >= MOST_TRIED) this.isOver = true;
    if (this.keptOf(plan) !== this.kept) return undefined;
    const { agreement, stacks } = looksOfPlan(plan, this.request.got)!;
    const deepest = Math.max(0, ...stacks.map((stack) => stack.length));
    return (
      agreement.mean +
      0.05 * agreement.worst +
      COST_OF_FILM * Math.max(0, deepest - plan.rules.maxFilms) +
      COST_OF_TOUCH * this.touches(plan)
    );
  }

  movesFrom(plan: Plan): Move[] {
    const free = plan.runs.filter((run) => !this.isFixed.has(run.id));
    return [
      ...free.flatMap((run) => this.givesOf(plan, run)),
      ...free.flatMap((a, i) => free.slice(i + 1).map((b) => () => this.applied(plan, swapped(plan, a, b)))),
      ...this.opacities(plan, free),
    ];
  }

  /** Every colour given to the run or taken from it. */
  private givesOf(plan: Plan, run: Run): Move[] {
    const made = new Set(this.request.cutIds);
    return inkingsOf(run).flatMap((inking) => {
      const prints = printedIds(plan, inking);
      return plan.flat!.colours.flatMap(({ id: colourId }): Move[] => {
        const isPrinted = prints.includes(colourId);
        if (isPrinted && prints.length === 1) return [];
        const isCut = inking.cutId !== null && made.has(inking.cutId);
        const how = !isPrinted ? 'printed' : isCut ? 'not inked' : 'cut away';
        return [
          () =>
            this.applied(plan, {
              kind: 'colours-given',
              runId: run.id,
              inkingId: inking.id,
              colourIds: [colourId],
              how,
            }),
        ];
      });
    });
  }

  /** Inks known by a word alone, of free runs only, the other way. */
  private opacities(plan: Plan, free: readonly Run[]): Move[] {
    const others = new Set(
      plan.runs.filter((run) => !free.includes(run)).flatMap((run) => inkingsOf(run).map(({ inkId }) => inkId)),
    );
    const inks = new Set(free.flatMap((run) => inkingsOf(run).map((inking) => inkOf(plan, inking))));
    return [...inks].flatMap((ink): Move[] =>
      others.has(ink.id) || ink.film || ink.recipe
        ? []
        : [
            () =>
              this.applied(plan, {
                kind: 'ink-set',
                inkId: ink.id,
                part: { opacity: ink.opacity === 'opaque' ? 'transparent' : 'opaque' },
              }),
          ],
    );
  }

  private applied(plan: Plan, edit: Parameters<typeof applyEdit>[1]): Plan | undefined {
    const made = applyEdit(plan, edit);
    return made.ok ? made.value : undefined;
  }

  /** What may not change: the place, the prints and the inks of fixed runs, and cuts that are made. */
  private keptOf(plan: Plan): string {
    const made = new Set(this.request.cutIds);
    return JSON.stringify([
      plan.runs.map((run) =>
        this.isFixed.has(run.id)
          ? [run.id, inkingsOf(run).map((inking) => [inking.inkId, [...printedIds(plan, inking)].sort()])]
          : null,
      ),
      cutsOf(plan).flatMap(({ id, standingIds }) => (made.has(id) ? [[id, [...standingIds].sort()]] : [])),
    ]);
  }

  /** Pairs of inks rolled nearer than the roller passes. */
  private touches(plan: Plan): number {
    return nearestInks(plan, this.request).filter(({ gapMm }) => gapMm <= plan.rules.rollerClearanceMm).length;
  }
}

function swapped(plan: Plan, a: Run, b: Run): EditOf<'runs-ordered'> {
  return {
    kind: 'runs-ordered',
    runIds: plan.runs.map((run) => (run === a ? b.id : run === b ? a.id : run.id)),
  };
}

/** What a plan became, as one edit: all that runs, cuts and zones may differ in, none added or taken away. */
function compositionOf(plan: Plan): EditOf<'composed'> {
  return {
    kind: 'composed',
    runIds: plan.runs.map(({ id }) => id),
    cuts: cutsOf(plan).map(({ id, standingIds }) => ({ cutId: id, standingIds })),
    formes: plan.runs.flatMap((run) => run.formes.map(({ id, cutId }) => ({ formeId: id, cutId }))),
    inkings: plan.runs
      .flatMap(inkingsOf)
      .map(({ id, zoneIds, keptOut: out }) => ({ inkingId: id, zoneIds, keptOut: out })),
    opacities: plan.inks.map(({ id, opacity }) => ({ inkId: id, opacity })),
  };
}
