import { ranged } from '../units';

/** Start values for oil relief ink rolled by hand; editable guesses until the printer's own log replaces them. */
export const INK_START_VALUES = {
  wetFilmUm: 8,
  rollerAndSlabFilmUm: 15,
  rollerDiameterMm: 50,
  rollerWidthMm: 150,
  slabSquareMm: 200,
  densityGPerMl: 1.1,
  wasteShare: 0.1,
} as const;
export const ML_PER_TEASPOON = 4.93;

export interface InkNeed {
  readonly grams: number;
  readonly millilitres: number;
  readonly teaspoons: number;
}

/**
 * Ink to mix for one run: `standingCm2` is what one sheet takes ink from, `impressions` counts layings by film weight (1 is the usual
 * film once). Throws OutOfRange below 0. What goes onto `sheets` sheets, what stays on roller and slab, and the waste.
 */
export function inkForRun(
  standingCm2: number,
  sheets: number,
  impressions = 1,
  values: Readonly<Record<keyof typeof INK_START_VALUES, number>> = INK_START_VALUES,
): InkNeed {
  ranged('the area inked (cm²)', standingCm2, 0);
  ranged('the number of sheets', sheets, 0);
  ranged('the number of impressions', impressions, 0);
  const onPaperMl = standingCm2 * sheets * impressions * values.wetFilmUm * 1e-4;
  const rolledCm2 = (Math.PI * values.rollerDiameterMm * values.rollerWidthMm + values.slabSquareMm ** 2) / 100;
  const millilitres = (onPaperMl + rolledCm2 * values.rollerAndSlabFilmUm * 1e-4) / (1 - values.wasteShare);
  return { grams: millilitres * values.densityGPerMl, millilitres, teaspoons: millilitres / ML_PER_TEASPOON };
}
