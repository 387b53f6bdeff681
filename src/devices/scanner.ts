import { srgb8FromLabD50, type Lab } from '@/core/colour';
import type { PartMap } from '@/core/geometry';
import { motionAt, type Motion, type ScanPicture } from '@/core/registration';
import { normalDeviate, randomStream, type RandomStream } from '@/core/random/random';

/** A printed sheet under the lid: where each run really lies, and the look of any set of films. */
export interface ProofUnderLid {
  readonly labels: PartMap['labels'];
  readonly width: number;
  readonly height: number;
  readonly mmPerPx: number;
  readonly sheetMm: { readonly widthMm: number; readonly heightMm: number };
  readonly imageAtMm: { readonly xMm: number; readonly yMm: number };
  /** `inked[k][label]` of run k + 1. */
  readonly inked: readonly (readonly boolean[])[];
  /** Where each run lies against its place on the sheet. */
  readonly motions: readonly Motion[];
  /** The look of the films of these runs over one another (bit k is run k + 1). */
  lookLabD50(films: number): Lab;
}

export interface ScanSettings {
  readonly dpi: number;
  readonly seed: number;
  /** Turn of the sheet under the lid, degrees; by the seed when not given. */
  readonly skewDeg?: number;
  /** 1 is an ordinary office scanner. */
  readonly noise?: number;
  readonly unevenLight?: number;
  /** Ground round the sheet. */
  readonly groundMm?: number;
}

/** Anything that makes a picture of a sheet. */
export interface Scanner {
  readonly name: string;
  scan(proof: ProofUnderLid): Promise<ScanPicture>;
}

/** Levels of noise, 1σ; mottle of ink and grain of paper as shares. */
const NOISE_LEVELS = 2.2,
  PAPER_GRAIN = 0.008,
  INK_MOTTLE = 0.018;
const LID_RGB = [58, 57, 60] as const;
const MAX_SKEW_DEG = 2;

/** A scanner that is not there: turned a little, unevenly lit, with a cast, grain and noise, all by the seed. */
export function simulatedScanner(settings: ScanSettings): Scanner {
  return {
    name: 'simulated-scanner',
    async scan(proof) {
      const { picture, rows } = carriageOf(proof, settings);
      for (let y = 0; y < picture.height; y += ROWS_AT_ONCE) {
        rows(y, Math.min(picture.height, y + ROWS_AT_ONCE));
        await new Promise((resolve) => {
          setTimeout(resolve, 0);
        });
      }
      return picture;
    },
  };
}

/** The picture that a scanner would give of the sheet, all at once. */
export function simulateScan(proof: ProofUnderLid, settings: ScanSettings): ScanPicture {
  const { picture, rows } = carriageOf(proof, settings);
  rows(0, picture.height);
  return picture;
}

/** Whatever else goes on in the house is not held up for longer than so many rows take. */
const ROWS_AT_ONCE = 24;

/** An empty picture of the right size, and the carriage that fills rows of it, from the first to the last. */
function carriageOf(
  proof: ProofUnderLid,
  { dpi, seed, noise = 1, unevenLight = 1, groundMm = 7, skewDeg }: ScanSettings,
): { readonly picture: ScanPicture; rows(from: number, to: number): void } {
  const random = randomStream(seed);
  const pxPerMm = dpi / 25.4;
  const turn = ((skewDeg ?? (2 * random() - 1) * MAX_SKEW_DEG) * Math.PI) / 180;
  const { widthMm, heightMm } = proof.sheetMm;
  const wide = widthMm * Math.cos(turn) + heightMm * Math.abs(Math.sin(turn)) + 2 * groundMm,
    high = heightMm * Math.cos(turn) + widthMm * Math.abs(Math.sin(turn)) + 2 * groundMm;
  const width = Math.round(wide * pxPerMm),
    height = Math.round(high * pxPerMm);
  const data = new Uint8ClampedArray(width * height * 4);
  const looks = looksOf(proof);
  const light = lightOf(random, unevenLight),
    cast = [0, 1, 2].map(() => 1 + 0.03 * normalDeviate(random));
  const grain = grainOf(randomStream(seed ^ 0x51ed270b), noise),
    mottle = grainOf(randomStream(seed ^ 0x2545f491), noise);
  const deviates = deviatesOf(randomStream(seed ^ 0x1b873593));
  const cos = Math.cos(turn),
    sin = Math.sin(turn);
  const back = proof.motions.map((motion) => backwards(motion, proof));
  const bits = bitsOf(proof);
  const rgb = [0, 0, 0];
  // four samples a pixel: edges are as soft as a lens makes them
  const taps = [
    [-0.28, -0.11],
    [0.11, -0.28],
    [0.28, 0.11],
    [-0.11, 0.28],
  ].map(([u, v]) => [u / pxPerMm, v / pxPerMm]);
  const rows = (from: number, to: number) => {
    for (let y = from, at = 4 * from * width; y < to; y++)
      for (let x = 0; x < width; x++, at += 4) {
        const cx = (x + 0.5) / pxPerMm - wide / 2,
          cy = (y + 0.5) / pxPerMm - high / 2;
        const sheetX = cos * cx + sin * cy + widthMm / 2,
          sheetY = -sin * cx + cos * cy + heightMm / 2;
        rgb[0] = rgb[1] = rgb[2] = 0;
        let inked = 0;
        for (const [u, v] of taps) {
          const px = sheetX + u,
            py = sheetY + v;
          if (px < 0 || py < 0 || px > widthMm || py > heightMm) {
            for (let c = 0; c < 3; c++) rgb[c] += LID_RGB[c] / 4;
            continue;
          }
          const films = filmsAt(proof, bits, back, px, py);
          if (films) inked++;
          for (let c = 0; c < 3; c++) rgb[c] += looks[3 * films + c] / 4;
        }
        const texture =
          1 + PAPER_GRAIN * grain(sheetX, sheetY) + (inked > 2 ? INK_MOTTLE * mottle(sheetX * 0.7, sheetY * 0.7) : 0);
        const lit = light(x / width, y / height) * texture;
        for (let c = 0; c < 3; c++) data[at + c] = rgb[c] * lit * cast[c] + noise * NOISE_LEVELS * deviates();
        data[at + 3] = 255;
      }
  };
  return { picture: { width, height, data, dpi }, rows };
}

function filmsAt(
  proof: ProofUnderLid,
  bits: Uint16Array,
  back: readonly (readonly number[])[],
  xMm: number,
  yMm: number,
): number {
  let films = 0;
  for (let k = 0; k < back.length; k++) {
    const m = back[k];
    const lx = Math.floor(m[0] * xMm + m[1] * yMm + m[2]),
      ly = Math.floor(m[3] * xMm + m[4] * yMm + m[5]);
    if (lx >= 0 && ly >= 0 && lx < proof.width && ly < proof.height)
      films |= bits[proof.labels[ly * proof.width + lx]] & (1 << k);
  }
  return films;
}

/** From a place on the sheet (mm) to the pixel of the label map that a motion carried there: six numbers. */
function backwards(motion: Motion, { mmPerPx, imageAtMm }: ProofUnderLid): number[] {
  const carried = ([x, y]: readonly [number, number]) => {
    const [dx, dy] = motionAt(motion, x, y);
    return [x + dx, y + dy];
  };
  const [o, e, s] = (
    [
      [0, 0],
      [1, 0],
      [0, 1],
    ] as const
  ).map(carried);
  const a = e[0] - o[0],
    b = s[0] - o[0],
    c = e[1] - o[1],
    d = s[1] - o[1],
    det = a * d - b * c;
  const rows = [
    [d / det, -b / det],
    [-c / det, a / det],
  ];
  return rows.flatMap(([u, v], i) => [
    u / mmPerPx,
    v / mmPerPx,
    (-u * o[0] - v * o[1] - (i ? imageAtMm.yMm : imageAtMm.xMm)) / mmPerPx,
  ]);
}

function bitsOf(proof: ProofUnderLid): Uint16Array {
  const bits = new Uint16Array(Math.max(256, ...proof.inked.map((labels) => labels.length)));
  proof.inked.forEach((labels, k) =>
    labels.forEach((on, l) => {
      if (on) bits[l] |= 1 << k;
    }),
  );
  return bits;
}

function looksOf(proof: ProofUnderLid): Float64Array {
  const out = new Float64Array(3 << proof.inked.length);
  for (let films = 0; films < 1 << proof.inked.length; films++)
    srgb8FromLabD50(proof.lookLabD50(films)).rgb.forEach((v, c) => {
      out[3 * films + c] = v;
    });
  return out;
}

function lightOf(random: RandomStream, uneven: number): (u: number, v: number) => number {
  const [a, b, c, d] = [0, 0, 0, 0].map(() => uneven * 0.035 * normalDeviate(random));
  return (u, v) => 0.97 + a * (2 * u - 1) + b * (2 * v - 1) + c * (u - 0.5) ** 2 + d * (u - 0.5) * (v - 0.5);
}

/** Smooth noise of about half a millimetre, −1 … 1: a grid of deviates, bilinear. */
function grainOf(random: RandomStream, strength: number): (xMm: number, yMm: number) => number {
  const size = 128,
    grid = Float32Array.from({ length: size * size }, () => strength * normalDeviate(random));
  return (xMm, yMm) => {
    const x = xMm / 0.45 + 1000,
      y = yMm / 0.45 + 1000,
      ix = Math.floor(x),
      iy = Math.floor(y),
      u = x - ix,
      v = y - iy;
    const at = (i: number, k: number) => grid[((iy + k) & 127) * size + ((ix + i) & 127)];
    return (1 - v) * ((1 - u) * at(0, 0) + u * at(1, 0)) + v * ((1 - u) * at(0, 1) + u * at(1, 1));
  };
}

/** A ring of deviates, entered anew at a random place now and then: as good as fresh ones for pixels, and quick. */
function deviatesOf(random: RandomStream): () => number {
  const ring = Float32Array.from({ length: 8192 }, () => normalDeviate(random));
  let at = 0,
    left = 0;
  return () => {
    if (left-- <= 0) {
      at = Math.floor(random() * 8192);
      left = 200 + Math.floor(random() * 800);
    }
    at = (at + 1) & 8191;
    return ring[at];
  };
}

/** A hidden misfit by seed: up to 3 mm and 1° for each run, growth up to a fifth of a percent. */
export function hiddenMotions(
  seed: number,
  runs: number,
  about: { readonly xMm: number; readonly yMm: number },
  most = { shiftMm: 3, turnDeg: 1, growth: 0.002 },
): Motion[] {
  const random = randomStream(seed ^ 0x68e31da4);
  const span = (limit: number) => (2 * random() - 1) * limit;
  return Array.from({ length: runs }, (_, k) => {
    const share = k === 0 ? 0.3 : 1,
      angle = 2 * Math.PI * random(),
      length = share * most.shiftMm * Math.sqrt(random()) * 0.98;
    return {
      dxMm: length * Math.cos(angle),
      dyMm: length * Math.sin(angle),
      rotationDeg: span(share * most.turnDeg),
      growthX: k === 0 ? 0 : span(most.growth),
      growthY: k === 0 ? 0 : span(most.growth),
      residualMm: 0,
      about,
    };
  });
}

/** Start values of a demo block's hidden misfit: most lie nearly right, one does not. */
const USUAL = { shiftMm: 0.1, turnDeg: 0.03 } as const,
  OUT = { shiftMm: 0.65, turnDeg: 0.2 } as const;

/**
 * How the blocks of a sample print really lie before any shims, by a name's seed: one of the later runs is out of register. About the image's
 * middle. One sheet's own laying comes on top, by `laying`.
 */
export function sampleMisfits(
  seed: number,
  runs: number,
  about: { readonly xMm: number; readonly yMm: number },
  laying: number,
): Motion[] {
  const random = randomStream(seed),
    sheet = randomStream(seed ^ Math.imul(laying + 1, 0x9e3779b1));
  const out = 1 + Math.floor(random() * Math.max(1, runs - 1));
  return Array.from({ length: runs }, (_, run) => {
    const angle = 2 * Math.PI * random(),
      sign = random() < 0.5 ? -1 : 1;
    const own =
      run === out
        ? { dxMm: OUT.shiftMm * Math.cos(angle), dyMm: OUT.shiftMm * Math.sin(angle), rotationDeg: sign * OUT.turnDeg }
        : {
            dxMm: USUAL.shiftMm * normalDeviate(random),
            dyMm: USUAL.shiftMm * normalDeviate(random),
            rotationDeg: USUAL.turnDeg * normalDeviate(random),
          };
    const laid = 0.04 * normalDeviate(sheet),
      laidY = 0.04 * normalDeviate(sheet),
      laidTurn = 0.01 * normalDeviate(sheet);
    return {
      ...own,
      dxMm: own.dxMm + laid,
      dyMm: own.dyMm + laidY,
      rotationDeg: own.rotationDeg + laidTurn,
      growthX: 0,
      growthY: 0,
      residualMm: 0,
      about,
    };
  });
}
