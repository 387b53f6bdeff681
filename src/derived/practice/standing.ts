import { PRACTICE_KINDS, type PracticeKind, type PracticeScore } from '@/model';
import type { Question } from './question';

/** What tells a question from every other: what is asked, whatever the order of its answers. */
export const keyOfQuestion = ({ kind, asked, options }: Question): string =>
  JSON.stringify([kind, asked, (options as readonly unknown[]).map((option) => JSON.stringify(option)).sort()]);

const RECENT = 8,
  SURE_SHARE = 0.75;

/** An answer that was given, newest first in lists. */
export interface Answered {
  readonly kind: PracticeKind;
  readonly right: boolean;
}

/** The answers to questions among all that was practised, in the order they come in. */
export const answersOf = (scores: readonly Pick<PracticeScore, 'sample' | 'score'>[]): Answered[] =>
  scores.flatMap(({ sample, score }) => {
    const kind = PRACTICE_KINDS.find((one) => one === sample);
    return kind ? [{ kind, right: score > 0 }] : [];
  });

export type Standing = 'new' | 'shaky' | 'firm';

/** How firm each kind is, by its last answers: shaky below three in four, and never firm after less than four. */
export function standingOf(answers: readonly Answered[]): Readonly<Record<PracticeKind, Standing>> {
  return Object.fromEntries(
    PRACTICE_KINDS.map((kind) => {
      const last = answers.filter((one) => one.kind === kind).slice(0, RECENT);
      const right = last.filter((one) => one.right).length;
      return [kind, last.length === 0 ? 'new' : last.length < 4 || right / last.length < SURE_SHARE ? 'shaky' : 'firm'];
    }),
  ) as Record<PracticeKind, Standing>;
}

/** The kind to ask next: what is shaky comes most often, what is firm still comes now and then, none twice running. */
export function nextKind(
  standing: Readonly<Record<PracticeKind, Standing>>,
  last: PracticeKind | undefined,
  chance: number,
): PracticeKind {
  const weight = { new: 2, shaky: 3, firm: 1 } as const;
  const kinds = PRACTICE_KINDS.filter((kind) => kind !== last);
  let left = chance * kinds.reduce((sum, kind) => sum + weight[standing[kind]], 0);
  return kinds.find((kind) => (left -= weight[standing[kind]]) < 0) ?? kinds[0];
}
