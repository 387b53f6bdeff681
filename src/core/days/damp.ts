import { ranged } from '../units';

/** How little a paper drinks. */
export type DampSizing = 'unsized' | 'lightly sized' | 'sized';

/** Start values: a thin paper that drinks is ready after so long under cover, and nothing waits longer than a night. */
const LEAST_HOURS = 8,
  MOST_HOURS = 12;
const THIN_G_PER_M2 = 50,
  HEAVY_G_PER_M2 = 250;
/** A sized paper takes so much longer, h. */
const SIZING_HOURS: Readonly<Record<DampSizing, number>> = { unsized: 0, 'lightly sized': 1, sized: 2 };

/** Hours until a damped pack is alike all through (start values 8 to 12), by the weight of its paper and how it is sized. */
export function readyAfterHours(gramsPerM2: number, sizing: DampSizing): number {
  ranged('the weight of the paper (g/m²)', gramsPerM2, 0);
  const heavy = Math.min(1, Math.max(0, (gramsPerM2 - THIN_G_PER_M2) / (HEAVY_G_PER_M2 - THIN_G_PER_M2)));
  return Math.min(MOST_HOURS, LEAST_HOURS + 2 * heavy + SIZING_HOURS[sizing]);
}

/** Start value: a damp pack keeps so long at 18 °C, and half as long for each 6 °C more. */
const MOULD_DAYS = 6,
  MOULD_AT_C = 18,
  HALVED_BY_C = 6;

/** Days until a damp pack may go mouldy. */
export function mouldAfterDays(temperatureC: number): number {
  ranged('the temperature (°C)', temperatureC, -20, 60);
  return MOULD_DAYS * 2 ** ((MOULD_AT_C - temperatureC) / HALVED_BY_C);
}

/** Water in a pack, per cent of its dry weight. Throws OutOfRange for a dry weight of nothing. */
export function moisturePercent(packG: number, dryG: number): number {
  ranged('the dry weight (g)', dryG, 0.01);
  ranged('the weight of the pack (g)', packG, 0);
  return (100 * (packG - dryG)) / dryG;
}

/** Water that brings a pack to its moisture, g: below 0 where it is too wet and must lie open. */
export function waterToAddG(packG: number, dryG: number, targetPercent: number): number {
  return dryG * (1 + targetPercent / 100) - packG;
}

/** Off by less than this, per cent of the dry weight, a pack is left alone. */
export const ALIKE_PERCENT = 2;

/** What a sheet of this size weighs dry, g. */
export function dryWeightG(
  sheetMm: { readonly widthMm: number; readonly heightMm: number },
  gramsPerM2: number,
): number {
  return (sheetMm.widthMm * sheetMm.heightMm * gramsPerM2) / 1e6;
}
