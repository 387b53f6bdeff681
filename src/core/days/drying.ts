import { ranged } from '../units';
import type { DampSizing } from './damp';

/** A film as it lies on the sheet, and the air around it. */
export interface FilmDrying {
  /** What its medium needs on bare sized paper at 20 °C and 50 % RH, h. */
  readonly mediumHours: number;
  readonly filmsBelow: number;
  readonly temperatureC?: number;
  readonly relativeHumidityPercent?: number;
  readonly sizing?: DampSizing;
  /** Against the usual film of its medium. */
  readonly filmWeight?: number;
  /** Drier in the ink, per cent by weight. */
  readonly drierPercent?: number;
}

const PER_FILM_BELOW = 1.15;
const DEGREES_THAT_DOUBLE = 10;
/** Start values: paper that drinks takes some of the oil out of the film. */
const BY_SIZING: Readonly<Record<DampSizing, number>> = { unsized: 0.7, 'lightly sized': 0.85, sized: 1 };
/** Start values: with drier an ink of 72 h dries in 20 h; so much of it, per cent, is all that helps. */
const WITH_DRIER = 20 / 72,
  DRIER_IN_FULL_PERCENT = 3;

/**
 * Hours until a film can take the next one: each film below makes it slower, warmth quicker, damp air slower; a heavier film takes longer in
 * proportion, unsized paper and drier less. All start values. Throws OutOfRange.
 */
export function dryingHours({
  mediumHours,
  filmsBelow,
  temperatureC = 20,
  relativeHumidityPercent = 50,
  sizing = 'sized',
  filmWeight = 1,
  drierPercent = 0,
}: FilmDrying): number {
  ranged('the drying hours of the medium', mediumHours, 0);
  ranged('the number of films below', filmsBelow, 0);
  ranged('the temperature (°C)', temperatureC, -20, 60);
  ranged('the humidity (%)', relativeHumidityPercent, 0, 100);
  ranged('the weight of the film', filmWeight, 0);
  ranged('the drier (%)', drierPercent, 0, 100);
  return (
    mediumHours *
    PER_FILM_BELOW ** filmsBelow *
    2 ** ((20 - temperatureC) / DEGREES_THAT_DOUBLE) *
    (1 + (relativeHumidityPercent - 50) / 100) *
    BY_SIZING[sizing] *
    filmWeight *
    WITH_DRIER ** Math.min(1, drierPercent / DRIER_IN_FULL_PERCENT)
  );
}
