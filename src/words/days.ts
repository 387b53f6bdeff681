import type { DayStep } from '@/model';
import type { days } from './en/days';
import made from './made/en/days.json';
import { translator } from './translator';

export const daysWords = translator<typeof days>(made);

/** A step as one says it. */
export function stepInWords({ what, run, about }: Pick<DayStep, 'what' | 'run' | 'about'>): string {
  return daysWords(`step.${what}`, { run: (run ?? 0) + 1, about });
}
