import { ranged } from '../units';

const PER_FILM_BELOW = 1.15;
const DEGREES_THAT_DOUBLE = 10;

/**
 * Hours until a film can take the next one, from those its medium needs on bare paper at 20 °C and 50 % RH; each film below makes it
 * slower, warmth quicker, damp air slower.
 */
export function dryingHours(
  mediumHours: number,
  filmsBelow: number,
  temperatureC = 20,
  relativeHumidityPercent = 50,
): number {
  ranged('the drying hours of the medium', mediumHours, 0);
  ranged('the number of films below', filmsBelow, 0);
  ranged('the temperature (°C)', temperatureC, -20, 60);
  ranged('the humidity (%)', relativeHumidityPercent, 0, 100);
  return (
    mediumHours *
    PER_FILM_BELOW ** filmsBelow *
    2 ** ((20 - temperatureC) / DEGREES_THAT_DOUBLE) *
    (1 + (relativeHumidityPercent - 50) / 100)
  );
}
