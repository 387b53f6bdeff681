import { ranged, phrase, type Phrase } from '../units';
import { motionAbout, motionAt, NO_MOTION, DEG, type Motion } from './motion';

/** Where a block touches a stop, on the print as seen (mm), and the direction in which the stop, or a shim on it, pushes the block. */
export interface Contact {
  readonly name: Phrase;
  readonly xMm: number;
  readonly yMm: number;
  readonly pushes: readonly [number, number];
}

export interface ShimStock {
  readonly name: string;
  readonly thicknessMm: number;
}
export interface ShimPieces {
  readonly name: string;
  readonly count: number;
}

/** A block as it is set for one run: how its image lies against the others, and the shims (mm at each contact) it had then. */
export interface BlockSetting {
  readonly id: string;
  readonly misfit: Motion;
  readonly shimsMm: readonly number[];
}

export interface ContactShim {
  /** Distance to hold the block off the stop: never negative. */
  readonly neededMm: number;
  readonly setMm: number;
  readonly pieces: readonly ShimPieces[];
}

export interface SettingShims {
  readonly id: string;
  readonly contacts: readonly ContactShim[];
  /** What will still be seen against the first setting, growth included: the largest at the image's corners. */
  readonly remainsMm: number;
  /** Growth that no shim takes away, mm from edge to edge, [across, down]. */
  readonly growthMm: readonly [number, number];
  /** Instead of shims under all the others: what would have to come off this block at each contact. */
  readonly trimMm: readonly number[];
}

export interface ShimPlan {
  readonly settings: readonly SettingShims[];
  /** Where the whole image goes on the sheet. */
  readonly imageMoves: Motion;
  /** Instead of letting it go there: how far the paper's stops at the same contacts are moved, towards the sheet. */
  readonly paperStopsMm: readonly number[];
  /** Half the thinnest piece: no contact is set more exactly. */
  readonly toleranceMm: number;
}

export interface ImagePlace {
  readonly xMm: number;
  readonly yMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** Start value: thin paper and thick board. */
export const SHIM_STOCK: readonly ShimStock[] = [
  { name: 'board', thicknessMm: 0.5 },
  { name: 'paper', thicknessMm: 0.12 },
];
const MOST_SHIMMED_MM = 60;
export const SHIM_RANGE_MM = { minMm: 0.02, maxMm: 3, what: phrase('measure.thicknessOfAShim') } as const;

/**
 * Shims for the whole set at once: every block is held off its stops so that all images lie on one another. A block can only be
 * pushed away from a stop, so the block that needs to go nearest keeps to it and the rest, and with them the image, move away.
 * The first setting is the one the misfits are measured against. Three contacts, not all pushing one way.
 */
export function shimPlan(
  settings: readonly BlockSetting[],
  contacts: readonly Contact[],
  stock: readonly ShimStock[],
  image: ImagePlace,
): ShimPlan {
  const centre = [image.xMm + image.widthMm / 2, image.yMm + image.heightMm / 2] as const;
  const rigid = settings.map(({ misfit }) => ({ ...motionAbout(misfit, ...centre), growthX: 0, growthY: 0 }));
  const wanted = settings.map((setting, s) =>
    contacts.map((contact, c) => (setting.shimsMm[c] ?? 0) - along(rigid[s], contact)),
  );
  const least = contacts.map((_, c) => Math.min(...wanted.map((w) => w[c])));
  const shims = wanted.map((w) => w.map((mm, c) => shimOf(mm - least[c], stock)));
  const left = settings.map((setting, s) => {
    const change = rigidFrom(
      contacts,
      shims[s].map((shim, c) => shim.setMm - (setting.shimsMm[c] ?? 0)),
      centre,
    );
    return sum(motionAbout(setting.misfit, ...centre), change);
  });
  return {
    settings: settings.map((setting, s) => ({
      id: setting.id,
      contacts: shims[s],
      remainsMm: largestAtCorners(less(left[s], left[0]), image),
      growthMm: [setting.misfit.growthX * image.widthMm, setting.misfit.growthY * image.heightMm],
      trimMm: contacts.map((_, c) => Math.max(0, (settings[0]?.shimsMm[c] ?? 0) - wanted[s][c])),
    })),
    imageMoves: left[0] ?? NO_MOTION,
    paperStopsMm: contacts.map((_, c) => (shims[0]?.[c].setMm ?? 0) - (settings[0]?.shimsMm[c] ?? 0)),
    toleranceMm: toleranceOf(stock),
  };
}

/** The motion of a block whose contacts are moved along their push by the given lengths. */
export function rigidFrom(
  contacts: readonly Contact[],
  movesMm: readonly number[],
  [xMm, yMm]: readonly [number, number],
): Motion {
  const rows = contacts.map(({ xMm: x, yMm: y, pushes: [nx, ny] }) => [nx, ny, -nx * (y - yMm) + ny * (x - xMm)]);
  const det = determinant(rows);
  const part = (k: number) => determinant(rows.map((row, r) => row.map((v, c) => (c === k ? movesMm[r] : v)))) / det;
  return { ...NO_MOTION, dxMm: part(0), dyMm: part(1), rotationDeg: part(2) / DEG, about: { xMm, yMm } };
}

/**
 * The fewest pieces of stock whose height comes within half the thinnest piece of the wanted one, and of those the nearest. Counts
 * in thousandths of a millimetre. Cost: height × stock; heights above 60 mm are not built of shims.
 */
export function fewestPieces(wantedMm: number, stock: readonly ShimStock[]): ShimPieces[] {
  const sizes = stock.map((s) => Math.max(1, Math.round(s.thicknessMm * 1000)));
  ranged('the height to shim (mm)', wantedMm, -Infinity);
  if (sizes.length === 0 || wantedMm < 0) return [];
  const wanted = Math.round(Math.min(wantedMm, MOST_SHIMMED_MM) * 1000),
    tolerance = Math.min(...sizes) / 2;
  const most = Math.max(0, Math.floor(wanted + tolerance));
  const count = new Int32Array(most + 1).fill(-1),
    last = new Int32Array(most + 1).fill(-1);
  count[0] = 0;
  for (let height = 1; height <= most; height++)
    sizes.forEach((size, i) => {
      const before = height >= size ? count[height - size] : -1;
      if (before >= 0 && (count[height] < 0 || before + 1 < count[height])) {
        count[height] = before + 1;
        last[height] = i;
      }
    });
  let best = 0;
  for (let height = 0; height <= most; height++) {
    if (count[height] < 0) continue;
    const off = Math.abs(height - wanted),
      bestOff = Math.abs(best - wanted);
    const fits = off <= tolerance,
      bestFits = bestOff <= tolerance;
    if (
      fits !== bestFits
        ? fits
        : fits
          ? count[height] < count[best] || (count[height] === count[best] && off < bestOff)
          : off < bestOff
    )
      best = height;
  }
  const used = new Array<number>(stock.length).fill(0);
  for (let height = best; height > 0; height -= sizes[last[height]]) used[last[height]]++;
  return stock.map(({ name }, i) => ({ name, count: used[i] })).filter((piece) => piece.count > 0);
}

export function heightOfPieces(pieces: readonly ShimPieces[], stock: readonly ShimStock[]): number {
  return pieces.reduce(
    (mm, piece) => mm + piece.count * (stock.find((s) => s.name === piece.name)?.thicknessMm ?? 0),
    0,
  );
}

export function toleranceOf(stock: readonly ShimStock[]): number {
  return Math.min(...stock.map((s) => s.thicknessMm)) / 2;
}

function shimOf(neededMm: number, stock: readonly ShimStock[]): ContactShim {
  const pieces = fewestPieces(neededMm, stock);
  return { neededMm, pieces, setMm: heightOfPieces(pieces, stock) };
}

function along(motion: Motion, { xMm, yMm, pushes: [nx, ny] }: Contact): number {
  // to first order in the turn, as `rigidFrom` has it: what the one takes away the other gives back exactly
  const turn = motion.rotationDeg * DEG;
  return nx * (motion.dxMm - turn * (yMm - motion.about.yMm)) + ny * (motion.dyMm + turn * (xMm - motion.about.xMm));
}

function sum(a: Motion, b: Motion): Motion {
  return { ...a, dxMm: a.dxMm + b.dxMm, dyMm: a.dyMm + b.dyMm, rotationDeg: a.rotationDeg + b.rotationDeg };
}

function less(a: Motion, b: Motion): Motion {
  return {
    ...a,
    dxMm: a.dxMm - b.dxMm,
    dyMm: a.dyMm - b.dyMm,
    rotationDeg: a.rotationDeg - b.rotationDeg,
    growthX: a.growthX - b.growthX,
    growthY: a.growthY - b.growthY,
  };
}

export function largestAtCorners(motion: Motion, { xMm, yMm, widthMm, heightMm }: ImagePlace): number {
  return Math.max(
    ...[
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ].map(([u, v]) => Math.hypot(...motionAt(motion, xMm + u * widthMm, yMm + v * heightMm))),
  );
}

function determinant(m: readonly (readonly number[])[]): number {
  return (
    m[0][0] * (m[1][1] * m[2][2] - m[1][2] * m[2][1]) -
    m[0][1] * (m[1][0] * m[2][2] - m[1][2] * m[2][0]) +
    m[0][2] * (m[1][0] * m[2][1] - m[1][1] * m[2][0])
  );
}
