import type { Lab } from './lab';

const RAD = Math.PI / 180;
const POW25_7 = 25 ** 7;

/** CIEDE2000 colour difference, kL = kC = kH = 1 (Sharma, Wu, Dalal 2005). Both colours under one white. */
export function deltaE2000(a: Lab, b: Lab): number {
  const meanChroma = (Math.hypot(a[1], a[2]) + Math.hypot(b[1], b[2])) / 2;
  const g = 0.5 * (1 - Math.sqrt(meanChroma ** 7 / (meanChroma ** 7 + POW25_7)));
  const a1 = a[1] * (1 + g), a2 = b[1] * (1 + g);
  const c1 = Math.hypot(a1, a[2]), c2 = Math.hypot(a2, b[2]);
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
  const sL = 1 + (0.015 * (meanL - 50) ** 2) / Math.sqrt(20 + (meanL - 50) ** 2);
  const sC = 1 + 0.045 * meanC;
  const sH = 1 + 0.015 * meanC * t;
  const turn = 30 * Math.exp(-(((meanH - 275) / 25) ** 2));
  const rT = -2 * Math.sqrt(meanC ** 7 / (meanC ** 7 + POW25_7)) * Math.sin(2 * turn * RAD);
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + rT * (dC / sC) * (dH / sH));
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
