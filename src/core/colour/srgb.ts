import { ranged } from '../units';
import { labD50FromXyz, xyzFromLabD50, type Lab, type Rgb8, type Xyz } from './lab';

/**
 * sRGB (IEC 61966-2-1, D65) to XYZ at D50: the sRGB primaries with the Bradford adaptation
 * (Lam 1985) already folded in, so that white lands on the D50 white point.
 */
const XYZ_D50_FROM_LINEAR = [
  [0.4360657, 0.3851515, 0.1430784],
  [0.2224932, 0.716887, 0.0606169],
  [0.0139239, 0.0970811, 0.7140994],
] as const;
const LINEAR_FROM_XYZ_D50 = invert3(XYZ_D50_FROM_LINEAR);

export function linearFromSrgb(channel: number): number {
  return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
}

export function srgbFromLinear(linear: number): number {
  return linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055;
}

/** 8-bit sRGB to Lab D50. */
export function labD50FromSrgb8(rgb: Rgb8): Lab {
  return labD50FromLinearSrgb([
    linearFromSrgb(rgb[0] / 255),
    linearFromSrgb(rgb[1] / 255),
    linearFromSrgb(rgb[2] / 255),
  ]);
}

/** Linear-light sRGB (0–1) to Lab D50. */
export function labD50FromLinearSrgb(linear: Xyz): Lab {
  return labD50FromXyz(multiply(XYZ_D50_FROM_LINEAR, linear));
}

/** Lab D50 to 8-bit sRGB; `clipped` says that the colour lies outside sRGB and is drawn nearer to grey than it is. */
export function srgb8FromLabD50(lab: Lab): { rgb: Rgb8; clipped: boolean } {
  const linear = multiply(LINEAR_FROM_XYZ_D50, xyzFromLabD50(lab));
  const clipped = linear.some((v) => v < -0.0005 || v > 1.0005);
  const [r, g, b] = linear.map((v) => Math.round(255 * srgbFromLinear(Math.min(1, Math.max(0, v)))));
  return { rgb: [r, g, b], clipped };
}

/** `#rrggbb` for drawing on screen. */
export function hexFromLabD50(lab: Lab): string {
  for (const value of lab) ranged('a number of a colour', value, -1000, 1000);
  return `#${srgb8FromLabD50(lab)
    .rgb.map((v) => v.toString(16).padStart(2, '0'))
    .join('')}`;
}

type Matrix3 = readonly (readonly [number, number, number])[];

function multiply(m: Matrix3, v: Xyz): Xyz {
  return [dot(m[0], v), dot(m[1], v), dot(m[2], v)];
}

function dot(a: Xyz, b: Xyz): number {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

function invert3(m: Matrix3): Matrix3 {
  const [[a, b, c], [d, e, f], [g, h, i]] = m;
  const determinant = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
  const k = 1 / determinant;
  return [
    [(e * i - f * h) * k, (c * h - b * i) * k, (b * f - c * e) * k],
    [(f * g - d * i) * k, (a * i - c * g) * k, (c * d - a * f) * k],
    [(d * h - e * g) * k, (b * g - a * h) * k, (a * e - b * d) * k],
  ];
}
