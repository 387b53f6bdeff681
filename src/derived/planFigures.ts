import type { LossBelief } from '@/core/sheets';
import type { Plan } from '@/model';
import { sheetAnswerOf } from './belief';
import { dryingHoursOf } from './dryingOf';
import { cutBlocksOf, cutStateOfRun, imageCm2, inkingsOf } from './lookups';
import type { PlanLooks } from './looks';

/** What a plan costs and gives; each shown apart, never one number. */
export interface PlanFigures {
  readonly meanDeltaE: number;
  readonly worstDeltaE: number;
  readonly worstColour: string;
  readonly runs: number;
  readonly blocks: number;
  readonly inkings: number;
  /** Films at the deepest point. */
  readonly deepestFilms: number;
  readonly cutCm2: number;
  /** Drying between runs and half a day of printing for each, whole days (start values). */
  readonly days: number;
  /** Sheets to start, tests included. */
  readonly sheets: number;
}

/** Printing one run, in days. */
const HALF_DAY = 0.5;

export function figuresOf(plan: Plan, looks: PlanLooks, belief: LossBelief): PlanFigures {
  const flat = plan.flat!;
  const areaCm2 = imageCm2(plan);
  const share = (id: string) => flat.colours.find((c) => c.id === id)!.areaShare;
  const cutShare = plan.runs.reduce(
    (sum, run) => sum + cutStateOfRun(plan, run).cutNow.reduce((s, id) => s + share(id), 0),
    0,
  );
  const drying = plan.runs.slice(0, -1).reduce((days, _, r) => days + dryingHoursOf(plan, r) / 24, 0);
  return {
    meanDeltaE: looks.agreement.mean,
    worstDeltaE: looks.agreement.worst,
    worstColour: flat.colours[looks.agreement.worstColour].name,
    runs: plan.runs.length,
    blocks: cutBlocksOf(plan).length,
    inkings: plan.runs.reduce((sum, run) => sum + inkingsOf(run).length, 0),
    deepestFilms: Math.max(0, ...looks.stacks.map((stack) => stack.length)),
    cutCm2: cutShare * areaCm2,
    // on open films all is printed while the first of them is open
    days: plan.way.under === 'wet' ? 1 : Math.ceil(drying + plan.runs.length * HALF_DAY),
    sheets: sheetAnswerOf(plan, belief).total,
  };
}
