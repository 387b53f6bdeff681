import { phrase } from '@/core/units';
import type { InferType } from 'yup';
import { REHEARSAL_LEVELS } from '@/core/cutting';
import type { Outcome } from '@/core/units';
import { checkWith } from '../check';
import { between, oneOf, record, type Frozen } from '../fields';
import { SAMPLE_IDS } from '../ranges';

export const practice = record({
  sample: oneOf(SAMPLE_IDS),
  level: oneOf(REHEARSAL_LEVELS),
  score: between(phrase('measure.score'), 0, 100),
});

/** One rehearsal on a sample print. */
export interface PracticeScore extends Frozen<InferType<typeof practice>> {
  readonly at: string;
}

export function checkPractice(value: unknown): Outcome<Omit<PracticeScore, 'at'>> {
  return checkWith(practice, value);
}
