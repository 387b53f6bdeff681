import type { Lab } from './lab';

const RAD = Math.PI / 180;
const POW25_7 = 25 ** 7;

/** CIEDE2000 colour difference, kL = kC = kH = 1 (Sharma, Wu, Dalal 2005). Both colours under one white. */
export function deltaE2000(a: Lab, b: Lab): number {
  const meanChroma = (length(a[1], a[2]) + length(b[1], b[2])) / 2;
  const g = 0.5 * (1 - chromaShare(meanChroma));
  const a1 = a[1] * (1 + g), a2 = b[1] * (1 + g);
  const c1 = length(a1, a[2]), c2 = length(a2, b[2]);
  const h1 = hueDeg(a1, a[2]), h2 = hueDeg(a2, b[2]);

  const dL = b[0] - a[0];
  const dC = c2 - c1;
  const grey = c1 * c2 === 0;
  const dhDeg = grey ? 0 : wrapDeg(h2 - h1);
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin((dhDeg / 2) * RAD);

  const meanL = (a[0] + b[0]) / 2;
  const meanC = (c1 + c2) / 2;
  const meanH = grey ? h1 + h2 : meanHueDeg(h1, h2);
  const t = 1 - 0.17 * Math.cos((meanH - 30) * RAD) + 0.24 * Math.cos(2 * meanH * RAD)
    + 0.32 * Math.cos((3 * meanH + 6) * RAD) - 0.2 * Math.cos((4 * meanH - 63) * RAD);
  const fromMiddle = (meanL - 50) * (meanL - 50);
  const lightness = dL / (1 + (0.015 * fromMiddle) / Math.sqrt(20 + fromMiddle));
  const chroma = dC / (1 + 0.045 * meanC);
  const hue = dH / (1 + 0.015 * meanC * t);
  const fromBlue = (meanH - 275) / 25;
  const rT = fromBlue * fromBlue > 40 ? 0 : -2 * chromaShare(meanC) * Math.sin(60 * Math.exp(-fromBlue * fromBlue) * RAD);
  return Math.sqrt(lightness * lightness + chroma * chroma + hue * hue + rT * chroma * hue);
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

function hueDeg(a: number, b: number): number {
  if (a === 0 && b === 0) return 0;
  const h = Math.atan2(b, a) / RAD;
  return h < 0 ? h + 360 : h;
}

function wrapDeg(d: number): number {
  return d > 180 ? d - 360 : d < -180 ? d + 360 : d;
}

function meanHueDeg(h1: number, h2: number): number {
  if (Math.abs(h1 - h2) <= 180) return (h1 + h2) / 2;
  return h1 + h2 < 360 ? (h1 + h2 + 360) / 2 : (h1 + h2 - 360) / 2;
}
