import { deltaE2000, labD50FromSrgb8, type Lab } from '@/core/colour';
import type { ColourRaster, LabelMap } from '@/core/geometry';

/** A thin line of a photograph: its pixels, the direction across it at each, and whether it is lighter (1) or darker (−1) than its ground. */
export interface Ridge {
  readonly pixels: Int32Array;
  readonly across: Float32Array;
  readonly sign: number;
}

/** Two widths of lines are looked for, about 0.3 and 0.5 mm at 0.1 mm a pixel. */
const SIGMAS_PX = [1.2, 2];
/** Neighbouring pixels of one line turn by no more. */
const TURN_RAD = 0.6;

/**
 * Long thin lines of a photograph itself, whatever a flattening makes of it: ridges and valleys of lightness by the second derivative across
 * (Lindeberg 1998, Steger 1998), `leastL` lighter or darker than either side, followed down to half of that, `leastPx` from end to end.
 */
export function ridgesOf(raster: ColourRaster, leastL: number, leastPx: number): Ridge[] {
  const { width, height } = raster;
  const light = lightnessOf(raster),
    strength = new Float32Array(light.length),
    across = new Float32Array(light.length),
    sign = new Int8Array(light.length);
  for (const sigma of SIGMAS_PX) {
    const smooth = blurred(light, width, height, sigma),
      away = Math.round(3 * sigma) + 2;
    for (let y = 3; y < height - 3; y++)
      for (let x = 3; x < width - 3; x++) {
        const i = y * width + x;
        const normal = normalAt(smooth, i, width),
          [nx, ny] = [Math.cos(normal.angle), Math.sin(normal.angle)];
        const rise = (px: number) => {
          const X = Math.round(x + nx * px),
            Y = Math.round(y + ny * px);
          return X < 0 || Y < 0 || X >= width || Y >= height ? 0 : normal.sign * (smooth[i] - smooth[Y * width + X]);
        };
        if (rise(1.5) < 0 || rise(-1.5) < 0) continue;
        const both = Math.min(rise(away), rise(-away));
        if (both <= strength[i]) continue;
        strength[i] = both;
        across[i] = normal.angle;
        sign[i] = normal.sign;
      }
  }
  return followed({ width, strength, across, sign }, leastL, leastPx);
}

function lightnessOf({ rgba }: ColourRaster): Float32Array {
  return Float32Array.from(
    { length: rgba.length / 4 },
    (_, i) => labD50FromSrgb8([rgba[4 * i], rgba[4 * i + 1], rgba[4 * i + 2]])[0],
  );
}

function blurred(values: Float32Array, width: number, height: number, sigma: number): Float32Array {
  const reach = Math.ceil(3 * sigma),
    weights = Float32Array.from({ length: 2 * reach + 1 }, (_, k) => Math.exp(-((k - reach) ** 2) / (2 * sigma ** 2)));
  const total = weights.reduce((a, b) => a + b, 0);
  const along = (from: Float32Array, step: number, count: number, at: (i: number) => number) => {
    const out = new Float32Array(from.length);
    for (let i = 0; i < from.length; i++) {
      const here = at(i);
      let sum = 0;
      for (let k = -reach; k <= reach; k++)
        sum += weights[k + reach] * from[i + (Math.max(0, Math.min(count - 1, here + k)) - here) * step];
      out[i] = sum / total;
    }
    return out;
  };
  return along(
    along(values, 1, width, (i) => i % width),
    width,
    height,
    (i) => Math.floor(i / width),
  );
}

/** Across what bends most at a pixel, and whether it is a ridge (1) or a valley (−1). */
function normalAt(v: Float32Array, i: number, width: number): { readonly angle: number; readonly sign: number } {
  const down = 2 * width;
  const xx = v[i - 2] - 2 * v[i] + v[i + 2],
    yy = v[i - down] - 2 * v[i] + v[i + down],
    xy = (v[i + down + 2] - v[i + down - 2] - v[i - down + 2] + v[i - down - 2]) / 4;
  const angle = 0.5 * Math.atan2(2 * xy, xx - yy),
    [c, s] = [Math.cos(angle), Math.sin(angle)];
  const one = xx * c * c + 2 * xy * c * s + yy * s * s,
    other = xx * s * s - 2 * xy * c * s + yy * c * c;
  return Math.abs(other) > Math.abs(one)
    ? { angle: angle + Math.PI / 2, sign: -Math.sign(other) }
    : { angle, sign: -Math.sign(one) };
}

function followed(
  {
    width,
    strength,
    across,
    sign,
  }: {
    readonly width: number;
    readonly strength: Float32Array;
    readonly across: Float32Array;
    readonly sign: Int8Array;
  },
  leastL: number,
  leastPx: number,
): Ridge[] {
  const taken = new Uint8Array(strength.length),
    ridges: Ridge[] = [];
  for (let first = 0; first < strength.length; first++) {
    if (taken[first] || strength[first] < leastL) continue;
    const pixels = [first];
    taken[first] = 1;
    for (const p of pixels)
      for (const step of [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1]) {
        const q = p + step;
        if (taken[q] || strength[q] < leastL / 2 || sign[q] !== sign[first]) continue;
        const turn = Math.abs(across[q] - across[p]) % Math.PI;
        if (Math.min(turn, Math.PI - turn) > TURN_RAD) continue;
        taken[q] = 1;
        pixels.push(q);
      }
    const xs = pixels.map((p) => p % width),
      ys = pixels.map((p) => Math.floor(p / width));
    const span = (v: readonly number[]) => v.reduce((a, b) => Math.max(a, b)) - v.reduce((a, b) => Math.min(a, b));
    if (Math.hypot(span(xs), span(ys)) < leastPx) continue;
    ridges.push({
      pixels: Int32Array.from(pixels),
      across: Float32Array.from(pixels, (p) => across[p]),
      sign: sign[first],
    });
  }
  return ridges;
}

/** A flat map shows a line where, within 0.3 mm of its middle, a colour stands off from both sides by so much (ΔE00), lighter or darker as it should. */
const SHOWN_DELTA_E = 5;

/** Share of the lines' pixels that a map shows, at 0.1 mm a pixel. */
export function shareShown(ridges: readonly Ridge[], map: LabelMap, colours: readonly Lab[]): number {
  const { width, height, labels } = map,
    count = colours.length;
  const tell = colours.flatMap((a) => colours.map((b) => deltaE2000(a, b)));
  let shown = 0,
    all = 0;
  for (const { pixels, across, sign } of ridges)
    pixels.forEach((pixel, k) => {
      const x = pixel % width,
        y = Math.floor(pixel / width),
        [nx, ny] = [Math.cos(across[k]), Math.sin(across[k])];
      const label = (px: number) =>
        labels[
          Math.max(0, Math.min(height - 1, Math.round(y + ny * px))) * width +
            Math.max(0, Math.min(width - 1, Math.round(x + nx * px)))
        ];
      const standsOff = (here: number, side: number) =>
        tell[here * count + side] >= SHOWN_DELTA_E && Math.sign(colours[here][0] - colours[side][0]) === sign;
      all++;
      if (
        [0, 1, -1, 2, -2, 3, -3].some((off) =>
          [1, -1].every((way) => [6, 9].some((px) => standsOff(label(off), label(off + way * px)))),
        )
      )
        shown++;
    });
  return all > 0 ? shown / all : 1;
}
