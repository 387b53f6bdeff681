import { randomStream } from '@/core/random/random';

/** Smooth noise on a seeded lattice, several octaves, about −1…1. */
class NoiseField {
  private readonly lattice: Float32Array;

  constructor(seed: number) {
    const random = randomStream(seed);
    this.lattice = Float32Array.from({ length: 65536 }, () => random() * 2 - 1);
  }

  at(x: number, y: number, octaves: number): number {
    const { lattice } = this;
    let sum = 0,
      weight = 1,
      total = 0,
      scale = 1;
    for (let o = 0; o < octaves; o++) {
      const px = x * scale,
        py = y * scale + o * 31;
      const xi = Math.floor(px),
        yi = Math.floor(py),
        fx = px - xi,
        fy = py - yi;
      const u = fx * fx * (3 - 2 * fx),
        v = fy * fy * (3 - 2 * fy);
      const row = (yi & 255) << 8,
        next = ((yi + 1) & 255) << 8,
        left = xi & 255,
        right = (xi + 1) & 255;
      const top = lattice[row | left] * (1 - u) + lattice[row | right] * u,
        bottom = lattice[next | left] * (1 - u) + lattice[next | right] * u;
      sum += weight * (top * (1 - v) + bottom * v);
      total += weight;
      weight *= 0.52;
      scale *= 2;
    }
    return sum / total;
  }
}

type Rgb = readonly [number, number, number];
const mix = (a: Rgb, b: Rgb, t: number): Rgb => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];
const step = (low: number, high: number, v: number) => {
  const t = Math.min(1, Math.max(0, (v - low) / (high - low)));
  return t * t * (3 - 2 * t);
};

/** Share of the height at which the ground begins. */
const HORIZON = 0.5;

/** Allotment Gate: continuous-tone like a photograph: morning light, a wooden gate ajar, a path, beds, a shed, haze and grain. RGB bytes, three quarters as tall as wide. */
export function allotmentGate(widthPx: number): Uint8Array {
  const W = widthPx,
    H = Math.round(0.75 * W);
  const noise = new NoiseField(7),
    leaf = new NoiseField(23),
    grain = randomStream(99);
  const out = new Uint8Array(W * H * 3);
  const crests = Float64Array.from({ length: W }, (_, px) => hedgeCrest(px / W, leaf));
  for (let py = 0; py < H; py++) {
    const sides = hedgeSides(py / H, leaf);
    for (let px = 0; px < W; px++) {
      const x = px / W,
        y = py / H;
      let c = y < HORIZON ? treesAndShed(sky(x, y, noise), x, y, leaf) : ground(x, y, noise, leaf);
      c = hedge(c, x, y, leaf, sides, crests[px]);
      c = gate(c, x, y, noise);
      const light =
        1 +
        0.22 * Math.exp(-(((x - 0.68) / 0.4) ** 2 + ((y - 0.3) / 0.45) ** 2)) -
        0.3 * ((x - 0.5) ** 2 + (y - 0.5) ** 2);
      const g = (grain() + grain() - 1) * 9;
      const i = 3 * (py * W + px);
      for (let k = 0; k < 3; k++) out[i + k] = Math.max(0, Math.min(255, Math.round(c[k] * light + g)));
    }
  }
  return out;
}

function sky(x: number, y: number, noise: NoiseField): Rgb {
  const cloud = step(0.0, 0.5, noise.at(x * 3 + 4, y * 7, 5));
  const base = mix([150, 182, 205], [244, 226, 190], step(0, 0.42, y));
  const sun = Math.exp(-(((x - 0.7) / 0.14) ** 2 + ((y - 0.26) / 0.12) ** 2));
  return mix(mix(base, [250, 243, 226], cloud * 0.65), [255, 246, 214], sun * 0.8);
}

function treesAndShed(c: Rgb, x: number, y: number, leaf: NoiseField): Rgb {
  const crest =
    0.36 +
    0.05 * leaf.at(x * 5, 2, 4) -
    0.13 * Math.exp(-(((x - 0.16) / 0.1) ** 2)) -
    0.06 * Math.exp(-(((x - 0.9) / 0.08) ** 2));
  const edge = step(-0.006, 0.006, y - crest - 0.016 * leaf.at(x * 60, y * 60, 3));
  let r = c;
  if (edge > 0) {
    const tone = mix([104, 122, 98], [62, 82, 58], step(-0.3, 0.4, leaf.at(x * 34, y * 34, 4)));
    r = mix(c, mix(tone, [190, 190, 160], 0.28), edge);
  }
  const shedX = (x - 0.78) / 0.11,
    roof = 0.345 + Math.abs(shedX) * 0.055;
  if (Math.abs(shedX) < 1.12 && y > roof && y < 0.395 + Math.abs(shedX) * 0.004)
    r = mix([120, 78, 62], [150, 98, 74], step(-0.2, 0.3, leaf.at(x * 90, y * 20, 3)));
  if (Math.abs(shedX) < 0.95 && y >= 0.395 && y < 0.53) {
    const plank = (((x * 170) % 1) + 1) % 1;
    r = mix([142, 118, 92], [104, 82, 64], step(0.82, 0.98, plank) * 0.8 + 0.25 * leaf.at(x * 200, y * 8, 2));
    if (Math.abs(shedX - 0.36) < 0.22 && y > 0.42 && y < 0.475)
      r = Math.abs(shedX - 0.36) < 0.02 || Math.abs(y - 0.447) < 0.003 ? [190, 178, 150] : [70, 88, 96];
  }
  return r;
}

function ground(x: number, y: number, noise: NoiseField, leaf: NoiseField): Rgb {
  const depth = (y - HORIZON) / (1 - HORIZON),
    scale = 1 / (0.12 + depth);
  const u = (x - 0.47) * scale,
    v = scale;
  const path = Math.abs(u + 0.12 * Math.sin(v * 1.6)) - 0.2;
  const grass = mix([120, 132, 66], [66, 88, 42], step(-0.35, 0.35, leaf.at(x * 40 * (0.6 + depth), y * 46, 5)));
  const row = Math.sin(v * 16 + leaf.at(x * 8, y * 8, 2));
  const bed = mix([112, 84, 60], [92, 128, 62], step(0.1, 0.7, row + 0.8 * leaf.at(x * 70, y * 70, 3)));
  const inBed = step(0.34, 0.4, Math.abs(u)) * step(1.25, 1.15, Math.abs(u)) * step(0.52, 0.56, y) * step(0.93, 0.8, y);
  const soil = mix([206, 182, 140], [160, 132, 96], step(-0.3, 0.4, noise.at(x * 30, y * 50, 5)));
  return mix(mix(grass, bed, inBed), soil, step(0.03, -0.02, path + 0.03 * leaf.at(x * 90, y * 90, 3)));
}

/** Where the hedges end towards the gate, left and right, and how high they stand: as shares of the picture. */
const hedgeSides = (y: number, leaf: NoiseField): readonly [number, number] => [
  0.17 + 0.03 * leaf.at(y * 14, 3, 3),
  0.84 + 0.03 * leaf.at(y * 12, 8, 3),
];
const hedgeCrest = (x: number, leaf: NoiseField): number => 0.37 + 0.035 * leaf.at(x * 16, 5, 4);

function hedge(c: Rgb, x: number, y: number, leaf: NoiseField, sides: readonly [number, number], crest: number): Rgb {
  const inside =
    Math.max(step(0.02, -0.01, x - sides[0]), step(-0.02, 0.01, x - sides[1])) * step(-0.01, 0.012, y - crest);
  if (inside === 0) return c;
  const n = leaf.at(x * 78, y * 78, 4);
  const tone =
    n > 0.2
      ? mix([96, 120, 52], [176, 184, 88], step(0.2, 0.5, n))
      : mix([28, 40, 26], [74, 96, 44], step(-0.4, 0.2, n));
  return mix(c, mix(tone, [36, 48, 32], step(0.7, 1, y) * 0.5), inside);
}

const wood = (lit: number, x: number, y: number, noise: NoiseField): Rgb =>
  mix([96, 80, 66], [204, 182, 146], Math.min(1, Math.max(0, lit + 0.3 * noise.at(x * 12, y * 160, 3))));

const BRACED: readonly number[] = [0.015, 0.5, 0.975];
const POSTS: readonly (readonly [number, number, number])[] = [
  [0.215, 0.02, 0.45],
  [0.79, 0.023, 0.43],
];

/** Two posts and a five-barred gate, ajar; its shadow on the path. */
function gate(c: Rgb, x: number, y: number, noise: NoiseField): Rgb {
  let r = c;
  const t = (x - 0.235) / 0.42;
  if (t > 0 && t < 1) {
    const lean = 0.05 * t;
    const shadow = y - (0.83 + 0.09 * t);
    if (Math.abs(shadow) < 0.03 && Math.sin(shadow * 420) > -0.1) r = mix(r, [70, 62, 56], 0.5);
    for (let bar = 0; bar < 5; bar++) {
      const at = 0.53 + bar * 0.056 + lean * (bar - 1.4) * 0.55;
      const half = 0.0095 + 0.004 * t;
      if (Math.abs(y - at) < half) r = wood(0.62 - ((y - at) / half) * 0.35, x, y, noise);
    }
    const brace = 0.78 - t * 0.27;
    if (Math.abs(y - brace) < 0.011 && y > 0.51) r = wood(0.5, x, y, noise);
    for (const post of BRACED)
      if (Math.abs(t - post) < 0.019 && y > 0.505 - lean * 0.6 && y < 0.79 + lean * 1.2)
        r = wood(0.75 - (t - post) * 14, x, y, noise);
  }
  for (const [at, wide, top] of POSTS) {
    if (Math.abs(x - at) < wide && y > top && y < 0.9) r = wood(0.55 - ((x - at) / wide) * 0.4, x, y, noise);
    if (Math.abs(x - at) < wide * 1.25 && y > top - 0.016 && y <= top) r = wood(0.9, x, y, noise);
  }
  return r;
}
