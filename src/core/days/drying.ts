import { ranged } from '../units';

/** Start values: hours until the next film at 20 °C and 50 % RH, by kind of ink. */
export const DRYING_HOURS = { 'oil relief': 60 } as const;
const PER_FILM_BELOW = 1.15;
const DEGREES_THAT_DOUBLE = 10;

/** Hours until a film can take the next one; each film below makes it slower, warmth quicker, damp air slower. */
export function dryingHours(filmsBelow: number, temperatureC = 20, relativeHumidityPercent = 50): number {
  ranged('the number of films below', filmsBelow, 0);
  ranged('the temperature (°C)', temperatureC, -20, 60);
  ranged('the humidity (%)', relativeHumidityPercent, 0, 100);
  return (
    DRYING_HOURS['oil relief'] *
    PER_FILM_BELOW ** filmsBelow *
    2 ** ((20 - temperatureC) / DEGREES_THAT_DOUBLE) *
    (1 + (relativeHumidityPercent - 50) / 100)
  );
}
