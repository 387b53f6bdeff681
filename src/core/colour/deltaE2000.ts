import type { Lab } from './lab';

const RAD = Math.PI / 180;
const POW25_7 = 25 ** 7;
const [COS30, SIN30, COS6, SIN6, COS63, SIN63] = [30, 6, 63].flatMap((deg) => [
  Math.cos(deg * RAD),
  Math.sin(deg * RAD),
]);

/** CIEDE2000 colour difference, kL = kC = kH = 1 (Sharma, Wu, Dalal 2005). Both colours under one white. */
export function deltaE2000(a: Lab, b: Lab): number {
  const meanChroma = (length(a[1], a[2]) + length(b[1], b[2])) / 2;
  const g = 1 + 0.5 * (1 - chromaShare(meanChroma));
  const a1 = a[1] * g,
    b1 = a[2],
    a2 = b[1] * g,
    b2 = b[2];
  const c1 = length(a1, b1),
    c2 = length(a2, b2);
  const dC = c2 - c1,
    meanC = (c1 + c2) / 2,
    meanL = (a[0] + b[0]) / 2;
  // ΔH² = Δa² + Δb² − ΔC²: the hue difference without an angle
  const dH =
    Math.sqrt(Math.max(0, (a1 - a2) * (a1 - a2) + (b1 - b2) * (b1 - b2) - dC * dC)) * (a1 * b2 < a2 * b1 ? -1 : 1);

  // the direction of the mean hue, along the shorter arc; of two opposite hues, or with a grey, as the formula has it
  let cos = 1,
    sin = 0;
  const x = c1 > 0 && c2 > 0 ? a1 / c1 + a2 / c2 : a1 + a2,
    y = c1 > 0 && c2 > 0 ? b1 / c1 + b2 / c2 : b1 + b2;
  const size = length(x, y);
  if (size > 1e-9) {
    cos = x / size;
    sin = y / size;
  } else if (c1 > 0 && c2 > 0) {
    const h = (hue(a1, b1) + hue(a2, b2)) / 2;
    cos = Math.cos(h);
    sin = Math.sin(h);
  }
  const cos2 = 2 * cos * cos - 1,
    sin2 = 2 * sin * cos;
  const cos3 = cos * cos2 - sin * sin2,
    sin3 = sin * cos2 + cos * sin2;
  const cos4 = 2 * cos2 * cos2 - 1,
    sin4 = 2 * sin2 * cos2;
  const t =
    1 -
    0.17 * (cos * COS30 + sin * SIN30) +
    0.24 * cos2 +
    0.32 * (cos3 * COS6 - sin3 * SIN6) -
    0.2 * (cos4 * COS63 + sin4 * SIN63);

  const fromMiddle = (meanL - 50) * (meanL - 50);
  const lightness = (b[0] - a[0]) / (1 + (0.015 * fromMiddle) / Math.sqrt(20 + fromMiddle));
  const chroma = dC / (1 + 0.045 * meanC);
  const turn = dH / (1 + 0.015 * meanC * t);
  const fromBlue = (hue(cos, sin) / RAD - 275) / 25;
  const rT =
    fromBlue * fromBlue > 40 ? 0 : -2 * chromaShare(meanC) * Math.sin(60 * Math.exp(-fromBlue * fromBlue) * RAD);
  return Math.sqrt(Math.max(0, lightness * lightness + chroma * chroma + turn * turn + rT * chroma * turn));
}

/** Hue angle in radians, 0 to 2π. */
function hue(a: number, b: number): number {
  const h = Math.atan2(b, a);
  return h < 0 ? h + 2 * Math.PI : h;
}

/** √(C⁷ / (C⁷ + 25⁷)), without the slow power. */
function chromaShare(chroma: number): number {
  const square = chroma * chroma;
  const seventh = square * square * square * chroma;
  return Math.sqrt(seventh / (seventh + POW25_7));
}

/** Plain, as Math.hypot guards against overflow that Lab never meets and takes ten times as long. */
function length(x: number, y: number): number {
  return Math.sqrt(x * x + y * y);
}
