import { deltaE2000, labD50FromSrgb8, type Lab } from '../colour';
import type { ColourRaster, LabelMap } from '../geometry';
import { solveLinear } from '../numeric';

/** How colours of a picture run into one another over some of its flat areas: along one straight line, from one colour to another. */
export interface Gradation {
  /** Ends of the line, as shares of the picture's width and height; it begins at its darker end. */
  readonly from: PlaceUv;
  readonly to: PlaceUv;
  readonly fromLabD50: Lab;
  readonly toLabD50: Lab;
  /** Mean ΔE00 of the picture, evened over a little, to the flat colours of these areas, and to this gradation. */
  readonly flatDeltaE: number;
  readonly fadeDeltaE: number;
}
interface PlaceUv {
  readonly u: number;
  readonly v: number;
}

/** So many places are looked at: enough for a line, whatever the size of the picture. */
const MOST_PLACES = 40_000;
/** A place is the mean of so many pixels each way: grain is no gradation. */
const EVENED_PX = 2;
/** Parts a line is told in. */
const PARTS = 24;
/** A shorter line must be nearer by this much for each step it is shorter. */
const CLEARLY = 0.95;
/** Fewer places than this say nothing of a line. */
const LEAST_PLACES = 200;

/**
 * The line along which the picture changes most over the areas of `labels`, and what it is at the ends. Map and raster may be of different
 * size: both show the whole picture. Undefined for areas too small to tell. Cost: some 40 000 places, whatever the picture.
 */
export function gradationOf(
  raster: ColourRaster,
  map: LabelMap,
  labels: readonly number[],
  coloursLabD50: readonly Lab[],
): Gradation | undefined {
  const places = placesOf(raster, map, labels);
  if (places.length < LEAST_PLACES) return undefined;
  const aspect = map.height / map.width;
  const direction = steepestOf(places, aspect);
  if (!direction) return undefined;
  const [dx, dy] = direction;
  const along = places.map(({ u, v }) => u * dx + v * aspect * dy);
  const ramp = rampOf(places, along);
  const lookAt = (at: number): Lab => {
    const t = Math.min(1, Math.max(0, (at - ramp.from) / (ramp.to - ramp.from)));
    return [0, 1, 2].map((c) => ramp.a[c] + t * (ramp.b[c] - ramp.a[c])) as unknown as Lab;
  };
  const mean = (off: (place: Place, i: number) => number) =>
    places.reduce((sum, place, i) => sum + off(place, i), 0) / places.length;
  const middle = { u: mean(({ u }) => u), v: mean(({ v }) => v) };
  const middleAt = middle.u * dx + middle.v * aspect * dy;
  const end = (at: number): PlaceUv => ({
    u: middle.u + (at - middleAt) * dx,
    v: middle.v + ((at - middleAt) * dy) / aspect,
  });
  const [dark, light] = ramp.a[0] <= ramp.b[0] ? ([ramp.from, ramp.to] as const) : ([ramp.to, ramp.from] as const);
  return {
    ...{ from: end(dark), to: end(light), fromLabD50: lookAt(dark), toLabD50: lookAt(light) },
    flatDeltaE: mean(({ lab, label }) => deltaE2000(lab, coloursLabD50[label])),
    fadeDeltaE: mean(({ lab }, i) => deltaE2000(lab, lookAt(along[i]))),
  };
}

interface Place extends PlaceUv {
  readonly lab: Lab;
  readonly label: number;
}

function placesOf(raster: ColourRaster, map: LabelMap, labels: readonly number[]): Place[] {
  const wanted = new Uint8Array(256);
  for (const label of labels) wanted[label] = 1;
  let area = 0;
  for (let i = 0; i < map.labels.length; i++) area += wanted[map.labels[i]];
  const every = Math.max(1, Math.ceil(Math.sqrt(area / MOST_PLACES)));
  const places: Place[] = [];
  for (let y = every >> 1; y < map.height; y += every)
    for (let x = every >> 1; x < map.width; x += every) {
      const label = map.labels[y * map.width + x];
      if (!wanted[label]) continue;
      const u = (x + 0.5) / map.width,
        v = (y + 0.5) / map.height;
      places.push({ u, v, label, lab: evenedAt(raster, u, v, (pu, pv) => wanted[labelAt(map, pu, pv)] === 1) });
    }
  return places;
}

function labelAt({ width, height, labels }: LabelMap, u: number, v: number): number {
  return labels[Math.min(height - 1, Math.floor(v * height)) * width + Math.min(width - 1, Math.floor(u * width))];
}

/** The mean of the pixels round a place that lie in the areas: what lies beyond their edge is another colour. */
function evenedAt(
  { width, height, rgba }: ColourRaster,
  u: number,
  v: number,
  lies: (u: number, v: number) => boolean,
): Lab {
  const cx = Math.floor(u * width),
    cy = Math.floor(v * height),
    sum = [0, 0, 0];
  let count = 0;
  for (let y = Math.max(0, cy - EVENED_PX); y <= Math.min(height - 1, cy + EVENED_PX); y++)
    for (let x = Math.max(0, cx - EVENED_PX); x <= Math.min(width - 1, cx + EVENED_PX); x++) {
      if ((x !== cx || y !== cy) && !lies((x + 0.5) / width, (y + 0.5) / height)) continue;
      for (let c = 0; c < 3; c++) sum[c] += rgba[4 * (y * width + x) + c];
      count++;
    }
  return labD50FromSrgb8(sum.map((v) => Math.round(v / count)) as [number, number, number]);
}

/** The direction in which planes through L*, a* and b* together rise most, as a unit vector of lengths; undefined where nothing changes. */
function steepestOf(places: readonly Place[], aspect: number): readonly [number, number] | undefined {
  const x = places.map(({ u }) => u),
    y = places.map(({ v }) => v * aspect);
  const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, value, i) => sum + value * b[i], 0);
  const ones = x.map(() => 1);
  const normal = [ones, x, y].map((a) => [ones, x, y].map((b) => dot(a, b)));
  let xx = 0,
    xy = 0,
    yy = 0;
  for (let c = 0; c < 3; c++) {
    const value = places.map(({ lab }) => lab[c]);
    const plane = solveLinear([ones, x, y].map((a, row) => [...normal[row], dot(a, value)]));
    xx += plane[1] * plane[1];
    xy += plane[1] * plane[2];
    yy += plane[2] * plane[2];
  }
  if (xx + yy < 1e-9) return undefined;
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  return [Math.cos(angle), Math.sin(angle)];
}

interface Ramp {
  readonly from: number;
  readonly to: number;
  readonly a: readonly number[];
  readonly b: readonly number[];
}

/** The ramp nearest to the places along the line: level up to where it begins, straight, level again from where it ends. */
function rampOf(places: readonly Place[], along: readonly number[]): Ramp {
  const sorted = Float64Array.from(along).sort();
  const low = sorted[Math.floor(0.01 * sorted.length)],
    high = sorted[Math.ceil(0.99 * sorted.length) - 1];
  const size = (high - low) / PARTS || 1e-9;
  const parts = Array.from({ length: PARTS }, (_, k) => ({ at: low + (k + 0.5) * size, count: 0, sum: [0, 0, 0] }));
  places.forEach(({ lab }, i) => {
    const part = parts[Math.min(PARTS - 1, Math.max(0, Math.floor((along[i] - low) / size)))];
    part.count++;
    lab.forEach((value, c) => (part.sum[c] += value));
  });
  let best: (Ramp & { off: number }) | undefined;
  for (let first = 0; first <= PARTS / 3; first++)
    for (let last = PARTS; last >= (2 * PARTS) / 3; last--) {
      const ramp = endsOf(parts, low + first * size, low + last * size);
      // the whole line, unless a shorter one is clearly nearer
      if (!best || ramp.off < CLEARLY * best.off - 1e-9) best = ramp;
    }
  return best!;
}

interface Part {
  readonly at: number;
  readonly count: number;
  readonly sum: readonly number[];
}

/** The end colours of a ramp between two places, by least squares over the parts, and how far off it is. */
function endsOf(parts: readonly Part[], from: number, to: number): Ramp & { readonly off: number } {
  let aa = 0,
    ab = 0,
    bb = 0;
  const va = [0, 0, 0],
    vb = [0, 0, 0];
  const shareOf = (at: number) => Math.min(1, Math.max(0, (at - from) / (to - from)));
  for (const { at, count, sum } of parts) {
    const t = shareOf(at);
    aa += count * (1 - t) * (1 - t);
    ab += count * t * (1 - t);
    bb += count * t * t;
    for (let c = 0; c < 3; c++) {
      va[c] += (1 - t) * sum[c];
      vb[c] += t * sum[c];
    }
  }
  const det = aa * bb - ab * ab || 1e-9;
  const a = va.map((v, c) => (bb * v - ab * vb[c]) / det),
    b = vb.map((v, c) => (aa * v - ab * va[c]) / det);
  const off = parts.reduce((sum, part) => {
    const t = shareOf(part.at);
    return part.count === 0
      ? sum
      : sum + part.count * a.reduce((s, v, c) => s + (part.sum[c] / part.count - v - t * (b[c] - v)) ** 2, 0);
  }, 0);
  return { from, to, a, b, off };
}
