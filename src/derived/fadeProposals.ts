import { deltaE2000, type Lab } from '@/core/colour';
import { roundTo } from '@/core/numeric';
import type { Gradation } from '@/core/picture';
import type { EditOf, Inking, InkFade, Plan } from '@/model';
import { inkingsOf, inkOf } from './lookups';
import type { PlanLooks } from './looks';

/** Two runs that one fade may take the place of, with the labels of the picture they finish. */
export interface FadeCandidate {
  readonly runId: string;
  readonly withRunId: string;
  readonly labels: readonly number[];
}

/** A fade that would save a run. */
export interface FadeProposal extends FadeCandidate {
  readonly gradation: Gradation;
  readonly edit: EditOf<'runs-faded'>;
}

/** Labels whose topmost film is of a run. */
export function finishedBy({ stacks }: Pick<PlanLooks, 'stacks'>, plan: Plan, run: number): readonly number[] {
  return (plan.flat?.colours ?? []).flatMap((_, label) => (stacks[label].at(-1)?.run === run ? [label] : []));
}

/** Pairs of open runs of one ink each, none of which fades yet to another ink. */
export function fadeCandidates(plan: Plan, looks: Pick<PlanLooks, 'stacks'>, closedRuns: number): FadeCandidate[] {
  const open = plan.runs
    .map((run, r) => ({ run, labels: finishedBy(looks, plan, r), r }))
    .filter(({ run, labels, r }) => r >= closedRuns && labels.length > 0 && inkingsOf(run).length === 1);
  return open.flatMap((a, i) =>
    open
      .slice(i + 1)
      .map((b) => ({ runId: a.run.id, withRunId: b.run.id, labels: [...a.labels, ...b.labels].sort((p, q) => p - q) })),
  );
}

/** A fade may be this much farther from the picture, ΔE00, than the flat areas it takes the place of: it saves a run. */
const WORTH_A_RUN = 0.7;
/** Ends nearer than this need no fade. */
const LEAST_APART = 6;

/** What of the candidates is worth it, the one nearest to the picture first; gradations in their order, null where there is none. */
export function fadeProposals(
  plan: Plan,
  candidates: readonly FadeCandidate[],
  gradations: readonly (Gradation | null)[],
): FadeProposal[] {
  return candidates
    .flatMap((candidate, i): FadeProposal[] => {
      const gradation = gradations[i];
      if (!gradation || !isWorthIt(gradation)) return [];
      const inks = [candidate.runId, candidate.withRunId].map((id) => {
        const run = plan.runs.find((one) => one.id === id)!;
        return { id, labD50: inkOf(plan, inkingsOf(run)[0]).solidLabD50 };
      });
      // it begins with the run whose ink is nearer to the darker end
      const off = (labD50: Lab) => deltaE2000(labD50, gradation.fromLabD50) - deltaE2000(labD50, gradation.toLabD50);
      const [from, to] = off(inks[0].labD50) <= off(inks[1].labD50) ? inks : [inks[1], inks[0]];
      const by = plan.way.begins.mediumId === 'pigment and paste' ? ('brush' as const) : ('two rollers' as const);
      return [
        {
          ...{ ...candidate, gradation },
          edit: {
            ...{ kind: 'runs-faded' as const, runId: from.id, withRunId: to.id },
            fade: { ...fadeAlong(plan, gradation), by },
          },
        },
      ];
    })
    .sort((a, b) => a.gradation.fadeDeltaE - b.gradation.fadeDeltaE);
}

function isWorthIt({ fadeDeltaE, flatDeltaE, fromLabD50, toLabD50 }: Gradation): boolean {
  return fadeDeltaE <= flatDeltaE + WORTH_A_RUN && deltaE2000(fromLabD50, toLabD50) >= LEAST_APART;
}

/** A line on the print as the picture has it, with the colours it has at its ends. */
export function fadeAlong(
  { picture }: Pick<Plan, 'picture'>,
  { from, to, fromLabD50, toLabD50 }: Gradation,
): Pick<InkFade, 'fromMm' | 'toMm' | 'curve' | 'wanted'> {
  const { widthMm = 0, heightMm = 0 } = picture ?? {};
  const tenth = (value: number) => roundTo(value, 1);
  const place = ({ u, v }: Gradation['from']) => ({ xMm: tenth(u * widthMm), yMm: tenth(v * heightMm) });
  const rounded = (lab: Lab) => lab.map(tenth) as unknown as Lab;
  return {
    ...{ fromMm: place(from), toMm: place(to), curve: 'even' },
    wanted: { fromLabD50: rounded(fromLabD50), toLabD50: rounded(toLabD50) },
  };
}

/** A fade as an ink begins with it: down the print, running out, laid by what the ink is laid by. */
export function firstFade({ picture }: Pick<Plan, 'picture'>, { laidBy }: Pick<Inking, 'laidBy'>): InkFade {
  const { widthMm = 100, heightMm = 100 } = picture ?? {};
  return {
    fromMm: { xMm: widthMm / 2, yMm: heightMm / 10 },
    toMm: { xMm: widthMm / 2, yMm: (heightMm * 9) / 10 },
    ...{ toInkId: null, curve: 'even', wanted: null },
    by: laidBy === 'brush' ? 'brush' : 'two ribbons',
  };
}
