/** CIE L*a*b*, D50 white, 2° observer: [L*, a*, b*], L* in 0–100. */
export type Lab = readonly [number, number, number];
export type Rgb8 = readonly [number, number, number];
export type Xyz = readonly [number, number, number];

/** D50 white point, ASTM E308, Y = 1. */
export const WHITE_XYZ_D50: Xyz = [0.96422, 1, 0.82521];

const EPSILON = 216 / 24389;
const KAPPA = 24389 / 27;

/** XYZ (Y of white = 1, D50) to Lab. */
export function labD50FromXyz(xyz: Xyz): Lab {
  const [x, y, z] = [forward(xyz[0] / WHITE_XYZ_D50[0]), forward(xyz[1]), forward(xyz[2] / WHITE_XYZ_D50[2])];
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** Lab to XYZ (Y of white = 1, D50). */
export function xyzFromLabD50(lab: Lab): Xyz {
  const fy = (lab[0] + 16) / 116;
  return [backward(fy + lab[1] / 500) * WHITE_XYZ_D50[0], backward(fy), backward(fy - lab[2] / 200) * WHITE_XYZ_D50[2]];
}

function forward(t: number): number {
  return t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116;
}

function backward(f: number): number {
  const cube = f * f * f;
  return cube > EPSILON ? cube : (116 * f - 16) / KAPPA;
}
