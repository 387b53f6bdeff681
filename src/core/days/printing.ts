import { ranged } from '../units';

/** Start values: laying out before a run and cleaning up after it, min. */
export const SET_UP_MIN = 40,
  CLEAN_UP_MIN = 30;
/** Start values for rubbing with a spoon: minutes a sheet, and more for each dm² that stands. */
const RUB_MIN = 4,
  RUB_MIN_PER_DM2 = 1.2;

/** Minutes a pull takes by hand (start value): `layingMin` is what laying one sheet in the jig takes. */
export function pullMinutes(standingDm2: number, impressions: number, layingMin: number): number {
  ranged('the area that stands (dm²)', standingDm2, 0);
  ranged('the minutes to lay a sheet', layingMin, 0);
  return (RUB_MIN + RUB_MIN_PER_DM2 * standingDm2 + layingMin) * impressions;
}

/** Hours to print one run by hand, from laying out to washing up: `layingMin` is what laying one sheet in the jig takes. */
export function printingHours(sheets: number, standingDm2: number, impressions: number, layingMin: number): number {
  ranged('the sheets of a run', sheets, 0);
  return (SET_UP_MIN + CLEAN_UP_MIN + sheets * pullMinutes(standingDm2, impressions, layingMin)) / 60;
}
