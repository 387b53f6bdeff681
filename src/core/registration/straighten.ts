import { leastSquares, median } from '../numeric';
import type { FoundSheet, PointPx, ScanPicture } from './findSheet';

/** The place of the image in the straightened raster: `padPx` of paper round it. */
export interface ImageFrame {
  /** Of the image's top left corner on the sheet. */
  readonly xMm: number;
  readonly yMm: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly mmPerPx: number;
  readonly padPx: number;
}

/** The image as scanned, straight, in even light: three bytes a pixel, `SHEET_LEVEL` of full where the sheet is as light as its paper should be. */
export interface StraightImage {
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8ClampedArray;
}

/** Head room: paper a little lighter than it should be is not cut off. */
export const SHEET_LEVEL = 0.92;

/** Eight numbers of a homography from sheet millimetres to scan pixels. */
export type Homography = readonly [number, number, number, number, number, number, number, number];

/** The homography that carries the corners of a sheet (mm) to the corners found (pixels). */
export function homographyOf({ corners }: Pick<FoundSheet, 'corners'>, widthMm: number, heightMm: number): Homography {
  const [p0, p1, p2, p3] = corners;
  // unit square to quadrilateral (Heckbert 1989), then scaled to the sheet
  const sx = p0.x - p1.x + p2.x - p3.x,
    sy = p0.y - p1.y + p2.y - p3.y;
  const dx1 = p1.x - p2.x,
    dx2 = p3.x - p2.x,
    dy1 = p1.y - p2.y,
    dy2 = p3.y - p2.y;
  const den = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / den,
    h = (dx1 * sy - sx * dy1) / den;
  return [
    (p1.x - p0.x + g * p1.x) / widthMm,
    (p3.x - p0.x + h * p3.x) / heightMm,
    p0.x,
    (p1.y - p0.y + g * p1.y) / widthMm,
    (p3.y - p0.y + h * p3.y) / heightMm,
    p0.y,
    g / widthMm,
    h / heightMm,
  ];
}

export function through(m: Homography, xMm: number, yMm: number): PointPx {
  const w = m[6] * xMm + m[7] * yMm + 1;
  return { x: (m[0] * xMm + m[1] * yMm + m[2]) / w, y: (m[3] * xMm + m[4] * yMm + m[5]) / w };
}

/** Light over the sheet as seen on its bare margins, for each of three channels a quadric in sheet coordinates scaled to −1 … 1. */
export type Light = readonly (readonly number[])[];

/**
 * Fits the light to the margins outside the image: how much lighter or darker than `paperRgb` (0–255) the paper is there. Too few
 * bare places: even light.
 */
export function lightOn(
  scan: ScanPicture,
  toScan: Homography,
  sheet: { widthMm: number; heightMm: number },
  image: { xMm: number; yMm: number; widthMm: number; heightMm: number },
  paperRgb: readonly number[],
): Light {
  const rows: { terms: number[]; ratio: number[] }[] = [];
  const inset = 3,
    clear = 5,
    step = Math.max(2, Math.min(sheet.widthMm, sheet.heightMm) / 60);
  for (let y = inset; y < sheet.heightMm - inset; y += step)
    for (let x = inset; x < sheet.widthMm - inset; x += step) {
      if (
        x > image.xMm - clear &&
        x < image.xMm + image.widthMm + clear &&
        y > image.yMm - clear &&
        y < image.yMm + image.heightMm + clear
      )
        continue;
      const at = through(toScan, x, y);
      const px = Math.round(at.x),
        py = Math.round(at.y);
      if (px < 2 || py < 2 || px > scan.width - 3 || py > scan.height - 3) continue;
      const sum = [0, 0, 0];
      for (let k = -2; k <= 2; k++)
        for (let i = -2; i <= 2; i++)
          for (let c = 0; c < 3; c++) sum[c] += scan.data[4 * ((py + k) * scan.width + px + i) + c];
      rows.push({
        terms: lightTerms(x / sheet.widthMm, y / sheet.heightMm),
        ratio: sum.map((v, c) => v / 25 / Math.max(20, paperRgb[c])),
      });
    }
  if (rows.length < 24)
    return [
      [1, 0, 0, 0, 0, 0],
      [1, 0, 0, 0, 0, 0],
      [1, 0, 0, 0, 0, 0],
    ];
  return [0, 1, 2].map((c) => {
    let kept = rows;
    let fit = leastSquares(
      kept.map((r) => r.terms),
      kept.map((r) => r.ratio[c]),
    );
    for (let round = 0; round < 3; round++) {
      const off = kept.map((r) => Math.abs(r.ratio[c] - dot(fit, r.terms)));
      const limit = Math.max(0.02, 2.5 * median(off)!);
      const next = kept.filter((_, i) => off[i] <= limit);
      if (next.length < 24) break;
      kept = next;
      fit = leastSquares(
        kept.map((r) => r.terms),
        kept.map((r) => r.ratio[c]),
      );
    }
    return fit;
  });
}

/** The light of each channel along a row of the sheet, as c₀ + u(c₁ + u c₂). */
const lightAlong = (light: Light, v: number) =>
  light.map((l) => [l[0] + l[2] * v + l[5] * v * v, l[1] + l[4] * v, l[3]]);

/** Red and blue of a pixel as a word. */
const RB = 0x00ff00ff;

/** RGBA bytes as words, red lowest. */
function pixelWords(data: ScanPicture['data']): Uint32Array {
  const bytes = data.byteOffset % 4 === 0 ? data : data.slice();
  return new Uint32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2);
}

/** Pixels of a row taken together. */
const STRETCH = 16;

/** The image out of the scan: bilinear, straight, the light evened. `done` is told the share of rows. */
export function straighten(
  scan: ScanPicture,
  toScan: Homography,
  light: Light,
  sheet: { widthMm: number; heightMm: number },
  frame: ImageFrame,
  done: (share: number) => void = () => undefined,
): StraightImage {
  const width = frame.widthPx + 2 * frame.padPx,
    height = frame.heightPx + 2 * frame.padPx;
  const rgb = new Uint8ClampedArray(width * height * 3);
  const pixels = pixelWords(scan.data),
    mm = frame.mmPerPx;
  const x0 = frame.xMm - frame.padPx * mm + mm / 2;
  for (let y = 0, at = 0; y < height; y++) {
    if ((y & 255) === 0) done(y / height);
    const yMm = frame.yMm + (y - frame.padPx + 0.5) * mm,
      v = (2 * yMm) / sheet.heightMm - 1;
    const [[r0, r1, r2], [g0, g1, g2], [b0, b1, b2]] = lightAlong(light, v);
    for (let x = 0; x < width; x += STRETCH) {
      // light and perspective change slowly: once for sixteen pixels
      const count = Math.min(STRETCH, width - x),
        u = (2 * (x0 + (x + (STRETCH - 1) / 2) * mm)) / sheet.widthMm - 1;
      const gr = SHEET_LEVEL / 256 / (r0 + u * (r1 + u * r2)),
        gg = SHEET_LEVEL / 256 / (g0 + u * (g1 + u * g2)),
        gb = SHEET_LEVEL / 256 / (b0 + u * (b1 + u * b2));
      const from = through(toScan, x0 + x * mm, yMm),
        to = through(toScan, x0 + (x + STRETCH) * mm, yMm);
      const stepX = (to.x - from.x) / STRETCH,
        stepY = (to.y - from.y) / STRETCH;
      for (let k = 0; k < count; k++, at += 3) {
        const fx = from.x + k * stepX - 0.5,
          fy = from.y + k * stepY - 0.5,
          ix = fx | 0,
          iy = fy | 0;
        if (fx < 0 || fy < 0 || ix >= scan.width - 1 || iy >= scan.height - 1) {
          rgb[at] = rgb[at + 1] = rgb[at + 2] = 255 * SHEET_LEVEL;
          continue;
        }
        // weights in 256ths: red and blue, sixteen bits apart, are weighed together
        const ax = ((fx - ix) * 256) | 0,
          ay = ((fy - iy) * 256) | 0,
          wd = (ax * ay) >> 8,
          wb = ax - wd,
          wc = ay - wd,
          wa = 256 - ax - wc;
        const p = iy * scan.width + ix,
          a = pixels[p],
          b = pixels[p + 1],
          c = pixels[p + scan.width],
          d = pixels[p + scan.width + 1];
        const redBlue = (a & RB) * wa + (b & RB) * wb + (c & RB) * wc + (d & RB) * wd,
          green = ((a >>> 8) & 255) * wa + ((b >>> 8) & 255) * wb + ((c >>> 8) & 255) * wc + ((d >>> 8) & 255) * wd;
        rgb[at] = gr * (redBlue & 0xffff);
        rgb[at + 1] = gg * green;
        rgb[at + 2] = gb * (redBlue >>> 16);
      }
    }
  }
  return { width, height, rgb };
}

/** Every `factor`² pixels become their mean. */
export function coarser({ width, height, rgb }: StraightImage, factor: number): StraightImage {
  const w = Math.floor(width / factor),
    h = Math.floor(height / factor);
  const out = new Uint8ClampedArray(w * h * 3),
    sums = new Uint32Array(w * 3),
    share = 1 / (factor * factor);
  for (let y = 0; y < h; y++) {
    sums.fill(0);
    for (let k = 0; k < factor; k++) {
      let at = (y * factor + k) * width * 3;
      for (let x = 0; x < w; x++)
        for (let i = 0; i < factor; i++, at += 3) {
          sums[3 * x] += rgb[at];
          sums[3 * x + 1] += rgb[at + 1];
          sums[3 * x + 2] += rgb[at + 2];
        }
    }
    for (let i = 0; i < w * 3; i++) out[y * w * 3 + i] = sums[i] * share;
  }
  return { width: w, height: h, rgb: out };
}

function lightTerms(u01: number, v01: number): number[] {
  const u = 2 * u01 - 1,
    v = 2 * v01 - 1;
  return [1, u, v, u * u, u * v, v * v];
}

function dot(a: readonly number[], b: readonly number[]): number {
  return a.reduce((sum, v, i) => sum + v * b[i], 0);
}
