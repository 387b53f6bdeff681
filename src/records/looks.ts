import type { Lab } from '@/core/colour';
import { filmOnGround, groundOf, type Film } from '@/core/inks';
import { agreementWithWish, cannotCover, filmStackOf, looksAfterRuns, type Agreement, type PrintedRun } from '@/core/layers';
import { inkOfRun, stageOfRun, type Plan } from './plan';

export interface PlanLooks {
  /** `looks[r][label]`: colour of each flat colour's area after r runs. */
  readonly looks: readonly (readonly Lab[])[];
  /** For each label, the runs whose films lie there, lowest first. */
  readonly stacks: readonly (readonly number[])[];
  readonly agreement: Agreement;
  /** Runs whose light ink does not cover what lies below. */
  readonly uncovered: readonly boolean[];
}

const films = new Map<string, Film>();
const MAX_REMEMBERED = 400;

/** The sheet after each run, by the films the plan lays down. Undefined while there are no flat colours. */
export function looksOfPlan(plan: Plan): PlanLooks | undefined {
  const flat = plan.flat;
  if (!flat) return undefined;
  const solids = plan.runs.map((run) => inkOfRun(plan, run).solidLabD50);
  const darkest = solids.reduce((a, b) => (b[0] < a[0] ? b : a), plan.paper.labD50);
  const ground = groundOf(plan.paper.labD50, darkest);
  const colours = flat.colours.map((c) => c.id);
  const runs = plan.runs.map((run): PrintedRun<string> => {
    const ink = inkOfRun(plan, run);
    const key = JSON.stringify([ink.solidLabD50, ink.opacity, plan.paper.labD50, darkest]);
    const film = films.get(key) ?? filmOnGround(ground, ink.solidLabD50, ink.opacity);
    if (films.size > MAX_REMEMBERED) films.clear();
    films.set(key, film);
    return { standing: stageOfRun(plan, run)?.standingIds ?? [], film, impressions: run.impressions };
  });
  const looks = looksAfterRuns(ground, colours, runs);
  const wanted = flat.colours.map((c) => (c.id === flat.barePaperId ? plan.paper.labD50 : c.wantedLabD50));
  const label = (id: string) => colours.indexOf(id);
  return {
    looks,
    stacks: colours.map((id) => filmStackOf(id, runs)),
    agreement: agreementWithWish(looks[runs.length], wanted, flat.colours.map((c) => c.areaShare)),
    uncovered: plan.runs.map((run, r) => cannotCover(solids[r], looks[r][label(run.colourId)], looks[r + 1][label(run.colourId)])),
  };
}
