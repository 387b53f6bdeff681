import type { Lab } from '@/core/colour';
import type { RehearsalResult, RehearsalSlip } from '@/core/cutting';
import type { LabelStyle } from '@/core/geometry';
import { type Plan } from '@/model';
import { groupsOf, looksOfPlan, type PlanLooks, usesOneSide } from '@/derived';
import { BLOCK_WORDS, wordOfLab } from '../../kit/colours';
import { listOf } from '@/words/phrases';
import { rehearseWords } from '@/words/rehearse';

/** “Not cut” in the rehearsal map. */
export const NOT_CUT = 15;
/** The map tells colours and runs apart in one byte. */
export const MOST_RUNS = 14;

/** Before which run (from 0) each colour is cut by the plan; the number of runs when it stands to the end. */
export function dueOf(plan: Plan): number[] {
  const groups = groupsOf(plan);
  return plan.flat!.colours.map((c) => groups.findIndex((group) => group.includes(c.id)) + 1);
}

/** Why a plan cannot be rehearsed, in a sentence. */
export function whyNot(plan: Plan): string | undefined {
  if (!plan.flat || plan.runs.length === 0) return rehearseWords('stageOf.thereIsNoPlan');
  if (!usesOneSide(plan)) return rehearseWords('stageOf.aRehearsalIsFor');
  return plan.runs.length > MOST_RUNS || plan.flat.colours.length > 15
    ? rehearseWords('stageOf.aRehearsalTakesUp', { mostRuns: MOST_RUNS })
    : undefined;
}

/** The colour of the sheet after 0, 1, 2 … films of the plan's runs, one over another. */
export function filmColours(looks: PlanLooks): readonly Lab[] {
  return looks.reached.reduce((deepest, reached) => (reached.length > deepest.length ? reached : deepest));
}

export function looksForRehearsal(plan: Plan): readonly Lab[] {
  return filmColours(looksOfPlan(plan)!);
}

/** The block before run `run` prints: cut earlier, cut now, standing (in the colours of the tracing, or plain). */
export function blockStylesFor(plan: Plan, run: number, traced: boolean): LabelStyle[] {
  const styles: LabelStyle[] = [];
  plan.flat!.colours.forEach((colour, label) => {
    for (let cut = 0; cut <= NOT_CUT; cut++) {
      styles[label * 16 + cut] =
        cut < run
          ? { fill: BLOCK_WORDS.cleared }
          : cut === run
            ? { fill: BLOCK_WORDS.cutFill, stroke: BLOCK_WORDS.cutStroke }
            : { fill: traced ? onBlock(colour.wantedLabD50) : BLOCK_WORDS.standing };
    }
  });
  return styles;
}

/** The sheet after `runs` runs. */
export function sheetStylesFor(plan: Plan, runs: number, films: readonly Lab[]): LabelStyle[] {
  const styles: LabelStyle[] = [];
  plan.flat!.colours.forEach((_, label) => {
    for (let cut = 0; cut <= NOT_CUT; cut++)
      styles[label * 16 + cut] = { fill: wordOfLab(films[Math.min(runs, cut, films.length - 1)]) };
  });
  return styles;
}

/** A colour as pencil or thin paint on the block: half way to the block's own. */
function onBlock([l, a, b]: Lab): number {
  return wordOfLab([0.45 * l + 42, 0.55 * a, 0.55 * b + 4]);
}

/** What a slip is, in a sentence. */
export function slipWords(slip: RehearsalSlip, colourName: string): string {
  const said = { colourName, count: slip.wrongRuns.length, runs: listOf(slip.wrongRuns.map((r) => String(r + 1))) };
  if (slip.kind === 'never') return rehearseWords('stageOf.neverCut', said);
  return rehearseWords(slip.kind === 'too early' ? 'stageOf.cutTooEarly' : 'stageOf.cutTooLate', {
    ...said,
    cut: slip.cut! + 1,
  });
}

/** What to remember for the next time. */
export function lessons(result: RehearsalResult): string[] {
  const kinds = new Set(result.slips.map((slip) => slip.kind));
  const out: string[] = [];
  if (kinds.has('too early')) out.push(rehearseWords('stageOf.cutAwayOnlyWhat'));
  if (kinds.has('too late') || kinds.has('never')) out.push(rehearseWords('stageOf.beforeEachRunAsk'));
  if (result.slips.some((slip) => slip.wrongRuns.includes(0))) out.push(rehearseWords('stageOf.beforeTheFirstRun'));
  if (out.length === 0) out.push(rehearseWords('stageOf.everyPartWentAt'));
  return out;
}

/** How far off the finished print is at a slip: the colour there beside the one wanted, by the number of films. */
export function filmsAfter(slip: Pick<RehearsalSlip, 'cut'>, runs: number): number {
  return Math.min(runs, slip.cut ?? runs);
}
