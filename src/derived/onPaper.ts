import { EDITION_ROUND, type Plan } from '@/model';
import type { BenchState } from './bench/benchState';

/**
 * The plan on the paper of one of its rounds: whatever is predicted from it is predicted for those sheets. The plan itself where
 * the round lies on the paper that is planned, or was not begun.
 */
export function onPaperOf(plan: Plan, { rounds }: Pick<BenchState, 'rounds'>, roundId: string = EDITION_ROUND): Plan {
  const paper = rounds.find((round) => round.roundId === roundId)?.paper;
  return paper ? { ...plan, paper } : plan;
}
