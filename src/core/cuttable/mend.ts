import type { BitMask, Box, LabelMap } from '../geometry';
import type { LabelCosts } from '../picture';
import { giveAway, pixelsOf } from './grow';
import { cutOut, inWhole, layBack, type Patch } from './patch';
import { emptyMask, hasPixel } from '../geometry';
import { LabelMasks, type LabelBits, type Standing } from './standing';

/** How often a place is tried; from `CARVE_FROM` on it is only ever cut off, never filled, so that it comes to an end. */
const TRIES = 4,
  CARVE_FROM = 2;
/** Pixels of one place may lie this far apart. */
const TOGETHER_PX = 2;

/** Pixels that must stay what they are: lettering, marked faces. */
export type Kept = BitMask | undefined;

/** Takes a mask apart into places: pixels within two of one another, in reading order. */
export function placesOf(mask: BitMask): number[][] {
  const { width, height } = mask;
  const pixels = pixelsOf(mask);
  const place = new Map<number, number>();
  for (const [k, i] of pixels.entries()) place.set(i, k);
  const taken = new Uint8Array(pixels.length),
    places: number[][] = [];
  for (let k = 0; k < pixels.length; k++) {
    if (taken[k]) continue;
    taken[k] = 1;
    const mine = [pixels[k]];
    for (let m = 0; m < mine.length; m++) {
      const x = mine[m] % width,
        y = (mine[m] - x) / width;
      for (let dy = -TOGETHER_PX; dy <= TOGETHER_PX; dy++)
        for (let dx = -TOGETHER_PX; dx <= TOGETHER_PX; dx++) {
          const nx = x + dx,
            ny = y + dy;
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
          const other = place.get(ny * width + nx);
          if (other === undefined || taken[other]) continue;
          taken[other] = 1;
          mine.push(pixels[other]);
        }
    }
    places.push(mine);
  }
  return places;
}

export function boxOfPixels(pixels: readonly number[], width: number): Box {
  let x0 = Infinity,
    y0 = Infinity,
    x1 = 0,
    y1 = 0;
  for (const i of pixels) {
    const x = i % width,
      y = (i - x) / width;
    if (x < x0) x0 = x;
    if (x >= x1) x1 = x + 1;
    if (y < y0) y0 = y;
    if (y >= y1) y1 = y + 1;
  }
  return { x0, y0, x1, y1 };
}

/** The pixels of the whole within `reach` of some of them, across and down, as a mask of the patch. */
export function around(patch: Patch, pixels: readonly number[], reach: number): BitMask {
  const mask = emptyMask(patch.width, patch.height);
  for (const i of pixels) {
    const x = (i % patch.wholeWidth) - patch.originX,
      y = Math.floor(i / patch.wholeWidth) - patch.originY;
    const x0 = Math.max(0, x - reach),
      x1 = Math.min(patch.width - 1, x + reach);
    for (let row = Math.max(0, y - reach); row <= Math.min(patch.height - 1, y + reach); row++)
      for (let k = x0 >> 5; k <= x1 >> 5; k++)
        mask.words[row * mask.wordsPerRow + k] |=
          (k === x0 >> 5 ? -1 << (x0 & 31) : -1) & (k === x1 >> 5 ? -1 >>> (31 - (x1 & 31)) : -1);
  }
  return mask;
}

/** The pixels of a mask that may be changed, given a test of the label. */
export function changeable(patch: Patch, mask: BitMask, kept: Kept, wanted: (label: number) => boolean): number[] {
  return pixelsOf(mask).filter((i) => wanted(patch.labels[i]) && !isKept(patch, kept, i));
}

export function isKept(patch: Patch, kept: Kept, i: number): boolean {
  if (!kept) return false;
  const x = i % patch.width;
  return hasPixel(kept, x + patch.originX, (i - x) / patch.width + patch.originY);
}

/** What changes cost, in quarters of a ΔE summed over pixels: new less old. */
export function costOf(patch: Patch, before: Uint8Array, likeness: LabelCosts): number {
  let sum = 0;
  for (let i = 0; i < before.length; i++) {
    const was = before[i],
      is = patch.labels[i];
    if (was === is) continue;
    const row = likeness.rowOf(inWhole(patch, i));
    sum += likeness.table[row + is] - likeness.table[row + was];
  }
  return sum;
}

/** Opens the map in all its sets at once: what is too narrow goes to its neighbours, halves meet in the middle. */
export function openAll(map: Patch, likeness: LabelCosts, standing: Standing, kept: Kept): void {
  const left = standing.left(map);
  if (kept) for (let w = 0; w < left.words.length; w++) left.words[w] &= ~kept.words[w];
  giveAway(map, likeness, pixelsOf(left));
}

/** Opens the map, then mends each place that is still too narrow by cutting it off or filling it up, whichever is more like the picture. */
export function mend(map: LabelMap, whole: Patch, likeness: LabelCosts, standing: Standing, kept: Kept): void {
  openAll(whole, likeness, standing, kept);
  const thin = standing.thin(map);
  for (const place of placesOf(thin)) {
    const patch = cutOut(map, boxOfPixels(place, map.width), 3 * standing.widestPx);
    if (mendPlace(patch, place, Math.ceil(standing.widestPx / 2), { likeness, standing, kept })) layBack(map, patch);
  }
}

/** Mends one place within its patch, as far as `reach` round it; says whether anything was changed. */
export function mendPlace(
  patch: Patch,
  place: readonly number[],
  reach: number,
  { likeness, standing, kept }: { readonly likeness: LabelCosts; readonly standing: Standing; readonly kept?: Kept },
): boolean {
  const near = around(patch, place, reach);
  let changed = false,
    masks = new LabelMasks(patch);
  const sets = standing.setsAmong(masks.present);
  for (let attempt = 0; attempt < TRIES; attempt++) {
    let any = false;
    for (const set of sets)
      for (const complement of [false, true]) {
        const mask = masks.of(set);
        if (!standing.isThinNear(mask, complement, near)) continue;
        const left = standing.residueOf(mask, complement);
        const side = { set, complement, left, onlyCut: attempt >= CARVE_FROM };
        if (!cutOrFill(patch, near, side, likeness, kept)) continue;
        any = true;
        masks = new LabelMasks(patch);
      }
    if (!any) break;
    changed = true;
  }
  return changed;
}

interface Side {
  readonly set: LabelBits;
  readonly complement: boolean;
  /** What of it is too narrow. */
  readonly left: BitMask;
  readonly onlyCut: boolean;
}

function cutOrFill(
  patch: Patch,
  near: BitMask,
  { set, complement, left, onlyCut }: Side,
  likeness: LabelCosts,
  kept: Kept,
): boolean {
  const here = complement ? ~set : set;
  const before = patch.labels.slice();
  for (let w = 0; w < left.words.length; w++) left.words[w] &= near.words[w];
  // never the label it has: both ends of a neck are alike, and it would grow together again
  giveAway(
    patch,
    likeness,
    changeable(patch, left, kept, () => true),
    ~here,
  );
  const cut = patch.labels.slice(),
    cutCost = costOf(patch, before, likeness);
  if (onlyCut) return differ(before, cut);
  patch.labels.set(before);
  giveAway(
    patch,
    likeness,
    changeable(patch, near, kept, (label) => ((here >>> label) & 1) === 0),
    here,
  );
  if (!differ(before, patch.labels) || (differ(before, cut) && cutCost <= costOf(patch, before, likeness)))
    patch.labels.set(cut);
  return differ(before, patch.labels);
}

function differ(a: Uint8Array, b: Uint8Array): boolean {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return true;
  return false;
}
