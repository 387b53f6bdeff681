import type { DayStep } from '@/model';
import type { days } from './en/days';
import made from './made/en/days.json';
import { translator } from './translator';

export const daysWords = translator<typeof days>('days', made);

/** A step as one says it. */
export function stepInWords({ id, what, run, about }: Pick<DayStep, 'id' | 'what' | 'run' | 'about'>): string {
  if (id.endsWith('/day')) return daysWords('wetDay', { what, runs: about });
  return daysWords(`step.${what}`, { run: (run ?? 0) + 1, about });
}
