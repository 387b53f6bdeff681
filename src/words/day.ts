import type { day } from './en/day';
import made from './made/en/day.json';
import { translator } from './translator';

export const dayWords = translator<typeof day>('day', made);

/** A stretch of the day: “2 h 5 min”. */
export function stretchOf(minutes: number): string {
  const whole = Math.max(0, Math.round(minutes));
  return dayWords('time', { hours: Math.floor(whole / 60), minutes: whole % 60 });
}
