import type { Laying } from '@/model';
import type { trials } from './en/trials';
import made from './made/en/trials.json';
import { listOf } from './phrases';
import { translator } from './translator';

export const trialWords = translator<typeof trials>('trials', made);

/** Kinds of what is varied, as `variedOf` tells them. */
interface Varied {
  readonly ink: boolean;
  readonly otherInks: readonly string[];
  readonly weight: boolean;
  readonly passes: boolean;
  readonly wet: boolean;
}

/** What of a laying is otherwise than planned, short; “as planned” where nothing is. */
export function variedInWords(laying: Laying, varied: Varied): string {
  const extenders = [...new Set(laying.inkings.map((one) => one.extenderPercent))].filter((percent) => percent > 0);
  const weights = [...new Set(laying.inkings.map((one) => one.filmWeight))];
  const said = [
    ...extenders.map((percent) => trialWords('varied.extender', { percent })),
    ...(varied.otherInks.length > 0 ? [trialWords('varied.ink', { inks: listOf(varied.otherInks) })] : []),
    ...(varied.ink && extenders.length === 0 && varied.otherInks.length === 0 ? [trialWords('varied.mixed')] : []),
    ...(varied.weight ? weights.map((weight) => trialWords('varied.weight', { weight })) : []),
    ...(varied.passes ? [trialWords('varied.passes', { passes: laying.passes })] : []),
    ...(varied.wet ? [trialWords('varied.wet', { wet: String(laying.wet) })] : []),
  ];
  return said.length === 0 ? trialWords('board.asPlanned') : said.join(' · ');
}

/** What a round of proofs is called: its own name, or its number (from 0). */
export function roundNamed(round: { readonly name: string }, number: number): string {
  return round.name || trialWords('round.unnamed', { round: number + 1 });
}
