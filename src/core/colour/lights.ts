import { labD50FromXyz, WHITE_XYZ_D50, type Lab, type Xyz } from './lab';
import { BAND_COUNT, OBSERVER_WEIGHTS } from './observerWeights';

/** Lights a print is looked at in: daylight (CIE D50), a north window (D65), a warm lamp (A) and the tubes of a shop (FL11). */
export const LIGHTS = ['daylight', 'north window', 'warm lamp', 'shop light'] as const;
export type Light = (typeof LIGHTS)[number];

const FIRST_NM = 380,
  STEP_NM = 10;
const nmOf = (band: number) => FIRST_NM + STEP_NM * band;

/** Components of daylight, 380–730 nm by 10 (CIE 15:2018, table 6: Judd, MacAdam and Wyszecki 1964). */
const S0 = [
  ...[63.4, 65.8, 94.8, 104.8, 105.9, 96.8, 113.9, 125.6, 125.5, 121.3, 121.3, 113.5, 113.1, 110.8, 106.5, 108.8],
  ...[105.3, 104.4, 100, 96, 95.1, 89.1, 90.5, 90.3, 88.4, 84, 85.1, 81.9, 82.6, 84.9, 81.3, 71.9, 74.3, 76.4],
  ...[63.3, 71.7],
];
const S1 = [
  ...[38.5, 35, 43.4, 46.3, 43.9, 37.1, 36.7, 35.9, 32.6, 27.9, 24.3, 20.1, 16.2, 13.2, 8.6, 6.1, 4.2, 1.9, 0],
  ...[-1.6, -3.5, -3.5, -5.8, -7.2, -8.6, -9.5, -10.9, -10.7, -12, -14, -13.6, -12, -13.3, -12.9, -10.6, -11.6],
];
const S2 = [
  ...[3, 1.2, -1.1, -0.5, -0.7, -1.2, -2.6, -2.9, -2.8, -2.6, -2.6, -1.8, -1.5, -1.3, -1.2, -1, -0.5, -0.3, 0, 0.2],
  ...[0.5, 2.1, 3.2, 4.1, 4.7, 5.1, 6.7, 7.3, 8.6, 9.8, 10.2, 8.3, 9.6, 8.5, 7, 7.6],
];
/** Fluorescent lamp FL11, 380–735 nm by 5 (CIE 15:2018, table 10.1). */
const FL11_BY_5 = [
  ...[0.91, 0.63, 0.46, 0.37, 1.29, 12.68, 1.59, 1.79, 2.46, 3.33, 4.49, 33.94, 12.13, 6.95, 7.19, 7.12, 6.72, 6.13],
  ...[5.46, 4.79, 5.66, 14.29, 14.96, 8.97, 4.72, 2.33, 1.47, 1.1, 0.89, 0.83, 1.18, 4.9, 39.59, 72.84, 32.61, 7.52],
  ...[2.83, 1.96, 1.67, 4.43, 11.28, 14.76, 12.73, 9.74, 7.33, 9.72, 55.27, 42.58, 13.18, 13.16, 12.26, 5.11, 2.07],
  ...[2.34, 3.58, 3.01, 2.48, 2.14, 1.54, 1.33, 1.46, 1.94, 2, 1.2, 1.35, 4.1, 5.58, 2.51, 0.57, 0.27, 0.23, 0.21],
];

/** Power of daylight of this chromaticity, band by band (CIE 15:2018, 4.1.2). */
function daylight(x: number, y: number): number[] {
  const m = 0.0241 + 0.2562 * x - 0.7341 * y;
  const m1 = (-1.3515 - 1.7703 * x + 5.9114 * y) / m,
    m2 = (0.03 - 31.4424 * x + 30.0717 * y) / m;
  return S0.map((s, i) => s + m1 * S1[i] + m2 * S2[i]);
}

/** CIE illuminant A: a full radiator of 2848 K by its formula, scaled to 100 at 560 nm (CIE 15:2018, 4.1.1). */
function warm(nm: number): number {
  const radiated = (at: number) => 1 / (at ** 5 * (Math.exp(1.435e7 / (2848 * at)) - 1));
  return (100 * radiated(nm)) / radiated(560);
}

/** The lines of the tubes spread over the bands they lie in: a band takes its middle and half of both neighbours. */
function shop(): number[] {
  return Array.from({ length: BAND_COUNT }, (_, i) => {
    const at = 2 * i;
    return (FL11_BY_5[at - 1] ?? FL11_BY_5[at]) / 4 + FL11_BY_5[at] / 2 + (FL11_BY_5[at + 1] ?? FL11_BY_5[at]) / 4;
  });
}

const D50 = daylight(0.3457, 0.3585);
const POWER: Readonly<Record<Light, readonly number[]>> = {
  daylight: D50,
  'north window': daylight(0.3127, 0.329),
  'warm lamp': Array.from({ length: BAND_COUNT }, (_, i) => warm(nmOf(i))),
  'shop light': shop(),
};

/** Weights of a light: those of D50 with its power put in the place of daylight's, Y of a perfect white = 1. */
const WEIGHTS = new Map<Light, readonly (readonly number[])[]>(
  LIGHTS.map((light) => {
    const rows = OBSERVER_WEIGHTS.D50.map((row) => row.map((w, i) => (w * POWER[light][i]) / D50[i]));
    const white = rows[1].reduce((sum, w) => sum + w, 0);
    return [light, rows.map((row) => row.map((w) => w / white))];
  }),
);

/** XYZ of a reflectance of 36 bands in a light, Y of a perfect white = 1. */
export function xyzInLight(reflectance: ArrayLike<number>, light: Light): Xyz {
  const [x, y, z] = WEIGHTS.get(light)!.map((row) => row.reduce((sum, w, i) => sum + w * reflectance[i], 0));
  return [x, y, z];
}

const WHITES = new Map(LIGHTS.map((light) => [light, xyzInLight(new Float64Array(BAND_COUNT).fill(1), light)]));

/** Bradford's cones (Lam 1985; CIE 160:2004), and back. */
const TO_CONES = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296],
] as const;
const FROM_CONES = [
  [0.9869929, -0.1470543, 0.1599627],
  [0.4323053, 0.5183603, 0.0492912],
  [-0.0085287, 0.0400428, 0.9684867],
] as const;
const times = (rows: readonly (readonly [number, number, number])[], [a, b, c]: Xyz): Xyz => {
  const [x, y, z] = rows.map((row) => row[0] * a + row[1] * b + row[2] * c);
  return [x, y, z];
};

/** The colour of a reflectance in a light, as an eye sees it that has got used to that light, told at D50. */
export function labD50InLight(reflectance: ArrayLike<number>, light: Light): Lab {
  const seen = times(TO_CONES, xyzInLight(reflectance, light)),
    white = times(TO_CONES, WHITES.get(light)!),
    usual = times(TO_CONES, WHITE_XYZ_D50);
  const adapted = times(FROM_CONES, [
    (seen[0] * usual[0]) / white[0],
    (seen[1] * usual[1]) / white[1],
    (seen[2] * usual[2]) / white[2],
  ]);
  return labD50FromXyz(adapted);
}
