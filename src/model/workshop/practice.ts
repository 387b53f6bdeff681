import { phrase } from '@/core/units';
import type { InferType } from 'yup';
import { REHEARSAL_LEVELS } from '@/core/cutting';
import type { Outcome } from '@/core/units';
import { checkWith } from '../check';
import { between, oneOf, record, type Frozen } from '../fields';
import { SAMPLE_IDS } from '../ranges';

/** What short questions are about. */
export const PRACTICE_KINDS = ['transfer', 'cut', 'overprint', 'shim', 'sheets', 'fault', 'mirrored', 'dry'] as const;
export type PracticeKind = (typeof PRACTICE_KINDS)[number];

export const practice = record({
  sample: oneOf([...SAMPLE_IDS, ...PRACTICE_KINDS]),
  level: oneOf([...REHEARSAL_LEVELS, 'question']),
  score: between(phrase('measure.score'), 0, 100),
});

/** One rehearsal on a sample print, or the answer to a question: all of it where it was right, nothing where it was not. */
export interface PracticeScore extends Frozen<InferType<typeof practice>> {
  readonly at: string;
}

export function checkPractice(value: unknown): Outcome<Omit<PracticeScore, 'at'>> {
  return checkWith(practice, value);
}
